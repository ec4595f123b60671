package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"dunvel/core/logbook"
	"dunvel/core/logbook/snags"
	"dunvel/internal/store/database"

	"github.com/jmoiron/sqlx"
)

// Events keeps what happened on trips, each event once by its key.
type Events struct {
	db         source
	remembered *remembered
}

// KeptEvent is an event that is kept. Version grows by one with every change. Spent is
// the item of the box that it was taken from, 0 for none.
type KeptEvent struct {
	ID      int64
	Trip    int64
	Version int64
	Spent   int64
	Event   logbook.Event
}

type eventRow struct {
	ID      int64  `db:"id"`
	Trip    int64  `db:"trip"`
	Version int64  `db:"version"`
	Spent   int64  `db:"spent"`
	Body    string `db:"body"`
}

const eventColumns = "id, trip, version, coalesce(spent, 0) AS spent, body"

func (r eventRow) kept() (KeptEvent, error) {
	out := KeptEvent{ID: r.ID, Trip: r.Trip, Version: r.Version, Spent: r.Spent}
	if err := Decode("event", r.Body, &out.Event); err != nil {
		return KeptEvent{}, fmt.Errorf("event %d: %w", r.ID, err)
	}
	return out, nil
}

// Added is an event that was to be added, as it is kept; Fresh is false where
// one with its key was there before, which then stays as it is.
type Added struct {
	KeptEvent
	Fresh bool
}

// Add keeps events of a trip, all of them or none, each once by its key.
// Errors: ErrNotFound where there is no such trip.
func (s *Events) Add(ctx context.Context, trip int64, events []logbook.Event, now time.Time) ([]Added, error) {
	var out []Added
	err := s.db.Write(ctx, func(tx *sqlx.Tx) (err error) {
		out, err = addEvents(ctx, tx, trip, events, now)
		return err
	})
	if err != nil {
		return nil, err
	}
	return out, nil
}

