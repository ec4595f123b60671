// Package measure makes numbers of what an angler measures: the drag of a bait
// from drops that were timed, the current from a float, from the angle of a line
// or from a drift, the length of a cast. What comes of it is a value with a
// spread, in SI units, and it is worked out on the engine that answers, not on
// one of its own.
package droptest

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/abreast"
	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/rig"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/units"
)

// Where a bait is dropped. In the first three the water is still or goes with
// the line; OnWater is a cast as the setup has it, to its bed.
const (
	Tank    = "tank"
	Boat    = "beside the boat"
	Pier    = "pier"
	OnWater = "on the water"
)

// Places are all of them.
var Places = []string{Tank, Boat, Pier, OnWater}

// How the line is held while the bait falls.
const (
	Slack = "slack"
	Tight = "tight"
)

// Holds are all of them.
var Holds = []string{Slack, Tight}

// Limits of a test.
const (
	MostDrops  = 60
	leastTime  = 0.2   // s
	mostTime   = 600.0 // s
	leastDepth = 0.3   // m, of a tank
)

// The fields of a test that are quantities.
var (
	depthField = setup.Field{Path: "drop.depth", Label: "Depth", Measure: "depth", Min: leastDepth, Max: 60}
	lineField  = setup.Field{Path: "drop.lineOut", Label: "Line out at the touch", Measure: "depth",
		Max: setup.LookupField("rod.lineOnSpool").Max, Zero: "not counted"}
	massField = setup.Field{Path: "drop.mass", Label: "Head", Measure: "mass",
		Max: setup.LookupField("rod.thrownMass").Max, Zero: "the bare hook"}
)

// Fields describes them.
func Fields() []setup.Field { return []setup.Field{massField, depthField, lineField} }

// Test is a bait on a head, dropped a few times and timed.
type Test struct {
	Setup setup.Setup `json:"setup"` // what it is tied to; on the water also where
	Mass  float64     `json:"mass"`  // kg, of the head
	Depth float64     `json:"depth"` // m that it falls or, where it floats, rises
	Place string      `json:"place"`
	Held  string      `json:"held"`
	Drops []Drop      `json:"drops"`
}

// Drop is one time from the surface to the bottom; one that is Struck does not
// count. On the water the line out at the touch may have been counted too.
type Drop struct {
	Time    float64 `json:"time"`    // s
	LineOut float64 `json:"lineOut"` // m; 0: not counted
	Struck  bool    `json:"struck"`
}

// Name is what was dropped, to call a test by, in metric units.
func (t Test) Name() string {
	where := fmt.Sprintf("%.3g m", t.Depth)
	if t.Place == OnWater {
		where = OnWater
	}
	return fmt.Sprintf("%s %.0f mm on %.3g g, %s", t.Setup.Bait.Form, t.Setup.Bait.Length*1e3, t.Mass*1e3, where)
}

// counted are the times that count.
func (t Test) counted() []float64 {
	var out []float64
	for _, d := range t.Drops {
		if !d.Struck {
			out = append(out, d.Time)
		}
	}
	return out
}

// lines are the lengths of line out of drops that count, where there are any.
func (t Test) lines() []float64 {
	var out []float64
	for _, d := range t.Drops {
		if !d.Struck && d.LineOut > 0 {
			out = append(out, d.LineOut)
		}
	}
	return out
}

// Validate returns nil or setup.Errors, in the units of choice.
func (t Test) Validate(choice units.Choice) error {
	var errs input.Errors
	add := func(field, format string, args ...any) {
		errs = append(errs, input.FieldError{Field: field, Message: fmt.Sprintf(format, args...)})
	}
	if err := t.still().Validate(choice); err != nil {
		return err
	}
	if message := massField.Check(t.Mass, choice); message != "" {
		add("mass", "%s", message)
	}
	if !slices.Contains(Places, t.Place) {
		add("place", "Place: “%s” is not one of %s.", t.Place, strings.Join(Places, ", "))
	}
	if !slices.Contains(Holds, t.Held) {
		add("held", "Line held: “%s” is not one of %s.", t.Held, strings.Join(Holds, ", "))
	}
	if t.Place != OnWater {
		if message := depthField.Check(t.Depth, choice); message != "" {
			add("depth", "%s", message)
		} else if long := t.Setup.Bait.Length; t.Depth <= long {
			add("depth", "Depth: %s is not more than the bait is long, %s.", choice.Show("depth", t.Depth),
				choice.Show("size", long))
		}
	}
	if len(t.Drops) > MostDrops {
		add("drops", "Drops: %d are too many; at most %d are kept.", len(t.Drops), MostDrops)
	}
	for i, d := range t.Drops {
		if message := CheckTime(d.Time); message != "" {
			add(fmt.Sprintf("drops.%d", i), "%s", message)
		}
		if message := lineField.Check(d.LineOut, choice); message != "" {
			add(fmt.Sprintf("drops.%d", i), "%s", message)
		}
	}
	if errs != nil {
		return errs
	}
	return nil
}

