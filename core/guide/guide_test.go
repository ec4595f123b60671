package guide

import (
	"slices"
	"strings"
	"testing"

	"dunvel/core/mechanics"
	"dunvel/core/playback"
	"dunvel/core/rigging"
	"dunvel/core/technique"
	"dunvel/core/units"
)

// height is how far over the bed the bait is while it is worked, m, on average over time.
func height(t *testing.T, p Page, work technique.Programme) float64 {
	t.Helper()
	drop, err := playback.Run(t.Context(), p.Setup, p.Mass, work, units.Choice{})
	if err != nil {
		t.Fatalf("%s: %v", p.Name, err)
	}
	if drop.Outcome != string(mechanics.Done) && drop.Outcome != string(mechanics.ReeledIn) {
		t.Fatalf("%s: %s", p.Name, drop.Outcome)
	}
	from := 0.0
	if len(work.Work) > 0 && len(drop.Actions) > len(work.Start) {
		from = drop.Actions[len(work.Start)].From
	}
	var sum, time float64
	for i := range drop.Frames[:len(drop.Frames)-1] {
		a, b := drop.Frames[i], drop.Frames[i+1]
		if a.Time >= from {
			sum, time = sum+(a.Height+b.Height)/2*(b.Time-a.Time), time+b.Time-a.Time
		}
	}
	return sum / time
}

// What is shown as the mistake is one on the engine too: the bait is higher over the bed,
// by at least half and a hand's breadth.
func TestMistakes(t *testing.T) {
	for _, p := range Pages() {
		right, wrong := height(t, p, p.Right), height(t, p, p.Wrong)
		t.Logf("%s: %.2f m over the bed, with the mistake %.2f", p.Name, right, wrong)
		if wrong < 1.3*right || wrong < right+0.1 {
			t.Errorf("%s: %.2f m over the bed, with the mistake %.2f", p.Name, right, wrong)
		}
	}
}

// Every rig that has a name has a page.
func TestEveryRigHasAPage(t *testing.T) {
	for _, rig := range rigging.Rigs {
		has := func(p Page) bool { return p.Rig && p.Setup.Rigging.Kind == rig }
		if rig != rigging.OwnRig && !slices.ContainsFunc(Pages(), has) {
			t.Errorf("%s has none", rig)
		}
	}
}

// Every page says all that is asked of one, and its setup and programmes are good ones.
func TestPages(t *testing.T) {
	keys := map[string]bool{}
	for _, p := range Pages() {
		if keys[p.Key] || p.Key == "" || strings.ContainsAny(p.Key, " ?&/") {
			t.Errorf("key %q", p.Key)
		}
		keys[p.Key] = true
		if err := p.Setup.Validate(units.Choice{}); err != nil {
			t.Errorf("%s: %v", p.Name, err)
		}
		if len(p.How) < 2 || len(p.Check) < 2 || len(p.Strike) < 2 {
			t.Errorf("%s: %d steps, %d checks, %d schools", p.Name, len(p.How), len(p.Check), len(p.Strike))
		}
		for _, s := range slices.Concat(p.How, p.Check, p.Strike, []string{p.Says, p.Take, p.Change, p.Mistake}) {
			sentence(t, p.Name, s)
		}
		for _, programme := range []technique.Programme{p.Right, p.Wrong} {
			if err := programme.Validate(units.Choice{}); err != nil {
				t.Errorf("%s: %v", p.Name, err)
			}
		}
	}
	for _, preset := range technique.Presets() {
		if preset.Key != "drop" && !keys[preset.Key] && preset.Key != "sink-draw" {
			t.Errorf("%s has no page", preset.Name)
		}
	}
}

func TestTerms(t *testing.T) {
	names := []string{}
	for _, term := range Terms() {
		sentence(t, term.Name, term.Words)
		if term.Formula == "" && term.Source != "" {
			t.Errorf("%s has a source of no formula", term.Name)
		}
		names = append(names, strings.ToLower(term.Name))
	}
	if !slices.IsSorted(names) || len(slices.Compact(names)) != len(Terms()) {
		t.Errorf("not in order: %q", names)
	}
}

func sentence(t *testing.T, of, s string) {
	t.Helper()
	if s == "" || s[len(s)-1] != '.' || s[0] < 'A' || s[0] > 'Z' {
		t.Errorf("%s: %q is not a sentence", of, s)
	}
}
