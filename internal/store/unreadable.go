package store

import (
	"context"
	"database/sql"
	"errors"
	"slices"
	"time"

	"dunvel/core/boat"
	"dunvel/core/box"
	"dunvel/core/day"
	"dunvel/core/droptest"
	"dunvel/core/logbook"
	"dunvel/core/own"
	"dunvel/core/practice"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/internal/store/database"

	"github.com/jmoiron/sqlx"
)

// Unreadable is an entry that cannot be read, whatever brought it there. It is on no list.
type Unreadable struct {
	Table string
	ID    int64
	Name  string // of an event its key
	Why   string
}

// unreadable tells whether an entry alone is concerned by an error.
func unreadable(err error) bool {
	return errors.Is(err, ErrUnreadable) || errors.Is(err, database.ErrNewer)
}

// Unreadable returns what is there and cannot be read.
func (t Tables) Unreadable(ctx context.Context) ([]Unreadable, error) {
	out := []Unreadable{}
	for _, table := range append(slices.Clone(shelves), "event") {
		name := "name"
		if table == "event" {
			name = "key"
		}
		var rows []row
		if err := t.db.SelectContext(ctx, &rows, "SELECT id, version, "+name+" AS name, body, created, updated FROM "+
			table+" WHERE deleted IS NULL ORDER BY id"); err != nil {
			return nil, database.Named(err)
		}
		for _, r := range rows {
			if err := reads(table, r); err != nil {
				out = append(out, Unreadable{table, r.ID, r.Name, err.Error()})
			}
		}
	}
	return out, nil
}

// reads is nil where a row of a table can be read.
func reads(table string, r row) error {
	_, _, err := r.times()
	return errors.Join(err, Decode(table, r.Body, blanks[table]()))
}

// Remove takes an entry that cannot be read off its list, or returns ErrNotFound.
func (t Tables) Remove(ctx context.Context, table string, id int64, now time.Time) error {
	return t.mark(ctx, table, id, "UPDATE "+table+" SET deleted = ? WHERE id = ? AND deleted IS NULL", Time{now}, id)
}

// PutBack puts an entry that was removed back, or returns ErrNotFound.
func (t Tables) PutBack(ctx context.Context, table string, id int64) error {
	return t.mark(ctx, table, id, "UPDATE "+table+" SET deleted = NULL WHERE id = ? AND deleted IS NOT NULL", id)
}

func (t Tables) mark(ctx context.Context, table string, id int64, statement string, args ...any) error {
	if table != "event" && !slices.Contains(shelves, table) {
		return ErrNotFound
	}
	return t.db.Write(ctx, func(tx *sqlx.Tx) error {
		var r row
		name := map[bool]string{true: "key", false: "name"}[table == "event"]
		err := tx.GetContext(ctx, &r, "SELECT id, version, "+name+" AS name, body, created, updated FROM "+table+
			" WHERE id = ?", id)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		} else if err != nil {
			return database.Named(err)
		}
		if reads(table, r) == nil {
			return ErrNotFound // it can be read, and goes its own way
		}
		done, err := tx.ExecContext(ctx, statement, args...)
		if err != nil {
			return database.Named(err)
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return errors.Join(ErrNotFound, err)
		}
		return nil
	})
}

// blanks are values of each table, to be read into.
var blanks = map[string]func() any{
	"setup":     func() any { return new(setup.Setup) },
	"programme": func() any { return new(technique.Programme) },
	"plan":      func() any { return new(day.Plan) },
	"item":      func() any { return new(box.Item) },
	"drop_test": func() any { return new(droptest.Test) },
	"round":     func() any { return new(practice.Played) },
	"trip":      func() any { return new(logbook.Trip) },
	"place":     func() any { return new(logbook.Place) },
	"track":     func() any { return new(boat.Track) },

	"preference": func() any { return new(own.Preferences) },
	"event":      func() any { return new(logbook.Event) },
}
