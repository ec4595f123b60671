package intake

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/progress"
	"dunvel/internal/exchange"
	"dunvel/internal/store"
)

// takeLog takes a table in: what is owned, where it is that, or a log. A trip goes by its name, an
// event by its key. What was lost then is not taken from the box of now.
func (s *Intake) takeLog(ctx context.Context, f File, r *Report) error {
	if rows, refused, ok, err := exchange.ReadBox(ctx, f.Text); err != nil {
		return err
	} else if ok {
		return s.takeBox(ctx, rows, refused, f, r)
	}
	if ok, err := s.takeFlat(ctx, f, r); ok || err != nil {
		return err
	}
	if f.How.Zone == nil {
		f.How.Zone = time.Local
	}
	table, err := exchange.ReadTable(progress.Part(ctx, 0, 0.2), f.Text, f.How)
	if err != nil {
		return err
	}
	r.Headers, r.Columns, r.Unused = table.Headers, table.Columns, table.Unused
	r.Asks, r.Order, r.Decimal, r.Zone = table.Asks, table.Order, table.Decimal, f.How.Zone.String()
	logs, refused, err := table.Logs(progress.Part(ctx, 0.2, 0.5))
	if err != nil {
		return err
	}
	r.Refused = refused
	if f.Take && len(r.Asks) > 0 {
		return input.Fault(r.Asks[0].About, "The file: “%s” can be read two ways; say first whether it is %s.",
			r.Asks[0].Example, strings.Join(r.Asks[0].Options, " or "))
	}
	return s.takeRows(ctx, logs, taking{table, f.Changes, f.Take && len(refused) == 0, r}, f.Take)
}

// takeRows keeps the trips of a table, or looks at what would come of that.
func (s *Intake) takeRows(ctx context.Context, logs []exchange.Taken, in taking, wanted bool) error {
	if in.keep {
		if err := s.before(ctx); err != nil {
			return err
		}
		return s.store.Write(ctx, func(t store.Tables) error { return s.putLogs(ctx, t, logs, in) })
	}
	err := s.store.Read(ctx, func(t store.Tables) error { return s.putLogs(ctx, t, logs, in) })
	if wanted && err == nil {
		return in.report.refusal()
	}
	return err
}

// taking is how logs are put beside what is there: kept or only looked at, with changes or without.
type taking struct {
	table   *exchange.Table
	changes bool
	keep    bool
	report  *Report
}

// mostShown is how many rows are shown as they will be kept.
const mostShown = 6

// putLogs looks at logs beside what is there, and puts them there where that is wanted and
// nothing is wrong.
func (s *Intake) putLogs(ctx context.Context, t store.Tables, logs []exchange.Taken, in taking) error {
	there, err := thereAlready(ctx, t)
	if err != nil {
		return err
	}
	r := in.report
	for i, l := range logs {
		progress.Tell(ctx, 0.5+0.5*float64(i)/float64(len(logs)))
		r.Trips = append(r.Trips, fmt.Sprintf("%s: %d", l.Name, len(l.Events)))
		r.Events += len(l.Events)
		kept, err := t.Trips.Named(ctx, l.Name)
		switch {
		case err == nil:
			l.Trip = kept.Value
		case !errors.Is(err, store.ErrNotFound):
			return err
		}
		fresh, err := s.sort(ctx, t, there, l, in)
		if err != nil {
			return err
		}
		if !in.keep || len(r.Refused) > 0 || len(fresh) == 0 {
			continue
		}
		if kept.ID == 0 {
			if kept, err = t.Trips.Create(ctx, l.Name, l.Trip, s.now()); err != nil {
				return err
			}
		}
		if err := t.Events.Take(ctx, kept.ID, fresh, s.now()); err != nil {
			return err
		}
	}
	if in.keep && len(r.Refused) > 0 {
		return r.refusal()
	}
	return nil
}

// already is what is in the log: the keys that there are or were, and the events of now.
type already struct {
	keys   map[string]bool
	events map[string]store.KeptEvent
}

func thereAlready(ctx context.Context, t store.Tables) (out already, err error) {
	if out.keys, err = t.Events.Keys(ctx); err != nil {
		return out, err
	}
	all, err := t.Events.All(ctx)
	out.events = make(map[string]store.KeptEvent, len(all))
	for _, e := range all {
		out.events[e.Event.Key] = e
	}
	return out, err
}

// sort parts the events of a trip that was read into those that are new, which it returns, and those that
// are there, of which it changes what a row says something else of, where that is wanted.
func (s *Intake) sort(ctx context.Context, t store.Tables, there already, l exchange.Taken,
	in taking) (fresh []logbook.Event, err error) {
	r := in.report
	for i, e := range l.Events {
		if len(r.Rows) < mostShown {
			r.Rows = append(r.Rows, in.table.Says(l.Log, e))
		}
		if old := l.Old[i]; old != "" && there.keys[old] {
			e.Key = old // it was taken in when keys went by how a row was written
		}
		if !there.keys[e.Key] {
			if wrong := fits(e, l.Trip); wrong != "" {
				r.Refused = append(r.Refused, exchange.Refused{Line: l.Lines[i], Why: wrong})
			}
			fresh = append(fresh, e)
			continue
		}
		r.Known++
		kept, readable := there.events[e.Key]
		next, differs := in.table.Merge(kept.Event, e)
		if !readable || !differs {
			continue
		}
		r.Changed++
		if in.keep && in.changes {
			if wrong := fits(next, l.Trip); wrong != "" {
				r.Refused = append(r.Refused, exchange.Refused{Line: l.Lines[i], Why: wrong})
			} else if _, err := t.Events.Change(ctx, kept.ID, kept.Version, next, s.now()); err != nil {
				return nil, err
			}
		}
	}
	return fresh, nil
}

// fits says why an event cannot be on a trip; "" where it can.
func fits(e logbook.Event, t logbook.Trip) string {
	err := e.Validate(t, nil)
	if err == nil {
		return ""
	}
	return strings.TrimSpace(err.Error())
}
