package store

import (
	"context"
	"encoding/json"
	"fmt"
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
}

// What backups are called, and their version.
const (
	BackupFormat  = "dunvel backup"
	BackupVersion = 1
)

// shelves are the tables that are backed up; the trips come last, as events
// belong to them.
var shelves = []string{"setup", "programme", "item", "drop_test", "round", "place", "trip"}

// Dump returns everything that is there.
func (s *Store) Dump(ctx context.Context, now time.Time) (*Backup, error) {
	tx, err := s.db.BeginTxx(ctx, nil) // one moment of all tables
	if err != nil {
		return nil, fmt.Errorf("store: %w", err)
	}
	defer func() { _ = tx.Rollback() }()
	out := &Backup{Format: BackupFormat, Version: BackupVersion, Made: now.UTC(), Shelves: map[string][]BackupRow{}, Events: map[string][]BackupEvent{}}
	for _, table := range shelves {
		var rows []row
		if err := tx.SelectContext(ctx, &rows, "SELECT "+columns+" FROM "+table+" WHERE deleted IS NULL ORDER BY id"); err != nil {
			return nil, fmt.Errorf("store: backup: %w", err)
		}
		list := make([]BackupRow, len(rows))
		for i, r := range rows {
			list[i] = BackupRow{r.Name, json.RawMessage(r.Body), r.Created.Time, r.Updated.Time}
			if table != "trip" {
				continue
			}
			var events []struct {
				Key  string `db:"key"`
				Time Time   `db:"time"`
				Kind string `db:"kind"`
				Body string `db:"body"`
			}
			if err := tx.SelectContext(ctx, &events, "SELECT key, time, kind, body FROM event WHERE trip = ? AND deleted IS NULL ORDER BY time, id", r.ID); err != nil {
				return nil, fmt.Errorf("store: backup: %w", err)
			}
			at := fmt.Sprint(i)
			out.Events[at] = make([]BackupEvent, len(events))
			for k, e := range events {
				out.Events[at][k] = BackupEvent{e.Key, e.Time.Time, e.Kind, json.RawMessage(e.Body)}
			}
		}
		out.Shelves[table] = list
	}
	return out, nil
}

// Load puts a backup into what is there, all of it or nothing: an entry that was
// made at the same moment with the same content or name is known, and so is an
// event by its key. It returns how many entries and events are new.
func (s *Store) Load(ctx context.Context, b *Backup) (fresh int, err error) {
	err = s.db.write(ctx, func(tx *sqlx.Tx) error {
		for _, table := range shelves {
			n, err := loadTable(ctx, tx, table, b)
			if err != nil {
				return err
			}
			fresh += n
		}
		return nil
	})
	if err != nil {
		return 0, err
	}
	return fresh, nil
}

// loadTable puts the entries of a table there, and the events of trips.
func loadTable(ctx context.Context, tx *sqlx.Tx, table string, b *Backup) (fresh int, err error) {
	taken := map[int64]bool{} // what is there is one entry of the backup, not two
	for i, r := range b.Shelves[table] {
		id, added, err := loadRow(ctx, tx, table, r, taken)
		if err != nil {
			return 0, err
		}
		taken[id] = true
		if added {
			fresh++
		}
		if table != "trip" {
			continue
		}
		for _, e := range b.Events[fmt.Sprint(i)] {
			result, err := tx.ExecContext(ctx, "INSERT INTO event (key, trip, time, kind, body, created, updated) VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT (key) DO NOTHING",
				e.Key, id, Time{e.Time}, e.Kind, string(e.Body), Time{r.Created}, Time{r.Updated})
			if err != nil {
				return 0, fmt.Errorf("store: backup: event %s: %w", e.Key, err)
			}
			n, err := result.RowsAffected()
			if err != nil {
				return 0, fmt.Errorf("store: backup: %w", err)
			}
			fresh += int(n)
		}
	}
	return fresh, nil
}

// loadRow puts an entry on a shelf under a free name, unless it is there.
func loadRow(ctx context.Context, tx *sqlx.Tx, table string, r BackupRow, taken map[int64]bool) (id int64, added bool, err error) {
	var there []int64
	if err := tx.SelectContext(ctx, &there, "SELECT id FROM "+table+" WHERE created = ? AND (body = ? OR name = ?) ORDER BY name <> ?, deleted IS NOT NULL, id", Time{r.Created}, string(r.Body), r.Name, r.Name); err != nil {
		return 0, false, fmt.Errorf("store: backup: %w", err)
	}
	for _, id := range there {
		if !taken[id] {
			return id, false, nil
		}
	}
	name, err := freeName(ctx, tx, table, r.Name, "", 0)
	if err != nil {
		return 0, false, err
	}
	err = tx.GetContext(ctx, &id, "INSERT INTO "+table+" (name, body, created, updated) VALUES (?, ?, ?, ?) RETURNING id", name, string(r.Body), Time{r.Created}, Time{r.Updated})
	if err != nil {
		return 0, false, fmt.Errorf("store: backup: %s “%s”: %w", table, r.Name, err)
	}
	return id, true, nil
}
