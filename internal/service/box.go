package service

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"dunvel/core/box"
	"dunvel/core/input"
	"dunvel/core/units"
	"dunvel/internal/store"
)

// Items is everything in the box, in its order.
func (s *Service) Items(ctx context.Context) ([]store.Kept[box.Item], error) {
	kept, err := s.store.Items.List(ctx)
	slices.SortStableFunc(kept, func(a, b store.Kept[box.Item]) int { return box.Compare(a.Value, b.Value) })
	return kept, err
}

// PutRows puts rows of cells of a kind into the box, all of them or none.
func (s *Service) PutRows(ctx context.Context, kind string, rows [][]string,
	choice units.Choice) ([]store.Kept[box.Item], error) {
	items, err := box.Read(kind, rows, choice)
	if err != nil {
		return nil, err
	}
	return s.put(ctx, items, choice)
}

// PutHeads puts heads that are listed in one go into the box, all of them or none.
func (s *Service) PutHeads(ctx context.Context, text string, choice units.Choice) ([]store.Kept[box.Item], error) {
	items, err := box.Bulk(text, choice)
	if err != nil {
		return nil, err
	}
	return s.put(ctx, items, choice)
}

func (s *Service) put(ctx context.Context, items []box.Item, choice units.Choice) ([]store.Kept[box.Item], error) {
	names := make([]string, len(items))
	for i, item := range items {
		names[i] = item.Name(nil)
	}
	kept, err := s.store.Items.CreateAll(ctx, names, items, s.now())
	var row *store.RowError
	if errors.As(err, &row) && errors.Is(err, store.ErrNameUsed) {
		return nil, input.Errors{{Field: fmt.Sprintf("rows.%d", row.Row),
			Message: fmt.Sprintf("Row %d: %s", row.Row+1, there(items[row.Row].Name(choice)))}}
	}
	return kept, err
}

// there says that an item is in the box already.
func there(name string) string {
	return "“" + name + "” is in the box already; change its count there, or tell them apart by a note."
}

// ChangeItem sets some cells of an item, if it has the version.
func (s *Service) ChangeItem(ctx context.Context, id, version int64, cells map[string]string,
	choice units.Choice) (kept store.Kept[box.Item], err error) {
	err = s.store.Write(ctx, func(t store.Tables) error {
		if kept, err = t.Items.Get(ctx, id); err != nil {
			return err
		}
		item, err := kept.Value.Change(cells, choice)
		if err != nil {
			return err
		}
		name := item.Name(nil)
		kept, err = t.Items.Change(ctx, id, version, &name, &item, s.now())
		if errors.Is(err, store.ErrNameUsed) {
			return input.Fault("rows.0", "%s", there(item.Name(choice)))
		}
		return err
	})
	return kept, err
}

// SpendItem takes one of an item out of the box, or of a line what a knot takes.
func (s *Service) SpendItem(ctx context.Context, id int64) (kept store.Kept[box.Item], err error) {
	err = s.store.Write(ctx, func(t store.Tables) error {
		if kept, err = t.Items.Get(ctx, id); err != nil {
			return err
		}
		left, ok := kept.Value.Spend()
		if !ok {
			return input.Fault("count", "There is none of “%s” left to go.", kept.Name)
		}
		kept, err = t.Items.Change(ctx, id, kept.Version, nil, &left, s.now())
		return err
	})
	return kept, err
}

// DeleteItem takes an item out of the box as a whole.
func (s *Service) DeleteItem(ctx context.Context, id int64) error {
	return s.store.Items.Delete(ctx, id, s.now())
}

// RestoreItem puts an item that was taken out back.
func (s *Service) RestoreItem(ctx context.Context, id int64) (store.Kept[box.Item], error) {
	return s.store.Items.Restore(ctx, id)
}

// BoxItems is everything in the box, in its order, as it goes out.
func (s *Service) BoxItems(ctx context.Context) ([]box.Item, error) {
	kept, err := s.Items(ctx)
	out := make([]box.Item, len(kept))
	for i, k := range kept {
		out[i] = k.Value
	}
	return out, err
}
