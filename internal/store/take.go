package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"dunvel/core/trip"
)

// Take keeps trips that come from elsewhere with what happened on them, all or
// nothing: a trip goes by its name, an event by its key. It returns how many
// trips and events are new.
func (s *Store) Take(ctx context.Context, logs []trip.Log, now time.Time) (trips, events int, err error) {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return 0, 0, fmt.Errorf("store: %w", err)
	}
	defer func() { _ = tx.Rollback() }() // does nothing after Commit
	for _, l := range logs {
		var id int64
		name := fit(l.Name, "")
		err := tx.GetContext(ctx, &id, "SELECT id FROM trip WHERE name = ? AND deleted IS NULL", name)
		if errors.Is(err, sql.ErrNoRows) {
			body, err := written("trip", l.Trip)
			if err != nil {
				return 0, 0, err
			}
			if err := tx.GetContext(ctx, &id, "INSERT INTO trip (name, body, created, updated) VALUES (?, ?, ?, ?) RETURNING id", name, body, Time{now}, Time{now}); err != nil {
				return 0, 0, fmt.Errorf("store: %s: %w", l.Name, err)
			}
			trips++
		} else if err != nil {
			return 0, 0, fmt.Errorf("store: %s: %w", l.Name, err)
		}
		added, err := addEvents(ctx, tx, id, l.Events, now)
		if err != nil {
			return 0, 0, fmt.Errorf("store: %s: %w", l.Name, err)
		}
		for _, a := range added {
			if a.Fresh {
				events++
			}
		}
	}
	if err := tx.Commit(); err != nil {
		return 0, 0, fmt.Errorf("store: %w", err)
	}
	return trips, events, nil
}

// Keys are those of all events that are kept, or were.
func (s *Events) Keys(ctx context.Context) (map[string]bool, error) {
	var keys []string
	if err := s.db.SelectContext(ctx, &keys, "SELECT key FROM event"); err != nil {
		return nil, fmt.Errorf("store: events: %w", err)
	}
	out := make(map[string]bool, len(keys))
	for _, key := range keys {
		out[key] = true
	}
	return out, nil
}
