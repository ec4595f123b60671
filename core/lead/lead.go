// Package lead leads fish that are seen: where a bait is to land and when, so that it is at
// their depth before they are there, with which head, and for how long they see it.
//
// Directions are those of a setup: degrees against its cast, 0 away from the rod and 90 to
// the left. Positions are over the ground, from where the rod is now.
package lead

import (
	"context"
	"fmt"
	"math"

	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/trial"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// Fish are what is seen.
type Fish struct {
	Distance float64 `json:"distance"` // m from the rod, along the water
	Bearing  float64 `json:"bearing"`  // degrees, where they are
	Depth    float64 `json:"depth"`    // m
	Way      float64 `json:"way"`      // degrees, where they swim to
	Speed    float64 `json:"speed"`    // m/s over the ground
	Sight    float64 `json:"sight"`    // m that they see a bait over; 0: as usual
}

// The fields of fish.
var fields = []setup.Field{
	{Path: "fish.distance", Label: "They are off by", Measure: "depth", Min: 1, Max: 100},
	{Path: "fish.depth", Label: "They are deep", Measure: "depth", Min: 0.1, Max: 100},
	{Path: "fish.speed", Label: "They swim at", Measure: "speed", Max: 5, Zero: "they stand"},
	{Path: "fish.sight", Label: "They see it over", Measure: "depth", Min: 0, Max: 20, Zero: "as usual"},
	{Path: "fish.bearing", Label: "They are", Measure: "angle", Max: 360},
	{Path: "fish.way", Label: "They swim", Measure: "angle", Max: 360},
}

// Fields describes them.
func Fields() []setup.Field { return fields }

// Check returns nil or setup.Errors, in the units of choice.
func (f Fish) Check(s setup.Setup, choice units.Choice) error {
	var errs input.Errors
	for i, v := range []float64{f.Distance, f.Depth, f.Speed, f.Sight, f.Bearing, f.Way} {
		if message := fields[i].Check(v, choice); message != "" {
			errs = append(errs, input.FieldError{Field: fields[i].Path, Message: message})
		}
	}
	if deep := s.DepthAtSplash(); errs == nil && f.Depth >= deep {
		errs = append(errs, input.FieldError{
			Field: "fish.depth", Message: fmt.Sprintf(
				"They are deep: %s is not in the water, which is %s deep where the cast lands.",
				choice.Show("depth", f.Depth), choice.Show("depth", deep))})
	}
	if s.Rigging.Floats() {
		errs = append(errs, input.FieldError{
			Field: "rig.kind", Message: "Rig: under a float a bait is not led; choose another rig."})
	}
	if errs != nil {
		return errs
	}
	return nil
}

// sees is how far they see a bait, m.
func (f Fish) sees() float64 {
	if f.Sight > 0 {
		return f.Sight
	}
	return judgement.LeadSight.Number
}

// at is where they are at a time from now.
func (f Fish) at(t float64) r3.Vec {
	return r3.Add(r3.Add(flat(f.Distance, f.Bearing), r3.Scale(t, flat(f.Speed, f.Way))), r3.Vec{Z: -f.Depth})
}

// flat is a horizontal vector.
func flat(length, degrees float64) r3.Vec {
	sin, cos := math.Sincos(degrees * math.Pi / 180)
	return r3.Vec{X: length * cos, Y: length * sin}
}

// Head is what one head does.
type Head struct {
	Mass     float64 `json:"mass"`     // kg
	Sure     float64 `json:"sure"`     // probability that it is in their sight before they are past
	Odds     string  `json:"odds"`     // that, in words
	Throw    float64 `json:"throw"`    // s from now until the cast; 0 is now
	Land     float64 `json:"land"`     // s from now until it lands
	Distance float64 `json:"distance"` // m from the rod to where it lands
	Bearing  float64 `json:"bearing"`  // degrees
	Down     float64 `json:"down"`     // s from the splash to their depth
	Before   float64 `json:"before"`   // s that it is there before they are
	Sees     float64 `json:"sees"`     // s that they see it, left to fall
	Why      string  `json:"why"`      // it does not do it; "" where it may
	Way      []Point `json:"way"`      // of the bait, from where it lands
}

// Point is where something is at a time from now, s.
type Point struct {
	Time float64 `json:"time"`
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	Z    float64 `json:"z"`
}

// way is where a head is, from the splash on, in the frame of its cast.
type way struct {
	track *mechanics.Track
	down  float64 // s to the depth of the fish; 0 where it does not get there
	drift r3.Vec  // of the boat, over the ground
	turn  float64 // degrees of the cast against that of the setup
	far   float64 // m of the cast
}

// longest is how long a fall and what follows it are looked at, s.
const (
	longest  = 120.0
	lies     = 20.0 // s on the bed
	pictures = 150
)

// turned is a setup with its cast turned by an angle, and so long.
func turned(s setup.Setup, degrees, distance float64) setup.Setup {
	by := func(d *float64) { *d = math.Mod(*d-degrees+720, 360) }
	by(&s.Flow.Direction)
	by(&s.Wind.Direction)
	by(&s.Boat.Direction)
	s.Cast.Distance = distance
	return s
}

// falls runs the fall of a head on a cast.
func falls(ctx context.Context, s setup.Setup, f Fish, mass, degrees, distance float64) (*way, error) {
	cast := turned(s, degrees, distance)
	scene, err := model.Scene(cast)
	if err != nil {
		return nil, err
	}
	r, _, err := model.Rig(cast, mass, scene.Water)
	if err != nil {
		return nil, err
	}
	track, err := scene.Run(ctx, mechanics.Drop{
		Rig: r, Cast: model.Splash(cast), Spool: cast.Rod.LineOnSpool, Until: longest,
		Phases: append(model.Falls(cast, mechanics.Phase{Landed: true, Time: longest}),
			mechanics.Phase{Open: true, Time: lies}),
	}, mechanics.Detail{Frames: pictures})
	if err != nil {
		return nil, fmt.Errorf("lead: %w", err)
	}
	down, _ := track.Passes(f.Depth)
	return &way{track: track, down: down, drift: model.Drift(s), turn: degrees, far: distance}, nil
}

// at is where the bait is so long after a splash, from where the rod was then.
func (w *way) at(since float64) r3.Vec {
	p := w.track.At(min(max(since, 0), w.track.Last.Time))
	sin, cos := math.Sincos(w.turn * math.Pi / 180)
	return r3.Vec{X: p.X*cos - p.Y*sin, Y: p.X*sin + p.Y*cos, Z: p.Z}
}

// carried is how far it is carried until it is down.
func (w *way) carried() r3.Vec {
	v := r3.Sub(w.at(w.down), flat(w.far, w.turn))
	v.Z = 0
	return v
}

// meeting is where and when it lands, and when it is at their depth, s from now.
type meeting struct {
	land, there, fish float64
	at                r3.Vec // where it lands, from where the rod is then
}

// distance is how long the cast is, m.
func (m meeting) distance() float64 { return r3.Norm(m.at) }

// before is how long a bait that takes so long to get down is to be at their depth before
// they are there, s: until they see it well, and long enough for its splash to be clear of
// them.
func (f Fish) before(down float64) float64 {
	if f.Speed < judgement.LeadStanding.Number {
		return judgement.LeadLeast.Number
	}
	well := min(max(f.sees()/2/f.Speed, judgement.LeadLeast.Number), judgement.LeadMost.Number)
	return min(max(well, judgement.LeadClear.Number/f.Speed-down+2*step), judgement.LeadLongest.Number)
}

// How finely and how far ahead a meeting is looked for, s.
const (
	step    = 0.1
	horizon = 90.0
)

// meets is the first meeting that a head can make; why not where there is none. Where it
// would land on their heads it is to be there for longer before them, as far as anybody lets
// it wait.
func (w *way) meets(f Fish, reach float64) (m meeting, why string) {
	if w.down == 0 {
		return m, "does not get down to them"
	}
	for before := f.before(w.down); ; before += 5 * step {
		if m, why = w.meetsBy(f, reach, before); why != onTheirHeads || before >= judgement.LeadLongest.Number {
			return m, why
		}
	}
}

const onTheirHeads = "lands on their heads"

// meetsBy is the first meeting at which a head is there so long before them, s.
func (w *way) meetsBy(f Fish, reach, before float64) (m meeting, why string) {
	why = "is not down to them before they are past"
	for there := 0.0; there < horizon; there += step {
		m := meeting{land: there - w.down, there: there, fish: there + before}
		m.at = r3.Sub(r3.Sub(f.at(m.fish), w.carried()), r3.Scale(max(m.land, 0), w.drift))
		m.at.Z = 0
		far := m.distance()
		switch {
		case m.land < judgement.LeadReact.Number+far/judgement.LeadFlight.Number:
			continue
		case far > reach:
			why = "is not thrown so far"
			continue
		case far < 1:
			why = "would land at the rod"
			continue
		case f.Speed >= judgement.LeadStanding.Number &&
			r3.Norm(r3.Sub(over(m.at, m.land, w.drift), level(f.at(m.land)))) < judgement.LeadClear.Number:
			why = onTheirHeads
			continue
		}
		return m, ""
	}
	return m, why
}

// over is a place from where the rod is at a time as one from where it is now.
func over(at r3.Vec, t float64, drift r3.Vec) r3.Vec { return r3.Add(at, r3.Scale(t, drift)) }

func level(v r3.Vec) r3.Vec { v.Z = 0; return v }

// Of is what a head does of a setup, which is valid as the fish are. reach is how far it is
// thrown, m. It is run twice: with the cast to where the fish are, and with that to where it
// is to land.
func Of(ctx context.Context, s setup.Setup, f Fish, mass, reach float64) (Head, error) {
	out := Head{Mass: mass, Way: []Point{}}
	degrees, distance := f.Bearing, min(f.Distance, reach)
	var w *way
	var m meeting
	for range 2 {
		var err error
		if w, err = falls(ctx, s, f, mass, degrees, distance); err != nil {
			return out, err
		}
		if m, out.Why = w.meets(f, reach); out.Why != "" {
			return out, nil
		}
		degrees, distance = model.Against(m.at), r3.Norm(m.at)
	}
	b := bait{w, m}
	out.Throw = tenth(max(m.land-judgement.LeadReact.Number-distance/judgement.LeadFlight.Number, 0))
	out.Land, out.Down, out.Before, out.Sees = tenth(m.land), tenth(w.down), tenth(m.fish-m.there), tenth(b.seen(f))
	out.Distance, out.Bearing, out.Sure = distance, degrees, b.chance(f)
	out.Odds = spread.Odds(out.Sure)
	for t := m.land; t < m.fish+f.sees()/max(f.Speed, 0.2) && len(out.Way) < 400; t += 0.2 {
		p := b.at(t)
		out.Way = append(out.Way, Point{round(t), round(p.X), round(p.Y), round(p.Z)})
	}
	return out, nil
}

func round(v float64) float64 { return math.Round(v*100) / 100 }

func tenth(v float64) float64 { return math.Round(v*10) / 10 }

// bait is a bait that was cast.
type bait struct {
	*way
	meeting
}

// at is where it is at a time from now, over the ground.
func (b bait) at(t float64) r3.Vec {
	// What the cast of the run was short or long of where it is to land it is shifted by.
	p := r3.Add(b.way.at(t-b.land), r3.Sub(b.meeting.at, flat(b.far, b.turn)))
	return over(p, b.land, b.drift)
}

// sightStep is how finely it is looked when they see it, s.
const sightStep = 0.1

// sight is when they first see it and for how long then, s; from is false where it comes
// from behind them, or not at all.
func (b bait) sight(f Fish) (lasts float64, from bool) {
	until := b.land + min(b.track.Last.Time, longest)
	for t := b.land; t < until; t += sightStep {
		to := r3.Sub(b.at(t), f.at(t))
		in := r3.Norm(to) <= f.sees()
		switch {
		case in && lasts == 0:
			from = f.Speed < judgement.LeadStanding.Number || r3.Dot(to, flat(1, f.Way)) >= 0
			lasts = sightStep
		case in:
			lasts += sightStep
		case lasts > 0:
			return lasts, from
		}
	}
	return lasts, from
}

// seen is for how long they see it as things are taken to be, s.
func (b bait) seen(f Fish) float64 {
	lasts, _ := b.sight(f)
	return lasts
}

// Reach is how far heads of a setup are thrown where that is not known, m.
const Reach = 60.0

// Reaches is how far a head is thrown, m.
func Reaches(c *trial.Case, mass float64) (float64, error) {
	reach, err := c.Reach(mass)
	if reach == 0 {
		reach = Reach
	}
	return reach, err
}
