package logbook

import (
	"context"
	"fmt"
	"math"
	"slices"
	"time"

	"dunvel/core/abreast"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/spread"
	"dunvel/core/technique"
)

// casting is a cast as the engine ran it.
type casting struct {
	track *mechanics.Track
}

// cast runs one cast of what is tied on, its drag area on the fall times a factor.
func (s State) cast(ctx context.Context, drag float64) (*casting, error) {
	scene, err := model.Scene(s.Setup)
	if err != nil {
		return nil, err
	}
	r, _, err := model.Rig(s.Setup, s.Mass, scene.Water)
	if err != nil {
		return nil, err
	}
	for i := range r.Bodies {
		r.Bodies[i].FallArea *= drag
	}
	p, _ := technique.Lookup(s.Technique)
	phases, longest := p.Programme.Phases()
	d := mechanics.Drop{Rig: r, Cast: model.Splash(s.Setup), Spool: s.Setup.Rod.LineOnSpool, Phases: phases,
		Until: longest + 1}
	track, err := scene.Run(ctx, d, mechanics.Detail{Frames: 200, Grain: mechanics.Rough})
	if err != nil {
		return nil, fmt.Errorf("logbook: %w", err)
	}
	return &casting{track}, nil
}

// depth returns how deep the bait is, m, so many s after the splash.
func (c *casting) depth(since float64) float64 {
	return max(0, -c.track.At(min(max(since, 0), c.track.Last.Time)).Z)
}

// phase returns the part of the cast so many s after the splash.
func (c *casting) phase(since float64) string {
	touch := c.track.Touch()
	switch {
	case !touch.Happened || since < touch.Time:
		return Falling
	case since <= touch.Time+judgement.OnBottomFor.Number:
		return OnBottom
	case since > c.track.Last.Time:
		return Back
	}
	return Working
}

// inWater are the kinds of events that happen to the bait in the water.
var inWater = []string{Bottom, Off, Bite, Short, Fish, Dropped, Freed, Lost, Torn}

// margin returns the contact margin, 0 to 1, with the line taken up: the push of the head on the bed over
// its weight in water.
func (s State) margin() (float64, error) {
	scene, err := model.Scene(s.Setup)
	if err != nil {
		return 0, err
	}
	r, _, err := model.Rig(s.Setup, s.Mass, scene.Water)
	if err != nil {
		return 0, err
	}
	resting := r.Resting()
	out := judgement.TakenUpMost.Number * math.Hypot(s.Setup.Cast.Distance, s.Setup.Rod.TipHeight+
		s.Setup.DepthAtSplash())
	return min(max(scene.Rest(&resting, model.Gait(s.Setup), out, nil).ContactMargin, 0), 1), nil
}

// Ways are three casts of what is tied on: one with the expected drag area, and one each with as little and
// as much as the 80 % range has. All events of one state are placed by the same three.
type Ways struct {
	state  State
	casts  []*casting // usual, less drag, more drag
	margin float64
}

// Ways runs the three casts. Errors are those of the engine.
func (s State) Ways(ctx context.Context) (*Ways, error) {
	reach := spread.Factor(model.DragSpread(s.Setup), spread.Reach)
	out := &Ways{state: s, casts: make([]*casting, 3)}
	drags := [...]float64{1, 1 / reach, reach}
	err := abreast.Each(len(drags), func(i int) (err error) { // no cast depends on another
		out.casts[i], err = s.cast(ctx, drags[i])
		return err
	})
	if err == nil {
		out.margin, err = s.margin()
	}
	if err != nil {
		return nil, err
	}
	return out, nil
}

// Needs tells whether the depth of an event is found from the casts. Other events, such as a knot tied anew,
// have none.
func (e Event) Needs() bool {
	return e.Kind != Retie && e.Kind != Note && e.State == nil && !e.IsOfLine()
}

// Of returns the event with what it happened to: the head, the bait and the bed of its rod.
func (e Event) Of(s State) Event {
	e.With = With{
		Mass: s.Mass, Shape: s.Setup.Head.Shape, Guard: s.Setup.Head.Guard, Point: s.Setup.Head.Point,
		Material: s.Setup.Head.Material, Technique: s.Technique,
		Bait: fmt.Sprintf("%s %.0f mm", s.Setup.Bait.Form, s.Setup.Bait.Length*1e3), Bed: s.Setup.Water.Bed,
		BedDepth: s.Setup.DepthAtSplash(),
	}
	return e
}

