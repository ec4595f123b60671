// Package advice answers which head to tie on: every head of the ladder with
// a verdict and its reason, the lightest that does the job, and why not one
// lighter or heavier.
package advice

import (
	"math"
	"runtime"
	"sort"
	"sync"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/rig"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/units"

	"golang.org/x/sync/errgroup"
	"gonum.org/v1/gonum/spatial/r3"
)

// Verdict is whether a head does what is wanted.
type Verdict string

// The verdicts. Does is as sure as was asked for, No as sure not to, and
// Perhaps between.
const (
	Does    Verdict = "does"
	Perhaps Verdict = "perhaps"
	No      Verdict = "no"
)

// Point is a place in the section: X along the cast from where the rod was at
// the splash, Y to the left, Z up from the surface, in m.
type Point struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	Z float64 `json:"z"`
}

// Moment is where the bait is at Time s after the splash.
type Moment struct {
	Time float64 `json:"time"`
	Point
}

// Fall is the fall of a head with the bail open.
type Fall struct {
	Outcome     string   `json:"outcome"`     // "reached", or the mechanics.Outcome that kept it from that
	Time        float64  `json:"time"`        // s to the target; 0 where it does not get there
	Speed       float64  `json:"speed"`       // m/s down, mean
	Second      float64  `json:"second"`      // s at which the other body of a rig touches; 0 where there is none, or it does not within a few seconds
	Through     float64  `json:"through"`     // s to the lower end of a band in depth; 0 where there is none, or it comes to the bed in it
	Landing     Point    `json:"landing"`     // where it comes to the target, or has come to in the end
	LineOut     float64  `json:"lineOut"`     // m, then
	Belly       float64  `json:"belly"`       // m of it that the wind holds in the air
	RunOut      float64  `json:"runOut"`      // m/s of line leaving the spool before the touch
	RunOutAfter float64  `json:"runOutAfter"` // m/s, in the seconds after it
	Bow         float64  `json:"bow"`         // largest distance of the line from its chord, over the chord
	Tension     float64  `json:"tension"`     // N at the rod tip
	CastTime    float64  `json:"castTime"`    // s from cast to cast, reeled in at once
	Path        []Moment `json:"path"`
	Lines       []Line   `json:"lines"` // the line at moments of the fall
}

// Line is the line at a time, from the head to the rod tip.
type Line struct {
	Time   float64 `json:"time"`
	Points []Point `json:"points"`
}

// Contact is how a head works on the bed: dragged along with the drift and the
// drag given, or lying still where it came down.
type Contact struct {
	Outcome string  `json:"outcome"` // mechanics.Outcome
	LineOut float64 `json:"lineOut"` // m, as in the picture
	Needed  float64 `json:"needed"`  // m of line for the contact margin wanted; 0 where no length gives it
	Most    float64 `json:"most"`    // m of line that may be out
	Margin  float64 `json:"margin"`  // push on the bed over weight in water: dragged, with Most out; still, with LineOut
	Grip    float64 `json:"grip"`    // lying still: friction needed over friction there is; more than 1 sweeps
	LiftOff float64 `json:"liftOff"` // m/s over the ground at which it loses the bed, with Most out; liftOffMost or more is given as that
	Boat    Point   `json:"boat"`    // the rod tip at the end of the fall
	Curve   []Point `json:"curve"`   // the line from the head to the rod tip
}

// Head is one rung of the ladder.
type Head struct {
	Mass          float64 `json:"mass"`          // kg
	WeightInWater float64 `json:"weightInWater"` // N, with hook and bait
	Fall          Fall    `json:"fall"`
	Contact       Contact `json:"contact"`
	Swim          Swim    `json:"swim"`
	Hover         Hover   `json:"hover"`
	Back          float64 `json:"back"` // s back to the bed when it is lifted and dropped; 0 otherwise
	Verdict       Verdict `json:"verdict"`
	Reason        string  `json:"reason"`
	Sure          float64 `json:"sure"` // probability that it does all that is wanted
	Ranges        Ranges  `json:"ranges"`
	Snags         float64 `json:"snags"` // index, 0 to 10
	Reach         float64 `json:"reach"` // m that it is thrown; 0 where that is not known
	Owned         float64 `json:"owned"` // how many there are in the box, for whoever has one

	lacks float64 // how far it is from doing it as things are taken to be
	short float64 // lacks, and how far it is from keeping the limits
	lure  tackle.Lure
	felt  bool      // eased was looked at, as the open bail does not tell the touch
	eased float64   // N less at the rod tip after the touch
	track []float64 // see reading
}

// Swim is how a head comes back when it is to swim at a height.
type Swim struct {
	InBand float64 `json:"inBand"` // share of the time within the band, between 80 % and 20 % of the cast
	Height float64 `json:"height"` // m over the bed then, on average
}

