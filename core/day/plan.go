// Package day is what a day on the water is like by the hour: depth, flow, wind and light
// at each spot, and which head is to be tied on when.
package day

import (
	"fmt"
	"math"
	"sort"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/input"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Plan is a day as it is meant to be.
type Plan struct {
	Date  string            `json:"date"` // 2026-11-27
	Zone  string            `json:"zone"` // Europe/Lisbon; "" is UTC
	Where *almanac.Position `json:"where"`
	Tide  Tides             `json:"tide"`
	Wind  []Wind            `json:"wind,omitempty"` // in order; none leaves the wind of each setup
	Spots []Spot            `json:"spots"`
	Rods  int               `json:"rods"`

	Own    []string `json:"own,omitempty"`    // things to take that were added to the list
	Ticked []string `json:"ticked,omitempty"` // keys of what is packed
}

// Tides is where the tide of a day is from.
type Tides struct {
	Kind    string           `json:"kind"`
	Table   almanac.Table    `json:"table,omitempty"`
	Station *almanac.Station `json:"station"` // the made-up one where it is left out
}

// The kinds of tides.
const (
	NoTide      = "none"
	FromTable   = "table"
	FromStation = "station"
)

// Wind is what blows from a time on, and goes over into the next.
type Wind struct {
	From      string  `json:"from"`      // 14:00
	Speed     float64 `json:"speed"`     // m/s
	Direction float64 `json:"direction"` // degrees against the cast, as in a setup
}

// Spot is where one fishes for some hours.
type Spot struct {
	Name    string      `json:"name"`
	From    string      `json:"from"` // 05:30
	To      string      `json:"to"`   // of the day after where it is not later than From
	Setup   setup.Setup `json:"setup"`
	Charted float64     `json:"charted"` // m, to which the tide is added; 0 leaves the depth of the setup
	Flow    SpotFlow    `json:"flow"`
}

// SpotFlow is how the water runs at a spot.
type SpotFlow struct {
	Kind      string      `json:"kind"`
	Flood     almanac.Run `json:"flood"`
	Ebb       almanac.Run `json:"ebb"`
	Spring    float64     `json:"spring"`    // m, range at which the spring speeds are
	Neap      float64     `json:"neap"`      // m, and the neap ones
	AfterHigh float64     `json:"afterHigh"` // s from high water to the slack after it
	AfterLow  float64     `json:"afterLow"`
	Spans     []Span      `json:"spans,omitempty"`
}

// The kinds of flow.
const (
	AsSet    = "as set"        // as the setup has it: a lake, a river
	WithTide = "with the tide" // a stream between slacks
	ByTimes  = "by times"      // a sluice, or a table of speeds
)

// Span is a flow from a time to another; at other times it stands.
type Span struct {
	From      string  `json:"from"`
	To        string  `json:"to"`
	Speed     float64 `json:"speed"`
	Direction float64 `json:"direction"`
}

// Limits of a plan.
const (
	MostSpots = 8
	MostRods  = 6
	mostWinds = 48
	mostSpans = 24
)

// Day is a plan that can be worked with.
type Day struct {
	Plan
	Start time.Time // midnight
	End   time.Time // the next one
	tide  almanac.Tide
	zone  *time.Location
	winds []blow
	spots []visit
}

// blow is a wind at a time.
type blow struct {
	at   time.Time
	x, y float64
}

// visit is a spot with its times.
type visit struct {
	from, to time.Time
	spans    []lasting
	stream   almanac.Stream // where it goes with the tide
}

type lasting struct {
	from, to time.Time
	flow     almanac.Flow
}

// Open checks a plan. Errors: setup.Errors, in the units of choice.
func (p Plan) Open(choice units.Choice) (*Day, error) {
	o := opening{choice: choice, day: &Day{Plan: p}}
	o.dates()
	if o.errs != nil {
		return nil, o.errs
	}
	o.tides()
	o.winds()
	if n := len(p.Spots); n == 0 || n > MostSpots {
		o.add("spots", "Spots: give 1 to %d, not %d.", MostSpots, n)
	}
	if p.Rods < 1 || p.Rods > MostRods {
		o.add("rods", "Rods: %d is outside what is allowed, 1 to %d.", p.Rods, MostRods)
	}
	o.checkPack()
	for i, s := range p.Spots {
		o.spot(fmt.Sprintf("spots.%d.", i), s)
	}
	if n := len(o.day.Ladder()); n > setup.MaxHeads {
		o.add("spots", "Spots: their heads are %d different weights together, and %d are the most.", n, setup.MaxHeads)
	}
	if o.errs != nil {
		return nil, o.errs
	}
	for i := range o.day.spots {
		if p.Spots[i].Flow.Kind == WithTide {
			o.day.spots[i].stream = o.day.stream(i)
		}
	}
	return o.day, nil
}

// Validate is nil or setup.Errors with all that is wrong, in the units of choice.
func (p Plan) Validate(choice units.Choice) error {
	_, err := p.Open(choice)
	return err
}

// opening is a plan being checked.
type opening struct {
	choice units.Choice
	day    *Day
	errs   input.Errors
}

func (o *opening) add(field, format string, args ...any) {
	o.errs = append(o.errs, input.FieldError{Field: field, Message: fmt.Sprintf(format, args...)})
}

// number checks a value as the field of a setup that it is put into.
func (o *opening) number(field, path, label string, value float64) {
	f := setup.LookupField(path)
	f.Label = label
	if message := f.Check(value, o.choice); message != "" {
		o.add(field, "%s", message)
	}
}

func (o *opening) dates() {
	d := o.day
	date, _ := time.Parse(time.DateOnly, d.Date) // of none the year matters not
	zone, err := almanac.Zone(d.Zone, date.Year())
	if err != nil || d.Zone == "Local" {
		o.add("zone", "Time zone: there is no “%s”; it is called such as Europe/Lisbon.", d.Zone)
		return
	}
	start, err := time.ParseInLocation(time.DateOnly, d.Date, zone)
	if err != nil || start.Year() < 1900 || start.Year() > 2200 {
		o.add("date", "Date: “%s” is not a day from 1900 to 2200, such as 2026-05-12.", d.Date)
		return
	}
	d.zone, d.Start, d.End = zone, start, time.Date(start.Year(), start.Month(), start.Day()+1, 0, 0, 0, 0, zone)
	if d.Where != nil {
		if message := d.Where.Check(); message != "" {
			o.add("where", "%s", message)
		}
	}
}

// clock is a time of the day, which may be that of the day after.
func (o *opening) clock(field, label, text string) time.Time {
	at, err := time.Parse("15:04", text)
	if err != nil {
		o.add(field, "%s: “%s” is no time of the day, such as 05:30.", label, text)
		return time.Time{}
	}
	d := o.day.Start
	return time.Date(d.Year(), d.Month(), d.Day(), at.Hour(), at.Minute(), 0, 0, o.day.zone)
}

// lasts is from a time to another, past midnight where that is not later.
func (o *opening) lasts(field, from, to string) (a, b time.Time) {
	a, b = o.clock(field+"from", "From", from), o.clock(field+"to", "To", to)
	if !a.IsZero() && !b.IsZero() && !b.After(a) {
		b = time.Date(b.Year(), b.Month(), b.Day()+1, b.Hour(), b.Minute(), 0, 0, o.day.zone)
	}
	return a, b
}

func (o *opening) tides() {
	switch t := o.day.Tide; t.Kind {
	case NoTide, "":
	case FromTable:
		for i := range t.Table {
			if i > 0 && (!t.Table[i].Time.After(t.Table[i-1].Time) || t.Table[i].High == t.Table[i-1].High) ||
				!(math.Abs(t.Table[i].Height) <= almanac.MostHeight) {
				o.add("tide.table", "Tide: its high and low waters are not in order, or not within %d m.",
					almanac.MostHeight)
				return
			}
		}
		if n := len(t.Table); n < 2 || n > almanac.MostTurns {
			o.add("tide.table", "Tide: a table has 2 to %d lines, not %d.", almanac.MostTurns, n)
			return
		}
		o.day.tide = t.Table
	case FromStation:
		s := almanac.Simulated()
		if t.Station != nil {
			s = *t.Station
		}
		if why := s.Check(); why != "" {
			o.add("tide.station", "Tide: %s", why)
			return
		}
		o.day.tide = s
	default:
		o.add("tide.kind", "Tide: “%s” is not one of none, table, station.", t.Kind)
	}
}

func (o *opening) winds() {
	if len(o.day.Wind) > mostWinds {
		o.add("wind", "Wind: %d times are more than %d.", len(o.day.Wind), mostWinds)
		return
	}
	for i, w := range o.day.Wind {
		field := fmt.Sprintf("wind.%d.", i)
		at := o.clock(field+"from", "Wind from", w.From)
		o.number(field+"speed", "wind.speed", "Wind", w.Speed)
		o.number(field+"direction", "wind.direction", "Wind blows", w.Direction)
		sin, cos := math.Sincos(w.Direction * math.Pi / 180)
		o.day.winds = append(o.day.winds, blow{at, w.Speed * cos, w.Speed * sin})
		if i > 0 && !at.After(o.day.winds[i-1].at) {
			o.add(field+"from", "Wind: %s is not after the one before it.", w.From)
		}
	}
}

func (o *opening) spot(field string, s Spot) {
	var v visit
	v.from, v.to = o.lasts(field, s.From, s.To)
	if err := s.Setup.Validate(o.choice); err != nil {
		for _, e := range err.(input.Errors) {
			o.add(field+"setup."+e.Field, "%s", e.Message)
		}
	}
	o.number(field+"charted", "water.splashDepth", "Charted depth", s.Charted)
	if s.Charted > 0 && o.day.tide == nil {
		o.add(field+"charted", "Charted depth: the tide is added to it, and there is none; leave it out.")
	}
	switch f := s.Flow; f.Kind {
	case AsSet, "":
	case WithTide:
		o.withTide(field+"flow", f)
	case ByTimes:
		if len(f.Spans) > mostSpans {
			o.add(field+"flow.spans", "Flow: %d times are more than %d.", len(f.Spans), mostSpans)
		}
		for i, span := range f.Spans {
			at := fmt.Sprintf("%sflow.spans.%d.", field, i)
			a, b := o.lasts(at, span.From, span.To)
			o.number(at+"speed", "flow.speed", "Flow", span.Speed)
			o.number(at+"direction", "flow.direction", "Flow runs", span.Direction)
			v.spans = append(v.spans, lasting{a, b, almanac.Flow{Speed: span.Speed, Direction: span.Direction}})
		}
	default:
		o.add(field+"flow.kind", "Flow: “%s” is not one of as set, with the tide, by times.", s.Flow.Kind)
	}
	o.day.spots = append(o.day.spots, v)
}

// withTide looks at a flow that goes with the tide.
func (o *opening) withTide(field string, f SpotFlow) {
	if o.day.tide == nil {
		o.add(field+".kind", "Flow: it goes with the tide, and there is none.")
	}
	for _, r := range []almanac.Run{f.Flood, f.Ebb} {
		o.number(field, "flow.speed", "Flow at springs", r.Spring)
		o.number(field, "flow.direction", "Flow runs", r.Direction)
		if !(r.Neap >= 0 && r.Neap <= r.Spring) {
			o.add(field, "Flow: at neaps it runs no faster than at springs, %s.", o.choice.Show("speed", r.Spring))
		}
	}
	const six = 6 * 3600 // s
	if f.Spring < 0 || f.Neap < 0 || f.Spring != 0 && f.Neap >= f.Spring || math.Abs(f.AfterHigh) > six ||
		math.Abs(f.AfterLow) > six {
		o.add(field, "Flow: the range of springs is greater than that of neaps, and slack within six hours of high "+
			"and low water.")
	}
}

// Hours are the time that is spent at a spot.
func (d *Day) Hours(spot int) (from, to time.Time) { return d.spots[spot].from, d.spots[spot].to }

// stream is how a spot runs with the tide; a spring and a neap range that are not given are
// those that the station or the table has around the day.
func (d *Day) stream(spot int) almanac.Stream {
	f := d.Spots[spot].Flow
	s := almanac.Stream{AfterHigh: seconds(f.AfterHigh), AfterLow: seconds(f.AfterLow), Flood: f.Flood, Ebb: f.Ebb,
		Spring: f.Spring, Neap: f.Neap}
	if s.Spring == 0 {
		s.Neap, s.Spring = d.ranges()
	}
	return s
}

func seconds(s float64) time.Duration { return time.Duration(s * float64(time.Second)) }

// ranges are the smallest and the greatest range of the tide in the month around the day, as
// far as it is known, m.
func (d *Day) ranges() (least, most float64) {
	const around = 15 * 24 * time.Hour
	least = math.Inf(1)
	turns := d.tide.Turns(d.Start.Add(-around), d.End.Add(around))
	for i := 1; i < len(turns); i++ {
		r := math.Abs(turns[i].Height - turns[i-1].Height)
		least, most = min(least, r), max(most, r)
	}
	if most-least < 0.1*most { // too short a table to tell
		least = most / 2
	}
	return least, most
}

// Level is the height of the tide, m; ok is false where there is none or it is not known.
func (d *Day) Level(at time.Time) (m float64, ok bool) {
	if d.tide == nil {
		return 0, false
	}
	return d.tide.Height(at)
}

// Turns are the high and low waters of the day.
func (d *Day) Turns() []almanac.Turn {
	if d.tide == nil {
		return nil
	}
	var out []almanac.Turn
	for _, t := range d.tide.Turns(d.Start, d.End) {
		if !t.Time.Before(d.Start) && t.Time.Before(d.End) {
			t.Time = t.Time.In(d.zone)
			out = append(out, t)
		}
	}
	return out
}

// Slacks are the times at a spot at which its water stands and turns.
func (d *Day) Slacks(spot int) []time.Time {
	from, to := d.Hours(spot)
	if d.Spots[spot].Flow.Kind != WithTide {
		return nil
	}
	return d.spots[spot].stream.Slacks(d.tide, from, to)
}

// At is the setup of a spot as it is at a time. Errors: setup.Errors where its tide is not
// known then, or the depth comes out of what is allowed.
func (d *Day) At(spot int, at time.Time) (setup.Setup, error) {
	s := d.Spots[spot]
	out := s.Setup
	if s.Charted > 0 {
		level, ok := d.Level(at)
		if !ok {
			return out, unknown(at)
		}
		out = out.AtDepth(max(s.Charted+level, 0.1))
	}
	switch s.Flow.Kind {
	case WithTide:
		flow, ok := d.spots[spot].stream.At(d.tide, at)
		if !ok {
			return out, unknown(at)
		}
		// A stream by the tables is known to a quarter or a third, as one that is judged by eye.
		out.Flow.Speed, out.Flow.Direction, out.Flow.Source = flow.Speed, flow.Direction, setup.ByEye
	case ByTimes:
		out.Flow.Speed = 0
		for _, l := range d.spots[spot].spans {
			if !at.Before(l.from) && at.Before(l.to) {
				out.Flow.Speed, out.Flow.Direction = l.flow.Speed, l.flow.Direction
			}
		}
	}
	speed, direction, blows := d.blows(at)
	if blows {
		out.Wind.Speed, out.Wind.Direction = speed, direction
	}
	if blows || s.Flow.Kind == WithTide || s.Flow.Kind == ByTimes {
		out.Boat.Measured = false // a drift is that of the current and the wind it was measured in
	}
	return out, nil
}

func unknown(at time.Time) error {
	return input.Errors{{Field: "tide", Message: fmt.Sprintf(
		"Tide: it is not known at %s; the table has to go from before the day to after it.", at.Format("15:04"))}}
}

// blows is the wind at a time, straight from one to the next; before the first it is that,
// and after the last that.
func (d *Day) blows(at time.Time) (speed, direction float64, ok bool) {
	n := len(d.winds)
	if n == 0 {
		return 0, 0, false
	}
	i := sort.Search(n, func(i int) bool { return d.winds[i].at.After(at) })
	b := d.winds[min(i, n-1)]
	if i > 0 && i < n {
		a := d.winds[i-1]
		share := at.Sub(a.at).Seconds() / b.at.Sub(a.at).Seconds()
		b.x, b.y = a.x+share*(b.x-a.x), a.y+share*(b.y-a.y)
	}
	direction = math.Atan2(b.y, b.x) * 180 / math.Pi
	if direction < 0 {
		direction += 360
	}
	return math.Hypot(b.x, b.y), direction, true
}