// Place returns the event with what it happened to and, where the angler did not give them, its phase, its
// likely depth and the 80 % range of that. felt is how many s after the splash of this cast the bed was felt, 0
// where it was not.
func (w *Ways) Place(e Event, felt float64) Event {
	s, usual, fast, slow := w.state, w.casts[0], w.casts[1], w.casts[2]
	e = e.Of(s)
	touch := usual.track.Touch()
	if touch.Happened {
		e.With.Expected, e.With.FallSpeed = touch.Time, -touch.At.Z/touch.Time
		e.With.Low, e.With.High = fast.track.Touch().Time, slow.track.Touch().Time
		e.With.Snags = model.SnagIndex(s.Setup, e.With.FallSpeed)
	}
	e.With.Margin = w.margin
	if !slices.Contains(inWater, e.Kind) {
		return e
	}
	if e.Kind == Bottom {
		e.Phase, felt = OnBottom, e.Seconds
	}
	late := 0.0 // s from when the bed was expected to when it was felt
	if felt > 0 && touch.Happened {
		late = felt - touch.Time
	}
	if e.Phase == "" && e.Since > 0 {
		if e.Phase = usual.phase(e.Since - late); late != 0 && e.Since >= felt && e.Phase == Falling {
			e.Phase = OnBottom
		}
	}
	if e.Depth == 0 {
		e.Depth, e.Low, e.High = s.where(e, w.casts, w.bed(felt), late)
	}
	return e
}

// bed returns how deep the bed was where the bait came down, m. Felt within the expected range, or not at
// all, it is as deep as the setup says. Felt sooner, it is where the bait was then. Felt later, it is deeper in
// proportion to the time.
func (w *Ways) bed(felt float64) float64 {
	bed := w.state.Setup.DepthAtSplash()
	touch := w.casts[0].track.Touch()
	soonest, latest := w.casts[1].track.Touch(), w.casts[2].track.Touch()
	switch {
	case felt == 0 || !touch.Happened:
	case felt < soonest.Time:
		return w.casts[0].depth(felt)
	case latest.Happened && felt > latest.Time:
		return bed * felt / touch.Time
	}
	return bed
}

// Felt returns how many s after the splash of its cast the bed was felt before an event, 0 where it was not.
func Felt(events []Event, e Event) float64 {
	var splash time.Time
	felt := 0.0
	sorted := slices.SortedStableFunc(slices.Values(events), func(a, b Event) int { return a.Time.Compare(b.Time) })
	for _, other := range sorted {
		switch {
		case other.Rod != e.Rod || other.Time.After(e.Time) || other.Key == e.Key:
		case other.Kind == Splash:
			splash, felt = other.Time, 0
		case other.Kind == Bottom && felt == 0 && !splash.IsZero():
			felt = other.Seconds
		}
	}
	if e.Since > 0 && e.Since < felt {
		return 0 // before it
	}
	return felt
}

// where returns the likely depth of an event and its 80 % range, m, from the three casts over a bed of a
// given depth. behind is how many s later than expected the bed was felt. The depth is 0 where only the range
// is known.
func (s State) where(e Event, casts []*casting, bed, behind float64) (depth, low, high float64) {
	if e.Phase == OnBottom {
		margin := judgement.DepthSpread.Spread * spread.Reach * bed
		return bed, bed - margin, bed + margin
	}
	if e.Since == 0 {
		return 0, 0, bed // somewhere on the way
	}
	if e.Phase == Back && e.Since > casts[0].track.Last.Time {
		return 0, 0, bed // how it was reeled in is not known
	}
	since := e.Since - behind
	if touch := casts[0].track.Touch(); e.Phase == Falling && touch.Happened {
		since = min(since, touch.Time) // it was still falling, whatever the engine says
	}
	low = math.Inf(1)
	for _, c := range casts {
		for _, late := range []float64{-1, 0, 1} {
			d := c.depth(since + late*judgement.TapLate.Number)
			low, high = min(low, d), max(high, d)
		}
	}
	return min(casts[0].depth(since), bed), min(low, bed), min(high, bed)
}
