// Package database is the one file that everything is kept in: opened and brought to the newest version, checked
// for damage, written behind a gate, copied and put back. It knows nothing of what the tables hold.
package database

import (
	"context"
	"errors"
	"sync"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
)

// Database is an open file. Whoever writes shares the gate, and what takes the place of
// the whole file holds it alone: nothing is acknowledged then that is in neither.
type Database struct {
	*sqlx.DB
	Copies *Copies
	Alone  bool // no other Dunvel had it open when it was opened

	gate sync.RWMutex
	lock *flock.Flock // nil of one that is only read
}

// Write does something in a transaction that writes, all of it or nothing, and is another
// revision of all that is kept. Within do nothing else may be written.
func (d *Database) Write(ctx context.Context, do func(tx *sqlx.Tx) error) error {
	d.gate.RLock()
	defer d.gate.RUnlock()
	tx, err := d.BeginTxx(ctx, nil)
	if err != nil {
		return Named(err)
	}
	defer func() { _ = tx.Rollback() }() // does nothing after Commit
	if err := do(tx); kindOf(err) != nil {
		return Named(err)
	} else if err != nil {
		return err
	}
	if _, err := tx.ExecContext(ctx, "UPDATE revision SET number = number + 1"); err != nil {
		return Named(err)
	}
	if err := tx.Commit(); err != nil {
		return Named(err)
	}
	return nil
}

// Close closes the database.
func (d *Database) Close() error {
	err := d.DB.Close()
	if d.lock != nil {
		err = errors.Join(err, d.lock.Close())
	}
	return err
}

// Revision grows with every change of anything that is kept.
func (d *Database) Revision(ctx context.Context) (int64, error) { return RevisionOf(ctx, d) }

// RevisionOf is [Database.Revision] as it is in a transaction.
func RevisionOf(ctx context.Context, db sqlx.QueryerContext) (number int64, err error) {
	if err := sqlx.GetContext(ctx, db, &number, "SELECT number FROM revision"); err != nil {
		return 0, Named(err)
	}
	return number, nil
}
