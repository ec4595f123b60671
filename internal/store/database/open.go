package database

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Open opens the database file at path, makes it with its folder if it is not
// there, checks that it is whole, and brings it to the newest version. Errors:
// ErrDamaged, ErrEmpty where nothing is in a file that has copies, ErrNewer, ErrBusy,
// ErrDenied, ErrFull.
func Open(ctx context.Context, path string) (*Database, error) {
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
	out := newDatabase(db, copies)
	out.lock, out.Alone = lock, alone
	return out, nil
}

// openAndCheck opens a database that is whole, and brings it to the newest version.
func openAndCheck(ctx context.Context, path string, copies *Copies, alone bool) (*sqlx.DB, error) {
	if err := prepareFile(path, copies, alone); err != nil {
		return nil, err
	}
	// A write takes its lock at once, waits up to 5 s for it and is on the
	// disk when it is acknowledged.
	const how = "_pragma=busy_timeout(5000)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&" +
		"_pragma=foreign_keys(1)&_txlock=immediate"
	db, err := sqlx.Open("sqlite", Address(path, how))
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
// ErrNoFile, ErrDamaged, ErrEmpty, ErrNewer, ErrOlder, ErrBusy, ErrDenied.
func OpenToRead(ctx context.Context, path string) (*Database, error) {
	if _, err := os.Stat(path); errors.Is(err, os.ErrNotExist) {
		return nil, fmt.Errorf("%w: %s", ErrNotFound, path)
	}
	how := "mode=ro&_pragma=busy_timeout(5000)"
	if _, err := os.Stat(path + "-wal"); err != nil {
		how += "&immutable=1" // nobody has it open, and nothing need stand beside it
	}
	db, err := sqlx.Open("sqlite", Address(path, how))
	if err != nil {
		return nil, fmt.Errorf("store: open %s: %w", path, err)
	}
	if err := checkToRead(ctx, db); err != nil {
		return nil, errors.Join(err, db.Close())
	}
	return newDatabase(db, &Copies{path: path, folder: filepath.Join(filepath.Dir(path), "copies")}), nil
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

func newDatabase(db *sqlx.DB, copies *Copies) *Database {
	copies.db = &Database{DB: db, Copies: copies}
	return copies.db
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
