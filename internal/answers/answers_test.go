package answers

import (
	"context"
	"encoding/json"
	"errors"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"dunvel/core/advice/notes"
	"dunvel/core/box"
	"dunvel/core/droptest"
	"dunvel/core/explore"
	"dunvel/core/explore/outfit"
	"dunvel/core/follow"
	"dunvel/core/lead"
	"dunvel/core/logbook"
	"dunvel/core/logbook/snags"
	"dunvel/core/own"
	"dunvel/core/practice"
	"dunvel/core/setup"
	"dunvel/core/technique"
)

// ending is a context that ends when it was asked so often whether it has, and counts on.
type ending struct {
	context.Context
	after int64
	asked atomic.Int64
	once  sync.Once
	done  chan struct{}
}

func endingAfter(ctx context.Context, n int64) *ending {
	return &ending{Context: ctx, after: n, done: make(chan struct{})}
}

func (e *ending) Err() error {
	if e.asked.Add(1) < e.after {
		return nil
	}
	e.once.Do(func() { close(e.done) })
	return context.Canceled
}

func (e *ending) Done() <-chan struct{} { return e.done }

// questions are those that take the engine, by their names, of a water that takes it long.
func questions() map[string]func(context.Context) error {
	desk := Desk{From: &Knowledge{Tests: []Tested{{Test: timed()}}}}
	s := setup.Default()
	s.Wind.Speed, s.Heads = 8, []float64{0.0071, 0.0142, 0.0284}
	onWater := timed()
	onWater.Place, onWater.Depth = droptest.OnWater, onWater.Setup.Water.Depth
	round := practice.Question{Setup: s, Mass: 0.0142, Game: practice.Touch, Seed: 3}
	return map[string]func(context.Context) error{
		"answer":  func(ctx context.Context) error { _, err := desk.Answer(ctx, s, nil); return err },
		"changes": func(ctx context.Context) error { _, err := desk.Changes(ctx, s, nil); return err },
		"compare": func(ctx context.Context) error {
			_, err := desk.Compare(ctx, s, []outfit.Outfit{{Name: "same", Setup: s}}, nil)
			return err
		},
		"rules": func(ctx context.Context) error {
			_, err := desk.TryRules(ctx, s, "to 3 m: 3.5 g; deeper: 7 g", nil)
			return err
		},
		"drops": func(ctx context.Context) error {
			_, err := desk.PlayDrops(ctx, s, []float64{0.0142}, technique.Presets()[0].Programme, nil)
			return err
		},
		"card":  func(ctx context.Context) error { _, err := desk.CountDown(ctx, s, nil); return err },
		"round": func(ctx context.Context) error { _, err := desk.Round(ctx, round, nil); return err },
		"lead": func(ctx context.Context) error {
			_, err := desk.Lead(ctx, s, lead.Fish{Distance: 20, Depth: 4, Way: 180, Speed: 0.5}, nil)
			return err
		},
		"follow": func(ctx context.Context) error {
			_, err := desk.Follow(ctx, Aboard{Setup: s, Toward: follow.Toward{Kind: follow.AsSet}, Now: time.Now()},
				nil)
			return err
		},
		"call": func(ctx context.Context) error {
			_, err := desk.Call(ctx, round, practice.Made{At: 5}, nil)
			return err
		},
		"truth": func(ctx context.Context) error { _, err := desk.Truth(ctx, []droptest.Test{onWater}); return err },
		"look":  func(ctx context.Context) error { _, err := LookAtTest(ctx, timed(), nil, nil); return err },
		"placing": func(ctx context.Context) error {
			_, err := desk.Ways(ctx, logbook.State{Setup: s, Mass: 0.0142, Technique: "hop"})
			return err
		},
		"measured": func(ctx context.Context) error {
			k := &Knowledge{Tests: []Tested{{Test: timed()}}}
			other := s
			_, err := k.Drag(ctx, &other, nil)
			return err
		},
		"chart": func(ctx context.Context) error {
			chart, err := desk.Chart(context.Background(), s, "water.depth", "wind.speed", nil)
			if err != nil {
				return err
			}
			return chart.Run(ctx, func(explore.Cell) error { return nil })
		},
	}
}

