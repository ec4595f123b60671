package lessons

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/technique"
	"dunvel/core/units"
)

// sight is a cast as it is looked at, or a take that no cast was logged for.
type sight struct {
	log   *logbook.Log
	cast  *logbook.Cast
	take  logbook.Event // of it
	taken bool
	loose bool // no cast

	number, trip, place int
}

// dimension divides casts, by a word or by a quantity.
type dimension struct {
	name, what string // what stands before a label in a sentence
	label      func(s sight, choice units.Choice) string
	value      func(s sight) float64 // 0 where it is not known
	measure    string                // of the value
	order      func(s sight) float64 // in which labels stand, where there is one and no value

	across bool // it may be compared between places
	yours  bool // it can be tried otherwise
}

var dimensions = []dimension{
	{name: "Place", what: "at ", across: true, label: func(s sight, _ units.Choice) string { return s.log.Trip.Place }},
	{name: "Spot", what: "at ", label: func(s sight, _ units.Choice) string { return s.cast.State.Spot }},
	{name: "Kind of spot", what: "at a ", across: true, yours: true, label: func(s sight, _ units.Choice) string {
		return s.cast.State.Kind
	}},
	{name: "Depth of the bed", what: "in water of ", across: true, yours: true, measure: "depth",
		value: func(s sight) float64 { return s.cast.Splash.With.BedDepth }},
	{name: "Slope", across: true, yours: true, label: slope},
	{name: "Head", what: "on ", yours: true, order: func(s sight) float64 { return s.cast.Splash.With.Mass },
		label: func(s sight, choice units.Choice) string { return choice.Show("mass", s.cast.Splash.With.Mass) }},
	{name: "Shape", what: "on a ", yours: true, label: func(s sight, _ units.Choice) string {
		return s.cast.Splash.With.Shape
	}},
	{name: "Guard", yours: true, label: known(func(s *logbook.State) string {
		return map[bool]string{true: "with a guard", false: "without a guard"}[s.Setup.Head.Guard]
	})},
	{name: "Hook", what: "on a hook ", yours: true,
		label: known(func(s *logbook.State) string { return s.Setup.Head.Hook })},
	{name: "Bait", what: "on the ", yours: true, label: func(s sight, _ units.Choice) string {
		return s.cast.Splash.With.Bait
	}},
	{name: "Length of the bait", what: "on baits of ", yours: true, measure: "size",
		value: func(s sight) float64 { return onlyKnown(s, s.cast.State.Setup.Bait.Length) }},
	{name: "Colour of the bait", what: "in ", label: func(s sight, _ units.Choice) string {
		return strings.ToLower(s.cast.State.Colour)
	}},
	{name: "Scent", what: "with ", label: func(s sight, _ units.Choice) string {
		return strings.ToLower(s.cast.State.Scent)
	}},
	{name: "Retrieve", what: "with ", yours: true, label: func(s sight, _ units.Choice) string {
		return retrieve(s.cast.Splash.With.Technique)
	}},
	{name: "Hand", what: "with the ", yours: true, label: known(hand)},
	{name: "Leader", what: "on ", yours: true, label: func(s sight, choice units.Choice) string {
		return known(func(of *logbook.State) string { return leader(of, choice) })(s, choice)
	}},
	{name: "Fall speed", what: "falling at ", yours: true,
		order: func(s sight) float64 { return s.cast.Splash.With.FallSpeed },
		label: func(s sight, choice units.Choice) string { return fallBin(s.cast.Splash.With.FallSpeed, choice) }},
	{name: "Tide", across: true, label: func(s sight, _ units.Choice) string {
		return tideBin(s.log.Trip, s.cast.Splash.Time)
	}},
	{name: "Hour", across: true, order: func(s sight) float64 { return float64(s.cast.Splash.Time.Hour() / 3) },
		label: func(s sight, _ units.Choice) string { return hourBin(s.cast.Splash.Time) }},
	{name: "Light", across: true, label: func(s sight, _ units.Choice) string { return seen(s).Light }},
	{name: "Moon", across: true, label: func(s sight, _ units.Choice) string { return seen(s).Moon }},
	{name: "Temperature", what: "in water of ", across: true, measure: "temperature", value: temperature},
	{name: "Clarity", what: "in ", across: true, label: func(s sight, _ units.Choice) string {
		return s.cast.State.Clear
	}},
	{name: "Colour of the water", what: "in ", across: true, label: func(s sight, _ units.Choice) string {
		return strings.ToLower(s.cast.State.Tint)
	}},
}

