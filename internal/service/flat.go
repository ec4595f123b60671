package service

import (
	"context"

	"dunvel/internal/exchange/flat"
	"dunvel/internal/store"
)

// Flat is everything of setups, drop-tests or plans as rows of cells, the headers first. The error is
// store.ErrNotFound where there is no table called so.
func (s *Service) Flat(ctx context.Context, table string) ([][]string, error) {
	switch table {
	case "setups":
		kept, err := s.Setups.List(ctx)
		return rowsOf(flat.Setups(), kept), err
	case "drop-tests":
		kept, err := s.DropTests.List(ctx)
		return rowsOf(flat.Tests(), kept), err
	case "plans":
		kept, err := s.Plans.List(ctx)
		var stops []store.Kept[flat.Stop]
		for _, k := range kept {
			for _, stop := range flat.Stops(k.Value) {
				stops = append(stops, store.Kept[flat.Stop]{Name: k.Name, Value: stop})
			}
		}
		return rowsOf(flat.Plans(), stops), err
	}
	return nil, store.ErrNotFound
}

func rowsOf[T any](table flat.Table[T], kept []store.Kept[T]) [][]string {
	out := [][]string{table.Headers()}
	for _, k := range kept {
		out = append(out, table.Row(k.Name, k.Value))
	}
	return out
}
