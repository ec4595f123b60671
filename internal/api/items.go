package api

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"dunvel/core/box"
	"dunvel/core/units"
	"dunvel/internal/store"
)

// ListItems implements the contract.
func (h Handlers) ListItems(ctx context.Context, _ ListItemsRequestObject) (ListItemsResponseObject, error) {
	kept, err := h.Store.Items.List(ctx)
	slices.SortStableFunc(kept, func(a, b store.Kept[box.Item]) int { return box.Compare(a.Value, b.Value) })
	return ListItems200JSONResponse(savedItems(kept)), err
}

// CreateItems implements the contract.
func (h Handlers) CreateItems(ctx context.Context, r CreateItemsRequestObject) (CreateItemsResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	items, err := box.Read(r.Body.Kind, r.Body.Rows, choice)
	if err != nil {
		return nil, err
	}
	kept, err := h.keepItems(ctx, items)
	return CreateItems201JSONResponse(kept), err
}

// CreateHeads implements the contract.
func (h Handlers) CreateHeads(ctx context.Context, r CreateHeadsRequestObject) (CreateHeadsResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	items, err := box.Bulk(r.Body.Text, choice)
	if err != nil {
		return nil, err
	}
	kept, err := h.keepItems(ctx, items)
	return CreateHeads201JSONResponse(kept), err
}

// known is the choice of units of a request, if all of them are units.
func known(u *Units) (units.Choice, error) {
	if err := chosen(u).Validate(); err != nil {
		return nil, badField("units", err.Error())
	}
	return chosen(u), nil
}

// keepItems puts items into the box, all of them or none.
func (h Handlers) keepItems(ctx context.Context, items []box.Item) ([]SavedItem, error) {
	names := make([]string, len(items))
	for i, item := range items {
		names[i] = item.Name(nil)
	}
	kept, err := h.Store.Items.CreateAll(ctx, names, items, h.Now())
	var row *store.RowError
	if errors.As(err, &row) && errors.Is(err, store.ErrNameUsed) {
		return nil, badField(fmt.Sprintf("rows.%d", row.Row), fmt.Sprintf("Row %d: “%s” is in the box already; change its count there, or tell them apart by a note.", row.Row+1, row.Name))
	}
	return savedItems(kept), err
}

// ChangeItem implements the contract.
func (h Handlers) ChangeItem(ctx context.Context, r ChangeItemRequestObject) (ChangeItemResponseObject, error) {
	choice, err := known(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.Store.Items.Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	item, err := kept.Value.Change(r.Body.Cells, choice)
	if err != nil {
		return nil, err
	}
	name := item.Name(nil)
	kept, err = h.Store.Items.Change(ctx, r.Id, r.Body.Version, &name, &item, h.Now())
	if errors.Is(err, store.ErrNameUsed) {
		return nil, badField("rows.0", fmt.Sprintf("“%s” is in the box already; change its count there, or tell them apart by a note.", name))
	}
	return ChangeItem200JSONResponse(savedItem(kept)), err
}

// SpendItem implements the contract.
func (h Handlers) SpendItem(ctx context.Context, r SpendItemRequestObject) (SpendItemResponseObject, error) {
	kept, err := h.Store.Items.Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	left, ok := kept.Value.Spend()
	if !ok {
		return nil, badField("count", fmt.Sprintf("There is none of “%s” left to go.", kept.Name))
	}
	kept, err = h.Store.Items.Change(ctx, r.Id, kept.Version, nil, &left, h.Now())
	return SpendItem200JSONResponse(savedItem(kept)), err
}

// DeleteItem implements the contract.
func (h Handlers) DeleteItem(ctx context.Context, r DeleteItemRequestObject) (DeleteItemResponseObject, error) {
	return DeleteItem204Response{}, h.Store.Items.Delete(ctx, r.Id, h.Now())
}

// RestoreItem implements the contract.
func (h Handlers) RestoreItem(ctx context.Context, r RestoreItemRequestObject) (RestoreItemResponseObject, error) {
	kept, err := h.Store.Items.Restore(ctx, r.Id)
	return RestoreItem200JSONResponse(savedItem(kept)), err
}

// inBox are all items.
func (h Handlers) inBox(ctx context.Context) ([]box.Item, error) {
	kept, err := h.Store.Items.List(ctx)
	items := make([]box.Item, len(kept))
	for i, k := range kept {
		items[i] = k.Value
	}
	return items, err
}

func savedItem(k store.Kept[box.Item]) SavedItem {
	return SavedItem{Id: k.ID, Version: k.Version, Name: k.Name, Item: k.Value, Updated: k.Updated}
}

func savedItems(kept []store.Kept[box.Item]) []SavedItem {
	out := make([]SavedItem, len(kept))
	for i, k := range kept {
		out[i] = savedItem(k)
	}
	return out
}
