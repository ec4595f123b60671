package intake

import (
	"context"
	"errors"
	"fmt"
	"reflect"
	"slices"

	plans "dunvel/core/day"
	"dunvel/core/droptest"
	"dunvel/core/input"
	"dunvel/core/setup"
	"dunvel/internal/exchange"
	"dunvel/internal/exchange/flat"
	"dunvel/internal/store"
)

// entry is something of a table, with its line.
type entry[T any] struct {
	name  string
	value T
	line  int
}

// takeFlat takes setups, drop tests or plans as a table in; ok is false where the file is none of these.
func (s *Intake) takeFlat(ctx context.Context, f File, r *Report) (ok bool, err error) {
	setups, tests, all := flat.Setups(), flat.Tests(), flat.Plans()
	rows, ok, err := exchange.ReadRows(ctx, f.Text, func(h []string) bool {
		return setups.Is(h) || tests.Is(h) ||
			all.Is(h)
	})
	if !ok || err != nil {
		return ok, err
	}
	switch headers := rows[0].Cells; {
	case tests.Is(headers): // whose setup is among its columns
		on := onShelf[droptest.Test]{func(t store.Tables) *store.Shelf[droptest.Test] { return t.DropTests },
			func(t droptest.Test) [][]string { return [][]string{tests.Row("", t)} }}
		return true, takeEntries(ctx, s, f, r, on, readEntries(tests, rows, r))
	case all.Is(headers):
		var whole []entry[plans.Plan]
		for _, stops := range together(readEntries(all, rows, r)) {
			whole = append(whole, entry[plans.Plan]{stops[0].name, flat.Plan(valuesOf(stops)), stops[0].line})
		}
		on := onShelf[plans.Plan]{func(t store.Tables) *store.Shelf[plans.Plan] { return t.Plans },
			func(p plans.Plan) (out [][]string) {
				for _, stop := range flat.Stops(p) {
					out = append(out, all.Row("", stop))
				}
				return out
			}}
		return true, takeEntries(ctx, s, f, r, on, whole)
	}
	on := onShelf[setup.Setup]{func(t store.Tables) *store.Shelf[setup.Setup] { return t.Setups },
		func(v setup.Setup) [][]string { return [][]string{setups.Row("", v)} }}
	return true, takeEntries(ctx, s, f, r, on, readEntries(setups, rows, r))
}

// onShelf is where entries are kept, and how one is written: what was only rounded there is the same.
type onShelf[T Valid] struct {
	of    func(store.Tables) *store.Shelf[T]
	cells func(T) [][]string
}

// together are entries of one name, in the order in which each came first.
func together[T any](entries []entry[T]) [][]entry[T] {
	var out [][]entry[T]
	for _, e := range entries {
		i := slices.IndexFunc(out, func(of []entry[T]) bool { return of[0].name == e.name })
		if i < 0 {
			out = append(out, []entry[T]{e})
			continue
		}
		out[i] = append(out[i], e)
	}
	return out
}

func valuesOf[T any](entries []entry[T]) []T {
	out := make([]T, len(entries))
	for i, e := range entries {
		out[i] = e.value
	}
	return out
}

// readEntries reads the rows of a table; what is wrong with one is in the report.
func readEntries[T any](table flat.Table[T], rows []exchange.Row, r *Report) (out []entry[T]) {
	r.Unused = table.Unknown(rows[0].Cells)
	for _, row := range rows[1:] {
		name, value, err := table.Read(rows[0].Cells, row.Cells)
		if err == nil {
			name, err = input.CleanName(name)
		}
		if err != nil {
			r.Refused = append(r.Refused, exchange.Refused{Line: row.Line, Why: err.Error()})
			continue
		}
		out = append(out, entry[T]{name, value, row.Line})
	}
	return out
}

// takeEntries looks at entries as if they were typed, and puts them on their shelf, where nothing is wrong
// with any and they are to be taken. An entry goes by its name: one that says something else of what is
// here changes it, where it is to.
func takeEntries[T Valid](ctx context.Context, s *Intake, f File, r *Report, on onShelf[T], entries []entry[T]) error {
	var fit []entry[T]
	for i, e := range entries {
		if slices.ContainsFunc(entries[:i], func(o entry[T]) bool { return o.name == e.name }) {
			r.Refused = append(r.Refused,
				exchange.Refused{Line: e.line, Why: fmt.Sprintf("“%s” stands there twice", e.name)})
			continue
		}
		err := e.value.Validate(nil)
		var errs input.Errors
		if errors.As(err, &errs) {
			r.Refused = append(r.Refused, exchange.Refused{Line: e.line, Why: errs[0].Message})
			continue
		}
		if err != nil {
			return err
		}
		fit = append(fit, e)
	}
	put := func(t store.Tables) error { return putEntries(ctx, s, f, r, on, t, fit) }
	switch {
	case !f.Take:
		return s.store.Read(ctx, put)
	case len(r.Refused) > 0:
		return r.refusal()
	}
	if err := s.before(ctx); err != nil {
		return err
	}
	return s.store.Write(ctx, put)
}

func putEntries[T Valid](ctx context.Context, s *Intake, f File, r *Report, on onShelf[T], t store.Tables,
	entries []entry[T]) error {
	shelf := on.of(t)
	kept, err := shelf.List(ctx)
	if err != nil {
		return err
	}
	var names []string
	var fresh []T
	for _, e := range entries {
		if len(r.Rows) < mostShown {
			r.Rows = append(r.Rows, e.name)
		}
		r.Entries++
		i := slices.IndexFunc(kept, func(k store.Kept[T]) bool { return k.Name == e.name })
		if i < 0 {
			names, fresh = append(names, e.name), append(fresh, e.value)
			continue
		}
		r.Known++
		if reflect.DeepEqual(on.cells(kept[i].Value), on.cells(e.value)) {
			continue
		}
		r.Changed++
		if f.Take && f.Changes {
			if _, err := shelf.Change(ctx, kept[i].ID, kept[i].Version, nil, &e.value, s.now()); err != nil {
				return err
			}
		}
	}
	if !f.Take || len(fresh) == 0 {
		return nil
	}
	_, err = shelf.CreateAll(ctx, names, fresh, s.now())
	return err
}
