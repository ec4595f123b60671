package store

import (
	"context"
	"database/sql"
	"sync"

	"github.com/jmoiron/sqlx"
)

// database is the open file. Whoever writes shares the gate, and what takes the place of
// the whole file holds it alone: nothing is acknowledged then that is in neither.
type database struct {
	*sqlx.DB
	gate sync.RWMutex
}

// write does something in a transaction that writes, all of it or nothing, and is another
// revision of all that is kept. Within do nothing else may be written.
func (d *database) write(ctx context.Context, do func(tx *sqlx.Tx) error) error {
	d.gate.RLock()
	defer d.gate.RUnlock()
	tx, err := d.BeginTxx(ctx, nil)
	if err != nil {
		return named(err)
	}
	defer func() { _ = tx.Rollback() }() // does nothing after Commit
	if err := do(tx); kindOf(err) != nil {
		return named(err)
	} else if err != nil {
		return err
	}
	if _, err := tx.ExecContext(ctx, "UPDATE revision SET number = number + 1"); err != nil {
		return named(err)
	}
	if err := tx.Commit(); err != nil {
		return named(err)
	}
	return nil
}

// source is where tables are read and written: the open file, or one transaction of it.
type source interface {
	sqlx.QueryerContext
	GetContext(ctx context.Context, into any, query string, args ...any) error
	SelectContext(ctx context.Context, into any, query string, args ...any) error
	write(ctx context.Context, do func(tx *sqlx.Tx) error) error
}

// within is a transaction that has begun: what is written in it is part of it.
type within struct{ *sqlx.Tx }

func (w within) write(_ context.Context, do func(tx *sqlx.Tx) error) error { return do(w.Tx) }

// Write does something that spans several writes, all of it or nothing, and with nobody
// else writing in between. Within do only the tables it is given may be used.
func (s *Store) Write(ctx context.Context, do func(Tables) error) error {
	return s.db.write(ctx, func(tx *sqlx.Tx) error { return do(newTables(within{tx}, s.Events.remembered)) })
}

// Read reads several things as they are at one moment. Within do only the tables it is
// given may be used, and nothing written.
func (s *Store) Read(ctx context.Context, do func(Tables) error) error {
	tx, err := s.db.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return named(err)
	}
	defer func() { _ = tx.Rollback() }()
	return do(newTables(within{tx}, s.Events.remembered))
}

// Revision grows with every change of anything that is kept.
func (t Tables) Revision(ctx context.Context) (int64, error) {
	return revisionOf(ctx, t.db)
}

func revisionOf(ctx context.Context, db sqlx.QueryerContext) (number int64, err error) {
	if err := sqlx.GetContext(ctx, db, &number, "SELECT number FROM revision"); err != nil {
		return 0, named(err)
	}
	return number, nil
}
