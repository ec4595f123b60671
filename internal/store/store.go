// Package store keeps setups, programmes, plans, the box, drop tests, rounds of practice and the log
// in SQLite. It knows no rules of the job: what it is given is valid.
package store

import (
	"context"
	"errors"
	"fmt"

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
)

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
	Copies *database.Copies

	db *database.Database
}

// Open opens the database file at path, as [database.Open] does.
func Open(ctx context.Context, path string) (*Store, error) { return over(database.Open(ctx, path)) }

// OpenToRead opens a database file that is there and is only read, as [database.OpenToRead] does.
func OpenToRead(ctx context.Context, path string) (*Store, error) {
	return over(database.OpenToRead(ctx, path))
}

// Errors that callers tell apart.
var (
	ErrNotFound = database.ErrNotFound // no such entry
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

// over is the store of a database that was opened.
func over(db *database.Database, err error) (*Store, error) {
	if err != nil {
		return nil, err
	}
	return &Store{Tables: newTables(db, &remembered{}), Copies: db.Copies, db: db}, nil
}

func newTables(db source, events *remembered) Tables {
	return Tables{
		Setups: &Shelf[setup.Setup]{db, "setup", setup.Default},
		Programmes: &Shelf[technique.Programme]{
			db, "programme", func() technique.Programme { return technique.Programme{} }},
		Devices: &Shelf[Device]{db, "device", func() Device { return Device{} }},
		Own:     &Shelf[own.Preferences]{db, "preference", func() own.Preferences { return own.Preferences{} }},
		Tracks:  &Shelf[boat.Track]{db, "track", func() boat.Track { return boat.Track{} }},
		Plans:   &Shelf[day.Plan]{db, "plan", func() day.Plan { return day.Plan{} }},
		Items:   &Shelf[box.Item]{db, "item", func() box.Item { return box.Item{} }},
		DropTests: &Shelf[droptest.Test]{
			db, "drop_test", func() droptest.Test { return droptest.Test{Setup: setup.Default()} }},
		Rounds: &Shelf[practice.Played]{db, "round", func() practice.Played { return practice.Played{} }},
		Trips:  &Shelf[logbook.Trip]{db, "trip", func() logbook.Trip { return logbook.Trip{} }},
		Places: &Shelf[logbook.Place]{db, "place", func() logbook.Place { return logbook.Place{} }},
		Events: &Events{db, events},
		db:     db,
	}
}

// Close closes the database.
func (s *Store) Close() error { return s.db.Close() }

// Alone tells whether no other Dunvel had the database open when it was opened.
func (s *Store) Alone() bool { return s.db.Alone }