// Flow is the current at Depth m: X away from the rod, Y to the left, m/s.
type Flow struct {
	Depth float64 `json:"depth"`
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
}

// Answer is what Dunvel says about a setup.
type Answer struct {
	Heads      []Head  `json:"heads"`   // light to heavy
	Pick       int     `json:"pick"`    // index of the head to tie on; -1 where none does it
	Least      int     `json:"least"`   // index of the lightest that does it; -1 where none does
	Closest    int     `json:"closest"` // index of the head to tie on, or of the one that comes closest
	Sentence   string  `json:"sentence"`
	NotLighter string  `json:"notLighter"`
	NotHeavier string  `json:"notHeavier"`
	Wait       float64 `json:"wait"`       // s
	WaitReason string  `json:"waitReason"` // where the wait comes from
	Drift      Point   `json:"drift"`      // velocity of the boat over the ground, m/s
	Target     float64 `json:"target"`     // m, the depth aimed at where the cast lands
	OnBed      bool    `json:"onBed"`      // the target is the bed
	BedSlope   float64 `json:"bedSlope"`   // m deeper per m along the cast
	Profile    []Flow  `json:"profile"`    // the current under the rod, surface to bed
	Cue        string  `json:"cue"`        // how the touch of the pick is told
	Notes      []Note  `json:"notes"`      // on the head to tie on
	Other      *Answer `json:"other"`      // for the other state of the flow, where it is asked for
	Both       string  `json:"both"`       // what one head does in both states
}

const (
	liftOffMost = 3   // m/s, the fastest drag for which contact is looked at
	mostGrip    = 100 // friction needed over friction there is; more is given as that
)

// situation is a valid setup turned into what the engine works on.
type situation struct {
	setup  setup.Setup
	scene  *mechanics.Scene
	gait   mechanics.Gait
	cast   mechanics.Cast
	onBed  bool
	target float64 // depth aimed at, m
	wait   float64 // s
	window float64 // s until a boat that follows its cast is over it; infinite where it does not
	show   units.Choice

	patience float64 // the wait, s, were it not for the window
	reach    reach
	hurried  bool // a fall that takes much longer than the wait is not followed to its end
	rough    bool // only what musts are judged by is asked for
	tried    bool // only what a change does to that
	tuned
}

// Solve answers for a setup, in the units of choice. Errors are setup.Errors,
// or that a unit is not known.
func Solve(s setup.Setup, choice units.Choice) (*Answer, error) {
	out, err := solveOne(s, choice)
	if err != nil || !s.Other.Asked {
		return out, err
	}
	if out.Other, err = solveOne(s.AtOther(), choice); err != nil {
		return nil, err
	}
	out.Both = both(out, out.Other, s.Approach.Sure, choice)
	return out, nil
}

