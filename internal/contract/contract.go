// Package contract is what is said over HTTP and to the engine in a page: the document
// (openapi.yaml), the types generated from it, and how what the core says becomes them.
// It knows no database and no server.
package contract

//go:generate go run ./fill
//go:generate go tool oapi-codegen -config oapi-codegen.yaml openapi.yaml
