package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"dunvel/core/setup"

	"github.com/jmoiron/sqlx"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// MaxName is the longest name of a setup, in characters.
const MaxName = 80

// Setup is a kept setup. Version grows by one with every change.
type Setup struct {
	ID      int64
	Version int64
	Name    string
	Setup   setup.Setup
	Created time.Time
	Updated time.Time
}

type setupRow struct {
	ID      int64  `db:"id"`
	Version int64  `db:"version"`
	Name    string `db:"name"`
	Body    string `db:"body"`
	Created Time   `db:"created"`
	Updated Time   `db:"updated"`
}

const setupColumns = "id, version, name, body, created, updated"

func (r setupRow) setup() (Setup, error) {
	// A body kept by an older version lacks what came later: that stays as in
	// the default.
	out := Setup{r.ID, r.Version, r.Name, setup.Default(), r.Created.Time, r.Updated.Time}
	if err := json.Unmarshal([]byte(r.Body), &out.Setup); err != nil {
		return Setup{}, fmt.Errorf("store: setup %d: %w", r.ID, err)
	}
	return out, nil
}

// Setups returns all setups on the list, by name.
func (s *Store) Setups(ctx context.Context) ([]Setup, error) {
	var rows []setupRow
	if err := s.db.SelectContext(ctx, &rows, "SELECT "+setupColumns+" FROM setup WHERE deleted IS NULL ORDER BY name COLLATE NOCASE, id"); err != nil {
		return nil, fmt.Errorf("store: list setups: %w", err)
	}
	out := make([]Setup, len(rows))
	for i, r := range rows {
		var err error
		if out[i], err = r.setup(); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// Setup returns one setup on the list, or ErrNotFound.
func (s *Store) Setup(ctx context.Context, id int64) (Setup, error) {
	return one(ctx, s.db, "SELECT "+setupColumns+" FROM setup WHERE id = ? AND deleted IS NULL", id)
}

// CreateSetup keeps a setup under a name, or returns ErrNameUsed.
func (s *Store) CreateSetup(ctx context.Context, name string, body setup.Setup, now time.Time) (Setup, error) {
	text, err := json.Marshal(body)
	if err != nil {
		return Setup{}, fmt.Errorf("store: %w", err)
	}
	return one(ctx, s.db, "INSERT INTO setup (name, body, created, updated) VALUES (?, ?, ?, ?) RETURNING "+setupColumns,
		name, string(text), Time{now}, Time{now})
}

// ChangeSetup sets a new name and new values where they are not nil, if the
// setup still has the given version. Errors: ErrNotFound, ErrConflict,
// ErrNameUsed.
func (s *Store) ChangeSetup(ctx context.Context, id, version int64, name *string, body *setup.Setup, now time.Time) (Setup, error) {
	var text *string
	if body != nil {
		b, err := json.Marshal(body)
		if err != nil {
			return Setup{}, fmt.Errorf("store: %w", err)
		}
		text = new(string)
		*text = string(b)
	}
	changed, err := one(ctx, s.db, `UPDATE setup SET name = coalesce(?, name), body = coalesce(?, body), updated = ?, version = version + 1
		WHERE id = ? AND version = ? AND deleted IS NULL RETURNING `+setupColumns, name, text, Time{now}, id, version)
	if errors.Is(err, ErrNotFound) {
		if _, err := s.Setup(ctx, id); err == nil {
			return Setup{}, ErrConflict
		}
	}
	return changed, err
}

// DeleteSetup takes a setup off the list, or returns ErrNotFound.
func (s *Store) DeleteSetup(ctx context.Context, id int64, now time.Time) error {
	_, err := one(ctx, s.db, "UPDATE setup SET deleted = ? WHERE id = ? AND deleted IS NULL RETURNING "+setupColumns, Time{now}, id)
	return err
}

// RestoreSetup puts a deleted setup back on the list; one that is on it stays
// there. If its name has been given to another one by now it gets a free one.
func (s *Store) RestoreSetup(ctx context.Context, id int64) (Setup, error) {
	return s.underFreeName(ctx, id, "", func(tx *sqlx.Tx, name string) (Setup, error) {
		return one(ctx, tx, "UPDATE setup SET deleted = NULL, name = ? WHERE id = ? RETURNING "+setupColumns, name, id)
	})
}

// DuplicateSetup keeps a copy of a setup on the list under a free name.
func (s *Store) DuplicateSetup(ctx context.Context, id int64, now time.Time) (Setup, error) {
	if _, err := s.Setup(ctx, id); err != nil {
		return Setup{}, err
	}
	return s.underFreeName(ctx, id, " (copy)", func(tx *sqlx.Tx, name string) (Setup, error) {
		return one(ctx, tx, "INSERT INTO setup (name, body, created, updated) SELECT ?, body, ?, ? FROM setup WHERE id = ? RETURNING "+setupColumns,
			name, Time{now}, Time{now}, id)
	})
}

// underFreeName calls keep, within a transaction, with the name of setup id
// and the suffix, numbered if another setup on the list has it.
func (s *Store) underFreeName(ctx context.Context, id int64, suffix string, keep func(tx *sqlx.Tx, name string) (Setup, error)) (Setup, error) {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return Setup{}, fmt.Errorf("store: %w", err)
	}
	defer func() { _ = tx.Rollback() }() // does nothing after Commit
	var wanted string
	if err := tx.GetContext(ctx, &wanted, "SELECT name FROM setup WHERE id = ?", id); errors.Is(err, sql.ErrNoRows) {
		return Setup{}, ErrNotFound
	} else if err != nil {
		return Setup{}, fmt.Errorf("store: %w", err)
	}
	name := fit(wanted, suffix)
	for n := 2; ; n++ {
		var used bool
		if err := tx.GetContext(ctx, &used, "SELECT EXISTS (SELECT 1 FROM setup WHERE name = ? AND deleted IS NULL AND (id <> ? OR ?))", name, id, suffix != ""); err != nil {
			return Setup{}, fmt.Errorf("store: %w", err)
		}
		if !used {
			break
		}
		name = fit(wanted, fmt.Sprintf("%s %d", suffix, n))
	}
	kept, err := keep(tx, name)
	if err != nil {
		return Setup{}, err
	}
	if err := tx.Commit(); err != nil {
		return Setup{}, fmt.Errorf("store: %w", err)
	}
	return kept, nil
}

// fit appends suffix to name, shortened so that both fit.
func fit(name, suffix string) string {
	runes := []rune(name)
	if room := MaxName - len([]rune(suffix)); len(runes) > room {
		runes = runes[:room]
	}
	return string(runes) + suffix
}

// one runs a statement that returns one setup.
func one(ctx context.Context, db sqlx.QueryerContext, query string, args ...any) (Setup, error) {
	var row setupRow
	err := sqlx.GetContext(ctx, db, &row, query, args...)
	var failure *sqlite.Error
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return Setup{}, ErrNotFound
	case errors.As(err, &failure) && failure.Code() == sqlite3.SQLITE_CONSTRAINT_UNIQUE:
		return Setup{}, ErrNameUsed
	case err != nil:
		return Setup{}, fmt.Errorf("store: %w", err)
	}
	return row.setup()
}
