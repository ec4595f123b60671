package trips

import (
	"context"
	"reflect"

	"dunvel/core/logbook"
)

// stamped is what a change makes of a day, with what each event happened to: those that
// the change is about, and those whose rod fished with something else then than was thought.
func (b *Book) stamped(ctx context.Context, was Day, c change) (Day, error) {
	before, after := was.states(), c.next.states()
	out := Day{c.next.Trip, nil}
	all := c.next.Bare()
	for _, e := range c.next.Events {
		key := e.Event.Key
		old, there := before[key]
		var err error
		switch {
		case c.own[key]:
			e.Event, err = b.placed(ctx, e.Event, after[key], logbook.Felt(all, e.Event))
		case there && !reflect.DeepEqual(old, after[key]):
			e.Event, err = b.replaced(ctx, e.Event, old, after[key], logbook.Felt(all, e.Event))
		}
		if err != nil {
			return Day{}, err
		}
		out.Events = append(out.Events, e)
	}
	return out, nil
}

// replaced is an event in another state of its rod than it was placed in. Where the depth
// and the phase were worked out, they are worked out anew; what the angler said stays.
func (b *Book) replaced(ctx context.Context, e logbook.Event, old, state logbook.State,
	felt float64) (logbook.Event, error) {
	told := e
	told.Phase, told.Depth, told.Low, told.High = "", 0, 0, 0
	again, err := b.placed(ctx, told, old, felt)
	if err != nil {
		return e, err
	}
	if again.Phase != e.Phase {
		told.Phase = e.Phase
		if again, err = b.placed(ctx, told, old, felt); err != nil {
			return e, err
		}
	}
	if again.Depth != e.Depth || again.Low != e.Low || again.High != e.High {
		told.Depth, told.Low, told.High = e.Depth, e.Low, e.High
	}
	return b.placed(ctx, told, state, felt)
}

// placed is an event with what it happened to and where, in a state of its rod, the bed felt before it
// so long after the splash.
func (b *Book) placed(ctx context.Context, e logbook.Event, state logbook.State,
	felt float64) (logbook.Event, error) {
	if !e.Needs() {
		return e.Of(state), nil
	}
	state = e.Aboard.In(state)
	w, err := b.ways(ctx, state)
	if err != nil {
		return e, err
	}
	return w.Place(e, felt), nil
}
