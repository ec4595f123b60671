package api

import (
	"context"

	"dunvel/internal/api/saved"
	"dunvel/internal/contract"
)

// ListItems implements the contract.
func (h Handlers) ListItems(ctx context.Context, r ListItemsRequestObject) (ListItemsResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Params.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.Items(ctx)
	return ListItems200JSONResponse(saved.Each(kept, saved.ItemIn(choice))), err
}

// CreateItems implements the contract.
func (h Handlers) CreateItems(ctx context.Context, r CreateItemsRequestObject) (CreateItemsResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.PutRows(ctx, string(r.Body.Kind), r.Body.Rows, choice)
	return CreateItems201JSONResponse(saved.Each(kept, saved.ItemIn(choice))), err
}

// CreateHeads implements the contract.
func (h Handlers) CreateHeads(ctx context.Context, r CreateHeadsRequestObject) (CreateHeadsResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.PutHeads(ctx, r.Body.Text, choice)
	return CreateHeads201JSONResponse(saved.Each(kept, saved.ItemIn(choice))), err
}

// ChangeItem implements the contract.
func (h Handlers) ChangeItem(ctx context.Context, r ChangeItemRequestObject) (ChangeItemResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.ChangeItem(ctx, r.Id, r.Body.Version, r.Body.Cells, choice)
	return ChangeItem200JSONResponse(saved.ItemIn(choice)(kept)), err
}

// SpendItem implements the contract.
func (h Handlers) SpendItem(ctx context.Context, r SpendItemRequestObject) (SpendItemResponseObject, error) {
	kept, err := h.does.SpendItem(ctx, r.Id)
	return SpendItem200JSONResponse(saved.Item(kept)), err
}

// DeleteItem implements the contract.
func (h Handlers) DeleteItem(ctx context.Context, r DeleteItemRequestObject) (DeleteItemResponseObject, error) {
	return DeleteItem204Response{}, h.does.DeleteItem(ctx, r.Id)
}

// RestoreItem implements the contract.
func (h Handlers) RestoreItem(ctx context.Context, r RestoreItemRequestObject) (RestoreItemResponseObject, error) {
	kept, err := h.does.RestoreItem(ctx, r.Id)
	return RestoreItem200JSONResponse(saved.Item(kept)), err
}
