package store

import (
	"context"
	"database/sql"

	"dunvel/internal/store/database"

	"github.com/jmoiron/sqlx"
)

// source is where tables are read and written: the open file, or one transaction of it.
type source interface {
	sqlx.QueryerContext
	GetContext(ctx context.Context, into any, query string, args ...any) error
	SelectContext(ctx context.Context, into any, query string, args ...any) error
	Write(ctx context.Context, do func(tx *sqlx.Tx) error) error
}

// within is a transaction that has begun: what is written in it is part of it.
type within struct {
	*sqlx.Tx
	still bool // nothing is written in it
}

func (w within) Write(_ context.Context, do func(tx *sqlx.Tx) error) error { return do(w.Tx) }

// Write does something that spans several writes, all of it or nothing, and with nobody
// else writing in between. Within do only the tables it is given may be used.
func (s *Store) Write(ctx context.Context, do func(Tables) error) error {
	return s.db.Write(ctx, func(tx *sqlx.Tx) error { return do(newTables(within{Tx: tx}, s.Events.remembered)) })
}

// Read reads several things as they are at one moment. Within do only the tables it is
// given may be used, and nothing written.
func (s *Store) Read(ctx context.Context, do func(Tables) error) error {
	tx, err := s.db.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return database.Named(err)
	}
	defer func() { _ = tx.Rollback() }()
	return do(newTables(within{tx, true}, s.Events.remembered))
}

// Revision grows with every change of anything that is kept.
func (t Tables) Revision(ctx context.Context) (int64, error) {
	return database.RevisionOf(ctx, t.db)
}
