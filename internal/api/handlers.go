// Package api is the HTTP interface: the server that is generated from the contract, and
// handlers that each read, call one use case, and write. It holds no rules of the job.
package api

//go:generate go tool oapi-codegen -config oapi-codegen.yaml ../contract/openapi.yaml

import (
	"context"
	"time"

	"dunvel/internal/api/reach"
	"dunvel/internal/contract"
	"dunvel/internal/live"
	"dunvel/internal/service"
)

// Handlers implements the contract by a service, and what is heard of a boat.
type Handlers struct {
	does *service.Service
	boat *live.Boat
	now  func() time.Time

	reached reach.Ways
}

// New are the handlers of a service; now tells the time.
func New(does *service.Service, boat *live.Boat, reached reach.Ways, now func() time.Time) Handlers {
	return Handlers{does, boat, now, reached}
}

var _ StrictServerInterface = Handlers{}

// Health implements the contract.
func (h Handlers) Health(ctx context.Context, _ HealthRequestObject) (HealthResponseObject, error) {
	revision, err := h.does.Revision(ctx)
	return Health200JSONResponse{Status: contract.Ok, Revision: revision}, err
}

// GetGuide implements the contract.
func (h Handlers) GetGuide(context.Context, GetGuideRequestObject) (GetGuideResponseObject, error) {
	return GetGuide200JSONResponse(contract.DefineGuide()), nil
}

// GetDefinitions implements the contract.
func (h Handlers) GetDefinitions(context.Context, GetDefinitionsRequestObject) (GetDefinitionsResponseObject, error) {
	return GetDefinitions200JSONResponse(contract.Define()), nil
}

// ReadQuantity implements the contract.
func (h Handlers) ReadQuantity(_ context.Context, r ReadQuantityRequestObject) (ReadQuantityResponseObject, error) {
	q, err := contract.ReadQuantity(r.Params)
	return ReadQuantity200JSONResponse(q), err
}

// wanted is a yes or no of an address that may be left out.
func wanted(given *bool) bool { return given != nil && *given }
