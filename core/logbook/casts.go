package logbook

import (
	"slices"
	"time"

	"dunvel/core/judgement"
)

// Cast is what happened to a rod from a splash to the next.
type Cast struct {
	Number int // of the trip, from 1
	Splash Event
	Events []Event // after it, in order
	State  *State  // of the rod, then
	Known  bool    // the conditions are: it was not taken in from a table without them
}

// InOrder is what happened, in the order in which it did; it is not to be changed.
func (l Log) InOrder() []Event {
	byTime := func(a, b Event) int { return a.Time.Compare(b.Time) }
	if slices.IsSortedFunc(l.Events, byTime) {
		return l.Events // as a database gives them
	}
	return slices.SortedStableFunc(slices.Values(l.Events), byTime)
}

// Fished is how a trip was fished: its casts in the order in which they landed, and the takes that no
// cast was logged for, each as what is known of its cast. What happened long after a splash is of no
// cast.
func (l Log) Fished(longest time.Duration) (casts, loose []Cast) {
	states := make([]*State, MostRods)
	for rod := range states {
		first := l.Trip.StateAt(rod, time.Time{}, nil)
		states[rod] = &first
	}
	open := map[int]int{} // which of the casts a rod is in
	for _, e := range l.InOrder() {
		if e.State != nil {
			for rod := range states {
				next := states[rod].after(e, rod)
				states[rod] = &next
			}
		}
		rod := min(max(e.Rod, 0), MostRods-1)
		// What the engine has placed has what it weighs on the bed, and how it snags.
		begun := Cast{Number: len(casts) + 1, Splash: e, State: states[rod], Known: e.With.Margin > 0 ||
			e.With.Snags > 0}
		i, in := open[rod]
		in = in && e.Time.Sub(casts[i].Splash.Time) <= longest
		switch {
		case e.Kind == Splash:
			open[rod] = len(casts)
			casts = append(casts, begun)
		case in:
			casts[i].Events = append(casts[i].Events, e)
		case e.IsTake():
			begun.Number, begun.Events = 0, []Event{e}
			if n := len(loose); n > 0 && loose[n-1].Splash.Rod == e.Rod &&
				e.Time.Sub(loose[n-1].Events[len(loose[n-1].Events)-1].Time).Seconds() < judgement.OneFish.Number {
				loose[n-1].Events = append(loose[n-1].Events, e)
				continue
			}
			loose = append(loose, begun)
		}
	}
	return casts, loose
}

// IsOfLine tells whether an event is care of the line on a reel.
func (e Event) IsOfLine() bool { return e.Kind == Trimmed || e.Kind == Renewed }

// IsTake tells whether an event is a fish at the bait.
func (e Event) IsTake() bool { return slices.Contains(Takes, e.Kind) }

// weight orders takes by how much they say.
var weight = map[string]int{Bite: 1, Short: 2, Dropped: 3, Fish: 4}

// Take is the fish of the cast: a bite and what came of it are one take, which is what came of
// it, where and when the bait was taken first. ok is false where there was none.
func (c Cast) Take() (take Event, ok bool) {
	for _, e := range c.Events {
		switch {
		case !e.IsTake():
		case !ok:
			take, ok = e, true
		case weight[e.Kind] > weight[take.Kind]:
			take.Kind, take.Species, take.Length, take.Weight, take.Released = e.Kind, e.Species, e.Length,
				e.Weight, e.Released
			if take.Phase == "" {
				take.Phase, take.Depth, take.Low, take.High = e.Phase, e.Depth, e.Low, e.High
			}
		}
	}
	return take, ok
}
