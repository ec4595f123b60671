package store

import (
	"bufio"
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"time"

	"dunvel/internal/store/database"

	"github.com/jmoiron/sqlx"
)

// BackupRow is an entry of a shelf.
type BackupRow struct {
	Name    string          `json:"name"`
	Body    json.RawMessage `json:"body"`
	Created time.Time       `json:"created"`
	Updated time.Time       `json:"updated"`
}

// BackupEvent is an event of a trip.
type BackupEvent struct {
	Key  string          `json:"key"`
	Time time.Time       `json:"time"`
	Kind string          `json:"kind"`
	Body json.RawMessage `json:"body"`

	Spent *int `json:"spent,omitempty"` // place on its shelf of the item it was taken from
}

// What backups are called, and their version.
const (
	BackupFormat  = "dunvel backup"
	BackupVersion = 1
)

// shelves are the tables that are backed up; the trips come last, as events
// belong to them.
var shelves = []string{"setup", "programme", "plan", "item", "drop_test", "round", "place", "track",
	"preference", "trip"}

// Dump writes everything that is there as one JSON object, to be kept elsewhere and put back: the format
// and its version, when it was made, the shelves by their tables, the events by the place of their trip
// on its shelf, and the bodies of what could not be read, which is not taken in. It goes row by row.
func (s *Store) Dump(ctx context.Context, w io.Writer, now time.Time) error {
	out := bufio.NewWriter(w)
	d := dumping{out: out, items: map[int64]int{}}
	d.put(`{"format":%q,"version":%d,"made":%q,"shelves":{`, BackupFormat, BackupVersion,
		now.UTC().Format(time.RFC3339Nano))
	err := s.Read(ctx, func(t Tables) error { // one moment of all tables
		for i, table := range shelves {
			d.put(`%s%q:`, comma(i), table)
			if err := d.shelf(ctx, t, table); err != nil {
				return err
			}
		}
		d.put(`},"events":{`)
		for i, trip := range d.trips {
			d.put(`%s"%d":`, comma(i), i)
			if err := d.events(ctx, t, trip); err != nil {
				return err
			}
		}
		d.put(`}`)
		return nil
	})
	if err != nil {
		return err
	}
	if len(d.unreadable) > 0 {
		d.put(`,"unreadable":`)
		d.json(d.unreadable)
	}
	d.put("}\n")
	if err := cmp.Or(d.failed, out.Flush()); err != nil {
		return fmt.Errorf("store: %w", err)
	}
	return nil
}

// comma parts what is not the first.
func comma(i int) string {
	if i == 0 {
		return ""
	}
	return ","
}

// dumping is a backup that is written. What goes wrong with the file is told at the end.
type dumping struct {
	out        *bufio.Writer
	items      map[int64]int // places on their shelf
	trips      []int64       // by their places
	unreadable []json.RawMessage
	failed     error
}

func (d *dumping) put(format string, args ...any) { _, _ = fmt.Fprintf(d.out, format, args...) }

// json writes a value; one that is none of JSON is told at the end.
func (d *dumping) json(v any) {
	text, err := json.Marshal(v)
	d.failed = cmp.Or(d.failed, err)
	_, _ = d.out.Write(text)
}

// shelf writes the entries of a table that can be read.
func (d *dumping) shelf(ctx context.Context, t Tables, table string) error {
	n := 0
	d.put("[")
	err := each(ctx, t.db, "SELECT "+columns+" FROM "+table+" WHERE deleted IS NULL ORDER BY id", nil, func(r row) {
		created, updated, err := r.times()
		if reads(table, r) != nil || err != nil {
			d.unreadable = append(d.unreadable, json.RawMessage(r.Body))
			return
		}
		switch table {
		case "item":
			d.items[r.ID] = n
		case "trip":
			d.trips = append(d.trips, r.ID)
		}
		d.put("%s", comma(n))
		d.json(BackupRow{r.Name, json.RawMessage(r.Body), created, updated})
		n++
	})
	d.put("]")
	return err
}

