package database

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/jmoiron/sqlx"
	"modernc.org/sqlite"
)

// Copies keeps copies of the database beside it.
type Copies struct {
	db     *Database
	path   string // of the database
	folder string
	making sync.Mutex // one is made at a time
}

// Copy is one of the copies.
type Copy struct {
	Name string
	Time time.Time // by the clock as it stood then
	Size int64     // bytes

	number int // in the order in which they were made; 0 of those before they were numbered
}

// How many are kept: the latest, the last of each of the latest days, and the last of
// each of the latest weeks.
const (
	MostCopies = 10
	mostDays   = 7
	mostWeeks  = 8
)

const (
	copyLayout = "20060102T150405.000Z"
	halfMade   = ".half" // ends the name of a copy that is being made
)

// base begins the names of the copies.
func (c *Copies) base() string {
	return strings.TrimSuffix(filepath.Base(c.path), filepath.Ext(c.path)) + "-"
}

func (c *Copies) name(number int, now time.Time) string {
	return fmt.Sprintf("%s%06d-%s.db", c.base(), number, now.UTC().Format(copyLayout))
}

// read is the copy of a file name; false where it is none.
func (c *Copies) read(name string) (Copy, bool) {
	rest, ours := strings.CutPrefix(name, c.base())
	rest, whole := strings.CutSuffix(rest, ".db")
	number := 0
	if digits, stamp, numbered := strings.Cut(rest, "-"); numbered {
		n, err := strconv.Atoi(digits)
		if err != nil {
			return Copy{}, false
		}
		number, rest = n, stamp
	}
	at, err := time.Parse(copyLayout, rest)
	return Copy{Name: name, Time: at, number: number}, ours && whole && err == nil
}

// List returns the copies, the latest first: in the order in which they were made,
// whatever the clock said then.
func (c *Copies) List() ([]Copy, error) {
	entries, err := os.ReadDir(c.folder)
	if err != nil && !errors.Is(err, os.ErrNotExist) {
		return nil, fmt.Errorf("store: copies: %w", err)
	}
	out := []Copy{}
	for _, e := range entries {
		found, ok := c.read(e.Name())
		if !ok {
			continue // something else
		}
		info, err := e.Info()
		if err != nil {
			return nil, fmt.Errorf("store: copies: %w", err)
		}
		found.Size = info.Size()
		out = append(out, found)
	}
	slices.SortFunc(out, func(a, b Copy) int {
		return cmp.Or(cmp.Compare(b.number, a.number), b.Time.Compare(a.Time))
	})
	return out, nil
}

// pages is how many pages of the database are copied before others may write.
const pages = 256

// Make makes a copy with SQLite's online backup, and lets those go that are no longer
// kept. It is there as a whole, or not at all. What stood beside the database is folded
// into its file then, for whoever copies that alone.
func (c *Copies) Make(ctx context.Context, now time.Time) (Copy, error) {
	made, err := c.copy(ctx, now)
	if err != nil {
		return Copy{}, err
	}
	// Where somebody reads or writes just now some of it stays beside it until the next time.
	if _, err := c.db.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)"); err != nil &&
		!errors.Is(Named(err), ErrBusy) {
		return Copy{}, Named(err)
	}
	return made, c.tidy()
}

// tidy lets copies go. The one that was made last is the first of the list, and stays.
func (c *Copies) tidy() error {
	all, err := c.List()
	if err != nil {
		return err
	}
	for i, kept := range keep(all) {
		if kept {
			continue
		}
		if err := os.Remove(filepath.Join(c.folder, all[i].Name)); err != nil {
			return fmt.Errorf("store: copies: %w", err)
		}
	}
	return nil
}

// keep tells which copies stay, the latest coming first.
func keep(all []Copy) []bool {
	out := make([]bool, len(all))
	days, weeks := map[string]bool{}, map[string]bool{}
	for i, c := range all {
		year, week := c.Time.ISOWeek()
		day, inWeek := c.Time.Format(time.DateOnly), fmt.Sprint(year, week)
		out[i] = i < MostCopies || !days[day] && len(days) < mostDays || !weeks[inWeek] && len(weeks) < mostWeeks
		days[day], weeks[inWeek] = true, true
	}
	return out
}

func (c *Copies) copy(ctx context.Context, now time.Time) (Copy, error) {
	if err := os.MkdirAll(c.folder, 0o700); err != nil {
		return Copy{}, fmt.Errorf("store: copies: %w", err)
	}
	c.making.Lock()
	defer c.making.Unlock()
	all, err := c.List()
	if err != nil {
		return Copy{}, err
	}
	number := 1
	if len(all) > 0 {
		number = all[0].number + 1
	}
	name := c.name(number, now)
	size, err := c.to(ctx, filepath.Join(c.folder, name))
	return Copy{name, now.UTC().Truncate(time.Millisecond), size, number}, err
}

