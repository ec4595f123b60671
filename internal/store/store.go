// Package store keeps setups, programmes, the box, drop tests, rounds of practice and the log in SQLite. It knows no rules of the job: what it
// is given is valid.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"

	"dunvel/core/box"
	"dunvel/core/measure"
	"dunvel/core/practice"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/trip"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver "sqlite"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is an open database. It is safe for concurrent use.
type Store struct {
	Setups     *Shelf[setup.Setup]
	Programmes *Shelf[technique.Programme]
	Items      *Shelf[box.Item]
	DropTests  *Shelf[measure.Test]
	Rounds     *Shelf[practice.Played]
	Trips      *Shelf[trip.Trip]
	Places     *Shelf[trip.Place]
	Events     *Events
	Copies     *Copies

	db *sqlx.DB
}

// Errors that callers tell apart.
var (
	ErrNotFound = errors.New("store: no such entry")
	ErrConflict = errors.New("store: it was changed in the meantime")
	ErrNameUsed = errors.New("store: the name is used already")
)

// RowError is the row of several that cannot be kept, and why.
type RowError struct {
	Row  int
	Name string
	Err  error
}

func (e *RowError) Error() string { return fmt.Sprintf("store: row %d, %s: %v", e.Row, e.Name, e.Err) }
func (e *RowError) Unwrap() error { return e.Err }

// Open opens the database file at path, makes it with its folder if it is not
// there, checks that it is whole, and brings it to the newest version. The error
// is ErrDamaged where it is not whole.
func Open(ctx context.Context, path string) (*Store, error) {
	if err := os.MkdirAll(filepath.Dir(path), 0o700); err != nil {
		return nil, fmt.Errorf("store: %w", err)
	}
	// A write takes its lock at once, waits up to 5 s for it and is on the
	// disk when it is acknowledged.
	dsn := "file:" + path + "?_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=foreign_keys(1)&_txlock=immediate"
	db, err := sqlx.Open("sqlite", dsn)
	if err != nil {
		return nil, fmt.Errorf("store: open %s: %w", path, err)
	}
	if err := check(ctx, db); err != nil {
		return nil, errors.Join(err, db.Close())
	}
	if err := migrate(ctx, db); err != nil {
		return nil, errors.Join(fmt.Errorf("store: open %s: %w", path, err), db.Close())
	}
	s := &Store{
		Setups:     &Shelf[setup.Setup]{db, "setup", setup.Default},
		Programmes: &Shelf[technique.Programme]{db, "programme", func() technique.Programme { return technique.Programme{} }},
		Items:      &Shelf[box.Item]{db, "item", func() box.Item { return box.Item{} }},
		DropTests:  &Shelf[measure.Test]{db, "drop_test", func() measure.Test { return measure.Test{Setup: setup.Default()} }},
		Rounds:     &Shelf[practice.Played]{db, "round", func() practice.Played { return practice.Played{} }},
		Trips:      &Shelf[trip.Trip]{db, "trip", func() trip.Trip { return trip.Trip{} }},
		Places:     &Shelf[trip.Place]{db, "place", func() trip.Place { return trip.Place{} }},
		Events:     &Events{db},
		db:         db,
	}
	s.Copies = &Copies{s, path, filepath.Join(filepath.Dir(path), "copies")}
	return s, nil
}

func migrate(ctx context.Context, db *sqlx.DB) error {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectSQLite3, db.DB, files)
	if err != nil {
		return err
	}
	_, err = provider.Up(ctx)
	return err
}

// Close closes the database.
func (s *Store) Close() error { return s.db.Close() }
