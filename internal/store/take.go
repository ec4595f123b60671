package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"dunvel/core/trip"

	"github.com/jmoiron/sqlx"
)

// Take keeps trips that come from elsewhere with what happened on them, all or
// nothing: a trip goes by its name, an event by its key. It returns how many
// trips and events are new.
func (s *Store) Take(ctx context.Context, logs []trip.Log, now time.Time) (trips, events int, err error) {
	err = s.db.write(ctx, func(tx *sqlx.Tx) error {
		for _, l := range logs {
			made, added, err := takeTrip(ctx, tx, l, now)
			if err != nil {
				return fmt.Errorf("store: %s: %w", l.Name, err)
			}
			if made {
				trips++
			}
			events += added
		}
		return nil
	})
	if err != nil {
		return 0, 0, err
	}
	return trips, events, nil
}

// takeTrip keeps a trip unless there is one of its name, and the events that are not
// there.
func takeTrip(ctx context.Context, tx *sqlx.Tx, l trip.Log, now time.Time) (made bool, events int, err error) {
	var id int64
	name := fit(l.Name, "")
	err = tx.GetContext(ctx, &id, "SELECT id FROM trip WHERE name = ? AND deleted IS NULL", name)
	if made = errors.Is(err, sql.ErrNoRows); made {
		body, err := written("trip", l.Trip)
		if err != nil {
			return false, 0, err
		}
		if err := tx.GetContext(ctx, &id, "INSERT INTO trip (name, body, created, updated) VALUES (?, ?, ?, ?) RETURNING id", name, body, Time{now}, Time{now}); err != nil {
			return false, 0, err
		}
	} else if err != nil {
		return false, 0, err
	}
	added, err := addEvents(ctx, tx, id, l.Events, now)
	for _, a := range added {
		if a.Fresh {
			events++
		}
	}
	return made, events, err
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