// timed is a drop test of the bait of a usual setup.
func timed() droptest.Test {
	return droptest.Test{Setup: setup.Default(), Mass: 0.0071, Depth: 3, Place: droptest.Boat, Held: droptest.Slack,
		Drops: []droptest.Drop{{Time: 4.9}, {Time: 5.1}, {Time: 5}}}
}

// Whatever is asked ends with whoever asked: of all the times that a solver would have
// asked whether it is over, few come after it is.
func TestCancelledIsCancelled(t *testing.T) {
	for name, ask := range questions() {
		t.Run(name, func(t *testing.T) {
			if testing.Short() && (name == "chart" || name == "changes") {
				t.Skip("it takes some seconds")
			}
			if err := ask(t.Context()); err != nil { // fits are made once
				t.Fatal(err)
			}
			whole := endingAfter(t.Context(), 1<<60)
			if err := ask(whole); err != nil {
				t.Fatal(err)
			}
			all := whole.asked.Load()
			for _, share := range []int64{10, 2} {
				early := endingAfter(t.Context(), all/share+1)
				if err := ask(early); !errors.Is(err, context.Canceled) {
					t.Errorf("ended after 1/%d: %v", share, err)
				}
				// Heads are looked at side by side, and each of them hears of it once or twice.
				if after := early.asked.Load() - early.after; after > 100+all/50 {
					t.Errorf("ended after %d of %d times, it was asked %d times more", early.after, all, after)
				}
			}
		})
	}
}

// How long a solver goes on after it was cancelled.
func BenchmarkCancelled(b *testing.B) {
	for name, ask := range questions() {
		b.Run(name, func(b *testing.B) {
			begun := time.Now()
			if err := ask(b.Context()); err != nil {
				b.Fatal(err)
			}
			whole := time.Since(begun)
			worst := time.Duration(0)
			for i := 0; b.Loop(); i++ {
				ctx, end := context.WithCancel(b.Context())
				var ended time.Time
				timer := time.AfterFunc(whole*time.Duration(i%10)/12, func() { ended = time.Now(); end() })
				err := ask(ctx)
				if !timer.Stop() && errors.Is(err, context.Canceled) {
					worst = max(worst, time.Since(ended))
				}
				end()
			}
			b.ReportMetric(float64(worst.Microseconds())/1000, "worst-ms")
		})
	}
}

// What is known goes into an answer, and goes through JSON as it is.
func TestKnowledge(t *testing.T) {
	known := &Knowledge{
		Tests: []Tested{{Test: timed(), Updated: time.Date(2026, 11, 20, 12, 0, 0, 0, time.UTC)}},
		Beds:  []snags.Bed{{Bed: "rock", Factor: 1.7}},
		Items: []box.Item{
			{Kind: box.Head, Mass: 0.0053, Shape: "ball", Material: "lead", Count: 1},
			{Kind: box.Bait, Form: "slim minnow", Length: 0.12, Body: "plain", FishFor: 7},
			{Kind: box.Bait, Form: "slim minnow", Length: 0.12, Body: "plain", Width: 0.01, FishFor: 70},
		},
	}
	text, err := json.Marshal(known)
	if err != nil {
		t.Fatal(err)
	}
	back := &Knowledge{}
	if err := json.Unmarshal(text, back); err != nil {
		t.Fatal(err)
	}
	for name, k := range map[string]*Knowledge{"as it is": known, "through JSON": back} {
		a, err := Desk{From: k}.Answer(t.Context(), setup.Default(), nil)
		if err != nil {
			t.Fatal(err)
		}
		words := ""
		for _, n := range a.Notes {
			words += n.Kind + ": " + n.Words + "\n"
		}
		for _, want := range []string{"drag: ", "20 November", "box: Only 1 of 5.3 g (lead ball) left in the box.",
			"by what was lost on such", "A bait stands about 7 fish, as your box has it."} {
			if !strings.Contains(words, want) {
				t.Errorf("%s: “%s” is not in\n%s", name, want, words)
			}
		}
	}
	// What the setup says itself goes before it.
	own := setup.Default()
	own.Water.Snags, own.Bait.Drag, own.Bait.DragSpread = 0.5, 1.1, 0.1
	same := own
	if words, err := known.inform(t.Context(), &own, nil); err != nil || words != (informed{}) ||
		own.Water.Snags != same.Water.Snags || own.Bait != same.Bait {
		t.Errorf("%+v %s %v", own, words, err)
	}
	other := setup.Default()
	other.Water.Bed = "sand"
	if known.Snag(&other); other.Water.Snags != 0 {
		t.Errorf("of another bed: %g", other.Water.Snags)
	}
	heads := &Knowledge{Kinds: []snags.Kind{{Shape: "ball", Factor: 1.3}, {Shape: "ball", Guard: true, Factor: 9},
		{Shape: "football", Factor: 0.6}}}
	for _, tt := range []struct {
		shape      string
		guard      bool
		said, want float64
	}{{"ball", false, 0, 1.3}, {"ball", true, 0, 5}, {"football", false, 0, 0.6}, {"football", true, 0, 0},
		{"ball", false, 2, 2}} {
		s := setup.Default()
		s.Head.Shape, s.Head.Guard, s.Head.Snags = tt.shape, tt.guard, tt.said
		if heads.Snag(&s); s.Head.Snags != tt.want {
			t.Errorf("%+v: %g", tt, s.Head.Snags)
		}
	}
}

