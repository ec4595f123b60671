package api

import (
	"context"

	"dunvel/core/technique"
	"dunvel/internal/store"
)

// ListProgrammes implements the contract.
func (h Handlers) ListProgrammes(ctx context.Context, _ ListProgrammesRequestObject) (ListProgrammesResponseObject, error) {
	kept, err := h.Store.Programmes.List(ctx)
	out := make(ListProgrammes200JSONResponse, len(kept))
	for i, k := range kept {
		out[i] = savedProgramme(k)
	}
	return out, err
}

// CreateProgramme implements the contract.
func (h Handlers) CreateProgramme(ctx context.Context, r CreateProgrammeRequestObject) (CreateProgrammeResponseObject, error) {
	name, err := cleanName(r.Body.Name)
	if err != nil {
		return nil, err
	}
	if err := r.Body.Programme.Validate(nil); err != nil {
		return nil, err
	}
	kept, err := h.Store.Programmes.Create(ctx, name, r.Body.Programme, h.Now())
	return CreateProgramme201JSONResponse(savedProgramme(kept)), err
}

// ChangeProgramme implements the contract.
func (h Handlers) ChangeProgramme(ctx context.Context, r ChangeProgrammeRequestObject) (ChangeProgrammeResponseObject, error) {
	name, err := cleanNewName(r.Body.Name)
	if err != nil {
		return nil, err
	}
	if r.Body.Programme != nil {
		if err := r.Body.Programme.Validate(nil); err != nil {
			return nil, err
		}
	}
	kept, err := h.Store.Programmes.Change(ctx, r.Id, r.Body.Version, name, r.Body.Programme, h.Now())
	return ChangeProgramme200JSONResponse(savedProgramme(kept)), err
}

// DeleteProgramme implements the contract.
func (h Handlers) DeleteProgramme(ctx context.Context, r DeleteProgrammeRequestObject) (DeleteProgrammeResponseObject, error) {
	return DeleteProgramme204Response{}, h.Store.Programmes.Delete(ctx, r.Id, h.Now())
}

// RestoreProgramme implements the contract.
func (h Handlers) RestoreProgramme(ctx context.Context, r RestoreProgrammeRequestObject) (RestoreProgrammeResponseObject, error) {
	kept, err := h.Store.Programmes.Restore(ctx, r.Id)
	return RestoreProgramme200JSONResponse(savedProgramme(kept)), err
}

func savedProgramme(k store.Kept[technique.Programme]) SavedProgramme {
	return SavedProgramme{Id: k.ID, Version: k.Version, Name: k.Name, Programme: k.Value.Whole(), Created: k.Created, Updated: k.Updated}
}
