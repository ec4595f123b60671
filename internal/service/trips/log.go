package trips

import (
	"context"
	"slices"
	"strings"

	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/units"
	"dunvel/internal/store"
)

// Outing is a trip that is kept, and how often what happened on it.
type Outing struct {
	store.Kept[logbook.Trip]
	Counts map[string]int
}

// Trips are all trips, the latest first.
func (b *Book) Trips(ctx context.Context) (out []Outing, err error) {
	err = b.store.Read(ctx, func(t store.Tables) error {
		kept, err := t.Trips.List(ctx)
		if err != nil {
			return err
		}
		counts, err := t.Events.Counts(ctx)
		for _, k := range kept {
			out = append(out, Outing{k, counts[k.ID]})
		}
		return err
	})
	slices.SortStableFunc(out, func(a, b Outing) int { return b.Value.Start.Compare(a.Value.Start) })
	return out, err
}

// BeginTrip keeps a trip, under a name made of its place and day, once by its key where it
// has one: a device that did not hear that it was kept sends it again.
func (b *Book) BeginTrip(ctx context.Context, t logbook.Trip, choice units.Choice) (out Outing, err error) {
	t.Clean()
	if err := t.Validate(choice); err != nil {
		return Outing{}, err
	}
	return out, b.store.Write(ctx, func(tables store.Tables) error {
		if t.Key != "" {
			kept, err := tables.Trips.List(ctx)
			if err != nil {
				return err
			}
			if i := slices.IndexFunc(kept,
				func(k store.Kept[logbook.Trip]) bool { return k.Value.Key == t.Key }); i >= 0 {
				out.Kept = kept[i]
				out.Counts, err = countsOf(ctx, tables, out.ID)
				return err
			}
		}
		out.Kept, err = tables.Trips.Add(ctx, t.Name(), t, b.now())
		return err
	})
}

// ChangeTrip sets a trip anew, if it has the version. What happened on it happened to what
// its rods have now; a name made of its place and day goes with them.
func (b *Book) ChangeTrip(ctx context.Context, id, version int64, next logbook.Trip,
	choice units.Choice) (out Outing, err error) {
	next.Clean()
	if err := next.Validate(choice); err != nil {
		return Outing{}, err
	}
	err = b.onDay(ctx, id, func(was Day) (change, error) {
		if was.Trip.Version != version {
			return change{}, store.ErrConflict
		}
		for _, e := range was.Events {
			if e.Event.Rod >= len(next.Rods) {
				return change{}, input.Fault("rods", "Rods: something happened to rod %d, so it stays on the trip.",
					e.Event.Rod+1)
			}
		}
		after := was
		after.Trip.Value = next
		return change{next: after, keep: func(t store.Tables, _ Day) error {
			var name *string
			if strings.HasPrefix(was.Trip.Name, was.Trip.Value.Name()) && was.Trip.Value.Name() != next.Name() {
				free, err := t.Trips.FreeName(ctx, next.Name(), id)
				if err != nil {
					return err
				}
				name = &free
			}
			out.Kept, err = t.Trips.Change(ctx, id, version, name, &next, b.now())
			if err != nil {
				return err
			}
			out.Counts, err = countsOf(ctx, t, id)
			return err
		}}, nil
	})
	return out, err
}

func countsOf(ctx context.Context, t store.Tables, id int64) (map[string]int, error) {
	counts, err := t.Events.Counts(ctx)
	return counts[id], err
}

// DeleteTrip takes a trip off the list; what it took from the box is there again.
func (b *Book) DeleteTrip(ctx context.Context, id int64) error {
	return b.onDay(ctx, id, func(was Day) (change, error) {
		return change{next: Day{Trip: was.Trip},
			keep: func(t store.Tables, _ Day) error { return t.Trips.Delete(ctx, id, b.now()) }}, nil
	})
}

// RestoreTrip puts a deleted trip back, with what it took from the box.
func (b *Book) RestoreTrip(ctx context.Context, id int64) (out Outing, err error) {
	err = b.store.Write(ctx, func(t store.Tables) error {
		_, err := t.Trips.Get(ctx, id)
		there := err == nil
		if out.Kept, err = t.Trips.Restore(ctx, id); err != nil {
			return err
		}
		if out.Counts, err = countsOf(ctx, t, id); err != nil || there {
			return err
		}
		next, err := DayOf(ctx, t, id)
		if err != nil {
			return err
		}
		return b.settle(ctx, t, Day{Trip: next.Trip}, change{next: next})
	})
	return out, err
}

// Events are what happened on a trip, in its order.
func (b *Book) Events(ctx context.Context, trip int64) (out []store.KeptEvent, err error) {
	return out, b.store.Read(ctx, func(t store.Tables) error {
		d, err := DayOf(ctx, t, trip)
		out = d.Events
		return err
	})
}

