package geo

import (
	"bytes"
	"context"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/boat"
	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/internal/exchange/files"

	"golang.org/x/net/html/charset"
)

// Waypoint is a named place, as GPX has it.
type Waypoint struct {
	Name  string
	Place logbook.Place
}

// MostWaypoints is how many are read at once.
const MostWaypoints = 20000

// longestPoint is the longest name of a waypoint that is read; it is shortened where it
// is kept.
const longestPoint = 500

type gpxPoint struct {
	North string `xml:"lat,attr"`
	East  string `xml:"lon,attr"`
	Name  string `xml:"name,omitempty"`
	Note  string `xml:"desc,omitempty"`
}

type gpxFile struct {
	XMLName xml.Name   `xml:"http://www.topografix.com/GPX/1/1 gpx"`
	Version string     `xml:"version,attr"`
	Creator string     `xml:"creator,attr"`
	Made    time.Time  `xml:"metadata>time"`
	Points  []gpxPoint `xml:"wpt"`
}

// degrees are as the schema has them: decimals without an exponent, to the centimetre.
func degrees(v float64) string {
	text := strings.TrimSuffix(strings.TrimRight(strconv.FormatFloat(v, 'f', 7, 64), "0"), ".")
	if text == "-0" {
		return "0"
	}
	return text
}

// eastOf is a longitude as the schema has it, where 180 degrees east are 180 west.
func eastOf(v float64) float64 {
	if v == 180 {
		return -180
	}
	return v
}

