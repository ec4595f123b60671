package store

import (
	"cmp"
	"context"
	"slices"
	"time"

	"dunvel/internal/store/database"
)

// Binned is an entry that was taken off its list and can be put back.
type Binned struct {
	Table   string
	ID      int64
	Name    string // of an event what it was, and on which trip
	Deleted time.Time
}

// Bin is what was taken off its list since a time, the last first. Rounds of practice and preferences,
// which nobody deletes, and devices are not in it.
func (t Tables) Bin(ctx context.Context, since time.Time) ([]Binned, error) {
	var out []Binned
	queries := map[string]string{
		"event": "SELECT event.id, event.kind || ', ' || trip.name AS name, event.deleted FROM event JOIN trip ON " +
			"trip.id = event.trip WHERE event.deleted >= ?",
	}
	for _, table := range shelves {
		if table != "round" && table != "preference" {
			queries[table] = "SELECT id, name, deleted FROM " + table + " WHERE deleted >= ?"
		}
	}
	for table, query := range queries {
		var rows []struct {
			ID      int64
			Name    string
			Deleted Time
		}
		if err := t.db.SelectContext(ctx, &rows, query, Time{since}); err != nil {
			return nil, database.Named(err)
		}
		for _, r := range rows {
			out = append(out, Binned{table, r.ID, r.Name, r.Deleted.Time})
		}
	}
	slices.SortFunc(out, func(a, b Binned) int {
		return cmp.Or(b.Deleted.Compare(a.Deleted), cmp.Compare(a.Table, b.Table), cmp.Compare(a.ID, b.ID))
	})
	return out, nil
}
