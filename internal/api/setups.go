package api

import (
	"context"

	"dunvel/internal/api/saved"
)

// ListSetups implements the contract.
func (h Handlers) ListSetups(ctx context.Context, _ ListSetupsRequestObject) (ListSetupsResponseObject, error) {
	kept, err := h.does.Setups.List(ctx)
	return ListSetups200JSONResponse(saved.Each(kept, saved.Setup)), err
}

// CreateSetup implements the contract.
func (h Handlers) CreateSetup(ctx context.Context, r CreateSetupRequestObject) (CreateSetupResponseObject, error) {
	kept, err := h.does.Setups.Create(ctx, r.Body.Name, r.Body.Setup)
	return CreateSetup201JSONResponse(saved.Setup(kept)), err
}

// GetSetup implements the contract.
func (h Handlers) GetSetup(ctx context.Context, r GetSetupRequestObject) (GetSetupResponseObject, error) {
	kept, err := h.does.Setups.Get(ctx, r.Id)
	return GetSetup200JSONResponse(saved.Setup(kept)), err
}

// ChangeSetup implements the contract.
func (h Handlers) ChangeSetup(ctx context.Context, r ChangeSetupRequestObject) (ChangeSetupResponseObject, error) {
	kept, err := h.does.Setups.Change(ctx, r.Id, r.Body.Version, r.Body.Name, r.Body.Setup, nil)
	return ChangeSetup200JSONResponse(saved.Setup(kept)), err
}

// DeleteSetup implements the contract.
func (h Handlers) DeleteSetup(ctx context.Context, r DeleteSetupRequestObject) (DeleteSetupResponseObject, error) {
	return DeleteSetup204Response{}, h.does.Setups.Delete(ctx, r.Id)
}

// RestoreSetup implements the contract.
func (h Handlers) RestoreSetup(ctx context.Context, r RestoreSetupRequestObject) (RestoreSetupResponseObject, error) {
	kept, err := h.does.Setups.Restore(ctx, r.Id)
	return RestoreSetup200JSONResponse(saved.Setup(kept)), err
}

// DuplicateSetup implements the contract.
func (h Handlers) DuplicateSetup(ctx context.Context,
	r DuplicateSetupRequestObject) (DuplicateSetupResponseObject, error) {
	kept, err := h.does.Setups.Duplicate(ctx, r.Id)
	return DuplicateSetup201JSONResponse(saved.Setup(kept)), err
}

// ListProgrammes implements the contract.
func (h Handlers) ListProgrammes(ctx context.Context,
	_ ListProgrammesRequestObject) (ListProgrammesResponseObject, error) {
	kept, err := h.does.Programmes.List(ctx)
	return ListProgrammes200JSONResponse(saved.Each(kept, saved.Programme)), err
}

// CreateProgramme implements the contract.
func (h Handlers) CreateProgramme(ctx context.Context,
	r CreateProgrammeRequestObject) (CreateProgrammeResponseObject, error) {
	kept, err := h.does.Programmes.Create(ctx, r.Body.Name, r.Body.Programme)
	return CreateProgramme201JSONResponse(saved.Programme(kept)), err
}

// ChangeProgramme implements the contract.
func (h Handlers) ChangeProgramme(ctx context.Context,
	r ChangeProgrammeRequestObject) (ChangeProgrammeResponseObject, error) {
	kept, err := h.does.Programmes.Change(ctx, r.Id, r.Body.Version, r.Body.Name, r.Body.Programme, nil)
	return ChangeProgramme200JSONResponse(saved.Programme(kept)), err
}

// DeleteProgramme implements the contract.
func (h Handlers) DeleteProgramme(ctx context.Context,
	r DeleteProgrammeRequestObject) (DeleteProgrammeResponseObject, error) {
	return DeleteProgramme204Response{}, h.does.Programmes.Delete(ctx, r.Id)
}

// RestoreProgramme implements the contract.
func (h Handlers) RestoreProgramme(ctx context.Context,
	r RestoreProgrammeRequestObject) (RestoreProgrammeResponseObject, error) {
	kept, err := h.does.Programmes.Restore(ctx, r.Id)
	return RestoreProgramme200JSONResponse(saved.Programme(kept)), err
}
