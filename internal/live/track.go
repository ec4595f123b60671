package live

import (
	"time"

	"dunvel/core/boat"
)

// A track has a point every so often, for so long: a day on the water.
const (
	pointEvery = 10.0 // s
	mostPoints = 16 * 3600 / pointEvery
)

// track is where a boat was lately.
type track struct{ points []boat.Point }

// due tells whether it is time for another point.
func (t *track) due(at time.Time) bool {
	n := len(t.points)
	return n == 0 || at.Sub(t.points[n-1].Time).Seconds() >= pointEvery
}

// keep keeps where a boat is, if that is known.
func (t *track) keep(s boat.State) {
	if s.Place == nil || s.Place.Quality == boat.Stale {
		return
	}
	if len(t.points) >= mostPoints {
		t.points = append(t.points[:0], t.points[len(t.points)/10:]...)
	}
	p := boat.Point{Time: s.Time, Position: s.Place.Position}
	if s.Depth != nil && s.Depth.Quality != boat.Stale {
		p.Depth = s.Depth.Value
	}
	t.points = append(t.points, p)
}