// to copies the database to a file that is not there, which is there as a whole then or
// not at all, and returns its size.
func (c *Copies) to(ctx context.Context, path string) (size int64, err error) {
	half := path + halfMade
	if err := os.WriteFile(half, nil, 0o600); err != nil {
		return 0, fmt.Errorf("store: copies: %w", err)
	}
	err = c.online(ctx, pages, func(d copier) (*sqlite.Backup, error) { return d.NewBackup(Address(half, "")) })
	if err != nil {
		_ = os.Remove(half)
		return 0, err
	}
	if err := os.Rename(half, path); err != nil {
		return 0, fmt.Errorf("store: copies: %w", err)
	}
	info, err := os.Stat(path)
	if err != nil {
		return 0, fmt.Errorf("store: copies: %w", err)
	}
	return info.Size(), nil
}

// ErrThere is that a file stands where one is to be made.
var ErrThere = errors.New("store: there is a file of that name already")

// To copies the database to a file of any name. Errors: ErrThere.
func (c *Copies) To(ctx context.Context, path string) (size int64, err error) {
	if _, err := os.Lstat(path); err == nil {
		return 0, ErrThere
	}
	return c.to(ctx, path)
}

// From makes the database what a file of any name is, as Restore does with a copy. No
// other process may have it open. Errors: ErrRunning, and those of Restore.
func (c *Copies) From(ctx context.Context, path string, now time.Time) (Copy, error) {
	if !c.db.Alone {
		return Copy{}, ErrRunning
	}
	if _, err := os.Stat(path); errors.Is(err, os.ErrNotExist) {
		return Copy{}, ErrNotFound
	}
	if err := checkFile(ctx, path); err != nil {
		return Copy{}, err
	}
	kept, err := c.replace(ctx, path, now)
	if err != nil {
		return Copy{}, err
	}
	return kept, c.tidy()
}

// copier is what the driver can do with whole databases.
type copier interface {
	NewBackup(to string) (*sqlite.Backup, error)
	NewRestore(from string) (*sqlite.Backup, error)
}

// online runs SQLite's online backup on a connection, so many pages at a time; a
// number below 0 is all of them at once.
func (c *Copies) online(ctx context.Context, pages int32, begin func(copier) (*sqlite.Backup, error)) error {
	conn, err := c.db.Conn(ctx)
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
// before that it makes a copy of how things are, which it returns. Nobody writes
// meanwhile: what was acknowledged is in that copy. Errors: ErrNoFile, ErrDamaged,
// ErrNewer.
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
	kept, err := c.replace(ctx, from, now)
	if err != nil {
		return Copy{}, err
	}
	return kept, c.tidy()
}

// replace puts a file in the place of the database, which it copies before that: the
// oldest copy stays meanwhile, for it may be that file.
func (c *Copies) replace(ctx context.Context, from string, now time.Time) (Copy, error) {
	c.db.gate.Lock()
	defer c.db.gate.Unlock()
	before, err := c.db.Revision(ctx)
	if err != nil {
		return Copy{}, err
	}
	kept, err := c.copy(ctx, now)
	if err != nil {
		return Copy{}, err
	}
	if err := c.online(ctx, -1, func(d copier) (*sqlite.Backup, error) {
		return d.NewRestore(Address(from, "mode=ro"))
	}); err != nil {
		return Copy{}, err
	}
	if err := migrate(ctx, c.db.DB); err != nil {
		return Copy{}, err
	}
	// What was learnt before is old now, though the number of the copy may be lower.
	if _, err := c.db.ExecContext(ctx, "UPDATE revision SET number = max(number, ?) + 1", before); err != nil {
		return Copy{}, Named(err)
	}
	return kept, nil
}

// MakeIfChanged makes a copy where anything was changed since the last.
func (c *Copies) MakeIfChanged(ctx context.Context, now time.Time) error {
	all, err := c.List()
	if err != nil {
		return err
	}
	if len(all) > 0 && c.same(ctx, all[0]) {
		return nil
	}
	_, err = c.Make(ctx, now)
	return err
}

// same tells whether a copy is of the database as it is; one that cannot be read is not.
func (c *Copies) same(ctx context.Context, last Copy) bool {
	db, err := sqlx.Open("sqlite", Address(filepath.Join(c.folder, last.Name), "mode=ro&_pragma=busy_timeout(5000)"))
	if err != nil {
		return false
	}
	defer func() { _ = db.Close() }()
	then, err := RevisionOf(ctx, db)
	if err != nil {
		return false
	}
	now, err := c.db.Revision(ctx)
	return err == nil && now == then
}
