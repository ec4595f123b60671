package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"github.com/jmoiron/sqlx"
)

// Backup is everything there is, to be kept elsewhere and put back.
type Backup struct {
	Format  string                   `json:"format"` // BackupFormat
	Version int                      `json:"version"`
	Made    time.Time                `json:"made"`
	Shelves map[string][]BackupRow   `json:"shelves"` // by table
	Events  map[string][]BackupEvent `json:"events"`  // by the trip's place in its shelf

	Unreadable []json.RawMessage `json:"unreadable,omitempty"` // the bodies of what could not be read; not taken in
}

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
var shelves = []string{"setup", "programme", "plan", "item", "drop_test", "round", "place", "track", "preference", "trip"}

// Dump returns everything that is there.
func (s *Store) Dump(ctx context.Context, now time.Time) (*Backup, error) {
	out := &Backup{Format: BackupFormat, Version: BackupVersion, Made: now.UTC(), Shelves: map[string][]BackupRow{}, Events: map[string][]BackupEvent{}}
	return out, s.Read(ctx, func(t Tables) error { // one moment of all tables
		items := map[int64]int{} // places on their shelf
		for _, table := range shelves {
			var rows []row
			if err := t.db.SelectContext(ctx, &rows, "SELECT "+columns+" FROM "+table+" WHERE deleted IS NULL ORDER BY id"); err != nil {
				return named(err)
			}
			list := make([]BackupRow, 0, len(rows))
			for _, r := range rows {
				created, updated, err := r.times()
				if reads(table, r) != nil || err != nil {
					out.Unreadable = append(out.Unreadable, json.RawMessage(r.Body))
					continue
				}
				switch table {
				case "item":
					items[r.ID] = len(list)
				case "trip":
					events, err := t.dumpEvents(ctx, out, r.ID, items)
					if err != nil {
						return err
					}
					out.Events[fmt.Sprint(len(list))] = events
				}
				list = append(list, BackupRow{r.Name, json.RawMessage(r.Body), created, updated})
			}
			out.Shelves[table] = list
		}
		return nil
	})
}

// dumpEvents are the events of a trip; those that cannot be read are put with what cannot.
func (t Tables) dumpEvents(ctx context.Context, into *Backup, trip int64, items map[int64]int) ([]BackupEvent, error) {
	var events []struct {
		Key   string `db:"key"`
		Time  string `db:"time"`
		Kind  string `db:"kind"`
		Spent int64  `db:"spent"`
		Body  string `db:"body"`
	}
	if err := t.db.SelectContext(ctx, &events, "SELECT key, time, kind, coalesce(spent, 0) AS spent, body FROM event WHERE trip = ? AND deleted IS NULL ORDER BY time, id", trip); err != nil {
		return nil, named(err)
	}
	out := make([]BackupEvent, 0, len(events))
	for _, e := range events {
		var at Time
		if err := errors.Join(at.Scan(e.Time), Decode("event", e.Body, blanks["event"]())); err != nil {
			into.Unreadable = append(into.Unreadable, json.RawMessage(e.Body))
			continue
		}
		kept := BackupEvent{Key: e.Key, Time: at.Time, Kind: e.Kind, Body: json.RawMessage(e.Body)}
		if place, there := items[e.Spent]; there {
			kept.Spent = &place
		}
		out = append(out, kept)
	}
	return out, nil
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
	return t.db.write(ctx, func(tx *sqlx.Tx) error {
		event, err := tx.PreparexContext(ctx, "INSERT INTO event (key, trip, time, kind, body, created, updated, spent) VALUES (?, ?, ?, ?, ?, ?, ?, nullif(?, 0)) ON CONFLICT (key) DO NOTHING")
		if err != nil {
			return named(err)
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
	if err := l.tx.SelectContext(ctx, &there, "SELECT id FROM "+table+" WHERE "+same+" ORDER BY name <> ?, deleted IS NOT NULL, id", Time{r.Created}, string(r.Body), r.Name, r.Name); err != nil {
		return 0, named(err)
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
	if err := l.tx.GetContext(ctx, &id, "INSERT INTO "+table+" (name, body, created, updated) VALUES (?, ?, ?, ?) RETURNING id", name, string(r.Body), Time{r.Created}, Time{r.Updated}); err != nil {
		return 0, named(err)
	}
	l.taken[table][id] = true
	l.Fresh++
	return id, nil
}

// Event puts an event of a trip there, unless it is or was. Spent is the id of the item
// that it was taken from, 0 for none.
func (l *Loader) Event(ctx context.Context, trip, spent int64, of BackupRow, e BackupEvent) error {
	done, err := l.event.ExecContext(ctx, e.Key, trip, Time{e.Time}, e.Kind, string(e.Body), Time{of.Created}, Time{of.Updated}, spent)
	if err != nil {
		return named(err)
	}
	n, err := done.RowsAffected()
	l.Fresh += int(n)
	return err
}