// Knowledge is loaded once for a revision, and its fits are kept beyond it.
func TestRemembered(t *testing.T) {
	var r Remembered
	loads := 0
	load := func() (*Knowledge, error) {
		loads++
		return &Knowledge{Tests: []Tested{{Test: timed()}}}, nil
	}
	first, err := r.Whole(1, load)
	if err != nil {
		t.Fatal(err)
	}
	s := setup.Default()
	if _, err := first.Drag(t.Context(), &s, nil); err != nil || s.Bait.Drag == 0 {
		t.Fatalf("%+v %v", s.Bait, err)
	}
	if again, err := r.Whole(1, load); err != nil || again != first || loads != 1 {
		t.Errorf("%d loads, %v", loads, err)
	}
	second, err := r.Whole(2, load)
	if err != nil || second == first || loads != 2 {
		t.Errorf("%d loads, %v", loads, err)
	}
	ctx := endingAfter(t.Context(), 1) // a fit that has to be made would not be
	s = setup.Default()
	if _, err := second.Drag(ctx, &s, nil); err != nil || s.Bait.Drag == 0 {
		t.Errorf("%+v %v", s.Bait, err)
	}
	if _, err := r.Whole(3, func() (*Knowledge, error) { return nil, errors.New("no") }); err == nil {
		t.Error("what cannot be loaded is")
	}
	if again, err := r.Whole(2, load); err != nil || again != second {
		t.Errorf("the last that was good is gone: %v", err)
	}

	// The drop tests alone are loaded for themselves, by the same fits.
	alone, err := r.Measured(2, load)
	if err != nil || alone == second || loads != 3 {
		t.Errorf("%d loads, %v", loads, err)
	}
	s = setup.Default()
	if _, err := alone.Drag(endingAfter(t.Context(), 1), &s, nil); err != nil || s.Bait.Drag == 0 {
		t.Errorf("%+v %v", s.Bait, err)
	}
}

// An impatient hand ties on no less, and is told why.
func TestOwnPatience(t *testing.T) {
	usual, err := Desk{From: &Knowledge{}}.Answer(t.Context(), setup.Default(), nil)
	if err != nil {
		t.Fatal(err)
	}
	hasty, err := Desk{From: &Knowledge{Own: own.Known{Patience: 0.5}}}.Answer(t.Context(), setup.Default(), nil)
	if err != nil {
		t.Fatal(err)
	}
	if hasty.Wait != usual.Wait/2 || hasty.Pick <= usual.Pick ||
		!slices.ContainsFunc(hasty.Notes, func(n notes.Note) bool {
			return n.Kind == "own" && n.Words == "As your log has it, you wait 0.5 times as long as is usual."
		}) {
		t.Errorf("waits %g of %g s, picks %d over %d", hasty.Wait, usual.Wait, hasty.Pick, usual.Pick)
	}
}
