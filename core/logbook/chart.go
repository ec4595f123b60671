package logbook

import (
	"maps"
	"math"
	"slices"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/boat"
)

// Chart is a plan of a trip: where the boat went and what happened where, in m east (X) and north (Y) of
// its middle.
type Chart struct {
	Middle *almanac.Position `json:"middle"` // nil where no position is known
	Tracks [][]Charted       `json:"tracks"`
	Events []Happened        `json:"events"`
	Places []Named           `json:"places"`
}

// Charted is one point of a track.
type Charted struct {
	X     float64   `json:"x"`
	Y     float64   `json:"y"`
	Time  time.Time `json:"time"`
	Depth float64   `json:"depth"` // m; 0 where it is not known
}

// Happened is an event at the place where it happened; Key is that of the event.
type Happened struct {
	X    float64   `json:"x"`
	Y    float64   `json:"y"`
	Key  string    `json:"key"`
	Kind string    `json:"kind"`
	Time time.Time `json:"time"`
}

// Named is a place with its name.
type Named struct {
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	Name string  `json:"name"`
}

// Places up to this far outside the tracks and events are shown: a share of the size of the chart, and m.
const (
	aroundShare = 0.5
	aroundLeast = 300.0
)

// Covers tells whether a track was made on the trip, give or take an hour. A trip that has not ended
// reaches as far after its start as its events may.
func (t Trip) Covers(track boat.Track) bool {
	const over = time.Hour
	end := t.Start.Add(slack)
	if t.End != nil {
		end = t.End.Add(over)
	}
	return track.To().After(t.Start.Add(-over)) && track.From().Before(end)
}

// ChartOf draws a trip from its events and tracks. An event lies where the instruments had the boat, or
// else where a track was at that time; events without either are left out.
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

// where returns the position of an event.
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

// extent returns the middle of the box around some positions, and its longer side in m.
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