// Log keeps what happened on a trip, all of it or nothing, each once by its key: one that
// is there already stays as it is. What was lost is taken from the box.
func (b *Book) Log(ctx context.Context, id int64, events []logbook.Event,
	choice units.Choice) (out []store.KeptEvent, err error) {
	err = b.onDay(ctx, id, func(was Day) (change, error) {
		for _, e := range events {
			if err := e.Validate(was.Trip.Value, choice); err != nil {
				return change{}, err
			}
		}
		c := change{own: map[string]bool{}}
		there := map[string]bool{}
		for _, e := range was.Events {
			there[e.Event.Key] = true
		}
		var fresh []store.KeptEvent
		for _, e := range events {
			if !there[e.Key] && !c.own[e.Key] {
				c.own[e.Key] = true
				fresh = append(fresh, store.KeptEvent{Trip: id, Event: e})
			}
		}
		c.next = was.with(fresh...)
		c.keep = func(t store.Tables, next Day) error {
			out, err = b.keepEvents(ctx, t, c.own, next, events)
			return err
		}
		return c, nil
	})
	return out, err
}

// keepEvents adds the events of a day that are its own, and returns those that were asked
// for as they are kept. What was kept before under its key is not its own any more.
func (b *Book) keepEvents(ctx context.Context, t store.Tables, own map[string]bool, next Day,
	asked []logbook.Event) ([]store.KeptEvent, error) {
	for i, e := range next.Events {
		if !own[e.Event.Key] {
			continue
		}
		added, err := t.Events.Add(ctx, e.Trip, []logbook.Event{e.Event}, b.now())
		if err != nil {
			return nil, err
		}
		next.Events[i] = added[0].KeptEvent
		if !added[0].Fresh { // on another trip, or off the list: it stays so
			delete(own, e.Event.Key)
			next.Events[i].Spent = 0
		}
	}
	byKey := map[string]store.KeptEvent{}
	for _, e := range next.Events {
		byKey[e.Event.Key] = e
	}
	out := make([]store.KeptEvent, len(asked))
	for i, e := range asked {
		out[i] = byKey[e.Key]
	}
	return out, nil
}

// Correct sets an event anew, if it has the version. What was worked out of it is worked
// out anew. One that was gone back from is not found under its id any more, or another is:
// a key that is told has to be that of the event.
func (b *Book) Correct(ctx context.Context, id, version int64, e logbook.Event,
	choice units.Choice) (out store.KeptEvent, err error) {
	was, err := b.store.Events.Get(ctx, id)
	if err != nil {
		return out, err
	}
	if e.Key != "" && e.Key != was.Event.Key {
		return out, store.ErrConflict
	}
	e.Key = was.Event.Key
	err = b.onDay(ctx, was.Trip, func(d Day) (change, error) {
		if err := e.Validate(d.Trip.Value, choice); err != nil {
			return change{}, err
		}
		i := slices.IndexFunc(d.Events, func(k store.KeptEvent) bool { return k.ID == id })
		switch {
		case i < 0:
			return change{}, store.ErrNotFound
		case d.Events[i].Version != version:
			return change{}, store.ErrConflict
		}
		right := d.Events[i]
		right.Event = e
		return change{next: d.with(right), own: map[string]bool{e.Key: true},
			keep: func(t store.Tables, next Day) error {
				out, err = t.Events.Change(ctx, id, version, next.event(e.Key).Event, b.now())
				return err
			}}, nil
	})
	return out, err
}

// event is the event of a key.
func (d Day) event(key string) store.KeptEvent {
	return d.Events[slices.IndexFunc(d.Events, func(e store.KeptEvent) bool { return e.Event.Key == key })]
}

// DeleteEvent takes an event off the list, if it has the key that is given or none is; what
// it took from the box is there again.
func (b *Book) DeleteEvent(ctx context.Context, id int64, key string) error {
	gone, err := b.store.Events.Get(ctx, id)
	if err != nil {
		return err
	}
	if key != "" && key != gone.Event.Key {
		return store.ErrConflict
	}
	return b.onDay(ctx, gone.Trip, func(was Day) (change, error) {
		i := slices.IndexFunc(was.Events, func(k store.KeptEvent) bool { return k.ID == id })
		switch {
		case i < 0:
			return change{}, store.ErrNotFound
		case was.Events[i].Event.Key != gone.Event.Key: // a copy was gone back to meanwhile
			return change{}, store.ErrConflict
		}
		return change{next: was.without(map[string]bool{gone.Event.Key: true}),
			keep: func(t store.Tables, _ Day) error {
				_, err := t.Events.Delete(ctx, id, b.now())
				return err
			}}, nil
	})
}

// RestoreEvent puts a deleted event back, with what it took from the box.
func (b *Book) RestoreEvent(ctx context.Context, id int64) (out store.KeptEvent, err error) {
	back, err := b.store.Events.Deleted(ctx, id)
	if err != nil {
		return out, err
	}
	err = b.onDay(ctx, back.Trip, func(was Day) (change, error) {
		if err := back.Event.Validate(was.Trip.Value, nil); err != nil {
			return change{}, err // its rod may be gone by now
		}
		return change{next: was.with(back), keep: func(t store.Tables, _ Day) error {
			out, err = t.Events.Restore(ctx, id)
			return err
		}}, nil
	})
	return out, err
}