// events writes those of a trip that can be read.
func (d *dumping) events(ctx context.Context, t Tables, trip int64) error {
	n := 0
	d.put("[")
	query := "SELECT key, time, kind, coalesce(spent, 0) AS spent, body FROM event WHERE trip = ? AND deleted IS " +
		"NULL ORDER BY time, id"
	err := each(ctx, t.db, query, []any{trip}, func(e struct {
		Key   string `db:"key"`
		Time  string `db:"time"`
		Kind  string `db:"kind"`
		Spent int64  `db:"spent"`
		Body  string `db:"body"`
	}) {
		var at Time
		if err := errors.Join(at.Scan(e.Time), Decode("event", e.Body, blanks["event"]())); err != nil {
			d.unreadable = append(d.unreadable, json.RawMessage(e.Body))
			return
		}
		kept := BackupEvent{Key: e.Key, Time: at.Time, Kind: e.Kind, Body: json.RawMessage(e.Body)}
		if place, there := d.items[e.Spent]; there {
			kept.Spent = &place
		}
		d.put("%s", comma(n))
		d.json(kept)
		n++
	})
	d.put("]")
	return err
}

// each gives the rows of a query to do, one after another.
func each[T any](ctx context.Context, db source, query string, args []any, do func(T)) error {
	rows, err := db.QueryxContext(ctx, query, args...)
	if err != nil {
		return database.Named(err)
	}
	defer func() { _ = rows.Close() }()
	for rows.Next() {
		var one T
		if err := rows.StructScan(&one); err != nil {
			return fmt.Errorf("store: %w", err)
		}
		do(one)
	}
	if err := rows.Err(); err != nil {
		return database.Named(err)
	}
	return nil
}

// Loader puts the rows of a backup into what is there: an entry that was made at the same
// moment with the same content or name is known, and so is an event by its key.
type Loader struct {
	tx    *sqlx.Tx
	event *sqlx.Stmt
	taken map[string]map[int64]bool // what is there is one entry of the backup, not two
	Fresh int                       // how many entries and events were new
}

// Load gives do a loader, within a transaction that is kept where do succeeds.
func (t Tables) Load(ctx context.Context, do func(*Loader) error) error {
	return t.db.Write(ctx, func(tx *sqlx.Tx) error {
		event, err := tx.PreparexContext(
			ctx, "INSERT INTO event (key, trip, time, kind, body, created, updated, spent) VALUES (?, ?, ?, ?, ?, ?, "+
				"?, nullif(?, 0)) ON CONFLICT (key) DO NOTHING")
		if err != nil {
			return database.Named(err)
		}
		defer func() { _ = event.Close() }()
		return do(&Loader{tx: tx, event: event, taken: map[string]map[int64]bool{}})
	})
}

// Shelves are the tables of a backup, in the order in which they are put back.
func Shelves() []string { return slices.Clone(shelves) }

// Row puts an entry on a shelf under a free name, unless it is there, and returns its id. A
// preference is there where one of its name is: that of now stays.
func (l *Loader) Row(ctx context.Context, table string, r BackupRow) (int64, error) {
	var there []int64
	same := "created = ? AND (body = ? OR name = ?)"
	if table == "preference" {
		same = "(created = ? OR body = ? OR name = ?)"
	}
	if err := l.tx.SelectContext(ctx, &there, "SELECT id FROM "+table+" WHERE "+same+
		" ORDER BY name <> ?, deleted IS NOT NULL, id", Time{r.Created}, string(r.Body), r.Name, r.Name); err != nil {
		return 0, database.Named(err)
	}
	if l.taken[table] == nil {
		l.taken[table] = map[int64]bool{}
	}
	for _, id := range there {
		if !l.taken[table][id] {
			l.taken[table][id] = true
			return id, nil
		}
	}
	name, err := freeName(ctx, l.tx, table, r.Name, "", 0)
	if err != nil {
		return 0, err
	}
	var id int64
	if err := l.tx.GetContext(ctx, &id, "INSERT INTO "+table+
		" (name, body, created, updated) VALUES (?, ?, ?, ?) RETURNING id", name, string(r.Body), Time{r.Created},
		Time{r.Updated}); err != nil {
		return 0, database.Named(err)
	}
	l.taken[table][id] = true
	l.Fresh++
	return id, nil
}

// Event puts an event of a trip there, unless it is or was. Spent is the id of the item
// that it was taken from, 0 for none.
func (l *Loader) Event(ctx context.Context, trip, spent int64, of BackupRow, e BackupEvent) error {
	done, err := l.event.ExecContext(ctx, e.Key, trip, Time{e.Time}, e.Kind, string(e.Body), Time{of.Created},
		Time{of.Updated}, spent)
	if err != nil {
		return database.Named(err)
	}
	n, err := done.RowsAffected()
	l.Fresh += int(n)
	return err
}
