package exchange

import (
	"context"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"strings"

	"dunvel/core/setup"
	"dunvel/core/trip"
)

// Waypoint is a named place, as GPX has it.
type Waypoint struct {
	Name  string
	Place trip.Place
}

// MostWaypoints is how many are read at once.
const MostWaypoints = 20000

// longestPoint is the longest name of a waypoint that is read; it is shortened where it
// is kept.
const longestPoint = 500

type gpxPoint struct {
	North float64 `xml:"lat,attr"`
	East  float64 `xml:"lon,attr"`
	Name  string  `xml:"name,omitempty"`
	Note  string  `xml:"desc,omitempty"`
}

type gpxFile struct {
	XMLName xml.Name   `xml:"http://www.topografix.com/GPX/1/1 gpx"`
	Version string     `xml:"version,attr"`
	Creator string     `xml:"creator,attr"`
	Points  []gpxPoint `xml:"wpt"`
}

// WriteGPX writes places as waypoints (GPX 1.1).
func WriteGPX(w io.Writer, points []Waypoint) error {
	file := gpxFile{Version: "1.1", Creator: "Dunvel"}
	for _, p := range points {
		file.Points = append(file.Points, gpxPoint{p.Place.North, p.Place.East, p.Name, p.Place.Note})
	}
	if _, err := io.WriteString(w, xml.Header); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	out := xml.NewEncoder(w)
	out.Indent("", "  ")
	if err := out.Encode(file); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	return nil
}

// ReadGPX reads the waypoints of a GPX file, one at a time; tracks and routes are
// passed over. A document type, and with it any entity of its own, is refused.
// The error is setup.Errors for the field "text".
// It stops when ctx ends.
func ReadGPX(ctx context.Context, r io.Reader) ([]Waypoint, error) {
	bad := func(format string, args ...any) ([]Waypoint, error) { return nil, faulty(format, args...) }
	in := xml.NewDecoder(r)
	var out []Waypoint
	root := false
	for {
		token, err := in.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		if err != nil {
			return bad("it is not XML as it should be: %s.", strings.TrimPrefix(err.Error(), "XML syntax error on "))
		}
		switch token := token.(type) {
		case xml.Directive:
			return bad("it has a document type of its own, which is not read.")
		case xml.StartElement:
			switch {
			case !root && token.Name.Local != "gpx":
				return bad("it is not GPX but “%s”.", token.Name.Local)
			case !root:
				root = true
			case token.Name.Local == "wpt":
				if len(out) == MostWaypoints {
					return bad("it has more than %d waypoints.", MostWaypoints)
				}
				w, err := waypoint(in, &token)
				if err != nil {
					return bad("waypoint %d%s.", len(out)+1, err)
				}
				if w.Name == "" {
					w.Name = fmt.Sprintf("Waypoint %d", len(out)+1)
				}
				out = append(out, w)
			default:
				if err := in.Skip(); err != nil {
					return bad("it is not XML as it should be: %s.", strings.TrimPrefix(err.Error(), "XML syntax error on "))
				}
			}
		}
	}
	if !root {
		return bad("it is empty.")
	}
	return out, nil
}

// waypoint reads a waypoint; its name may be empty. The error goes on after its number.
func waypoint(in *xml.Decoder, begin *xml.StartElement) (Waypoint, error) {
	var p struct {
		North *float64 `xml:"lat,attr"`
		East  *float64 `xml:"lon,attr"`
		Name  string   `xml:"name"`
		Note  string   `xml:"desc"`
	}
	if err := in.DecodeElement(&p, begin); err != nil {
		return Waypoint{}, fmt.Errorf(": %w", err)
	}
	if p.North == nil || p.East == nil {
		return Waypoint{}, fmt.Errorf(", “%s”: it has no position", p.Name)
	}
	w := Waypoint{setup.OneLine(p.Name), trip.Place{North: *p.North, East: *p.East, Note: strings.TrimSpace(p.Note)}}
	if message := setup.CheckText("Name", w.Name, longestPoint, w.Name != ""); message != "" {
		return w, errors.New(": " + strings.TrimSuffix(message, "."))
	}
	if err := w.Place.Validate(nil); err != nil {
		return w, fmt.Errorf(", “%s”: %s", w.Name, strings.TrimSuffix(err.Error(), "."))
	}
	return w, nil
}
