package boat

import (
	"math"
	"slices"
	"time"
)

// smooth is a mean of what was heard lately, in which what is older counts less: its weight
// falls to a third in so many seconds as over says. What has two parts, as a motion has, is
// smoothed as such, so that courses on both sides of north do not come out south.
type smooth struct {
	over float64 // s

	first, last time.Time
	weight      float64 // of all that was heard; the newest has 1
	x, y        float64 // sums, weighted
	nowX, nowY  float64 // as it was heard last
	squares     float64 // of lengths
	lengths     float64
	recent      []float64 // as many as a median takes
}

// medianOf is how many readings a median is of, where jumps are not believed: one that jumps
// for one reading alone is a fish, or the wash of a boat.
const medianOf = 3

// anew is how long nothing was heard, over the time that it is smoothed over, for what was
// heard before to be forgotten.
const anew = 3

// add takes a reading. A clock that went back is taken to stand still.
func (s *smooth) add(x, y float64, at time.Time) {
	if s.weight > 0 {
		passed := max(at.Sub(s.last).Seconds(), 0)
		keep := math.Exp(-passed / s.over)
		if passed > anew*s.over {
			*s = smooth{over: s.over}
		}
		s.weight, s.x, s.y, s.squares, s.lengths = s.weight*keep, s.x*keep, s.y*keep, s.squares*keep, s.lengths*keep
	}
	if s.weight == 0 {
		s.first = at
	}
	length := math.Hypot(x, y)
	s.nowX, s.nowY = x, y
	s.weight, s.x, s.y, s.squares, s.lengths = s.weight+1, s.x+x, s.y+y, s.squares+length*length, s.lengths+length
	s.last = at
}

// addSteady takes a reading of which one that stands alone is not believed.
func (s *smooth) addSteady(x float64, at time.Time) {
	if s.weight > 0 && at.Sub(s.last).Seconds() > anew*s.over {
		s.recent = nil
	}
	if s.recent = append(s.recent, x); len(s.recent) > medianOf {
		s.recent = s.recent[1:]
	}
	recent := s.recent // which a beginning anew forgets
	s.add(slices.Sorted(slices.Values(recent))[len(recent)/2], 0, at)
	s.recent = recent
}

// mean is what was heard lately.
func (s *smooth) mean() (x, y float64) { return s.x / s.weight, s.y / s.weight }

// spread is the standard deviation of lengths over their mean; 0 where that is 0.
func (s *smooth) spread() float64 {
	mean := s.lengths / s.weight
	if mean <= 0 {
		return 0
	}
	return math.Sqrt(max(s.squares/s.weight-mean*mean, 0)) / mean
}

// settled tells whether it was heard for as long as it is smoothed over.
func (s *smooth) settled() bool { return s.last.Sub(s.first).Seconds() >= s.over }
