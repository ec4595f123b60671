// Package web carries the built front end.
package web

import "embed"

// Dist is the built front end in "dist". Before `make build` it holds only a
// placeholder, so that Go builds without Node.
//
//go:embed all:dist
var Dist embed.FS
