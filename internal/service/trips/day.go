package trips

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

// Day is a trip with what happened on it, as it stands in the log.
type Day struct {
	Trip   store.Kept[logbook.Trip]
	Events []store.KeptEvent // in the order in which they happened
}

// DayOf is the day of a trip.
func DayOf(ctx context.Context, t store.Tables, id int64) (Day, error) {
	kept, err := t.Trips.Get(ctx, id)
	if err != nil {
		return Day{}, err
	}
	events, err := t.Events.List(ctx, id)
	return Day{kept, events}, err
}

// with is a day with events put in the place of those with their keys, or beside them.
func (d Day) with(events ...store.KeptEvent) Day {
	keys := map[string]bool{}
	for _, e := range events {
		keys[e.Event.Key] = true
	}
	return d.of(append(d.without(keys).Events, events...))
}

// without is a day without the events of some keys.
func (d Day) without(keys map[string]bool) Day {
	return d.of(slices.DeleteFunc(slices.Clone(d.Events), func(e store.KeptEvent) bool { return keys[e.Event.Key] }))
}

func (d Day) of(events []store.KeptEvent) Day {
	slices.SortStableFunc(events, func(a, b store.KeptEvent) int {
		return cmp.Or(a.Event.Time.Compare(b.Event.Time), cmp.Compare(a.ID, b.ID))
	})
	return Day{d.Trip, events}
}

// Bare are the events as the job knows them.
func (d Day) Bare() []logbook.Event {
	out := make([]logbook.Event, len(d.Events))
	for i, e := range d.Events {
		out[i] = e.Event
	}
	return out
}

// states are what the rod of each event fished with then, by the keys of the events.
func (d Day) states() map[string]logbook.State {
	out := map[string]logbook.State{}
	changes := slices.DeleteFunc(d.Bare(), func(e logbook.Event) bool { return e.State == nil })
	for _, e := range d.Events {
		out[e.Event.Key] = d.Trip.Value.StateAt(e.Event.Rod, e.Event.Time, changes)
	}
	return out
}

// takes are what each event takes from the box, by the keys of the events.
func (d Day) takes() map[string]logbook.Take {
	out, states := map[string]logbook.Take{}, d.states()
	for _, e := range d.Events {
		out[e.Event.Key] = e.Event.Takes(states[e.Event.Key])
	}
	return out
}

// same tells whether two days hold the same versions of the same things.
func (d Day) same(other Day) bool {
	return d.Trip.Version == other.Trip.Version &&
		slices.EqualFunc(d.Events, other.Events, func(a, b store.KeptEvent) bool {
			return a.ID == b.ID && a.Version == b.Version
		})
}

// change is what an act makes of a day. Own are the keys of the events that it is about;
// keep writes them and the trip, and takes out of own what was kept before.
type change struct {
	next Day
	own  map[string]bool
	keep func(t store.Tables, next Day) error
}

// errMoved is that a day is no longer what a change was thought out for.
var errMoved = errors.New("service: the log was changed in the meantime")

// onDay does something to a trip and what happened on it. What it makes of the day is
// thought out first, with the runs of the engine that it needs, and written then in one
// transaction, with the stamps of the other events and what all of them took from the box.
func (b *Book) onDay(ctx context.Context, id int64, think func(was Day) (change, error)) error {
	if err := b.logging.Acquire(ctx, 1); err != nil {
		return err
	}
	defer b.logging.Release(1)
	const tries = 4 // another process may write to the same log
	for range tries {
		var was Day
		err := b.store.Read(ctx, func(t store.Tables) (err error) {
			was, err = DayOf(ctx, t, id)
			return err
		})
		if err != nil {
			return err
		}
		c, err := think(was)
		if err != nil {
			return err
		}
		if c.next, err = b.stamped(ctx, was, c); err != nil {
			return err
		}
		err = b.store.Write(ctx, func(t store.Tables) error { return b.write(ctx, t, was, c) })
		if !errors.Is(err, errMoved) {
			return err
		}
	}
	return store.ErrConflict
}

// write keeps what a change makes of a day, if the day still is what it was.
func (b *Book) write(ctx context.Context, t store.Tables, was Day, c change) error {
	now, err := DayOf(ctx, t, was.Trip.ID)
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
	for _, e := range was.Events {
		before[e.Event.Key] = e.Event
	}
	for _, e := range c.next.Events {
		if old, there := before[e.Event.Key]; there && !own[e.Event.Key] && !reflect.DeepEqual(old, e.Event) {
			if _, err := t.Events.Change(ctx, e.ID, e.Version, e.Event, b.now()); err != nil {
				return err
			}
		}
	}
	return b.settle(ctx, t, was, c)
}