// along is where the label of a cast stands among the others, 0 where they have no order.
func (d dimension) along(s sight) float64 {
	switch {
	case d.value != nil:
		return d.value(s)
	case d.order != nil:
		return d.order(s)
	}
	return 0
}

// known is a label of what was tied on, where that is known: a table does not say.
func known(of func(*logbook.State) string) func(sight, units.Choice) string {
	return func(s sight, _ units.Choice) string {
		if !s.cast.Known {
			return ""
		}
		return of(s.cast.State)
	}
}

func onlyKnown(s sight, v float64) float64 {
	if !s.cast.Known {
		return 0
	}
	return v
}

// slope is whether the bed falls or rises from the rod to where the cast lands, by more than the depth
// is known.
func slope(s sight, _ units.Choice) string {
	if !s.cast.Known {
		return ""
	}
	under, out := s.cast.State.Setup.Water.Depth, s.cast.State.Setup.DepthAtSplash()
	switch more := out - under; {
	case math.Abs(more) <= judgement.DepthSpread.Spread*max(under, out):
		return "over level ground"
	case more > 0:
		return "cast into deeper water"
	}
	return "cast into shallower water"
}

func hand(s *logbook.State) string {
	if s.Setup.Hand.Line == "" {
		return ""
	}
	if s.Setup.Hand.Rod == "" || s.Setup.Hand.Rod == "as suits" {
		return s.Setup.Hand.Line
	}
	return "rod " + s.Setup.Hand.Rod + ", " + s.Setup.Hand.Line
}

func leader(s *logbook.State, choice units.Choice) string {
	if s.Setup.Leader.Length == 0 {
		return "no leader"
	}
	return s.Setup.Leader.Material + " of " + choice.Show("diameter", s.Setup.Leader.Diameter)
}

// temperature is that of the water: as the instruments had it, or else as the conditions have it.
func temperature(s sight) float64 {
	if a := s.cast.Splash.Aboard; a != nil && a.Temperature != nil {
		return *a.Temperature
	}
	return onlyKnown(s, s.cast.State.Setup.Water.Temperature)
}

// seen is what the sky was like at a cast; nothing where it is not known where that was.
func seen(s sight) almanac.Seen {
	if s.log.Where == nil {
		return almanac.Seen{}
	}
	return almanac.SeenAt(*s.log.Where, s.cast.Splash.Time)
}

// retrieve is what a way of working a bait is called, by its key or by its name.
func retrieve(of string) string {
	if p, ok := technique.Lookup(of); ok {
		return strings.ToLower(p.Name)
	}
	return strings.ToLower(of)
}

// fallBin is a fall speed in m/s, in steps.
func fallBin(speed float64, choice units.Choice) string {
	step := judgement.FallStep.Number
	if speed <= 0 {
		return ""
	}
	low := math.Floor(speed/step) * step
	unit := choice.Unit("speed")
	return fmt.Sprintf("%.1f to %.1f %s", unit.FromBase(low), unit.FromBase(low+step), unit.Symbol)
}

// tideBin is a time before or after the nearest high water, in steps of two
// hours; "" where none is known.
func tideBin(t logbook.Trip, at time.Time) string {
	hours, ok := t.FromHigh(at)
	if !ok {
		return ""
	}
	from := 2 * math.Floor(math.Abs(hours)/2)
	if hours < 0 {
		return fmt.Sprintf("%.0f to %.0f h before high water", from, from+2)
	}
	return fmt.Sprintf("%.0f to %.0f h after high water", from, from+2)
}

