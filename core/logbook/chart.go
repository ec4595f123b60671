package logbook

import (
	"maps"
	"math"
	"slices"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/boat"
)

// Chart is where a trip went and what happened where, in m to the east (X) and to the north
// (Y) of the middle of it.
type Chart struct {
	Middle *almanac.Position `json:"middle"` // nil where nothing of it is known
	Tracks [][]Charted       `json:"tracks"`
	Events []Happened        `json:"events"`
	Places []Named           `json:"places"`
}

// Charted is where the boat was at a time.
type Charted struct {
	X     float64   `json:"x"`
	Y     float64   `json:"y"`
	Time  time.Time `json:"time"`
	Depth float64   `json:"depth"` // m; 0 where it is not known
}

// Happened is an event of the trip, by its key, where it happened.
type Happened struct {
	X    float64   `json:"x"`
	Y    float64   `json:"y"`
	Key  string    `json:"key"`
	Kind string    `json:"kind"`
	Time time.Time `json:"time"`
}

// Named is a place.
type Named struct {
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	Name string  `json:"name"`
}

// around is how far beyond what is charted places are shown: so much over its size, and m.
const (
	aroundShare = 0.5
	aroundLeast = 300.0
)

// Covers tells whether a track was made on a trip: of one that has ended as long as its
// events may lie outside it at the most, an hour.
func (t Trip) Covers(track boat.Track) bool {
	const over = time.Hour
	end := t.Start.Add(slack)
	if t.End != nil {
		end = t.End.Add(over)
	}
	return track.To().After(t.Start.Add(-over)) && track.From().Before(end)
}

// ChartOf is the chart of a trip by the tracks that were made on it. An event is where the
// instruments had the boat, or where a track has it at that time.
func ChartOf(events []Event, tracks []boat.Track, places map[string]Place) Chart {
	out := Chart{Tracks: [][]Charted{}, Events: []Happened{}, Places: []Named{}}
	at := map[int]almanac.Position{}
	var all []almanac.Position
	for i, e := range events {
		if where, ok := e.where(tracks); ok {
			at[i] = where
			all = append(all, where)
		}
	}
	for _, t := range tracks {
		for _, p := range t.Points {
			all = append(all, p.Position)
		}
	}
	if len(all) == 0 {
		return out
	}
	middle, size := extent(all)
	out.Middle = &middle
	for _, t := range tracks {
		line := make([]Charted, len(t.Points))
		for i, p := range t.Points {
			x, y := boat.Metres(middle, p.Position)
			line[i] = Charted{tenth(x), tenth(y), p.Time, p.Depth}
		}
		out.Tracks = append(out.Tracks, line)
	}
	for i, e := range events {
		if where, ok := at[i]; ok {
			x, y := boat.Metres(middle, where)
			out.Events = append(out.Events, Happened{tenth(x), tenth(y), e.Key, e.Kind, e.Time})
		}
	}
	for _, name := range slices.Sorted(maps.Keys(places)) {
		p := places[name]
		x, y := boat.Metres(middle, almanac.Position{Latitude: p.North, Longitude: p.East})
		if math.Max(math.Abs(x), math.Abs(y)) < (0.5+aroundShare)*size+aroundLeast {
			out.Places = append(out.Places, Named{tenth(x), tenth(y), name})
		}
	}
	return out
}

func tenth(m float64) float64 { return math.Round(10*m) / 10 }

// where is where an event happened.
func (e Event) where(tracks []boat.Track) (almanac.Position, bool) {
	if e.Aboard != nil && e.Aboard.Where != nil {
		return *e.Aboard.Where, true
	}
	for _, t := range tracks {
		if p, ok := t.At(e.Time); ok {
			return p.Position, true
		}
	}
	return almanac.Position{}, false
}

// extent is the middle of positions, and how far they reach over the longer side, m.
func extent(all []almanac.Position) (middle almanac.Position, size float64) {
	first := all[0]
	var west, east, south, north float64
	for _, p := range all {
		x, y := boat.Metres(first, p)
		west, east, south, north = min(west, x), max(east, x), min(south, y), max(north, y)
	}
	const degree = math.Pi / 180 * 6371e3
	middle.Latitude = first.Latitude + (south+north)/2/degree
	middle.Longitude = first.Longitude + (west+east)/2/degree/math.Cos(first.Latitude*math.Pi/180)
	return middle, max(east-west, north-south)
}
