package logbook

import (
	"slices"
	"time"

	"dunvel/core/judgement"
)

// Cast is what one rod did from one splash to the next, with what happened meanwhile.
type Cast struct {
	Number int // of the trip, from 1
	Splash Event
	Events []Event // after it, in order
	State  *State  // what the rod fished with, and in which water
	Known  bool    // the conditions are known: a table that is read in may not have them
}

// InOrder returns the events by time. The caller must not change them: they may be those of the log itself.
func (l Log) InOrder() []Event {
	byTime := func(a, b Event) int { return a.Time.Compare(b.Time) }
	if slices.IsSortedFunc(l.Events, byTime) {
		return l.Events // as a database gives them
	}
	return slices.SortedStableFunc(slices.Values(l.Events), byTime)
}

// Fished returns the casts of a trip in the order in which they landed, and apart from them the takes for
// which no cast was logged, each as a cast of its own without a splash. An event belongs to the last cast
// of its rod, but not if it came more than longest after the splash.
func (l Log) Fished(longest time.Duration) (casts, loose []Cast) {
	states := make([]*State, MostRods)
	for rod := range states {
		first := l.Trip.StateAt(rod, time.Time{}, nil)
		states[rod] = &first
	}
	open := map[int]int{} // by rod: the index of the cast that it is in
	for _, e := range l.InOrder() {
		if e.State != nil {
			for rod := range states {
				next := states[rod].after(e, rod)
				states[rod] = &next
			}
		}
		rod := min(max(e.Rod, 0), MostRods-1)
		// An event that the engine has placed carries a contact margin or a snag index.
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

// IsOfLine tells whether the event is about the line on the reel: trimmed or renewed.
func (e Event) IsOfLine() bool { return e.Kind == Trimmed || e.Kind == Renewed }

// IsTake tells whether a fish was at the bait.
func (e Event) IsTake() bool { return slices.Contains(Takes, e.Kind) }

// weight orders takes by how much they say.
var weight = map[string]int{Bite: 1, Short: 2, Dropped: 3, Fish: 4}

// Take returns the one take of the cast. A bite and the fish that came of it count once: as the fish, at
// the time and place of the bite. ok is false where nothing took the bait.
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
