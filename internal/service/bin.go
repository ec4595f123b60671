package service

import (
	"context"
	"time"

	"dunvel/internal/store"
)

// binned is how long what was deleted can be put back.
const binned = 30 * 24 * time.Hour

// Bin is what was deleted in the last thirty days, the last first.
func (s *Service) Bin(ctx context.Context) (out []store.Binned, err error) {
	return out, s.store.Read(ctx, func(t store.Tables) error {
		out, err = t.Bin(ctx, s.now().Add(-binned))
		return err
	})
}

// PutBack puts something that was deleted back where it was. The error is store.ErrNotFound where nothing
// of the kind was.
func (s *Service) PutBack(ctx context.Context, table string, id int64) error {
	put, ok := map[string]func() error{
		"setup":     func() error { _, err := s.Setups.Restore(ctx, id); return err },
		"programme": func() error { _, err := s.Programmes.Restore(ctx, id); return err },
		"plan":      func() error { _, err := s.Plans.Restore(ctx, id); return err },
		"drop_test": func() error { _, err := s.DropTests.Restore(ctx, id); return err },
		"track":     func() error { _, err := s.RestoreTrack(ctx, id); return err },
		"item":      func() error { _, err := s.RestoreItem(ctx, id); return err },
		"place":     func() error { _, err := s.RestorePlace(ctx, id, nil); return err },
		"trip":      func() error { _, err := s.RestoreTrip(ctx, id); return err },
		"event":     func() error { _, err := s.RestoreEvent(ctx, id); return err },
	}[table]
	if !ok {
		return store.ErrNotFound
	}
	return put()
}
