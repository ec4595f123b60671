package geo

import (
	"fmt"
	"io"
	"slices"
	"strings"

	"dunvel/core/logbook"

	"github.com/twpayne/go-kml/v3"
)

// Visited is a place with what happened there.
type Visited struct {
	Waypoint
	Counts map[string]int // events by their kind
	Trips  int
}

// Happened is an event where the instruments had the boat.
type Happened struct {
	logbook.Event
	Place string
}

// Visits are places with what happened on trips to them, and the takes and losses of which it is known
// where they happened.
func Visits(points []Waypoint, logs []logbook.Log) (places []Visited, events []Happened) {
	at := map[string]int{}
	for _, p := range points {
		at[p.Name] = len(places)
		places = append(places, Visited{Waypoint: p, Counts: map[string]int{}})
	}
	for _, l := range logs {
		i, known := at[l.Trip.Place]
		if known {
			places[i].Trips++
		}
		for _, e := range l.Events {
			if known {
				places[i].Counts[e.Kind]++
			}
			if e.Aboard != nil && e.Aboard.Where != nil &&
				(e.IsTake() || e.Kind == logbook.Lost || e.Kind == logbook.Freed) {
				events = append(events, Happened{e, l.Trip.Place})
			}
		}
	}
	return places, events
}

// says is what happened at a place, in words.
func (v Visited) says() string {
	var parts []string
	for _, kind := range []string{logbook.Splash, logbook.Bite, logbook.Short, logbook.Fish, logbook.Dropped,
		logbook.Lost} {
		if n := v.Counts[kind]; n > 0 {
			parts = append(parts, fmt.Sprintf("%s: %d", kind, n))
		}
	}
	text := v.Place.Note
	if v.Trips > 0 {
		text = strings.TrimSpace(fmt.Sprintf("%s\ntrips: %d; %s", text, v.Trips, strings.Join(parts, ", ")))
	}
	return strings.TrimSuffix(text, "; ")
}

func (h Happened) says() string {
	return strings.Join(slices.DeleteFunc([]string{h.Kind, h.Species, h.With.Bait, h.Note},
		func(s string) bool { return s == "" }), ", ")
}

// WriteKML writes places and events as KML 2.2 (OGC 07-147r2).
func WriteKML(w io.Writer, places []Visited, events []Happened) error {
	document := kml.Document(kml.Name("Dunvel"))
	for _, p := range places {
		document = document.Append(kml.Placemark(kml.Name(p.Name), kml.Description(p.says()),
			kml.Point(kml.Coordinates(kml.Coordinate{Lon: p.Place.East, Lat: p.Place.North}))))
	}
	for _, e := range events {
		document = document.Append(kml.Placemark(
			kml.Name(e.Kind), kml.Description(e.says()), kml.TimeStamp(kml.When(e.Time)),
			kml.Point(kml.Coordinates(kml.Coordinate{Lon: e.Aboard.Where.Longitude, Lat: e.Aboard.Where.Latitude})),
		))
	}
	if err := kml.KML(document).WriteIndent(w, "", "  "); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	return nil
}

type feature struct {
	Type       string         `json:"type"`
	Geometry   geometry       `json:"geometry"`
	Properties map[string]any `json:"properties"`
}

type geometry struct {
	Type        string     `json:"type"`
	Coordinates [2]float64 `json:"coordinates"` // east, north
}

// GeoJSON is places and events as GeoJSON (RFC 7946).
func GeoJSON(places []Visited, events []Happened) map[string]any {
	features := []feature{}
	for _, p := range places {
		features = append(features, feature{"Feature", geometry{"Point", [2]float64{p.Place.East, p.Place.North}},
			map[string]any{
				"name": p.Name, "note": p.Place.Note, "trips": p.Trips, "events": p.Counts,
			}})
	}
	for _, e := range events {
		features = append(features, feature{
			"Feature", geometry{"Point", [2]float64{e.Aboard.Where.Longitude, e.Aboard.Where.Latitude}}, map[string]any{
				"name": e.Kind, "place": e.Place, "time": e.Time, "fish": e.Species, "bait": e.With.Bait,
				"note": e.Note,
			}})
	}
	return map[string]any{"type": "FeatureCollection", "features": features}
}
