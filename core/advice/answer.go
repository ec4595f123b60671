// Package advice answers which head to tie on, in words: every head of the ladder
// with a verdict and its reason, the one to tie on, how to hold the line, why not one
// lighter or heavier, and what else would do it. It is the one package that speaks of
// an answer; what it speaks of is judged in packages below it.
package advice

import (
	"context"
	"math"
	"slices"

	"dunvel/core/abreast"
	"dunvel/core/advice/conditions"
	"dunvel/core/advice/heads"
	"dunvel/core/advice/notes"
	"dunvel/core/care"
	"dunvel/core/judge/choose"
	"dunvel/core/judge/musts"
	"dunvel/core/model"
	"dunvel/core/rigging"
	"dunvel/core/stage"

	"dunvel/core/explore"
	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Head is one rung of the ladder.
type Head struct {
	Mass float64 `json:"mass"` // kg
	// of a head with its bait; empty on a rig where they are not together
	Hook          string         `json:"hook"`
	WeightInWater float64        `json:"weightInWater"` // N, with hook and bait
	Handling      trial.Handling `json:"handling"`      // how the line is held on the fall
	Held          string         `json:"held"`          // in a few words
	Brief         Brief          `json:"brief"`         // as it is read at arm's length
	// m of line that would be out, were it not fed under a finger; 0 where it is not
	Otherwise float64       `json:"otherwise"`
	Fall      trial.Fall    `json:"fall"`
	Contact   Contact       `json:"contact"`
	Feel      Feel          `json:"feel"`
	Swim      Swim          `json:"swim"`
	Hover     heads.Hover   `json:"hover"`
	Back      float64       `json:"back"` // s back to the bed when it is lifted and dropped; 0 otherwise
	Verdict   judge.Verdict `json:"verdict"`
	Reason    string        `json:"reason"`
	Sure      float64       `json:"sure"` // probability that it does all that is wanted
	Ranges    judge.Ranges  `json:"ranges"`
	Snags     float64       `json:"snags"` // index, 0 to 10
	Reach     float64       `json:"reach"` // m that it is thrown; 0 where that is not known
	Owned     float64       `json:"owned"` // how many there are in the box, for whoever has one
}

// Contact is how a head works on the bed with the line taken up: dragged along with
// the drift and the drag given, or left where it came down.
type Contact struct {
	Outcome string        `json:"outcome"` // mechanics.Outcome
	LineOut float64       `json:"lineOut"` // m, as in the picture
	Margin  float64       `json:"margin"`  // push on the bed over weight in water; along a drag, the least
	Grip    float64       `json:"grip"`    // lying still: friction needed over friction there is; more than 1 creeps
	Creep   float64       `json:"creep"`   // m/s at which it is swept along then
	LiftOff float64       `json:"liftOff"` // m/s over the ground at which it loses the bed, as of trial.Case.LiftOff
	Boat    trial.Point   `json:"boat"`    // the rod tip at the end of the fall
	Curve   []trial.Point `json:"curve"`   // the line from the head to the rod tip
}

// Feel is what a head is felt by, and over what, N; all 0 where it is not on the bed.
type Feel struct {
	Pull  float64 `json:"pull"`
	Told  float64 `json:"told"`
	Hand  float64 `json:"hand"`
	Gusts float64 `json:"gusts"`
	Swirl float64 `json:"swirl"`
}

// Swim is how a head comes back when it is to swim at a height.
type Swim struct {
	// share of the way within the band at the wanted speed, between 80 % and 20 % of the cast
	InBand float64 `json:"inBand"`
	Height float64 `json:"height"` // m over the bed then, on average; or the depth where the target is one
	Speed  float64 `json:"speed"`  // m/s through the water at which it is in the middle of the band
	Reel   float64 `json:"reel"`   // m/s of line taken in at that speed
	Turns  float64 `json:"turns"`  // of the reel a second, then
}

// Flow is the current at Depth m: X away from the rod, Y to the left, m/s.
type Flow struct {
	Depth float64 `json:"depth"`
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
}

// Answer is what Dunvel says about a setup.
type Answer struct {
	Heads      []Head `json:"heads"`   // light to heavy
	Pick       int    `json:"pick"`    // index of the head to tie on; -1 where none is worth it
	Least      int    `json:"least"`   // index of the lightest that is as likely as not; -1 where none is
	Closest    int    `json:"closest"` // index of the head to tie on, or of the one that comes closest
	Sentence   string `json:"sentence"`
	Hand       string `json:"hand"` // how to hold rod and line, in a few words
	NotLighter string `json:"notLighter"`
	NotHeavier string `json:"notHeavier"`
	// which of wind, current and swell asks for the weight; "" where none does
	Asks       string            `json:"asks"`
	Wait       float64           `json:"wait"`       // s
	WaitReason string            `json:"waitReason"` // where the wait comes from
	Drift      trial.Point       `json:"drift"`      // velocity of the boat over the ground, m/s
	Lift       float64           `json:"lift"`       // m that the bait is lifted by; 0 where it is not
	Target     float64           `json:"target"`     // m, the depth aimed at where the cast lands
	OnBed      bool              `json:"onBed"`      // the target is the bed
	BedSlope   float64           `json:"bedSlope"`   // m deeper per m along the cast
	Profile    []Flow            `json:"profile"`    // the current under the rod, surface to bed
	Cue        string            `json:"cue"`        // how the touch of the pick is told
	Rig        []rigging.Part    `json:"rig"`        // what is on the line, from its end up
	Felt       int               `json:"felt"`       // which part of that is aimed and felt
	Care       []care.Caution    `json:"care"`       // what to mind with the head to tie on
	Sits       []notes.Seat      `json:"sits"`       // the baits of the rig, from the end of the line up
	Takes      string            `json:"takes"`      // the kind of part that takes the weights of the ladder
	Notes      []notes.Note      `json:"notes"`      // on the head to tie on
	Brief      Brief             `json:"brief"`      // the answer as it is read at arm's length
	Facts      []Fact            `json:"facts"`      // notes that are no cautions, and the rest, by name
	Lines      []conditions.Line `json:"lines"`      // what is set, a line for each group of fields
	Other      *Then             `json:"other"`      // in the other state of the flow, where that is asked for
	Both       string            `json:"both"`       // what one head does in both states
	Draft      bool              `json:"draft"`      // heads are open yet, and some of what is said is still to come
}

// Then is what is said of the other state of the flow. No more heads are judged for it than that takes: who wants to
// know more has that state come first.
type Then struct {
	Sentence string `json:"sentence"`
}

// Adviser answers from where heads are tried, by what is known besides a setup.
type Adviser struct{ explore.Search }

// New is an adviser on the line engine.
func New(known stage.Knowledge) Adviser {
	return Adviser{explore.Search{Bench: judge.Engine, Known: known}}
}

// Answer answers for a setup, in the units of choice. Errors are setup.Errors, that a unit
// is not known, or those of judging.
func (a Adviser) Answer(ctx context.Context, s setup.Setup, choice units.Choice) (*Answer, error) {
	return a.AnswerEarly(ctx, s, choice, nil)
}

// Early is who gets a draft of an answer first.
type Early struct {
	Tell   func(*Answer)
	Looked float64 // kg of a head that is looked at, which the draft tells of too; 0: of none but those that decide
}

// AnswerEarly is Answer, and where early is given that gets a draft first, as soon as the
// head to tie on is known: what is told there stays, but for a pick that a head which is
// open yet changes.
func (a Adviser) AnswerEarly(ctx context.Context, s setup.Setup, choice units.Choice, early *Early) (*Answer, error) {
	if err := Check(s, choice); err != nil {
		return nil, err
	}
	ladder, other, err := a.ladders(ctx, s, early)
	if err != nil {
		return nil, err
	}
	if early != nil {
		draft, err := a.tell(ctx, ladder, other, choice, true)
		if err != nil {
			return nil, err
		}
		early.Tell(draft)
		if err := choose.Fill(ctx, a.Bench, ladder); err != nil {
			return nil, err
		}
	}
	return a.tell(ctx, ladder, other, choice, false)
}

// ladders is the ladder of a setup, of which for a draft only some heads are judged, and that of its other state of the
// flow, of which only those are that decide; nil where that is not asked for.
func (a Adviser) ladders(ctx context.Context, s setup.Setup, early *Early) (ladder, other *choose.Ladder, err error) {
	c, err := trial.New(s, a.Known)
	if err != nil {
		return nil, nil, err
	}
	masses := slices.Sorted(slices.Values(s.Heads))
	if early == nil {
		ladder, err = choose.Solve(ctx, a.Bench, c, masses)
	} else {
		ladder, err = a.Sketch(ctx, c, masses, early.Looked)
	}
	if err != nil || !s.Other.Asked {
		return ladder, nil, err
	}
	there, err := trial.New(s.AtOther(), a.Known)
	if err != nil {
		return nil, nil, err
	}
	if other, err = a.Decide(ctx, there, masses); err == nil && other.Speed > 0 {
		err = choose.Fill(ctx, a.Bench, other) // any of the others may be the one whose speed is the nearest
	}
	return ladder, other, err
}

// tell tells of the ladder of a setup, and of that of its other state of the flow, nil where there is none. What weight
// is for is told of the first: who asks that of the other has it come first.
func (a Adviser) tell(ctx context.Context, l, other *choose.Ladder, choice units.Choice, draft bool) (*Answer, error) {
	out, err := a.one(ctx, l, choice, draft)
	if err == nil && !draft {
		err = a.whatFor(ctx, l, choice, out)
	}
	if err != nil || other == nil {
		return out, err
	}
	there, err := a.one(ctx, other, choice, draft)
	if err != nil {
		return nil, err
	}
	out.Other = &Then{there.Sentence}
	if !draft {
		out.Both, err = a.both(ctx, l, other, choice)
	}
	return out, err
}

// Check refuses units that are not known and setups that cannot be, in the units of
// choice.
func Check(s setup.Setup, choice units.Choice) error {
	if err := choice.Validate(); err != nil {
		return err
	}
	return s.Validate(choice)
}

// decided is the ladder of a setup of which no more heads are judged than the choice takes.
func (a Adviser) decided(ctx context.Context, s setup.Setup, choice units.Choice) (*choose.Ladder, error) {
	if err := Check(s, choice); err != nil {
		return nil, err
	}
	c, err := trial.New(s, a.Known)
	if err != nil {
		return nil, err
	}
	return a.Decide(ctx, c, slices.Sorted(slices.Values(s.Heads)))
}

// one tells of the ladder of one state of the flow.
func (a Adviser) one(ctx context.Context, l *choose.Ladder, choice units.Choice, draft bool) (*Answer, error) {
	c, s := l.Case, l.Case.Setup
	shown, err := a.shown(ctx, l)
	if err != nil {
		return nil, err
	}
	t := tellerOf(c, choice)
	out := &Answer{
		Pick: l.Pick, Least: l.Least, Closest: l.Closest, Hand: t.hand(l, shown),
		Wait: c.Wait(), WaitReason: t.WaitReason(), Drift: trial.Point(c.Cast.Drift),
		Target: c.Target, OnBed: c.OnBed, BedSlope: c.BedSlope(), Profile: profile(c),
		Lines: conditions.Lines(s, choice), Rig: s.Rigging.List(), Felt: s.Rigging.Felt(), Takes: s.Rigging.Takes(),
		Draft: draft,
	}
	if c.School().Lifted {
		out.Lift = s.LiftHeight()
	}
	closest := l.Heads[l.Closest]
	out.Care = care.Of(care.Case{Setup: s, Mass: closest.Mass, Snags: closest.Snags}, choice)
	if out.Sits, err = t.noter().Sits(closest.Mass); err != nil {
		return nil, err
	}
	for i := range l.Heads {
		h, err := t.head(l, i, shown[i])
		if err != nil {
			return nil, err
		}
		out.Heads = append(out.Heads, h)
	}
	return out, a.explain(ctx, t, l, shown, out)
}

// shown are the heads of a ladder as they are shown.
func (a Adviser) shown(ctx context.Context, l *choose.Ladder) ([]judge.Shown, error) {
	out := make([]judge.Shown, len(l.Heads))
	err := abreast.Each(len(l.Heads), func(i int) (err error) {
		if l.Heads[i].Verdict == judge.Open {
			return nil
		}
		out[i], err = a.Bench.Show(ctx, l.Case, &l.Heads[i], i == l.Closest)
		return err
	})
	return out, err
}

// profile samples the current from the surface down.
func profile(c *trial.Case) []Flow {
	const points = 7
	out := make([]Flow, points)
	for i := range out {
		depth := c.DepthAt(0) * float64(i) / (points - 0.5) // the last just over the bed
		v := c.Current(depth)
		out[i] = Flow{depth, v.X, v.Y}
	}
	return out
}

// head is a head that was judged, as it is told of.
func (t teller) head(l *choose.Ladder, i int, shown judge.Shown) (Head, error) {
	h := &l.Heads[i]
	if h.Verdict == judge.Open {
		return Head{
			Mass: h.Mass, Verdict: judge.Open, Fall: trial.Fall{Path: []trial.Moment{}, Lines: []trial.Line{}},
			Contact: Contact{Curve: []trial.Point{}},
		}, nil
	}
	out := Head{
		Mass: h.Mass, WeightInWater: h.Weight, Handling: shown.Handling, Held: t.Holding(shown.Handling),
		Otherwise: shown.Otherwise, Fall: shown.Fall,
		Back: h.Back, Verdict: h.Verdict, Reason: t.of(l, i).Reason(h), Sure: h.Sure, Ranges: shown.Ranges,
		Snags: h.Snags, Reach: h.Reach,
		Feel:  Feel{h.Feel.Pull, h.Feel.Told(), h.Feel.Hand, h.Feel.Gusts, h.Feel.Swirl},
		Brief: t.brief(h, shown),
	}
	if t.Setup.Rigging.Takes() == rigging.PartHead {
		head, _ := model.Tackle(t.Setup, h.Mass)
		out.Hook = head.Hook
	}
	var err error
	if out.Contact, err = t.contact(h, shown.Fall); err != nil || !h.Arrived() {
		return out, err
	}
	switch school := t.School(); {
	case school.Swims:
		s := h.Swim
		out.Swim = Swim{InBand: musts.InBand(t.Case, s.Wanted), Height: s.Height, Speed: s.Speed, Reel: s.Reel,
			Turns: s.Reel / t.Setup.Rod.PerTurn}
	case school.Hovers:
		out.Hover = heads.Hovering(t.Case, h)
	}
	return out, nil
}

// contact is how a head works on the bed.
func (t teller) contact(h *judge.Head, f trial.Fall) (Contact, error) {
	tip := t.Cast.Drift
	c := Contact{Outcome: f.Outcome, Boat: trial.Point{X: f.Time * tip.X, Y: f.Time * tip.Y, Z: h.Handling.Tip},
		Curve: []trial.Point{}}
	if !h.Arrived() || !t.OnBed || t.School().Swims || t.Floats() {
		return c, nil
	}
	r := h.Rest
	c.Margin, c.Grip, c.Creep, c.LineOut = math.Max(r.Margin, 0), r.Grip, r.Creep, r.Line*h.Chord
	c.Outcome = string(t.Outcome(h))
	var err error
	if c.LiftOff, err = t.LiftOff(h.Mass, h.Handling, f); err != nil {
		return c, err
	}
	if t.School().Stays {
		c.Curve, err = t.Drawn(h.Mass, h.Handling, f, r)
	}
	return c, err
}

// Held is a setup with rod and line held as the answer to it would have a head of a mass
// in kg held. Errors are setup.Errors, or those of judging.
func (a Adviser) Held(ctx context.Context, s setup.Setup, mass float64) (setup.Setup, error) {
	if err := s.Validate(nil); err != nil {
		return s, err
	}
	c, err := trial.New(s, a.Known)
	if err != nil {
		return s, err
	}
	h, err := a.Bench.Hold(ctx, c, mass)
	if err != nil {
		return s, err
	}
	return model.Held(s, h), nil
}
