package boat

import (
	"fmt"
	"math"
	"slices"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/input"
	"dunvel/core/units"
)

// Point is where a boat was at a time.
type Point struct {
	Time time.Time `json:"time"`
	almanac.Position
	Depth float64 `json:"depth,omitzero"` // m; 0 where it is not known
}

// Track is where a boat was, in order.
type Track struct {
	Points []Point `json:"points"`
}

// MostKept is how many points of a track are kept.
const MostKept = 1500

// Validate returns nil or setup.Errors.
func (t Track) Validate(units.Choice) error {
	if n := len(t.Points); n < 2 || n > MostKept {
		return input.Fault("points", "Track: it has %d points, outside what is allowed, 2 to %d.", n, MostKept)
	}
	for i, p := range t.Points {
		if message := p.Check(); message != "" {
			return input.Fault("points", "Track, point %d: %s", i+1, message)
		}
		if p.Time.IsZero() || i > 0 && !p.Time.After(t.Points[i-1].Time) {
			return input.Fault("points", "Track, point %d: its time is not after that of the one before.", i+1)
		}
		if !(p.Depth >= 0 && p.Depth <= deepest) {
			return input.Fault("points", "Track, point %d: a depth of %g m is outside what is allowed, 0 to %g m.", i+1,
				p.Depth, deepest)
		}
	}
	return nil
}

// From is when a track begins, and To when it ends.
func (t Track) From() time.Time { return t.Points[0].Time }

// To is when a track ends.
func (t Track) To() time.Time { return t.Points[len(t.Points)-1].Time }

// earth is the mean radius of the earth, m.
const earth = 6371e3

// Metres are how far a position is to the east and to the north of another, over distances
// at which the earth is flat.
func Metres(from, to almanac.Position) (east, north float64) {
	const rad = math.Pi / 180
	north = earth * rad * (to.Latitude - from.Latitude)
	east = earth * rad * math.Remainder(to.Longitude-from.Longitude, 360) * math.Cos(rad*(to.Latitude+from.Latitude)/2)
	return east, north
}

// Thin leaves so many of the points of a track as may be kept: those without which the line
// would be another, by how far each lies off the line without it (Visvalingam and Whyatt,
// 1993: the area of the triangle that a point makes with its neighbours).
func Thin(points []Point, most int) []Point {
	for len(points) > most {
		// Half of what is too much goes at once: to take the smallest away one by one takes long.
		n := len(points)
		areas := make([]float64, n)
		for i := 1; i < n-1; i++ {
			areas[i] = area(points[i-1], points[i], points[i+1])
		}
		sorted := slices.Sorted(slices.Values(areas[1 : n-1]))
		limit := sorted[min(n-most, len(sorted)/2+1)-1]
		kept := points[:1:1]
		gone, went := 0, false
		for i := 1; i < n-1; i++ {
			// A neighbour of one that goes stays, for its triangle is another then.
			if went = areas[i] <= limit && gone < n-most && !went; went {
				gone++
				continue
			}
			kept = append(kept, points[i])
		}
		points = append(kept, points[n-1])
	}
	return points
}

// area is that of the triangle of three points, m².
func area(a, b, c Point) float64 {
	ux, uy := Metres(a.Position, b.Position)
	vx, vy := Metres(a.Position, c.Position)
	return math.Abs(ux*vy-uy*vx) / 2
}

// At is where a boat was at a time, straight from one point to the next; ok is false where
// the track does not tell.
func (t Track) At(at time.Time) (where Point, ok bool) {
	const longest = 10 * time.Minute // between two points, for a boat to be on the way between them
	for i := 1; i < len(t.Points); i++ {
		a, b := t.Points[i-1], t.Points[i]
		if at.Before(a.Time) || at.After(b.Time) || b.Time.Sub(a.Time) > longest {
			continue
		}
		share := at.Sub(a.Time).Seconds() / b.Time.Sub(a.Time).Seconds()
		out := Point{Time: at, Position: almanac.Position{
			Latitude:  a.Latitude + share*(b.Latitude-a.Latitude),
			Longitude: a.Longitude + share*math.Remainder(b.Longitude-a.Longitude, 360),
		}}
		if a.Depth > 0 && b.Depth > 0 {
			out.Depth = a.Depth + share*(b.Depth-a.Depth)
		}
		return out, true
	}
	return Point{}, false
}

// Name is what a track is called that has no name.
func (t Track) Name() string { return fmt.Sprintf("Track, %s", t.From().Format("2 January 2006")) }