// CheckTime says what is wrong with a time in s; nothing where it may be.
func CheckTime(s float64) string {
	if s >= leastTime && s <= mostTime {
		return ""
	}
	return fmt.Sprintf("Time: %.4g s is outside what is allowed, %.1f s to %.0f s.", s, leastTime, mostTime)
}

// still is the setup as a bait is dropped from it: under the hand into still
// water, or on the water as it is.
func (t Test) still() setup.Setup {
	s := t.Setup
	s.Approach, s.Target, s.Other = setup.Default().Approach, setup.Default().Target, setup.Other{}
	if t.Place == OnWater {
		return s
	}
	d := setup.Default()
	s.Water.Depth, s.Water.SplashDepth = max(t.Depth, leastDepth), 0 // less is refused by its own name
	s.Flow, s.Wind, s.Swell, s.Boat = d.Flow, setup.Wind{Source: setup.ByEye}, d.Swell, d.Boat
	s.Cast = setup.Cast{SplashMost: s.Cast.SplashMost}
	s.Rod.TipHeight = judgement.OverStill.Number
	s.Rigging.Kind = rigging.SingleHead
	return s
}

// run is what a test gives where the bait's drag is a factor of what is usual
// for its form.
type run struct {
	time   float64 // s; 0 where it does not get there
	line   float64 // m out then
	weight float64 // relative standard deviation of the weight in water
	floats bool
}

// run drops the bait on the engine. A bait that floats is let up from the
// bottom, at the speed at which its lift and its drag are even.
func (t Test) run(ctx context.Context, factor float64) (run, error) {
	s := t.still()
	s.Bait.Drag = factor
	scene, err := model.Scene(s)
	if err != nil {
		return run{}, err
	}
	r, lure, err := model.Rig(s, t.Mass, scene.Water)
	if err != nil {
		return run{}, err
	}
	out := run{weight: lure.WeightSpread / math.Abs(lure.WeightInWater)}
	if lure.WeightInWater <= 0 {
		out.floats = true
		rise := math.Sqrt(2 * -lure.WeightInWater / (scene.Water.Density * lure.FallSlack))
		if rise > 0 {
			out.time = t.Depth / rise
		}
		return out, nil
	}
	cast := model.Splash(s)
	if t.Place != OnWater {
		cast.SpoolDrag = t.hold(r, lure, cast.SpoolDrag)
	}
	const longest = 2 * mostTime
	d := mechanics.Drop{
		Rig: r, Cast: cast, Spool: max(s.Rod.LineOnSpool, 2*t.Depth), Until: longest,
		Phases: []mechanics.Phase{{Open: true, Landed: true, Time: longest}},
	}
	track, err := scene.Run(ctx, d, mechanics.Detail{})
	if err != nil {
		return run{}, fmt.Errorf("measure: %w", err)
	}
	if touch := track.Touch(); touch.Happened {
		out.time, out.line = touch.Time, track.Down.LineOut
	}
	return out, nil
}

// runs are what tests give, each on its own.
func runs(ctx context.Context, tests []Test, factor float64) ([]run, error) {
	out := make([]run, len(tests))
	err := abreast.Each(len(tests), func(i int) (err error) {
		out[i], err = tests[i].run(ctx, factor)
		return err
	})
	return out, err
}

// hold has the line of a rig held as in the test, and returns its pull in N. On
// a tight line the bait falls flatter.
func (t Test) hold(r *rig.Rig, lure tackle.Lure, spool float64) float64 {
	if t.Held == Slack {
		return judgement.FedByHand.Number
	}
	r.Bodies[0].FallArea = lure.FallTight
	return spool
}

// shared is how far all times of a test may be from what the engine gives for
// what they have in common, relative to it: depth and weight. Times go with the
// root of the weight.
func (t Test) shared(r run) float64 {
	out := math.Hypot(judgement.DropDepth[t.Place].Spread, r.weight/2)
	if r.floats {
		out = math.Hypot(out, judgement.RiseModel.Spread)
	}
	return out
}

// Timing is the mean of times and its standard deviation: that of the hand on
// the stopwatch and of one drop against another, or what they show where they
// lie farther apart, s.
func Timing(times []float64) (mean, sd float64) {
	n := float64(len(times))
	for _, v := range times {
		mean += v / n
	}
	var sum float64
	for _, v := range times {
		sum += (v - mean) * (v - mean)
	}
	hand := math.Hypot(judgement.Timing.Number, judgement.DropModel.Spread*mean)
	if n > 1 {
		hand = max(hand, math.Sqrt(sum/(n-1)))
	}
	return mean, hand / math.Sqrt(n)
}
