package technique

import (
	"math"
	"strings"
	"testing"

	"dunvel/core/judgement"
)

func TestPresetsAreValid(t *testing.T) {
	keys := map[string]bool{}
	for _, p := range Presets() {
		if err := p.Programme.Validate(nil); err != nil {
			t.Errorf("%s: %v", p.Name, err)
		}
		if keys[p.Key] || p.Name == "" || p.Words == "" {
			t.Errorf("%+v", p)
		}
		keys[p.Key] = true
	}
	for _, d := range Actions() {
		if err := (Programme{Start: []Action{d.Usual}}).Validate(nil); err != nil || d.Usual.Kind != d.Kind {
			t.Errorf("the usual %s: %v", d.Label, err)
		}
	}
}

func TestParts(t *testing.T) {
	p := Programme{
		Start: []Action{{Kind: Fall, Time: 100}, {Kind: Wait, Time: 2}, {Kind: Close}},
		Work: []Action{{Turns, 0, 3, 1.5}, {Lift, 0.5, 0.4, 0}, {Drag, 2, 1, 0}, {Kind: TakeIn, Time: 2},
			{Feed, 3, 2, 0}, {Kind: Pause, Time: 9}},
		Times: 2,
	}
	parts := p.Parts()
	if len(parts) != 2+2*6 {
		t.Fatalf("%d parts", len(parts))
	}
	if f := parts[0].Phase; !f.Open || !f.Landed || f.Time != 100 {
		t.Errorf("fall: %+v", f)
	}
	if w := parts[1].Phase; !w.Open || w.Landed {
		t.Errorf("waiting leaves the bail as it is: %+v", w)
	}
	turns := parts[2].Phase
	if turns.Open || turns.Time != 2 || math.Abs(turns.Reel-1.5*judgement.LinePerTurn.Number) > 1e-12 {
		t.Errorf("turns: %+v", turns)
	}
	back := parts[5].Phase
	if math.Abs(back.Tip.X*2-1) > 1e-12 || math.Abs(back.Tip.Z*2+0.4) > 1e-12 ||
		math.Abs(back.Reel*2-math.Hypot(1, 0.4)) > 1e-12 {
		t.Errorf("taking in brings the rod back: %+v", back)
	}
	if feed := parts[6].Phase; math.Abs(feed.Reel+2.0/3) > 1e-12 {
		t.Errorf("feed: %+v", feed)
	}
	if last := parts[13].Phase; last.Open || !last.Landed {
		t.Errorf("pause: %+v", last)
	}
	if s := p.ReelSpeed(); math.Abs(s-turns.Reel) > 1e-12 {
		t.Errorf("reels at %g", s)
	}
	slow := p.Slower(0.5)
	if slow.ReelSpeed() != p.ReelSpeed()/2 || p.Work[0].Speed != 1.5 {
		t.Errorf("slower: %g, and the programme itself %+v", slow.ReelSpeed(), p.Work[0])
	}
}

func TestFieldsHaveLimits(t *testing.T) {
	for _, f := range Fields() {
		if !strings.HasPrefix(f.Path, "action.") || f.Label == "" || f.Measure == "" || !(f.Min > 0 && f.Max > f.Min) {
			t.Errorf("%+v", f)
		}
	}
}
