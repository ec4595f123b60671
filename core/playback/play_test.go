package playback

import (
	"errors"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/units"
)

func preset(t testing.TB, key string) technique.Programme {
	t.Helper()
	for _, p := range technique.Presets() {
		if p.Key == key {
			return p.Programme
		}
	}
	t.Fatalf("no technique %q", key)
	return technique.Programme{}
}

func pierPool() setup.Setup {
	s := setup.Default()
	s.Water.Depth, s.Water.Bed, s.Boat.Kind = 4.5, "sand", "bank"
	s.Bait = setup.Bait{Form: "paddle tail", Length: 0.09, Body: "plain", Put: "along the hook"}
	return s
}

// Every technique plays through on an easy pool, and its words agree with its
// frames.
func TestPresetsPlay(t *testing.T) {
	for _, p := range technique.Presets() {
		d, err := Run(t.Context(), pierPool(), 0.0071, p.Programme, nil)
		if err != nil {
			t.Fatalf("%s: %v", p.Name, err)
		}
		if d.Outcome != "done" && d.Outcome != "reeled in" {
			t.Errorf("%s: %s after %g s", p.Name, d.Outcome, d.Time)
		}
		if p.Key != "hover" && (d.Touch == 0 || !strings.HasPrefix(d.Words[0], "Down in ")) {
			t.Errorf("%s: %q", p.Name, d.Words)
		}
		last := 0.0
		for _, f := range d.Frames {
			if f.Time < last || f.Height < 0 || len(f.Line) != linePoints || f.Line[0] != f.End {
				t.Fatalf("%s: frame at %g s after %g s: %+v", p.Name, f.Time, last, f)
			}
			last = f.Time
		}
		for i, a := range d.Actions {
			if a.To < a.From || i > 0 && a.From != d.Actions[i-1].To {
				t.Errorf("%s: %+v", p.Name, d.Actions)
				break
			}
		}
	}
}

func TestWordsOfWork(t *testing.T) {
	d, err := Run(t.Context(), pierPool(), 0.0071, preset(t, "sink-draw"), nil)
	if err != nil {
		t.Fatal(err)
	}
	all := strings.Join(d.Words, " ")
	for _, words := range []string{"6 falls of ", "On the bed ", "it rises to ", "Reel at "} {
		if !strings.Contains(all, words) {
			t.Errorf("no %q in %q", words, all)
		}
	}
	feet, err := Run(t.Context(), pierPool(), 0.0071, preset(t, "drop"), units.Choice{"depth": "ft"})
	if err != nil || !strings.Contains(feet.Words[0], " ft") {
		t.Errorf("%v %v", feet, err)
	}
}

// A programme of nothing that takes time shows the splash and ends.
func TestPlayOfNothing(t *testing.T) {
	d, err := Run(t.Context(), pierPool(), 0.0071,
		technique.Programme{Start: []technique.Action{{Kind: technique.Close}}}, nil)
	if err != nil || d.Time > 1 || len(d.Actions) != 0 || len(d.Frames) == 0 {
		t.Errorf("%+v %v", d, err)
	}
}

func TestPlayNamesTheImpossible(t *testing.T) {
	floats := pierPool()
	floats.Bait = setup.Bait{Form: "stub", Length: 0.2, Body: "floating", Put: "along the hook"}
	d, err := Run(t.Context(), floats, 0, preset(t, "drop"), nil)
	if err != nil || !strings.Contains(d.Words[0], "floats") || len(d.Frames) != 0 {
		t.Errorf("%+v %v", d, err)
	}
	torrent := pierPool()
	torrent.Flow.Speed, torrent.Water.Depth = 3, 200
	d, err = Run(t.Context(), torrent, 0.002, preset(t, "drop"), nil)
	if err != nil || d.Touch != 0 || !strings.HasPrefix(d.Words[0], "Not down in ") {
		t.Errorf("%+v %v", d, err)
	}
}

func TestPlayRefuses(t *testing.T) {
	lift := func(a technique.Action, times int) technique.Programme {
		return technique.Programme{Work: []technique.Action{a}, Times: times}
	}
	for words, p := range map[string]technique.Programme{
		"give 1 to 40 actions":      {},
		"“jump” is not an action":   lift(technique.Action{Kind: "jump"}, 1),
		"0 s is outside":            lift(technique.Action{Kind: technique.Wait}, 1),
		"-4 s is outside":           lift(technique.Action{Kind: technique.Wait, Time: -4}, 1),
		"61 is outside what is":     lift(technique.Action{Kind: technique.Wait, Time: 5}, 61),
		"at most 1800 s are played": lift(technique.Action{Kind: technique.Wait, Time: 600}, 60),
		"takes the rod tip under wat": {Start: []technique.Action{{Kind: technique.Drag, Time: 1, Amount: 1},
			{Kind: technique.Shake, Time: 5, Amount: 0.5, Speed: 1}}},
	} {
		s := pierPool()
		s.Rod.TipHeight = 0.4
		_, err := Run(t.Context(), s, 0.007, p, nil)
		var errs input.Errors
		if !errors.As(err, &errs) || !strings.Contains(err.Error(), words) {
			t.Errorf("want %q, got %v", words, err)
		}
	}
	if _, err := Run(t.Context(), pierPool(), 0.007, preset(t, "drop"), units.Choice{"depth": "kg"}); err == nil {
		t.Error("a unit of another dimension was taken")
	}
}

func BenchmarkPlay(b *testing.B) {
	s, p := pierPool(), preset(b, "hop")
	b.ReportAllocs()
	for b.Loop() {
		if _, err := Run(b.Context(), s, 0.0071, p, nil); err != nil {
			b.Fatal(err)
		}
	}
}

// Under a float the bait is played as deep as its stop lets it, fixed or sliding, and what
// waits for the bed waits for that.
func TestFloatsHoldWhatIsPlayed(t *testing.T) {
	for kind, want := range map[string]string{
		rigging.FixedFloat:   "It hangs under its float after 3.7 s, 0.9 m deep.",
		rigging.SlidingFloat: "It hangs under its float after 3.6 s, 0.9 m deep.",
	} {
		s := pierPool()
		s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries = kind, 0.9, 5e-3
		drop, err := Run(t.Context(), s, 1.8e-3, preset(t, "drop"), units.Choice{})
		if err != nil {
			t.Fatal(err)
		}
		last := drop.Frames[len(drop.Frames)-1]
		if drop.Touch != 0 || last.End.Z > -0.8 || last.End.Z < -0.95 || drop.Time > 12 || drop.Words[0] != want {
			t.Errorf("%s: %.2f m deep after %.1f s, %q", kind, -last.End.Z, drop.Time, drop.Words)
		}
	}
}