// hourBin is a time of day, in steps of three hours.
func hourBin(at time.Time) string {
	from := at.Hour() / 3 * 3
	return fmt.Sprintf("from %02d to %02d h", from, from+3)
}

// labels are those of sights in a dimension, in their order.
func (d dimension) labels(sights []sight, choice units.Choice) []string {
	out := make([]string, len(sights))
	if d.value != nil {
		values := make([]float64, len(sights))
		for i, s := range sights {
			values[i] = d.value(s)
		}
		steps := stepsOf(values, choice.Unit(d.measure))
		for i, v := range values {
			out[i] = steps(v)
		}
		return out
	}
	for i, s := range sights {
		out[i] = d.label(s, choice)
	}
	return out
}

// mostSteps is into how many parts a quantity is divided at most, most of it.
const mostSteps = 4

// stepsOf divides quantities into steps of 1, 2 or 5 of the person's unit, times a power of ten, and
// names the step of each; 0 is not known.
func stepsOf(values []float64, unit units.Unit) func(float64) string {
	var all []float64
	for _, v := range values {
		if v != 0 {
			all = append(all, unit.FromBase(v))
		}
	}
	if len(all) == 0 {
		return func(float64) string { return "" }
	}
	slices.Sort(all)
	reach := all[len(all)*9/10] - all[len(all)/10]
	step := math.Pow(10, math.Floor(math.Log10(max(reach, 1e-3)/mostSteps)))
	for _, times := range []float64{1, 2, 5, 10} {
		if reach <= times*step*mostSteps {
			step *= times
			break
		}
	}
	return func(v float64) string {
		if v == 0 {
			return ""
		}
		from := math.Floor(unit.FromBase(v)/step+1e-9) * step
		return fmt.Sprintf("%g to %g %s", units.RoundSignificant(from, 6), units.RoundSignificant(from+step, 6),
			unit.Symbol)
	}
}

// rungs sets masses that are the same head to the one that was cast most.
func rungs(sights []sight) {
	count := map[float64]int{}
	for _, s := range sights {
		count[s.cast.Splash.With.Mass]++
	}
	var masses []float64
	for m := range count {
		masses = append(masses, m)
	}
	slices.Sort(masses)
	as := map[float64]float64{}
	for len(masses) > 0 {
		n := 1
		for n < len(masses) && masses[n] <= masses[0]*judgement.SameRung.Number {
			n++
		}
		usual := slices.MaxFunc(masses[:n],
			func(a, b float64) int { return cmp.Or(cmp.Compare(count[a], count[b]), cmp.Compare(a, b)) })
		for _, m := range masses[:n] {
			as[m] = usual
		}
		masses = masses[n:]
	}
	for i := range sights {
		sights[i].cast.Splash.With.Mass = as[sights[i].cast.Splash.With.Mass]
	}
}

// sightsOf are the casts of logs, and the takes that none was logged for, trip by trip.
func sightsOf(logs []logbook.Log) []sight {
	places := map[string]int{}
	var out []sight
	for i, l := range logs {
		if _, ok := places[l.Trip.Place]; !ok {
			places[l.Trip.Place] = len(places)
		}
		casts, loose := l.Fished(longest())
		for k := range casts {
			c := &casts[k]
			s := sight{log: &logs[i], cast: c, trip: i, place: places[l.Trip.Place]}
			s.take, s.taken = c.Take()
			out = append(out, s)
		}
		for k := range loose {
			c := &loose[k]
			s := sight{log: &logs[i], cast: c, loose: true, trip: i, place: places[l.Trip.Place]}
			s.take, s.taken = c.Take()
			out = append(out, s)
		}
	}
	for i := range out {
		out[i].number = i
	}
	rungs(out)
	return out
}

func longest() time.Duration {
	return time.Duration(judgement.CastLongest.Number * float64(time.Second))
}
