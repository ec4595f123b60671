package store

import (
	"context"
	"sync"

	"github.com/jmoiron/sqlx"
)

// database is the open file. Whoever writes shares the gate, and what takes the place of
// the whole file holds it alone: nothing is acknowledged then that is in neither.
type database struct {
	*sqlx.DB
	gate sync.RWMutex
}

// write does something in a transaction that writes, all of it or nothing. Within do
// nothing else may be written.
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
	if err := tx.Commit(); err != nil {
		return named(err)
	}
	return nil
}

// Revision grows with every change of anything that is kept.
func (s *Store) Revision(ctx context.Context) (int64, error) {
	return revisionOf(ctx, s.db.DB)
}

func revisionOf(ctx context.Context, db *sqlx.DB) (number int64, err error) {
	if err := db.GetContext(ctx, &number, "SELECT number FROM revision"); err != nil {
		return 0, named(err)
	}
	return number, nil
}
