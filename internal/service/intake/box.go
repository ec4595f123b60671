package intake

import (
	"context"
	"errors"
	"strconv"
	"strings"

	"dunvel/core/box"
	"dunvel/core/input"
	"dunvel/internal/exchange"
	"dunvel/internal/store"
)

// takeBox takes what is owned as a table in; an item goes by what it is called, and one that is there
// stays as it is.
func (s *Intake) takeBox(ctx context.Context, rows []exchange.BoxRows, refused []exchange.Refused, f File,
	r *Report) error {
	r.Refused = refused
	items, err := readItems(rows, r)
	if err != nil {
		return err
	}
	put := func(t store.Tables) error { return s.putItems(ctx, t, items, f.Take, r) }
	if !f.Take {
		return s.store.Read(ctx, put)
	}
	if len(r.Refused) > 0 {
		return r.refusal()
	}
	if err := s.before(ctx); err != nil {
		return err
	}
	return s.store.Write(ctx, put)
}

// readItems reads what is owned from rows, and reports those that are refused.
func readItems(rows []exchange.BoxRows, r *Report) ([]box.Item, error) {
	var items []box.Item
	for _, of := range rows {
		for from := 0; from < len(of.Rows); from += box.MostRows {
			to := min(from+box.MostRows, len(of.Rows))
			read, err := box.Read(of.Kind, of.Rows[from:to], nil)
			var errs input.Errors
			if errors.As(err, &errs) {
				for _, e := range errs {
					r.Refused = append(r.Refused,
						exchange.Refused{Line: lineOf(e.Field, of.Lines[from:to]), Why: e.Message})
				}
			} else if err != nil {
				return nil, err
			}
			items = append(items, read...)
		}
	}
	return items, nil
}

// putItems keeps those items that are not there yet, where they are to be kept, and reports all.
func (s *Intake) putItems(ctx context.Context, t store.Tables, items []box.Item, keep bool, r *Report) error {
	kept, err := t.Items.List(ctx)
	if err != nil {
		return err
	}
	there := map[string]bool{}
	for _, k := range kept {
		there[k.Name] = true
	}
	var names []string
	var fresh []box.Item
	for _, item := range items {
		name := item.Name(nil)
		if len(r.Rows) < mostShown {
			r.Rows = append(r.Rows, name)
		}
		if r.Entries++; there[name] {
			r.Known++
			continue
		}
		there[name] = true
		names, fresh = append(names, name), append(fresh, item)
	}
	if !keep || len(fresh) == 0 {
		return nil
	}
	_, err = t.Items.CreateAll(ctx, names, fresh, s.now())
	return err
}

// lineOf is the line of a field such as rows.3.mass.
func lineOf(field string, lines []int) int {
	parts := strings.Split(field, ".")
	if len(parts) < 2 {
		return 0
	}
	n, err := strconv.Atoi(parts[1])
	if err != nil || n >= len(lines) {
		return 0
	}
	return lines[n]
}
