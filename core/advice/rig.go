package advice

import (
	"fmt"
	"math"

	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// rigNotes say what a rig of two bodies does to the bait.
func (t teller) rigNotes(h *judge.Head, f trial.Fall) ([]Note, error) {
	s := t.Setup.Rigging
	out := []Note{}
	add := func(caution bool, format string, args ...any) {
		out = append(out, Note{"rig", caution, fmt.Sprintf(format, args...)})
	}
	if s.TwoHooks() {
		add(true, "Two hooks on one line: look at the local rules.")
	}
	if s.Floats() {
		add(false, "Under the float it hangs at %s in this current.", t.depth(t.Hangs(h.Mass)))
		if !s.Slides() && s.Stop > judgement.FixedFloatMost.Number {
			add(true, "A float fixed %s up is hard to cast; let it slide.", t.depth(s.Stop))
		}
	}
	say := pairs[s.Kind]
	if say == nil || !t.OnBed || !h.Arrived() {
		return out, nil
	}
	apart := f.Second - f.Time
	order := "later"
	if apart < 0 {
		order = "sooner"
	}
	later := fmt.Sprintf("%s %s", units.Seconds(math.Abs(apart)), order)
	if f.Second == 0 {
		later = "not yet some seconds later"
	}
	words, err := say(t, h, f, later)
	for _, w := range words {
		add(false, "%s", w)
	}
	return out, err
}

// pairs say how the two bodies of a rig come to the bed; later is when the second does.
var pairs = map[string]func(t teller, h *judge.Head, f trial.Fall, later string) ([]string, error){
	setup.TwoHeads: func(t teller, _ *judge.Head, f trial.Fall, later string) ([]string, error) {
		return []string{fmt.Sprintf("Two touches: the lower head in %s, the upper one %s.", units.Seconds(f.Time), later)}, nil
	},
	setup.DropShot:      teller.overSinker,
	setup.SlidingSinker: teller.onTrace,
	setup.SplitShot:     teller.onTrace,
}

func (t teller) overSinker(h *judge.Head, f trial.Fall, _ string) ([]string, error) {
	apart := t.Setup.Rigging.Apart
	curve, err := t.Drawn(h.Mass, h.Handling, f, h.Rest)
	if err != nil {
		return nil, err
	}
	height, angle := t.over(curve, apart)
	return []string{fmt.Sprintf("The bait is %s over the bed, %s up a line that stands at %.0f°.", t.depth(height), t.depth(apart), angle)}, nil
}

func (t teller) onTrace(_ *judge.Head, f trial.Fall, later string) ([]string, error) {
	comes := fmt.Sprintf("The bait comes down %s than the sinker.", later)
	if f.Second == 0 {
		comes = "The bait is still off the bed some seconds after the sinker touches."
	}
	if height := t.FloatsUp(); height > 0 {
		return []string{comes, fmt.Sprintf("On its trace it floats %s over the bed.", t.depth(height))}, nil
	}
	return []string{comes, fmt.Sprintf("On its trace it lies on the bed, up to %s down the current.", t.depth(t.Setup.Rigging.Apart))}, nil
}

// over is how high over the bed the line is some way up from its end, m, and
// the angle of that stretch to the bed in degrees.
func (t teller) over(curve []trial.Point, along float64) (height, angle float64) {
	if len(curve) < 2 {
		return 0, 0
	}
	end := r3.Vec(curve[0])
	left, place := along, end
	for i := 1; i < len(curve); i++ {
		a, b := r3.Vec(curve[i-1]), r3.Vec(curve[i])
		piece := r3.Norm(r3.Sub(b, a))
		place = b
		if piece >= left {
			place = r3.Add(a, r3.Scale(left/piece, r3.Sub(b, a)))
			break
		}
		left -= piece
	}
	height = max(place.Z+t.DepthAt(place.X), 0)
	flat := math.Hypot(place.X-end.X, place.Y-end.Y)
	return height, math.Atan2(place.Z-end.Z, flat) * 180 / math.Pi
}
