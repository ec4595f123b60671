package exchange

import (
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
func ReadGPX(r io.Reader) ([]Waypoint, error) {
	bad := func(format string, args ...any) ([]Waypoint, error) {
		return nil, setup.Errors{{Field: "text", Message: "The file: " + fmt.Sprintf(format, args...)}}
	}
	in := xml.NewDecoder(r)
	var out []Waypoint
	root := false
	for {
		token, err := in.Token()
		if errors.Is(err, io.EOF) {
			break
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
				var p gpxPoint
				if err := in.DecodeElement(&p, &token); err != nil {
					return bad("waypoint %d: %s.", len(out)+1, err)
				}
				if !(p.North >= -90 && p.North <= 90 && p.East >= -180 && p.East <= 180) {
					return bad("waypoint %d, “%s”: %g, %g is not on the earth.", len(out)+1, p.Name, p.North, p.East)
				}
				name := strings.Join(strings.Fields(p.Name), " ")
				if name == "" {
					name = fmt.Sprintf("Waypoint %d", len(out)+1)
				}
				out = append(out, Waypoint{name, trip.Place{North: p.North, East: p.East, Note: strings.TrimSpace(p.Note)}})
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
