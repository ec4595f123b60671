package service

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"dunvel/core/logbook"
	"dunvel/core/progress"
	"dunvel/internal/exchange"
	"dunvel/internal/store"
)

// takeLog takes a log as a table in: a trip goes by its name, an event by its key. What
// was lost then is not taken from the box of now.
func (s *Service) takeLog(ctx context.Context, f File, r *Report) error {
	table, err := exchange.ReadTable(f.Text, f.Columns)
	if err != nil {
		return err
	}
	r.Headers, r.Columns = table.Headers, table.Columns
	logs, refused, err := table.Logs(progress.Part(ctx, 0, 0.4), time.Local)
	if err != nil {
		return err
	}
	r.Refused = refused
	if f.Take && len(refused) == 0 {
		if err := s.before(ctx); err != nil {
			return err
		}
		return s.store.Write(ctx, func(t store.Tables) error { return s.putLogs(ctx, t, logs, r, true) })
	}
	err = s.store.Read(ctx, func(t store.Tables) error { return s.putLogs(ctx, t, logs, r, false) })
	if f.Take && err == nil {
		return r.refusal()
	}
	return err
}

// putLogs looks at logs beside what is there, and puts them there where that is wanted and
// nothing is wrong.
func (s *Service) putLogs(ctx context.Context, t store.Tables, logs []exchange.Taken, r *Report, keep bool) error {
	known, err := t.Events.Keys(ctx)
	if err != nil {
		return err
	}
	for i, l := range logs {
		progress.Tell(ctx, 0.4+0.6*float64(i)/float64(len(logs)))
		r.Trips = append(r.Trips, fmt.Sprintf("%s: %d", l.Name, len(l.Events)))
		r.Events += len(l.Events)
		kept, err := t.Trips.Named(ctx, l.Name)
		switch {
		case err == nil:
			l.Trip = kept.Value
		case !errors.Is(err, store.ErrNotFound):
			return err
		}
		for i, e := range l.Events {
			if known[e.Key] {
				r.Known++
			} else if wrong := fits(e, l.Trip); wrong != "" {
				r.Refused = append(r.Refused, exchange.Refused{Line: l.Lines[i], Why: wrong})
			}
		}
		if !keep || len(r.Refused) > 0 {
			continue
		}
		if kept.ID == 0 {
			if kept, err = t.Trips.Create(ctx, l.Name, l.Trip, s.now()); err != nil {
				return err
			}
		}
		if err := t.Events.Take(ctx, kept.ID, l.Events, s.now()); err != nil {
			return err
		}
	}
	if keep && len(r.Refused) > 0 {
		return r.refusal()
	}
	return nil
}

// fits says why an event cannot be on a trip; "" where it can.
func fits(e logbook.Event, t logbook.Trip) string {
	err := e.Validate(t, nil)
	if err == nil {
		return ""
	}
	return strings.TrimSpace(err.Error())
}
