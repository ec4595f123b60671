// Package almanac is what is known of a day beforehand: when sun and moon rise, and how the
// tide stands and runs, from a table or from harmonic constants.
package almanac

import (
	"math"
	"sort"
	"time"
)

// Turn is a high or a low water.
type Turn struct {
	Time   time.Time `json:"time"`
	Height float64   `json:"height"` // m over the datum of the table
	High   bool      `json:"high"`
}

// Tide tells the height of the water. Both a table and a station are one.
type Tide interface {
	// Height is that over the datum at a time, m; ok is false where it is not known.
	Height(at time.Time) (m float64, ok bool)
	// Turns are the high and low waters between two times, and the ones before and after them
	// where they are known.
	Turns(from, to time.Time) []Turn
}

// Table is a tide by its turns, in order, high and low by turns.
type Table []Turn

// Height goes from turn to turn along half a cosine, of which the rule of twelfths is the
// table.
func (t Table) Height(at time.Time) (float64, bool) {
	i := sort.Search(len(t), func(i int) bool { return t[i].Time.After(at) })
	if i == len(t) && i > 1 && t[i-1].Time.Equal(at) {
		i--
	}
	if i == 0 || i == len(t) {
		return 0, false
	}
	a, b := t[i-1], t[i]
	share := at.Sub(a.Time).Seconds() / b.Time.Sub(a.Time).Seconds()
	return a.Height + (b.Height-a.Height)*(1-math.Cos(math.Pi*share))/2, true
}

// Turns implements Tide.
func (t Table) Turns(from, to time.Time) []Turn {
	a := sort.Search(len(t), func(i int) bool { return t[i].Time.After(from) })
	b := sort.Search(len(t), func(i int) bool { return !t[i].Time.Before(to) })
	return t[max(a-1, 0):min(b+1, len(t))]
}

// Stream is what a flow is like that goes with the tide. Directions are those of a setup,
// degrees against the cast.
type Stream struct {
	AfterHigh time.Duration // from high water to the slack after it
	AfterLow  time.Duration
	Flood     Run // between the slack after low water and that after high water
	Ebb       Run
	Spring    float64 // m, range of the tide that the spring speeds are of
	Neap      float64 // m, and the neap speeds
}

// Run is how fast water runs at its fastest, m/s, at a spring and at a neap tide, and where
// to.
type Run struct {
	Spring    float64 `json:"spring"`
	Neap      float64 `json:"neap"`
	Direction float64 `json:"direction"`
}

// peak is the greatest speed for a range of the tide, m.
func (s Stream) peak(r Run, reach float64) float64 {
	speed := r.Neap
	if s.Spring > s.Neap {
		speed += (r.Spring - r.Neap) * (reach - s.Neap) / (s.Spring - s.Neap)
	}
	return max(speed, 0)
}

// Flow is how water runs.
type Flow struct {
	Speed     float64 `json:"speed"`     // m/s
	Direction float64 `json:"direction"` // degrees against the cast
}

// At is the flow at a time: half a sine from slack to slack, as high as the range between
// the two turns has it. It is nothing where no tide is known, with ok false.
func (s Stream) At(tide Tide, at time.Time) (Flow, bool) {
	turns := tide.Turns(at.Add(-around), at.Add(around))
	for i := 1; i < len(turns); i++ {
		a, b := turns[i-1], turns[i]
		from, to := s.slack(a), s.slack(b)
		if at.Before(from) || !at.Before(to) || !from.Before(to) {
			continue
		}
		run := s.Ebb
		if b.High {
			run = s.Flood
		}
		share := at.Sub(from).Seconds() / to.Sub(from).Seconds()
		return Flow{s.peak(run, math.Abs(b.Height-a.Height)) * math.Sin(math.Pi*share), run.Direction}, true
	}
	return Flow{}, false
}

// around is how far from a time the turns are that its flow hangs on.
const around = 20 * time.Hour

// slack is when water stands after a turn.
func (s Stream) slack(t Turn) time.Time {
	if t.High {
		return t.Time.Add(s.AfterHigh)
	}
	return t.Time.Add(s.AfterLow)
}

// Slacks are the times between two at which water stands.
func (s Stream) Slacks(tide Tide, from, to time.Time) []time.Time {
	var out []time.Time
	for _, t := range tide.Turns(from.Add(-around), to.Add(around)) {
		if at := s.slack(t); !at.Before(from) && at.Before(to) {
			out = append(out, at)
		}
	}
	return out
}
