package service

import (
	"cmp"
	"context"
	"errors"
	"maps"
	"reflect"
	"slices"

	"dunvel/core/logbook"
	"dunvel/internal/store"
)

// day is a trip with what happened on it, as it stands in the log.
type day struct {
	trip   store.Kept[logbook.Trip]
	events []store.KeptEvent // in the order in which they happened
}

func dayOf(ctx context.Context, t store.Tables, id int64) (day, error) {
	kept, err := t.Trips.Get(ctx, id)
	if err != nil {
		return day{}, err
	}
	events, err := t.Events.List(ctx, id)
	return day{kept, events}, err
}

// with is a day with events put in the place of those with their keys, or beside them.
func (d day) with(events ...store.KeptEvent) day {
	keys := map[string]bool{}
	for _, e := range events {
		keys[e.Event.Key] = true
	}
	return d.of(append(d.without(keys).events, events...))
}

// without is a day without the events of some keys.
func (d day) without(keys map[string]bool) day {
	return d.of(slices.DeleteFunc(slices.Clone(d.events), func(e store.KeptEvent) bool { return keys[e.Event.Key] }))
}

func (d day) of(events []store.KeptEvent) day {
	slices.SortStableFunc(events, func(a, b store.KeptEvent) int {
		return cmp.Or(a.Event.Time.Compare(b.Event.Time), cmp.Compare(a.ID, b.ID))
	})
	return day{d.trip, events}
}

// bare are the events as the job knows them.
func (d day) bare() []logbook.Event {
	out := make([]logbook.Event, len(d.events))
	for i, e := range d.events {
		out[i] = e.Event
	}
	return out
}

// states are what the rod of each event fished with then, by the keys of the events.
func (d day) states() map[string]logbook.State {
	out := map[string]logbook.State{}
	changes := slices.DeleteFunc(d.bare(), func(e logbook.Event) bool { return e.State == nil })
	for _, e := range d.events {
		out[e.Event.Key] = d.trip.Value.StateAt(e.Event.Rod, e.Event.Time, changes)
	}
	return out
}

// takes are what each event takes from the box, by the keys of the events.
func (d day) takes() map[string]logbook.Take {
	out, states := map[string]logbook.Take{}, d.states()
	for _, e := range d.events {
		out[e.Event.Key] = e.Event.Takes(states[e.Event.Key])
	}
	return out
}

// same tells whether two days hold the same versions of the same things.
func (d day) same(other day) bool {
	return d.trip.Version == other.trip.Version && slices.EqualFunc(d.events, other.events, func(a, b store.KeptEvent) bool {
		return a.ID == b.ID && a.Version == b.Version
	})
}

// change is what an act makes of a day. Own are the keys of the events that it is about;
// keep writes them and the trip, and takes out of own what was kept before.
type change struct {
	next day
	own  map[string]bool
	keep func(t store.Tables, next day) error
}

// errMoved is that a day is no longer what a change was thought out for.
var errMoved = errors.New("service: the log was changed in the meantime")

// onDay does something to a trip and what happened on it. What it makes of the day is
// thought out first, with the runs of the engine that it needs, and written then in one
// transaction, with the stamps of the other events and what all of them took from the box.
func (s *Service) onDay(ctx context.Context, id int64, think func(was day) (change, error)) error {
	if err := s.logging.Acquire(ctx, 1); err != nil {
		return err
	}
	defer s.logging.Release(1)
	const tries = 4 // another process may write to the same log
	for range tries {
		var was day
		err := s.store.Read(ctx, func(t store.Tables) (err error) {
			was, err = dayOf(ctx, t, id)
			return err
		})
		if err != nil {
			return err
		}
		c, err := think(was)
		if err != nil {
			return err
		}
		if c.next, err = s.stamped(ctx, was, c); err != nil {
			return err
		}
		err = s.store.Write(ctx, func(t store.Tables) error { return s.write(ctx, t, was, c) })
		if !errors.Is(err, errMoved) {
			return err
		}
	}
	return store.ErrConflict
}

// write keeps what a change makes of a day, if the day still is what it was.
func (s *Service) write(ctx context.Context, t store.Tables, was day, c change) error {
	now, err := dayOf(ctx, t, was.trip.ID)
	if err != nil {
		return err
	}
	if !now.same(was) {
		return errMoved
	}
	own := maps.Clone(c.own)
	if err := c.keep(t, c.next); err != nil {
		return err
	}
	before := map[string]logbook.Event{}
	for _, e := range was.events {
		before[e.Event.Key] = e.Event
	}
	for _, e := range c.next.events {
		if old, there := before[e.Event.Key]; there && !own[e.Event.Key] && !reflect.DeepEqual(old, e.Event) {
			if _, err := t.Events.Change(ctx, e.ID, e.Version, e.Event, s.now()); err != nil {
				return err
			}
		}
	}
	return s.settle(ctx, t, was, c)
}
