package store

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/jmoiron/sqlx"
	"modernc.org/sqlite"
)

// Copies keeps copies of the database beside it, the latest of them.
type Copies struct {
	store  *Store
	path   string // of the database
	folder string
}

// Copy is one of the copies.
type Copy struct {
	Name string
	Time time.Time
	Size int64 // bytes
}

// MostCopies is how many are kept.
const MostCopies = 10

const copyLayout = "20060102T150405.000Z"

// ErrDamaged is that the database did not pass its check.
var ErrDamaged = errors.New("store: the database is damaged")

func (c *Copies) name(now time.Time) string {
	base := strings.TrimSuffix(filepath.Base(c.path), filepath.Ext(c.path))
	return base + "-" + now.UTC().Format(copyLayout) + ".db"
}

// List returns the copies, the latest first.
func (c *Copies) List() ([]Copy, error) {
	base := strings.TrimSuffix(filepath.Base(c.path), filepath.Ext(c.path)) + "-"
	entries, err := os.ReadDir(c.folder)
	if err != nil && !errors.Is(err, os.ErrNotExist) {
		return nil, fmt.Errorf("store: copies: %w", err)
	}
	out := []Copy{}
	for _, e := range entries {
		stamp := strings.TrimSuffix(strings.TrimPrefix(e.Name(), base), ".db")
		at, err := time.Parse(copyLayout, stamp)
		if err != nil || !strings.HasPrefix(e.Name(), base) {
			continue // something else
		}
		info, err := e.Info()
		if err != nil {
			return nil, fmt.Errorf("store: copies: %w", err)
		}
		out = append(out, Copy{e.Name(), at, info.Size()})
	}
	slices.SortFunc(out, func(a, b Copy) int { return b.Time.Compare(a.Time) })
	return out, nil
}

// pages is how many pages of the database are copied before others may write.
const pages = 256

// Make makes a copy with SQLite's online backup, and lets the oldest go. It is
// there as a whole, or not at all.
func (c *Copies) Make(ctx context.Context, now time.Time) (Copy, error) {
	made, err := c.copy(ctx, now)
	if err != nil {
		return Copy{}, err
	}
	return made, c.tidy()
}

// tidy lets all but the latest go.
func (c *Copies) tidy() error {
	all, err := c.List()
	if err != nil {
		return err
	}
	for _, old := range all[min(len(all), MostCopies):] {
		if err := os.Remove(filepath.Join(c.folder, old.Name)); err != nil {
			return fmt.Errorf("store: copies: %w", err)
		}
	}
	return nil
}

func (c *Copies) copy(ctx context.Context, now time.Time) (Copy, error) {
	if err := os.MkdirAll(c.folder, 0o700); err != nil {
		return Copy{}, fmt.Errorf("store: copies: %w", err)
	}
	name := c.name(now)
	path := filepath.Join(c.folder, name)
	half := path + ".half"
	_ = os.Remove(half)
	err := c.online(ctx, pages, func(d copier) (*sqlite.Backup, error) { return d.NewBackup(half) })
	if err != nil {
		_ = os.Remove(half)
		return Copy{}, err
	}
	if err := os.Rename(half, path); err != nil {
		return Copy{}, fmt.Errorf("store: copies: %w", err)
	}
	info, err := os.Stat(path)
	if err != nil {
		return Copy{}, fmt.Errorf("store: copies: %w", err)
	}
	return Copy{name, now.UTC().Truncate(time.Millisecond), info.Size()}, nil
}

// copier is what the driver can do with whole databases.
type copier interface {
	NewBackup(to string) (*sqlite.Backup, error)
	NewRestore(from string) (*sqlite.Backup, error)
}

// online runs SQLite's online backup on a connection, so many pages at a time; a
// number below 0 is all of them at once.
func (c *Copies) online(ctx context.Context, pages int32, begin func(copier) (*sqlite.Backup, error)) error {
	conn, err := c.store.db.Conn(ctx)
	if err != nil {
		return fmt.Errorf("store: copies: %w", err)
	}
	defer func() { _ = conn.Close() }()
	err = conn.Raw(func(driver any) error {
		able, ok := driver.(copier)
		if !ok {
			return errors.New("the driver cannot copy")
		}
		backup, err := begin(able)
		if err != nil {
			return err
		}
		for more := true; more; {
			if more, err = backup.Step(pages); err == nil {
				err = ctx.Err()
			}
			if err != nil {
				return errors.Join(err, backup.Finish())
			}
		}
		return backup.Finish()
	})
	if err != nil {
		return fmt.Errorf("store: copies: %w", err)
	}
	return nil
}

// Restore makes the database what a copy is, and brings it to the newest version;
// before that it makes a copy of how things are, which it returns. Errors:
// ErrNotFound, ErrDamaged.
func (c *Copies) Restore(ctx context.Context, name string, now time.Time) (Copy, error) {
	all, err := c.List()
	if err != nil {
		return Copy{}, err
	}
	if !slices.ContainsFunc(all, func(o Copy) bool { return o.Name == name }) {
		return Copy{}, ErrNotFound
	}
	from := filepath.Join(c.folder, name)
	if err := checkFile(ctx, from); err != nil {
		return Copy{}, err
	}
	kept, err := c.copy(ctx, now) // the oldest stays meanwhile: it may be the one
	if err != nil {
		return Copy{}, err
	}
	if err := c.online(ctx, -1, func(d copier) (*sqlite.Backup, error) { return d.NewRestore(from) }); err != nil {
		return Copy{}, err
	}
	if err := migrate(ctx, c.store.db); err != nil {
		return Copy{}, err
	}
	return kept, c.tidy()
}

// checkFile is nil, or ErrDamaged where a database file is not whole.
func checkFile(ctx context.Context, path string) error {
	db, err := sqlx.Open("sqlite", "file:"+path+"?mode=ro&_pragma=busy_timeout(5000)")
	if err != nil {
		return fmt.Errorf("store: %w", err)
	}
	defer func() { _ = db.Close() }()
	return check(ctx, db)
}

// check is nil, or ErrDamaged where a database is not whole (SQLite's quick
// check: pages and trees, not the contents of indexes).
func check(ctx context.Context, db *sqlx.DB) error {
	var found []string
	if err := db.SelectContext(ctx, &found, "PRAGMA quick_check(3)"); err != nil {
		return fmt.Errorf("%w: %w", ErrDamaged, err)
	}
	if len(found) != 1 || found[0] != "ok" {
		return fmt.Errorf("%w: %s", ErrDamaged, strings.Join(found, "; "))
	}
	return nil
}

// MakeIfChanged makes a copy where the database was written to since the last.
func (c *Copies) MakeIfChanged(ctx context.Context, now time.Time) error {
	all, err := c.List()
	if err != nil {
		return err
	}
	var written time.Time
	for _, file := range []string{c.path, c.path + "-wal"} {
		if info, err := os.Stat(file); err == nil && info.Size() > 0 && info.ModTime().After(written) {
			written = info.ModTime()
		}
	}
	if len(all) > 0 && !written.After(all[0].Time) {
		return nil
	}
	_, err = c.Make(ctx, now)
	return err
}
