package advice

import (
	"context"
	"errors"
	"math"
	"slices"
	"strings"
	"testing"

	"dunvel/core/setup"
)

func changes(t *testing.T, change func(*setup.Setup)) (setup.Setup, []Change) {
	t.Helper()
	s := setup.Default()
	s.Heads = []float64{2.5e-3, 3.5e-3, 5.3e-3, 7.1e-3, 10.6e-3}
	change(&s)
	found, err := Changes(context.Background(), s, nil)
	if err != nil {
		t.Fatal(err)
	}
	return s, found
}

func picked(t *testing.T, s setup.Setup) float64 {
	t.Helper()
	a, err := Solve(s, nil)
	if err != nil {
		t.Fatal(err)
	}
	if a.Pick < 0 {
		return 0
	}
	return a.Heads[a.Pick].Mass
}

// On this side of every change the pick is what it was, beyond it the one that
// is said.
func TestChangesAreWhereThePickTurns(t *testing.T) {
	for name, change := range map[string]func(*setup.Setup){
		"slack water": func(*setup.Setup) {},
		"held on the drift": func(s *setup.Setup) {
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.2, Direction: 180}
			s.Cast.Distance, s.Approach.Kind = 8, setup.HoldBottom
		},
		"none does it": func(s *setup.Setup) { s.Approach.Wait = 12 },
	} {
		s, found := changes(t, change)
		now := picked(t, s)
		if len(found) == 0 {
			t.Errorf("%s: nothing changes it", name)
		}
		found = slices.DeleteFunc(found, func(c Change) bool { return c.Field == "" })
		for _, c := range found[:min(len(found), 4)] {
			var k knob
			for _, each := range knobs {
				if each.path == c.Field {
					k = each
				}
			}
			stood := *k.value(&s)
			beyond, before := s, s
			*k.value(&beyond) = c.Value
			*k.value(&before) = stood + max(0, 1-(finest*c.Value+k.step/50)/math.Abs(c.Value-stood))*(c.Value-stood)
			if got := picked(t, beyond); got != c.Mass || got == now {
				t.Errorf("%s: %s But it is %g g", name, c.Words, got*1e3)
			}
			if got := picked(t, before); got != now {
				t.Errorf("%s: %s But it is %g g already at %g", name, c.Words, got*1e3, *k.value(&before))
			}
			side := " over "
			if c.Value < stood {
				side = " under "
			}
			if !strings.Contains(c.Words, side) {
				t.Errorf("%s: from %g: %s", name, stood, c.Words)
			}
		}
	}
}

func TestChangesWords(t *testing.T) {
	_, found := changes(t, func(*setup.Setup) {})
	var all []string
	for i, c := range found {
		all = append(all, c.Words)
		if i > 0 && c.far < found[i-1].far {
			t.Errorf("%s comes after what is farther off", c.Words)
		}
	}
	text := strings.Join(all, "\n")
	for _, words := range []string{"Go up to 7.1 g when the depth is over 2", "Go down to 3.5 g when the bait is under 1", "Go down to 3.5 g when the line is under 0.1"} {
		if !strings.Contains(text, words) {
			t.Errorf("%q is not in\n%s", words, text)
		}
	}
	if strings.Contains(text, "drift") || strings.Contains(text, "reeling") {
		t.Errorf("a held boat and a fall have none of that:\n%s", text)
	}
	_, found = changes(t, func(s *setup.Setup) {
		pierPool(2.2, 0.5)(s)
		s.Heads, s.Cast.Distance = []float64{2.5e-3, 5.3e-3, 10.6e-3}, 12
	})
	text = ""
	for _, c := range found {
		text += c.Words
	}
	if !strings.Contains(text, "when the reeling is over 0.5") {
		t.Errorf("swum: %s", text)
	}
	_, found = changes(t, func(s *setup.Setup) { s.Approach.Wait = 10 })
	if len(found) == 0 || !strings.Contains(found[0].Words, " g does it when ") {
		t.Errorf("none does it now: %v", found)
	}
}

func TestChangesStops(t *testing.T) {
	ctx, stop := context.WithCancel(context.Background())
	stop()
	if found, err := Changes(ctx, setup.Default(), nil); !errors.Is(err, context.Canceled) {
		t.Errorf("%v %v", found, err)
	}
	s := setup.Default()
	s.Water.Depth = -1
	if _, err := Changes(context.Background(), s, nil); err == nil || !strings.Contains(err.Error(), "Depth under the rod") {
		t.Error(err)
	}
}

func BenchmarkChanges(b *testing.B) {
	s := setup.Default()
	for b.Loop() {
		if _, err := Changes(context.Background(), s, nil); err != nil {
			b.Fatal(err)
		}
	}
}

// Where no head does it, what else would is told, and does.
func TestRemedies(t *testing.T) {
	s := setup.Default()
	s.Wind = setup.Wind{Speed: 7, Direction: 90, Source: setup.ByEye}
	found, err := Changes(context.Background(), s, nil)
	if err != nil {
		t.Fatal(err)
	}
	if picked(t, s) != 0 || len(found) == 0 || found[0].Field != "" || !strings.HasPrefix(found[0].Words, "Hold the rod tip down at 0.5 m: ") {
		t.Fatalf("%+v", found)
	}
	s.Rod.TipHeight = 0.5
	if mass := picked(t, s); mass == 0 || mass > 2*found[0].Mass || mass < found[0].Mass/2 {
		t.Errorf("%s But it is %g g", found[0].Words, mass*1e3)
	}
	s.Approach.Kind, s.Boat = setup.HoldBottom, setup.Boat{Kind: "skiff", Measured: true, Speed: 0.8, Direction: 180}
	s.Heads = []float64{3.5e-3, 7.1e-3, 14.2e-3}
	at, heads, _, err := ladder(s, nil)
	if err != nil {
		t.Fatal(err)
	}
	drifting, err := at.remedy(context.Background(), at.closest(heads))
	if err != nil || len(drifting) == 0 || !strings.HasPrefix(drifting[len(drifting)-1].Words, "An anchor: ") {
		t.Errorf("%+v %v", drifting, err)
	}
}
