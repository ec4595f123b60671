package service

import (
	"context"
	"io"

	"dunvel/core/logbook"
	"dunvel/internal/exchange"
	"dunvel/internal/exchange/geo"
	"dunvel/internal/store"
	"dunvel/internal/store/database"
)

// WriteLog writes the log as a table.
func (s *Service) WriteLog(ctx context.Context, w io.Writer) error {
	logs, err := s.Logs(ctx)
	if err != nil {
		return err
	}
	return exchange.WriteLog(w, logs)
}

// WriteWorkbook writes the log as a workbook.
func (s *Service) WriteWorkbook(ctx context.Context, w io.Writer) error {
	logs, err := s.Logs(ctx)
	if err != nil {
		return err
	}
	return exchange.WriteWorkbook(w, logs)
}

// Places are all places, by name.
func (s *Service) Places(ctx context.Context) ([]store.Kept[logbook.Place], error) {
	return s.store.Places.List(ctx)
}

// WritePlaces writes the places as waypoints.
func (s *Service) WritePlaces(ctx context.Context, w io.Writer) error {
	kept, err := s.Places(ctx)
	if err != nil {
		return err
	}
	points := make([]geo.Waypoint, len(kept))
	for i, k := range kept {
		points[i] = geo.Waypoint{Name: k.Name, Place: k.Value}
	}
	return geo.WriteGPX(w, points, s.now())
}

// Visits are the places with what happened there, and what happened where the instruments had the boat.
func (s *Service) Visits(ctx context.Context) (places []geo.Visited, events []geo.Happened, err error) {
	kept, err := s.Places(ctx)
	if err != nil {
		return nil, nil, err
	}
	logs, err := s.Logs(ctx)
	if err != nil {
		return nil, nil, err
	}
	points := make([]geo.Waypoint, len(kept))
	for i, k := range kept {
		points[i] = geo.Waypoint{Name: k.Name, Place: k.Value}
	}
	places, events = geo.Visits(points, logs)
	return places, events, nil
}

// WriteEverything writes all there is, to be kept elsewhere.
func (s *Service) WriteEverything(ctx context.Context, w io.Writer) error {
	return s.store.Dump(ctx, w, s.now())
}

// Copies are the copies of the database, the latest first.
func (s *Service) Copies() ([]database.Copy, error) { return s.store.Copies.List() }

// MakeCopy makes a copy of the database beside it.
func (s *Service) MakeCopy(ctx context.Context) (database.Copy, error) {
	return s.store.Copies.Make(ctx, s.now())
}

// GoBack makes everything what it was when a copy was made, and returns the copy of how
// it was before that.
func (s *Service) GoBack(ctx context.Context, name string) (database.Copy, error) {
	return s.store.Copies.Restore(ctx, name, s.now())
}

// Unreadable are the entries that are kept and cannot be read.
func (s *Service) Unreadable(ctx context.Context) (out []store.Unreadable, err error) {
	return out, s.store.Read(ctx, func(t store.Tables) error {
		out, err = t.Unreadable(ctx)
		return err
	})
}

// RemoveUnreadable takes an entry that cannot be read off its list.
func (s *Service) RemoveUnreadable(ctx context.Context, table string, id int64) error {
	return s.store.Remove(ctx, table, id, s.now())
}

// PutBackUnreadable puts it back.
func (s *Service) PutBackUnreadable(ctx context.Context, table string, id int64) error {
	return s.store.PutBack(ctx, table, id)
}
