package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"dunvel/internal/store/database"

	"github.com/jmoiron/sqlx"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// MaxName is the longest name of anything kept, in characters.
const MaxName = 80

// Shelf keeps values of one kind, each under a name of its own, in a table of
// its own.
type Shelf[T any] struct {
	db      source
	table   string
	initial func() T // what a value kept by an older version lacks stays as in this
}

// Kept is a value on a shelf. Version grows by one with every change.
type Kept[T any] struct {
	ID      int64
	Version int64
	Name    string
	Value   T
	Created time.Time
	Updated time.Time
}

type row struct {
	ID      int64  `db:"id"`
	Version int64  `db:"version"`
	Name    string `db:"name"`
	Body    string `db:"body"`
	Created string `db:"created"`
	Updated string `db:"updated"`
}

const columns = "id, version, name, body, created, updated"

// times are when an entry was made and changed last.
func (r row) times() (created, updated time.Time, err error) {
	var c, u Time
	err = errors.Join(c.Scan(r.Created), u.Scan(r.Updated))
	return c.Time, u.Time, err
}

func (s *Shelf[T]) kept(r row) (Kept[T], error) {
	created, updated, err := r.times()
	if err != nil {
		return Kept[T]{}, fmt.Errorf("%w: %s %d: %w", ErrUnreadable, s.table, r.ID, err)
	}
	out := Kept[T]{r.ID, r.Version, r.Name, s.initial(), created, updated}
	if err := Decode(s.table, r.Body, &out.Value); err != nil {
		return Kept[T]{}, fmt.Errorf("%s %d: %w", s.table, r.ID, err)
	}
	return out, nil
}

// List returns everything on the shelf that can be read, by name; see Tables.Unreadable
// for the rest.
func (s *Shelf[T]) List(ctx context.Context) ([]Kept[T], error) {
	var rows []row
	if err := s.db.SelectContext(ctx, &rows, "SELECT "+columns+" FROM "+s.table+
		" WHERE deleted IS NULL ORDER BY name COLLATE NOCASE, id"); err != nil {
		return nil, database.Named(err)
	}
	out := make([]Kept[T], 0, len(rows))
	for _, r := range rows {
		k, err := s.kept(r)
		switch {
		case unreadable(err):
		case err != nil:
			return nil, err
		default:
			out = append(out, k)
		}
	}
	return out, nil
}

// Named returns the entry of a name, or ErrNotFound.
func (s *Shelf[T]) Named(ctx context.Context, name string) (Kept[T], error) {
	return s.one(ctx, s.db, "SELECT "+columns+" FROM "+s.table+" WHERE name = ? AND deleted IS NULL", name)
}

// Get returns one entry on the shelf, or ErrNotFound.
func (s *Shelf[T]) Get(ctx context.Context, id int64) (Kept[T], error) {
	return s.one(ctx, s.db, "SELECT "+columns+" FROM "+s.table+" WHERE id = ? AND deleted IS NULL", id)
}

// Create keeps a value under a name, or returns ErrNameUsed.
func (s *Shelf[T]) Create(ctx context.Context, name string, value T, now time.Time) (Kept[T], error) {
	kept, err := s.CreateAll(ctx, []string{name}, []T{value}, now)
	var row *RowError
	switch {
	case errors.As(err, &row):
		return Kept[T]{}, row.Err
	case err != nil:
		return Kept[T]{}, err
	}
	return kept[0], nil
}

// CreateAll keeps values, each under a name, all of them or none. What goes
// wrong with one of them is a *RowError.
func (s *Shelf[T]) CreateAll(ctx context.Context, names []string, values []T, now time.Time) ([]Kept[T], error) {
	return s.createAll(ctx, names, values, now, func(_ *sqlx.Tx, name string) (string, error) { return name, nil })
}

// AddAll is CreateAll under names that are numbered where they are used already.
func (s *Shelf[T]) AddAll(ctx context.Context, names []string, values []T, now time.Time) ([]Kept[T], error) {
	return s.createAll(ctx, names, values, now, func(tx *sqlx.Tx, name string) (string, error) {
		return freeName(ctx, tx, s.table, name, "", 0)
	})
}

// Add keeps a value under a name, numbered where it is used already.
func (s *Shelf[T]) Add(ctx context.Context, name string, value T, now time.Time) (Kept[T], error) {
	kept, err := s.AddAll(ctx, []string{name}, []T{value}, now)
	if err != nil {
		return Kept[T]{}, err
	}
	return kept[0], nil
}

