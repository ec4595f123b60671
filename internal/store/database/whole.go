package database

import (
	"context"
	"errors"
	"fmt"
	"net/url"
	"path/filepath"
	"strings"

	"github.com/jmoiron/sqlx"
	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// What can be wrong with a database file. Only the first is damage; the others are over
// when what they name is.
var (
	ErrDamaged  = errors.New("store: the database is damaged")
	ErrEmpty    = errors.New("store: the file holds no data of Dunvel")
	ErrOlder    = errors.New("store: the database was made by an older Dunvel")
	ErrBusy     = errors.New("store: another program holds the database")
	ErrDenied   = errors.New("store: the database cannot be read or written there")
	ErrFull     = errors.New("store: the disk is full")
	ErrNotFound = errors.New("store: there is no such thing")        // neither file nor entry
	ErrNewer    = errors.New("store: it was kept by a newer Dunvel") // in a form that this one does not know
)

// Address is the database file at path as the driver wants it, whatever stands in its
// name, with parameters.
func Address(path, parameters string) string {
	file := url.URL{Path: filepath.ToSlash(path)}
	return "file:" + file.EscapedPath() + "?" + parameters
}

// checkFile looks whether a database file is whole and can be gone back to. Errors:
// those above.
func checkFile(ctx context.Context, path string) error {
	db, err := sqlx.Open("sqlite", Address(path, "mode=ro&_pragma=busy_timeout(5000)"))
	if err != nil {
		return fmt.Errorf("store: %w", err)
	}
	defer func() { _ = db.Close() }()
	if err := check(ctx, db); err != nil {
		return err
	}
	version, err := versionOf(ctx, db)
	if err == nil && version == 0 {
		err = ErrEmpty
	}
	return err
}

// check is nil, or ErrDamaged where a database is not whole (SQLite's quick
// check: pages and trees, not the contents of indexes), or what keeps it from being
// looked at.
func check(ctx context.Context, db *sqlx.DB) error {
	var found []string
	if err := db.SelectContext(ctx, &found, "PRAGMA quick_check(3)"); err != nil {
		return Named(err)
	}
	if len(found) != 1 || found[0] != "ok" {
		return fmt.Errorf("%w: %s", ErrDamaged, strings.Join(found, "; "))
	}
	return nil
}

// Named is an error of SQLite by what is wrong.
func Named(err error) error {
	if kind := kindOf(err); kind != nil {
		return fmt.Errorf("%w: %w", kind, err)
	}
	return fmt.Errorf("store: %w", err)
}

// kindOf is what is wrong where SQLite failed, nil where that has no name here.
func kindOf(err error) error {
	var failure *sqlite.Error
	if !errors.As(err, &failure) {
		return nil
	}
	const primary = 0xff // an extended code has more above that
	return map[int]error{
		sqlite3.SQLITE_CORRUPT: ErrDamaged, sqlite3.SQLITE_NOTADB: ErrDamaged,
		sqlite3.SQLITE_BUSY: ErrBusy, sqlite3.SQLITE_LOCKED: ErrBusy,
		sqlite3.SQLITE_READONLY: ErrDenied, sqlite3.SQLITE_CANTOPEN: ErrDenied, sqlite3.SQLITE_PERM: ErrDenied,
		sqlite3.SQLITE_AUTH: ErrDenied,
		sqlite3.SQLITE_FULL: ErrFull,
	}[failure.Code()&primary]
}

// versionOf is the version of the tables of a database, 0 where it has none. The error
// is ErrNewer where they are of a version that is not known here.
func versionOf(ctx context.Context, db *sqlx.DB) (int64, error) {
	var there bool
	if err := db.GetContext(ctx, &there,
		"SELECT EXISTS (SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'goose_db_version')"); err != nil {
		return 0, Named(err)
	}
	if !there {
		return 0, nil
	}
	var version int64
	if err := db.GetContext(ctx, &version,
		"SELECT coalesce(max(version_id), 0) FROM goose_db_version WHERE is_applied"); err != nil {
		return 0, Named(err)
	}
	if newest := newestVersion(); version > newest {
		return version, fmt.Errorf("%w: its tables are of version %d, here up to %d are known", ErrNewer,
			version, newest)
	}
	return version, nil
}
