// Package store keeps setups, programmes, plans, the box, drop tests, rounds of practice and the log
// in SQLite. It knows no rules of the job: what it is given is valid.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"

	"dunvel/core/boat"
	"dunvel/core/box"
	"dunvel/core/day"
	"dunvel/core/droptest"
	"dunvel/core/logbook"
	"dunvel/core/own"
	"dunvel/core/practice"
	"dunvel/core/setup"
	"dunvel/core/technique"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver "sqlite"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Tables are the kinds of things that are kept.
type Tables struct {
	Setups     *Shelf[setup.Setup]
	Programmes *Shelf[technique.Programme]
	Plans      *Shelf[day.Plan]
	Items      *Shelf[box.Item]
	DropTests  *Shelf[droptest.Test]
	Rounds     *Shelf[practice.Played]
	Trips      *Shelf[logbook.Trip]
	Places     *Shelf[logbook.Place]
	Tracks     *Shelf[boat.Track]
	Devices    *Shelf[Device]
	Own        *Shelf[own.Preferences] // one entry
	Events     *Events

	db source
}

// Store is an open database. It is safe for concurrent use.
type Store struct {
	Tables
	Copies *Copies

	db    *database
	lock  *flock.Flock // nil of one that is only read
	alone bool
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
// there, checks that it is whole, and brings it to the newest version. Errors:
// ErrDamaged, ErrEmpty where nothing is in a file that has copies, ErrNewer, ErrBusy,
// ErrDenied, ErrFull.
func Open(ctx context.Context, path string) (*Store, error) {
	copies := &Copies{path: path, folder: filepath.Join(filepath.Dir(path), "copies")}
	if err := os.MkdirAll(filepath.Dir(path), 0o700); err != nil {
		return nil, fmt.Errorf("%w: %w", ErrDenied, err)
	}
	lock, alone, err := lockFile(path)
	if err != nil {
		return nil, err
	}
	db, err := openAndCheck(ctx, path, copies, alone)
	if err != nil {
		return nil, errors.Join(err, lock.Close())
	}
	s := newStore(db, copies)
	s.lock, s.alone = lock, alone
	return s, nil
}

// openAndCheck opens a database that is whole, and brings it to the newest version.
func openAndCheck(ctx context.Context, path string, copies *Copies, alone bool) (*sqlx.DB, error) {
	if err := prepareFile(path, copies, alone); err != nil {
		return nil, err
	}
	// A write takes its lock at once, waits up to 5 s for it and is on the
	// disk when it is acknowledged.
	db, err := sqlx.Open("sqlite", address(path, "_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=foreign_keys(1)&_txlock=immediate"))
	if err != nil {
		return nil, fmt.Errorf("store: open %s: %w", path, err)
	}
	if err := check(ctx, db); err != nil {
		return nil, errors.Join(err, db.Close())
	}
	if _, err := versionOf(ctx, db); err != nil {
		return nil, errors.Join(err, db.Close())
	}
	if err := migrate(ctx, db); err != nil {
		return nil, errors.Join(fmt.Errorf("store: open %s: %w", path, err), db.Close())
	}
	return db, nil
}

// OpenToRead opens a database file that is there, and writes nothing to it or beside it:
// it may stand where nothing can be written, and a server may run on it. Errors:
// ErrNotFound, ErrDamaged, ErrEmpty, ErrNewer, ErrOlder, ErrBusy, ErrDenied.
func OpenToRead(ctx context.Context, path string) (*Store, error) {
	if _, err := os.Stat(path); errors.Is(err, os.ErrNotExist) {
		return nil, fmt.Errorf("%w: %s", ErrNotFound, path)
	}
	how := "mode=ro&_pragma=busy_timeout(5000)"
	if _, err := os.Stat(path + "-wal"); err != nil {
		how += "&immutable=1" // nobody has it open, and nothing need stand beside it
	}
	db, err := sqlx.Open("sqlite", address(path, how))
	if err != nil {
		return nil, fmt.Errorf("store: open %s: %w", path, err)
	}
	if err := checkToRead(ctx, db); err != nil {
		return nil, errors.Join(err, db.Close())
	}
	return newStore(db, &Copies{path: path, folder: filepath.Join(filepath.Dir(path), "copies")}), nil
}

// checkToRead is nil where a database is whole and of the newest version.
func checkToRead(ctx context.Context, db *sqlx.DB) error {
	if err := check(ctx, db); err != nil {
		return err
	}
	switch version, err := versionOf(ctx, db); {
	case err != nil:
		return err
	case version == 0:
		return ErrEmpty
	case version < newestVersion():
		return fmt.Errorf("%w: its tables are of version %d, not %d", ErrOlder, version, newestVersion())
	}
	return nil
}

func newStore(db *sqlx.DB, copies *Copies) *Store {
	kept := &database{DB: db}
	s := &Store{Tables: newTables(kept, &remembered{}), Copies: copies, db: kept}
	s.Copies.store = s
	return s
}

func newTables(db source, events *remembered) Tables {
	return Tables{
		Setups:     &Shelf[setup.Setup]{db, "setup", setup.Default},
		Programmes: &Shelf[technique.Programme]{db, "programme", func() technique.Programme { return technique.Programme{} }},
		Devices:    &Shelf[Device]{db, "device", func() Device { return Device{} }},
		Own:        &Shelf[own.Preferences]{db, "preference", func() own.Preferences { return own.Preferences{} }},
		Tracks:     &Shelf[boat.Track]{db, "track", func() boat.Track { return boat.Track{} }},
		Plans:      &Shelf[day.Plan]{db, "plan", func() day.Plan { return day.Plan{} }},
		Items:      &Shelf[box.Item]{db, "item", func() box.Item { return box.Item{} }},
		DropTests:  &Shelf[droptest.Test]{db, "drop_test", func() droptest.Test { return droptest.Test{Setup: setup.Default()} }},
		Rounds:     &Shelf[practice.Played]{db, "round", func() practice.Played { return practice.Played{} }},
		Trips:      &Shelf[logbook.Trip]{db, "trip", func() logbook.Trip { return logbook.Trip{} }},
		Places:     &Shelf[logbook.Place]{db, "place", func() logbook.Place { return logbook.Place{} }},
		Events:     &Events{db, events},
		db:         db,
	}
}

// prepareFile makes the file, which nobody else reads, and takes away what a copy left
// that was not finished, unless another process may be making it. An empty file beside
// copies is not begun anew: ErrEmpty.
func prepareFile(path string, copies *Copies, alone bool) error {
	halves, err := filepath.Glob(filepath.Join(copies.folder, "*"+halfMade))
	if err != nil {
		return fmt.Errorf("store: %w", err)
	}
	for _, half := range halves {
		if alone {
			_ = os.Remove(half) // it is in nobody's way
		}
	}
	info, err := os.Stat(path)
	switch {
	case errors.Is(err, os.ErrNotExist):
		err = os.WriteFile(path, nil, 0o600)
	case err == nil && info.Size() == 0:
		if _, waiting := os.Stat(path + "-wal"); waiting != nil {
			if all, err := copies.List(); err != nil || len(all) > 0 {
				return errors.Join(ErrEmpty, err)
			}
		}
	case err == nil && info.Mode().Perm()&0o077 != 0:
		_ = os.Chmod(path, 0o600) // as far as it is ours
	}
	if err != nil {
		return fmt.Errorf("%w: %w", ErrDenied, err)
	}
	return nil
}

// newestVersion is that of the newest tables known.
func newestVersion() int64 {
	files, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		return 0
	}
	var newest int64
	for _, f := range files {
		if n, err := goose.NumericComponent(f); err == nil {
			newest = max(newest, n)
		}
	}
	return newest
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
func (s *Store) Close() error {
	err := s.db.Close()
	if s.lock != nil {
		err = errors.Join(err, s.lock.Close())
	}
	return err
}