// WriteGPX writes places as waypoints (GPX 1.1), made at a time.
func WriteGPX(w io.Writer, points []Waypoint, made time.Time) error {
	file := gpxFile{Version: "1.1", Creator: "Dunvel", Made: made.UTC().Truncate(time.Second)}
	for _, p := range points {
		file.Points = append(file.Points, gpxPoint{degrees(p.Place.North), degrees(eastOf(p.Place.East)), p.Name,
			p.Place.Note})
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

// GPX is what of a GPX file is read: its waypoints, with the points of its routes that have
// names, and its tracks.
type GPX struct {
	Waypoints []Waypoint
	Tracks    []NamedTrack
	Untimed   int // tracks whose points have no times, or not in order: nothing is read of them
	Routes    int
}

// NamedTrack is a track with the name that it has, or "".
type NamedTrack struct {
	Name   string
	Points []boat.Point
}

// MostPoints is how many points of tracks are read at once.
const MostPoints = 500_000

// ReadGPX reads a GPX file, an element at a time. A document type, and with it any entity
// of its own, is refused. The error is setup.Errors for the field "text". It stops when ctx
// ends.
func ReadGPX(ctx context.Context, r io.Reader) (*GPX, error) {
	text, err := io.ReadAll(r)
	if err != nil {
		return nil, spoilt(err)
	}
	sixteen := bytes.HasPrefix(text, []byte{0xff, 0xfe}) || bytes.HasPrefix(text, []byte{0xfe, 0xff})
	if sixteen {
		if text, err = files.Decoded(text); err != nil {
			return nil, err
		}
	}
	in := gpxReader{ctx: ctx, in: xml.NewDecoder(bytes.NewReader(text))}
	in.in.CharsetReader = func(label string, r io.Reader) (io.Reader, error) {
		if sixteen {
			return r, nil // it is UTF-8 by now, whatever it says of itself
		}
		return charset.NewReaderLabel(label, r)
	}
	for {
		token, err := in.in.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		if err != nil {
			return nil, spoilt(err)
		}
		switch token := token.(type) {
		case xml.Directive:
			return nil, files.Faulty("it has a document type of its own, which is not read.")
		case xml.StartElement:
			if err := in.element(&token); err != nil {
				return nil, err
			}
		}
	}
	if !in.root {
		return nil, files.Faulty("it is empty.")
	}
	return &in.out, nil
}

func spoilt(err error) error {
	return files.Faulty("it is not XML as it should be: %s.", strings.TrimPrefix(err.Error(), "XML syntax error on "))
}

// spoiltUnless is spoilt where there is an error.
func spoiltUnless(err error) error {
	if err == nil {
		return nil
	}
	return spoilt(err)
}

// gpxReader is a GPX file that is being read.
type gpxReader struct {
	ctx    context.Context
	in     *xml.Decoder
	root   bool
	points int
	out    GPX
}

// element reads an element of the file.
func (g *gpxReader) element(begin *xml.StartElement) error {
	switch name := begin.Name.Local; {
	case !g.root && name != "gpx":
		return files.Faulty("it is not GPX but “%s”.", name)
	case !g.root:
		g.root = true
	case name == "wpt":
		return g.waypoint(begin, fmt.Sprintf("Waypoint %d", len(g.out.Waypoints)+1))
	case name == "trk":
		return g.track()
	case name == "rte":
		g.out.Routes++ // its points come as elements of their own
	case name == "rtept":
		return g.waypoint(begin, "")
	default:
		if err := g.in.Skip(); err != nil {
			return spoilt(err)
		}
	}
	return nil
}

// waypoint reads a waypoint; one without a name is called otherwise, or left out where that
// is "".
func (g *gpxReader) waypoint(begin *xml.StartElement, otherwise string) error {
	if len(g.out.Waypoints) == MostWaypoints {
		return files.Faulty("it has more than %d waypoints.", MostWaypoints)
	}
	w, err := waypoint(g.in, begin)
	if err != nil {
		return files.Faulty("waypoint %d%s.", len(g.out.Waypoints)+1, err)
	}
	if w.Name == "" {
		w.Name = otherwise
	}
	if w.Name != "" {
		g.out.Waypoints = append(g.out.Waypoints, w)
	}
	return nil
}

// track reads a track: all of its segments, one after the other.
func (g *gpxReader) track() error {
	t := timedTrack{timed: true}
	for {
		token, err := g.in.Token()
		if err != nil {
			return spoilt(err)
		}
		if err := g.ctx.Err(); err != nil {
			return err
		}
		switch token := token.(type) {
		case xml.StartElement:
			switch token.Name.Local {
			case "trkseg": // its points come next
			default:
				if err := g.ofTrack(&t, token); err != nil {
					return err
				}
			}
		case xml.EndElement:
			if token.Name.Local != "trk" {
				continue
			}
			if !t.timed || len(t.Points) < 2 {
				g.out.Untimed++
			} else {
				g.out.Tracks = append(g.out.Tracks, t.NamedTrack)
			}
			return nil
		}
	}
}

// ofTrack reads something within a track: its name or a point; the rest is left out.
func (g *gpxReader) ofTrack(t *timedTrack, token xml.StartElement) error {
	switch token.Name.Local {
	case "name":
		if err := g.in.DecodeElement(&t.Name, &token); err != nil {
			return spoilt(err)
		}
		t.Name = input.OneLine(t.Name)
		return nil
	case "trkpt":
		p, err := g.point(&token)
		if err == nil {
			t.add(p)
		}
		return err
	}
	return spoiltUnless(g.in.Skip())
}

// timedTrack is a track as it is read.
type timedTrack struct {
	NamedTrack
	timed bool // every point has a time, and none is before another
}

// add takes the next point; of two at one time the first.
func (t *timedTrack) add(p boat.Point) {
	if n := len(t.Points); p.Time.IsZero() || n > 0 && p.Time.Before(t.Points[n-1].Time) {
		t.timed = false
	} else if n == 0 || p.Time.After(t.Points[n-1].Time) {
		t.Points = append(t.Points, p)
	}
}

// point reads a point of a track. A depth is read from an element of that name, wherever it
// stands within the point.
func (g *gpxReader) point(begin *xml.StartElement) (boat.Point, error) {
	if g.points++; g.points > MostPoints {
		return boat.Point{}, files.Faulty("its tracks have more than %d points.", MostPoints)
	}
	bad := func(why string) (boat.Point, error) {
		return boat.Point{}, files.Faulty("point %d of its tracks: %s", g.points, why)
	}
	var p struct {
		North *float64  `xml:"lat,attr"`
		East  *float64  `xml:"lon,attr"`
		Time  string    `xml:"time"`
		Plain *float64  `xml:"depth"`
		More  extension `xml:"extensions"`
	}
	if err := g.in.DecodeElement(&p, begin); err != nil {
		return bad(err.Error() + ".")
	}
	if p.North == nil || p.East == nil {
		return bad("it has no position.")
	}
	out := boat.Point{Position: almanac.Position{Latitude: *p.North, Longitude: *p.East}}
	if message := out.Check(); message != "" {
		return bad(message)
	}
	if p.Time != "" {
		at, err := time.Parse(time.RFC3339, strings.TrimSpace(p.Time))
		if err != nil {
			return bad(fmt.Sprintf("“%.40s” is no time such as 2026-05-12T06:30:00Z.", p.Time))
		}
		if message := logbook.CheckMoment("Time", at); message != "" {
			return bad(message)
		}
		out.Time = at
	}
	depth := p.More.depth
	if p.Plain != nil {
		depth = *p.Plain
	}
	if (boat.Reading{What: boat.DepthUnderSurface, Value: depth}).Believed() {
		out.Depth = depth
	}
	return out, nil
}

// extension is what else a point has: of all of it a depth is read.
type extension struct{ depth float64 }

// UnmarshalXML looks for a depth.
func (e *extension) UnmarshalXML(in *xml.Decoder, begin xml.StartElement) error {
	for {
		token, err := in.Token()
		if err != nil {
			return err
		}
		switch token := token.(type) {
		case xml.StartElement:
			if token.Name.Local != "depth" {
				continue
			}
			var text string
			if err := in.DecodeElement(&text, &token); err != nil {
				return err
			}
			e.depth, _ = strconv.ParseFloat(strings.TrimSpace(text), 64) // what is no number is no depth
		case xml.EndElement:
			if token.Name == begin.Name {
				return nil
			}
		}
	}
}

// waypoint reads a waypoint; its name may be empty. The error goes on after its number.
func waypoint(in *xml.Decoder, begin *xml.StartElement) (Waypoint, error) {
	var p struct {
		North *float64 `xml:"lat,attr"`
		East  *float64 `xml:"lon,attr"`
		Name  string   `xml:"name"`
		Note  string   `xml:"desc"`
		More  string   `xml:"cmt"` // as plotters have it
	}
	if err := in.DecodeElement(&p, begin); err != nil {
		return Waypoint{}, fmt.Errorf(": %w", err)
	}
	if p.North == nil || p.East == nil {
		return Waypoint{}, fmt.Errorf(", “%s”: it has no position", p.Name)
	}
	note := strings.TrimSpace(p.Note)
	if more := strings.TrimSpace(p.More); more != note {
		note = strings.TrimSpace(note + "\n" + more)
	}
	w := Waypoint{input.OneLine(p.Name), logbook.Place{North: *p.North, East: *p.East, Note: note}}
	if message := input.CheckText("Name", w.Name, longestPoint, w.Name != ""); message != "" {
		return w, errors.New(": " + strings.TrimSuffix(message, "."))
	}
	if err := w.Place.Validate(nil); err != nil {
		return w, fmt.Errorf(", “%s”: %s", w.Name, strings.TrimSuffix(err.Error(), "."))
	}
	return w, nil
}