func (s *Shelf[T]) createAll(ctx context.Context, names []string, values []T, now time.Time,
	called func(tx *sqlx.Tx, name string) (string, error)) ([]Kept[T], error) {
	out := make([]Kept[T], len(values))
	err := s.db.Write(ctx, func(tx *sqlx.Tx) error {
		for i, value := range values {
			text, err := written(s.table, value)
			if err != nil {
				return err
			}
			name, err := called(tx, names[i])
			if err != nil {
				return err
			}
			if out[i], err = s.one(ctx, tx, "INSERT INTO "+s.table+
				" (name, body, created, updated) VALUES (?, ?, ?, ?) RETURNING "+columns,
				name, text, Time{now}, Time{now}); err != nil {
				return &RowError{i, names[i], err}
			}
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	return out, nil
}

// Change sets a new name and a new value where they are not nil, if the entry
// still has the given version. Errors: ErrNotFound, ErrConflict, ErrNameUsed.
func (s *Shelf[T]) Change(ctx context.Context, id, version int64, name *string, value *T,
	now time.Time) (Kept[T], error) {
	var text *string
	if value != nil {
		b, err := written(s.table, value)
		if err != nil {
			return Kept[T]{}, err
		}
		text = &b
	}
	changed, err := s.changed(ctx, "UPDATE "+s.table+`
		SET name = coalesce(?, name), body = coalesce(?, body), updated = ?, version = version + 1
		WHERE id = ? AND version = ? AND deleted IS NULL RETURNING `+columns, name, text, Time{now}, id, version)
	if errors.Is(err, ErrNotFound) {
		if _, err := s.Get(ctx, id); err == nil {
			return Kept[T]{}, ErrConflict
		}
	}
	return changed, err
}

// FreeName is a name, numbered where another entry than except has it.
func (s *Shelf[T]) FreeName(ctx context.Context, name string, except int64) (string, error) {
	return freeName(ctx, s.db, s.table, name, "", except)
}

// Delete takes an entry off the shelf, or returns ErrNotFound.
func (s *Shelf[T]) Delete(ctx context.Context, id int64, now time.Time) error {
	_, err := s.changed(ctx, "UPDATE "+s.table+" SET deleted = ? WHERE id = ? AND deleted IS NULL RETURNING "+columns,
		Time{now}, id)
	return err
}

// Restore puts a deleted entry back; one that is there stays. If its name has
// been given to another one by now it gets a free one.
func (s *Shelf[T]) Restore(ctx context.Context, id int64) (Kept[T], error) {
	return s.underFreeName(ctx, id, "", func(tx *sqlx.Tx, name string) (Kept[T], error) {
		return s.one(ctx, tx, "UPDATE "+s.table+" SET deleted = NULL, name = ? WHERE id = ? RETURNING "+
			columns, name, id)
	})
}

// Duplicate keeps a copy of an entry on the shelf under a free name.
func (s *Shelf[T]) Duplicate(ctx context.Context, id int64, now time.Time) (Kept[T], error) {
	if _, err := s.Get(ctx, id); err != nil {
		return Kept[T]{}, err
	}
	return s.underFreeName(ctx, id, " (copy)", func(tx *sqlx.Tx, name string) (Kept[T], error) {
		return s.one(ctx, tx, "INSERT INTO "+s.table+" (name, body, created, updated) SELECT ?, body, ?, ? FROM "+
			s.table+" WHERE id = ? RETURNING "+columns,
			name, Time{now}, Time{now}, id)
	})
}

// underFreeName calls keep, within a transaction, with the name of entry id
// and the suffix, numbered if another entry on the shelf has it.
func (s *Shelf[T]) underFreeName(ctx context.Context, id int64, suffix string,
	keep func(tx *sqlx.Tx, name string) (Kept[T], error)) (kept Kept[T], err error) {
	err = s.db.Write(ctx, func(tx *sqlx.Tx) error {
		var wanted string
		if err := tx.GetContext(ctx, &wanted, "SELECT name FROM "+s.table+" WHERE id = ?", id); errors.Is(
			err, sql.ErrNoRows) {
			return ErrNotFound
		} else if err != nil {
			return fmt.Errorf("store: %w", err)
		}
		same := id // it may keep its own name, a copy may not
		if suffix != "" {
			same = 0
		}
		name, err := freeName(ctx, tx, s.table, wanted, suffix, same)
		if err == nil {
			kept, err = keep(tx, name)
		}
		return err
	})
	return kept, err
}

// changed is one entry as a statement changes it.
func (s *Shelf[T]) changed(ctx context.Context, statement string, args ...any) (kept Kept[T], err error) {
	err = s.db.Write(ctx, func(tx *sqlx.Tx) error {
		kept, err = s.one(ctx, tx, statement, args...)
		return err
	})
	return kept, err
}

// freeName is a name with a suffix, numbered where another entry of the table than
// except has it.
func freeName(ctx context.Context, db sqlx.QueryerContext, table, wanted, suffix string, except int64) (string, error) {
	name := fit(wanted, suffix)
	for n := 2; ; n++ {
		var used bool
		if err := sqlx.GetContext(ctx, db, &used, "SELECT EXISTS (SELECT 1 FROM "+table+
			" WHERE name = ? AND deleted IS NULL AND id <> ?)", name, except); err != nil {
			return "", fmt.Errorf("store: %w", err)
		}
		if !used {
			return name, nil
		}
		name = fit(wanted, fmt.Sprintf("%s %d", suffix, n))
	}
}

// fit appends suffix to name, shortened so that both fit.
func fit(name, suffix string) string {
	runes := []rune(name)
	if room := MaxName - len([]rune(suffix)); len(runes) > room {
		runes = runes[:room]
	}
	return string(runes) + suffix
}

// one runs a statement that returns one entry.
func (s *Shelf[T]) one(ctx context.Context, db sqlx.QueryerContext, query string, args ...any) (Kept[T], error) {
	var r row
	err := sqlx.GetContext(ctx, db, &r, query, args...)
	var failure *sqlite.Error
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return Kept[T]{}, ErrNotFound
	case errors.As(err, &failure) && failure.Code() == sqlite3.SQLITE_CONSTRAINT_UNIQUE:
		return Kept[T]{}, ErrNameUsed
	case err != nil:
		return Kept[T]{}, database.Named(err)
	}
	return s.kept(r)
}