// solveOne answers for the one state of the flow.
func solveOne(s setup.Setup, choice units.Choice) (*Answer, error) {
	at, heads, doubt, err := ladder(s, choice)
	if err != nil {
		return nil, err
	}
	out := &Answer{
		Heads: heads,
		Wait:  at.wait, WaitReason: at.waitReason(), Drift: Point(at.cast.Drift),
		Target: at.target, OnBed: at.onBed, BedSlope: at.scene.Bed.Slope, Profile: profile(at.scene),
	}
	out.Least, out.Pick = at.pick(out.Heads)
	if out.Closest = out.Pick; out.Pick < 0 {
		out.Closest = at.closest(out.Heads)
	}
	at.explain(out, doubt)
	if out.Notes, err = at.notes(out.Heads[out.Closest]); err != nil {
		return nil, err
	}
	if out.Pick >= 0 {
		if out.Cue, err = at.cue(out.Heads[out.Pick]); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// situate checks a setup and sets up what the engine works on.
func situate(s setup.Setup, choice units.Choice) (*situation, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	if err := s.Validate(choice); err != nil {
		return nil, err
	}
	at, err := place(s, choice)
	if err != nil {
		return nil, err
	}
	return at, at.throws()
}

// place sets up what the engine works on for a valid setup, or one near it.
func place(s setup.Setup, choice units.Choice) (*situation, error) {
	scene, err := s.Scene()
	if err != nil {
		return nil, err
	}
	at := &situation{setup: s, scene: scene, gait: s.Gait(), cast: s.Splash(), show: choice, tuned: tuned{1, 1, 1, 1, 0}}
	at.aim()
	return at, nil
}

// ladder works out and judges all the heads of a setup.
func ladder(s setup.Setup, choice units.Choice) (*situation, []Head, *doubts, error) {
	at, err := situate(s, choice)
	if err != nil {
		return nil, nil, nil, err
	}
	heads, err := at.heads(s.Heads)
	if err != nil {
		return nil, nil, nil, err
	}
	for i := range heads {
		heads[i].lacks = at.shortfall(at.read(&heads[i]))
	}
	doubt, err := at.doubt(at.deciding(heads), samplePoints)
	if err != nil {
		return nil, nil, nil, err
	}
	at.judgeAll(heads, doubt)
	return at, heads, doubt, nil
}

// judgeAll judges heads, each on its own.
func (at *situation) judgeAll(heads []Head, doubt *doubts) {
	var work sync.WaitGroup
	for i := range heads {
		work.Go(func() { at.judge(&heads[i], doubt) })
	}
	work.Wait()
}

// heads works out every rung of a ladder of masses in kg, light to heavy,
// without judging it.
func (at *situation) heads(masses []float64) ([]Head, error) {
	out := make([]Head, len(masses))
	masses = append([]float64(nil), masses...)
	sort.Float64s(masses)
	var work errgroup.Group // no head depends on another
	work.SetLimit(runtime.GOMAXPROCS(0))
	for i, mass := range masses {
		work.Go(func() (err error) {
			out[i], err = at.head(mass)
			return err
		})
	}
	return out, work.Wait()
}

// profile samples the current from the surface down.
func profile(scene *mechanics.Scene) []Flow {
	const points = 7
	out := make([]Flow, points)
	for i := range out {
		depth := scene.Bed.Depth * float64(i) / (points - 0.5) // the last just over the bed
		v := scene.Current.At(scene.Bed.Depth-depth, scene.Bed.Depth)
		out[i] = Flow{depth, v.X, v.Y}
	}
	return out
}

// aim sets target, wait and window.
func (at *situation) aim() {
	bed := at.scene.Bed.DepthAt(at.cast.Distance)
	at.target = bed
	wanted := at.setup.TargetDepth()
	at.onBed = wanted == 0 || wanted >= bed
	if !at.onBed {
		at.target = wanted
	}
	at.patience = at.setup.Approach.Wait
	if at.patience == 0 {
		at.patience = min(max(judgement.WaitPerMetre.Number*at.target, judgement.WaitLeast.Number), judgement.WaitMost.Number)
	}
	at.timeWindow()
}

// timeWindow sets the window of a drifting boat, and the wait with it.
func (at *situation) timeWindow() {
	at.window = math.Inf(1)
	if closing := at.cast.Drift.X; closing > 0 && at.cast.Distance > 0 {
		at.window = at.cast.Distance / closing
	}
	at.wait = min(at.patience, at.window)
}

// head works out what comes of one rung, without judging it.
func (at *situation) head(mass float64) (Head, error) {
	r, lure, err := at.rig(mass)
	if err != nil {
		return Head{}, err
	}
	h := Head{Mass: mass, WeightInWater: lure.WeightInWater, lure: lure}
	if at.setup.Approach.Kind == setup.Swim {
		err = at.swim(r, &h) // the fall and the way back in one
	} else {
		h.Fall, err = at.fall(r)
	}
	if err != nil {
		return Head{}, err
	}
	f := h.Fall
	h.Contact = at.contact(r, f)
	h.Snags = at.snags(&h)
	if !at.rough {
		if h.Reach, err = at.flies(mass); err != nil {
			return Head{}, err
		}
	}
	if f.Outcome != Reached {
		return h, nil
	}
	if at.mayFeel(f, h.Contact) {
		h.felt = true
		if h.eased, err = at.eased(h); err != nil {
			return Head{}, err
		}
	}
	if work := at.school().work; work != nil {
		err = work(at, r, &h)
	}
	return h, err
}

// mayFeel is whether the closed bail has to tell the touch, as the open one may
// not, of a head that is not far out for other reasons.
func (at *situation) mayFeel(f Fall, c Contact) bool {
	far, keeps := 1.5, judgement.CueMaybe.Number
	if at.hurried {
		far = judgement.WaitGrace.Number
	}
	if at.tried {
		keeps = judgement.CueOpen.Number
	}
	return at.onBed && at.school().listens && f.RunOutAfter > keeps*f.RunOut &&
		f.Time < far*at.wait && f.LineOut-f.Belly < far*c.Most
}

// rig is the rig with a head, as it is tuned here.
func (at *situation) rig(mass float64) (*rig.Rig, tackle.Lure, error) {
	r, lure, err := at.setup.Rig(mass, at.scene.Water)
	if err != nil {
		return nil, lure, err
	}
	for _, l := range []*tackle.Line{&r.Main, &r.Leader} {
		l.Normal *= at.across
		l.Tangential *= at.along
	}
	for i := range r.Bodies {
		r.Bodies[i].FallArea *= at.tuned.fall
		r.Bodies[i].TowArea *= at.tow
	}
	r.Bodies[r.Key].WeightInWater += at.weight * lure.WeightSpread
	return r, lure, nil
}

// coarsely has the situation looked at fast, where only what musts are judged by
// is asked for: to 1 % in times, and no farther than a hurried angler waits.
func (at *situation) coarsely() {
	at.rough, at.hurried = true, at.setup.Approach.Kind != setup.Swim
}

// grain is how finely drops are resolved.
func (at *situation) grain() mechanics.Grain {
	if at.rough {
		return mechanics.Rough
	}
	return mechanics.Usual
}

// contact looks at the head on the bed, the boat being where it is when the
// fall ends.
func (at *situation) contact(falling *rig.Rig, fall Fall) Contact {
	resting := falling.Resting()
	r := &resting
	moved := r3.Scale(fall.Time, at.cast.Drift)
	scene := *at.scene
	scene.Bed.Depth = scene.Bed.DepthAt(moved.X)
	c := Contact{Boat: Point{moved.X, moved.Y, scene.TipHeight}, Curve: []Point{}}
	if fall.Outcome != Reached {
		c.Outcome = fall.Outcome
		return c
	}
	c.Most = at.setup.MostLine(at.scene.Bed.DepthAt(moved.X))
	if !at.rough {
		c.LiftOff = liftOffMost
		if d := at.sliding(); d != (r3.Vec{}) {
			c.LiftOff = scene.LiftOff(r, d, c.Most, liftOffMost)
		}
	}
	if at.rough && !at.school().holds {
		return c
	}
	curve := make([]r3.Vec, 0, 64)
	if at.onBed && r3.Norm2(at.gait.Velocity) == 0 {
		at.lying(&c, &scene, r, fall, &curve)
	} else {
		at.dragged(&c, &scene, r, fall, &curve)
	}
	for _, p := range curve {
		c.Curve = append(c.Curve, Point{p.X + moved.X, p.Y + moved.Y, p.Z})
	}
	return c
}

// dragged is a head that moves over the bed, or hangs in the water.
func (at *situation) dragged(c *Contact, scene *mechanics.Scene, r *rig.Rig, fall Fall, curve *[]r3.Vec) {
	c.Margin = scene.Rest(r, at.gait, c.Most, nil).ContactMargin
	if at.rough {
		return
	}
	if e := scene.LineFor(r, at.gait, at.setup.Approach.Margin, nil); e.Outcome == mechanics.OnBed {
		c.Needed = e.LineOut
	}
	c.LineOut = fall.LineOut
	if at.onBed {
		c.LineOut = min(max(fall.LineOut, c.Needed), c.Most)
		if c.Needed == 0 {
			c.LineOut = c.Most
		}
	}
	e := scene.Rest(r, at.gait, c.LineOut, curve)
	c.Outcome = string(e.Outcome)
}

// lying is a head left where it came down, with the line that was out then,
// or as much as may be out where that holds it better and less does not hold
// it for sure.
func (at *situation) lying(c *Contact, scene *mechanics.Scene, r *rig.Rig, fall Fall, curve *[]r3.Vec) {
	c.LineOut = min(fall.LineOut, c.Most)
	lie := scene.LieAt(r, r3.Vec(fall.Landing), c.LineOut, curve)
	if lie.Outcome == mechanics.Sweeps || lie.Outcome == mechanics.Lifts || lie.Grip > judgement.GripSure.Number {
		if more := scene.LieAt(r, r3.Vec(fall.Landing), c.Most, curve); more.Outcome == mechanics.Held && (lie.Outcome != mechanics.Held || more.Grip < lie.Grip) {
			lie, c.LineOut = more, c.Most
		} else {
			lie = scene.LieAt(r, r3.Vec(fall.Landing), c.LineOut, curve)
		}
	}
	if lie.Outcome == mechanics.Slack {
		// Nothing tightens the line: it is drawn as the angler takes it up.
		*curve = append((*curve)[:0], r3.Vec(fall.Landing), r3.Vec{Z: scene.TipHeight})
	}
	c.Outcome, c.Margin, c.Grip = string(lie.Outcome), min(max(lie.ContactMargin, 0), 1), min(lie.Grip, mostGrip)
	if lie.Outcome == mechanics.Held || lie.Outcome == mechanics.Slack {
		c.Needed = c.LineOut
	}
}

// sliding is the direction over the ground in which contact may be lost.
func (at *situation) sliding() r3.Vec {
	if r3.Norm2(at.gait.Velocity) > 0 {
		return r3.Unit(at.gait.Velocity)
	}
	return at.gait.Pull
}