func addEvents(ctx context.Context, tx *sqlx.Tx, trip int64, events []logbook.Event, now time.Time) ([]Added, error) {
	var there bool
	if err := tx.GetContext(ctx, &there, "SELECT EXISTS (SELECT 1 FROM trip WHERE id = ? AND deleted IS NULL)",
		trip); err != nil {
		return nil, fmt.Errorf("store: %w", err)
	}
	if !there {
		return nil, ErrNotFound
	}
	insert, err := tx.PreparexContext(ctx,
		"INSERT INTO event (key, trip, time, kind, body, created, updated) VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT "+
			"(key) DO NOTHING RETURNING "+eventColumns)
	if err != nil {
		return nil, database.Named(err)
	}
	defer func() { _ = insert.Close() }()
	out := make([]Added, len(events))
	for i, e := range events {
		body, err := written("event", e)
		if err != nil {
			return nil, err
		}
		var r eventRow
		err = insert.GetContext(ctx, &r, e.Key, trip, Time{e.Time}, e.Kind, body, Time{now}, Time{now})
		out[i].Fresh = err == nil
		if errors.Is(err, sql.ErrNoRows) {
			err = tx.GetContext(ctx, &r, "SELECT "+eventColumns+" FROM event WHERE key = ?", e.Key)
		}
		if err != nil {
			return nil, database.Named(err)
		}
		if out[i].KeptEvent, err = r.kept(); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// Take keeps events of a trip that come from elsewhere, each once by its key, and tells
// nothing of them.
func (s *Events) Take(ctx context.Context, trip int64, events []logbook.Event, now time.Time) error {
	return s.db.Write(ctx, func(tx *sqlx.Tx) error {
		insert, err := tx.PreparexContext(
			ctx, "INSERT INTO event (key, trip, time, kind, body, created, updated) VALUES (?, ?, ?, ?, ?, ?, ?) ON "+
				"CONFLICT (key) DO NOTHING")
		if err != nil {
			return database.Named(err)
		}
		defer func() { _ = insert.Close() }()
		for _, e := range events {
			body, err := written("event", e)
			if err != nil {
				return err
			}
			if _, err := insert.ExecContext(ctx, e.Key, trip, Time{e.Time}, e.Kind, body, Time{now},
				Time{now}); err != nil {
				return database.Named(err)
			}
		}
		return nil
	})
}

// List returns the events of a trip that can be read, in the order in which they happened.
func (s *Events) List(ctx context.Context, trip int64) ([]KeptEvent, error) {
	return s.list(ctx, "SELECT "+eventColumns+" FROM event WHERE trip = ? AND deleted IS NULL ORDER BY time, id", trip)
}

// All returns the events of all trips that are there, trip by trip. Nobody may change the list.
func (s *Events) All(ctx context.Context) ([]KeptEvent, error) {
	if tx, ok := s.db.(within); !ok || !tx.still {
		return s.all(ctx)
	}
	// Of one revision they are the same, whoever reads them at one moment.
	revision, err := database.RevisionOf(ctx, s.db)
	if err != nil {
		return nil, err
	}
	return s.remembered.whole(revision, func() ([]KeptEvent, error) { return s.all(ctx) })
}

func (s *Events) all(ctx context.Context) ([]KeptEvent, error) {
	return s.list(ctx, "SELECT "+eventColumns+
		" FROM event WHERE deleted IS NULL AND trip IN (SELECT id FROM trip WHERE deleted IS NULL) ORDER BY trip, "+
		"time, id")
}

func (s *Events) list(ctx context.Context, query string, args ...any) ([]KeptEvent, error) {
	found, err := s.db.QueryxContext(ctx, query, args...)
	if err != nil {
		return nil, fmt.Errorf("store: events: %w", err)
	}
	defer func() { _ = found.Close() }()
	var rows []eventRow
	for found.Next() {
		var r eventRow
		if err := found.Scan(&r.ID, &r.Trip, &r.Version, &r.Spent, &r.Body); err != nil {
			return nil, fmt.Errorf("store: events: %w", err)
		}
		rows = append(rows, r)
	}
	if err := found.Err(); err != nil {
		return nil, fmt.Errorf("store: events: %w", err)
	}
	return s.remembered.read(ctx, rows)
}

// Counts returns how many events of each kind there are, by trip.
func (s *Events) Counts(ctx context.Context) (map[int64]map[string]int, error) {
	var rows []struct {
		Trip  int64  `db:"trip"`
		Kind  string `db:"kind"`
		Count int    `db:"count"`
	}
	if err := s.db.SelectContext(ctx, &rows,
		"SELECT trip, kind, count(*) AS count FROM event WHERE deleted IS NULL GROUP BY trip, kind"); err != nil {
		return nil, fmt.Errorf("store: events: %w", err)
	}
	out := map[int64]map[string]int{}
	for _, r := range rows {
		if out[r.Trip] == nil {
			out[r.Trip] = map[string]int{}
		}
		out[r.Trip][r.Kind] = r.Count
	}
	return out, nil
}

// Fished adds up how each kind of bed was fished with each kind of heads on the trips that are there, in
// conditions that are known.
func (s *Events) Fished(ctx context.Context) ([]snags.Fished, error) {
	var out []snags.Fished
	err := s.db.SelectContext(ctx, &out, `SELECT bed, shape, guard, sum(kind = ?1) AS casts, sum(kind = ?2) AS lost,
		coalesce(sum(snags) FILTER (WHERE kind = ?1), 0) AS snags
		FROM event INDEXED BY event_fished WHERE deleted IS NULL AND kind IN (?1, ?2) AND snags > 0 AND bed <> ''
		AND trip IN (SELECT id FROM trip WHERE deleted IS NULL) GROUP BY bed, shape, guard`,
		logbook.Splash, logbook.Lost)
	if err != nil {
		return nil, fmt.Errorf("store: events: %w", err)
	}
	return out, nil
}

// Held adds up how many bites there were on each point of the hook, and how many of them were landed. A
// bite before a fish of the same cast is that fish.
func (s *Events) Held(ctx context.Context) ([]snags.Held, error) {
	var out []snags.Held
	err := s.db.SelectContext(ctx, &out, `WITH takes AS (
		SELECT kind, point, lead(kind) OVER (PARTITION BY trip, rod ORDER BY time, id) AS next
		FROM event INDEXED BY event_held
		WHERE deleted IS NULL AND kind IN (?1, ?2, ?3) AND trip IN (SELECT id FROM trip WHERE deleted IS NULL))
		SELECT point, sum(kind = ?3 OR next IS NOT ?3) AS takes, sum(kind = ?3) AS landed FROM takes
		WHERE kind IN (?2, ?3) AND point <> '' GROUP BY point ORDER BY point`,
		logbook.Splash, logbook.Bite, logbook.Fish)
	if err != nil {
		return nil, fmt.Errorf("store: events: %w", err)
	}
	return out, nil
}

// Get returns an event that is there, or ErrNotFound.
func (s *Events) Get(ctx context.Context, id int64) (KeptEvent, error) {
	return s.one(ctx, s.db, "SELECT "+eventColumns+" FROM event WHERE id = ? AND deleted IS NULL", id)
}

// Deleted returns an event that was taken off the list, or ErrNotFound.
func (s *Events) Deleted(ctx context.Context, id int64) (KeptEvent, error) {
	return s.one(ctx, s.db, "SELECT "+eventColumns+" FROM event WHERE id = ? AND deleted IS NOT NULL", id)
}

// Spend notes from which item of the box an event was taken, 0 for none.
func (s *Events) Spend(ctx context.Context, id, item int64) error {
	_, err := s.changed(ctx, "UPDATE event SET spent = nullif(?, 0) WHERE id = ? RETURNING "+eventColumns, item, id)
	return err
}

// Change sets an event anew, if it still has the given version and is still the one of its
// key: after going back to a copy its id may be another's. Errors: ErrNotFound, ErrConflict.
func (s *Events) Change(ctx context.Context, id, version int64, e logbook.Event, now time.Time) (KeptEvent, error) {
	body, err := written("event", e)
	if err != nil {
		return KeptEvent{}, err
	}
	kept, err := s.changed(ctx, "UPDATE event SET time = ?, kind = ?, body = ?, updated = ?, version = version + 1 "+
		"WHERE id = ? AND version = ? AND key = ? AND deleted IS NULL RETURNING "+eventColumns,
		Time{e.Time}, e.Kind, body, Time{now}, id, version, e.Key)
	if errors.Is(err, ErrNotFound) {
		if _, err := s.Get(ctx, id); err == nil {
			return KeptEvent{}, ErrConflict
		}
	}
	return kept, err
}

// Delete takes an event off the list, or returns ErrNotFound.
func (s *Events) Delete(ctx context.Context, id int64, now time.Time) (KeptEvent, error) {
	return s.changed(ctx, "UPDATE event SET deleted = ? WHERE id = ? AND deleted IS NULL RETURNING "+eventColumns,
		Time{now}, id)
}

// Restore puts a deleted event back, or returns ErrNotFound.
func (s *Events) Restore(ctx context.Context, id int64) (KeptEvent, error) {
	return s.changed(ctx, "UPDATE event SET deleted = NULL WHERE id = ? AND deleted IS NOT NULL RETURNING "+
		eventColumns, id)
}

// changed is one event as a statement changes it.
func (s *Events) changed(ctx context.Context, statement string, args ...any) (kept KeptEvent, err error) {
	err = s.db.Write(ctx, func(tx *sqlx.Tx) error {
		kept, err = s.one(ctx, tx, statement, args...)
		return err
	})
	return kept, err
}

func (s *Events) one(ctx context.Context, db sqlx.QueryerContext, query string, args ...any) (KeptEvent, error) {
	var r eventRow
	switch err := sqlx.GetContext(ctx, db, &r, query, args...); {
	case errors.Is(err, sql.ErrNoRows):
		return KeptEvent{}, ErrNotFound
	case err != nil:
		return KeptEvent{}, database.Named(err)
	}
	return r.kept()
}

// Keys are those of all events that are kept, or were.
func (s *Events) Keys(ctx context.Context) (map[string]bool, error) {
	var keys []string
	if err := s.db.SelectContext(ctx, &keys, "SELECT key FROM event"); err != nil {
		return nil, database.Named(err)
	}
	out := make(map[string]bool, len(keys))
	for _, key := range keys {
		out[key] = true
	}
	return out, nil
}
