package judge_test

import (
	"context"
	"flag"
	"fmt"
	"slices"
	"strings"
	"sync/atomic"
	"testing"

	"dunvel/core/golden"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judge/judgetest"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

var update = flag.Bool("update", false, "write how heads are judged now to testdata/judged.txt, to be read before it "+
	"is kept")

// judged are the waters whose heads stand in testdata/judged.txt, one for every rule, limit,
// leaning and approach.
var judged = []struct {
	name   string
	known  stage.Knowledge
	heads  []float64 // g; 0.9 to 17.7 where there are none
	change func(s *setup.Setup)
}{
	{name: "slow fall, still", change: func(*setup.Setup) {}},
	{name: "slow fall in a breeze", change: func(s *setup.Setup) { s.Wind.Speed, s.Wind.Direction = 6, 90 }},
	{name: "slow fall, with the line fed and hooks as big as 3/0",
		change: func(s *setup.Setup) { s.Head.Hook, s.Hand.Line = "3/0", setup.LineFed }},
	{name: "slow fall, hooks as big as 3/0 on heads that are owned",
		known: stage.Knowledge{Owned: []float64{0.0018, 0.0035}}, change: func(s *setup.Setup) { s.Head.Hook = "3/0" }},
	{name: "slow fall, a shape that comes light",
		change: func(s *setup.Setup) { s.Head.Hook, s.Head.Shape = "3/0", "belly" }},
	{name: "slow fall, hooks as big as 6/0", change: func(s *setup.Setup) { s.Head.Hook, s.Water.Depth = "6/0", 8 }},
	{name: "slow fall, hooks as they come", change: func(s *setup.Setup) { s.Head.Hook = setup.HookAsTheyCome }},
	{name: "slow fall, a ceiling", change: func(s *setup.Setup) { s.Approach.Ceiling, s.Approach.Wait = 0.35, 60 }},
	{name: "slow fall, a window", change: func(s *setup.Setup) {
		s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.5}
		s.Water.Depth = 6
	}},
	{name: "slow fall, in a current that carries",
		change: func(s *setup.Setup) { s.Flow.Speed, s.Flow.Direction, s.Water.Depth = 0.9, 90, 6 }},
	{name: "a rod that casts 10 to 25 g", change: func(s *setup.Setup) {
		s.Rod.Least, s.Rod.Most, s.Water.Depth = 0.010,
			0.025, 8
	}},
	{name: "a rod, its edges by 1 %", heads: []float64{4.9, 5.1, 14.9, 15.1, 17.9, 18.3},
		change: func(s *setup.Setup) { s.Rod.Least, s.Rod.Most, s.Water.Depth = 0.010, 0.020, 8 }},
	{name: "a cast of 60 m", change: func(s *setup.Setup) {
		s.Cast.Distance, s.Water.Depth, s.Rod.Least,
			s.Rod.Most = 60, 6, 0.004, 0.03
	}},
	{name: "a cast of 60 m that was measured", change: func(s *setup.Setup) {
		s.Cast.Distance, s.Water.Depth, s.Rod.Least, s.Rod.Most, s.Rod.Thrown, s.Rod.ThrownMass = 60, 6, 0.004,
			0.03, 55, 0.02
	}},
	{name: "mud", change: func(s *setup.Setup) { s.Water.Bed, s.Water.Depth = "mud", 6 }},
	{name: "snags, 4 of 10 at most", change: func(s *setup.Setup) { s.Approach.SnagMost, s.Water.Depth = 4, 6 }},
	{name: "shallow, where no touch is waited for",
		change: func(s *setup.Setup) { s.Water.Depth, s.Cast.Distance = 0.6, 12 }},
	{name: "just enough", change: func(s *setup.Setup) { s.Approach.Leaning = setup.JustEnough }},
	{name: "with a margin", change: func(s *setup.Setup) { s.Approach.Leaning = setup.WithMargin }},
	{name: "heavy", change: func(s *setup.Setup) { s.Approach.Leaning = setup.Heavy }},
	{name: "5 in 10 are enough", change: func(s *setup.Setup) { s.Approach.Sure = 0.5 }},
	{name: "9 in 10 are enough", change: func(s *setup.Setup) { s.Approach.Sure = 0.9 }},
	{name: "mid-water", change: func(s *setup.Setup) { s.Target.Depth = 6 }},
	{name: "held, still", change: func(s *setup.Setup) { s.Approach.Kind = setup.HoldBottom }},
	{name: "held in a current", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 6, 0.25, 90
	}},
	{name: "held dead still in a current", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction, s.Approach.Still = setup.HoldBottom, 6, 0.25,
			90, setup.DeadStill
	}},
	{name: "held in a current, may swing", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction, s.Approach.Still = setup.HoldBottom, 6, 0.25,
			90, setup.MaySwing
	}},
	{name: "dragged, half of the weight wanted on the bed", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Cast.Drag, s.Approach.Margin = setup.HoldBottom, 6,
			0.4, 0.2, 0.5
	}},
	{name: "held in a swell", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Swell.Height, s.Swell.Period, s.Cast.Drag = setup.HoldBottom, 3, 0.6, 8, 0.3
	}},
	{name: "lying in the surf, in a breeze", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Swell.Height, s.Swell.Period, s.Flow.Speed = setup.HoldBottom, 3, 0.3, 8, 0.1
		s.Wind.Speed, s.Wind.Direction = 4, 90
	}},
	{name: "lifted", change: func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.LiftAndDrop, 6 }},
	{name: "lifted, back between 0.8 and 1.5 s", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Approach.BackLeast, s.Approach.BackMost = setup.LiftAndDrop, 6, 0.8, 1.5
	}},
	{name: "lifted in wind and current", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Wind.Speed, s.Wind.Direction, s.Flow.Speed = setup.LiftAndDrop, 6, 5, 90, 0.2
	}},
	{name: "swum", change: func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.Swim, 4 }},
	{name: "swum fast, where the ladder has none for it", heads: []float64{0.9, 1.3, 1.8},
		change: func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Approach.Speed = setup.Swim, 4, 1.1
		}},
	{name: "swum, three in four of the way", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Approach.Share, s.Approach.BandLow, s.Approach.BandHigh = setup.Swim, 4,
			0.75, 0.5, 1.5
	}},
	{name: "skimmed", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Approach.BandLow, s.Approach.BandHigh = setup.Swim, 4, 0, 0.2
	}},
	{name: "hovered", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Target.Depth, s.Target.Band = setup.Hover, 10, 3, 1
	}},
	{name: "hovered with line taken up at 0.1 m/s", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Target.Depth, s.Target.Band, s.Approach.TakeUp = setup.Hover, 10, 3, 1, 0.1
	}},
	{name: "under a float that carries 3 g", heads: []float64{0.4, 0.9, 1.8, 2.5, 3.5, 5.3},
		change: func(s *setup.Setup) {
			s.Water.Depth, s.Cast.Distance, s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries = 4, 12,
				rigging.FixedFloat, 2, 0.003
		}},
	{name: "two heads, 5 g above", change: func(s *setup.Setup) {
		s.Water.Depth, s.Rigging.Kind, s.Rigging.Upper = 8, rigging.TwoHeads, 0.005
	}},
	{name: "a bait that floats its head", heads: []float64{0.2, 0.4, 0.9, 1.8},
		change: func(s *setup.Setup) { s.Bait.Body, s.Water.Depth = "floating", 5 }},
}

// Heads are judged as they were when that was read: chances, ranges, misses, limits and the
// choice, on the stand-in. Whatever moves is to be read, and kept with -update.
func TestJudged(t *testing.T) {
	var out strings.Builder
	for _, w := range judged {
		c, masses := water(t, w.known, w.heads, w.change)
		b, work := counted()
		l, err := choose.Solve(t.Context(), b, c, masses)
		if err != nil {
			t.Fatalf("%s: %v", w.name, err)
		}
		fmt.Fprintf(&out, "# %s\n%s\n%s\n", w.name, chosen(l.Choice), work)
		for i := range l.Heads {
			out.WriteString(judgedHead(&l.Heads[i]))
		}
		if l.Pick < 0 {
			continue
		}
		shown, err := b.Show(t.Context(), c, &l.Heads[l.Pick], true)
		if err != nil {
			t.Fatal(err)
		}
		hold, err := b.Hold(t.Context(), c, l.Heads[l.Pick].Mass)
		if err != nil {
			t.Fatal(err)
		}
		guess, err := b.Guess(t.Context(), c, masses)
		if err != nil {
			t.Fatal(err)
		}
		fmt.Fprintf(&out, "shown %+v, %.2f m, otherwise %.2f m; held %+v; guessed %g g\n", shown.Handling,
			shown.Fall.LineOut, shown.Otherwise, hold, 1e3*guess)
	}
	golden.Hold(t, "testdata/judged.txt", out.String(), *update)
}

// Heads in water that is a little other are judged like those that were judged, and a draft of a
// few chooses as all do.
func TestJudgedAlike(t *testing.T) {
	var out strings.Builder
	for _, w := range judged {
		c, masses := water(t, w.known, w.heads, w.change)
		b, work := counted()
		l, err := choose.Solve(t.Context(), b, c, masses)
		if err != nil {
			t.Fatal(err)
		}
		work.reset()
		there, _ := water(t, w.known, w.heads, func(s *setup.Setup) {
			w.change(s)
			s.Water.Depth *= 1.05
			s.Flow.Speed *= 1.1
		})
		fmt.Fprintf(&out, "# %s\n", w.name)
		for i := range l.Heads {
			h, ok, err := b.Like(t.Context(), there, l.Heads[i].Mass, &l.Heads[i])
			if err != nil {
				t.Fatal(err)
			}
			if !ok {
				fmt.Fprintf(&out, "%g g for itself\n", 1e3*l.Heads[i].Mass)
				continue
			}
			out.WriteString(judgedHead(&h))
		}
		fmt.Fprintf(&out, "%s\n", work)
		from, to := max(l.Closest-1, 0), min(l.Closest+2, len(l.Heads))
		heads := slices.Clone(l.Heads)
		anew := l.Again(heads, b.Judge)
		choice, err := choose.Choose(t.Context(), anew, c, heads[from:to])
		if err != nil {
			t.Fatal(err)
		}
		draft, err := choose.Sketch(t.Context(), b, c, masses, heads[from:to], choice)
		if err != nil {
			t.Fatal(err)
		}
		for i, h := range draft.Heads {
			if open := i < from || i >= to; open != (h.Verdict == judge.Open) || h.Mass != masses[i] {
				t.Errorf("%s: %g g is %s in the draft", w.name, 1e3*h.Mass, h.Verdict)
			}
		}
		fmt.Fprintf(&out, "draft %s\n", chosen(draft.Choice))
		if err := choose.Fill(t.Context(), b, draft); err != nil {
			t.Fatal(err)
		}
		if chosen(draft.Choice) != chosen(l.Choice) {
			t.Errorf("%s: filled in %s, whole %s", w.name, chosen(draft.Choice), chosen(l.Choice))
		}
	}
	golden.Hold(t, "testdata/alike.txt", out.String(), *update)
}

// tally is how often heads were tried, and how: what saves work changes no judgement, but this.
type tally struct {
	all, finely, shown, moved, onBed, falls, down atomic.Int64
}

func (n *tally) String() string {
	return fmt.Sprintf("tried %d times: %d finely, %d as shown, %d moved, %d from the bed on, %d down to it, %d with the rod down",
		n.all.Load(), n.finely.Load(), n.shown.Load(), n.moved.Load(), n.onBed.Load(), n.falls.Load(), n.down.Load())
}

func (n *tally) reset() {
	for _, count := range []*atomic.Int64{&n.all, &n.finely, &n.shown, &n.moved, &n.onBed, &n.falls, &n.down} {
		count.Store(0)
	}
}

// counted is the stand-in, and how it is asked.
func counted() (judge.Bench, *tally) {
	n, b := &tally{}, judgetest.Bench(nil)
	return judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		for is, count := range map[*atomic.Int64]bool{
			&n.all: true, &n.finely: q.Effort == trial.Checked, &n.shown: q.Effort == trial.Shown,
			&n.moved: q.Near != nil && q.Effort == trial.Judged, &n.onBed: q.SameFall, &n.falls: q.FallOnly,
			&n.down: q.Handling.Down,
		} {
			if count {
				is.Add(1)
			}
		}
		return b.Try(ctx, c, q)
	}}, n
}

func water(t *testing.T, known stage.Knowledge, grams []float64, change func(*setup.Setup)) (*trial.Case, []float64) {
	t.Helper()
	s := setup.Default()
	s.Head.Hook = "#6"
	change(&s)
	if grams == nil {
		grams = []float64{0.9, 1.8, 2.5, 3.5, 5.3, 7.1, 10.6, 17.7}
	}
	s.Heads = nil
	for _, g := range grams {
		s.Heads = append(s.Heads, g*1e-3)
	}
	if err := s.Validate(nil); err != nil {
		t.Fatal(err)
	}
	c, err := trial.New(s, known)
	if err != nil {
		t.Fatal(err)
	}
	return c, slices.Sorted(slices.Values(s.Heads))
}

func chosen(c choose.Choice) string {
	return fmt.Sprintf("pick %d, least %d, closest %d, usual %d, skipped %d, speed %.3f", c.Pick, c.Least, c.Closest,
		c.Usual, c.Skipped, c.Speed)
}

func judgedHead(h *judge.Head) string {
	var out strings.Builder
	between := func(r judge.Range) string { return fmt.Sprintf("%.3g to %.3g", r.Low, r.High) }
	fmt.Fprintf(&out, "%g g %s %.3f, lacks %.3f; %s; %.3g s (%s), line %s, speed %s, margin %s, back %s; misses",
		1e3*h.Mass, h.Verdict, h.Sure, h.Lacks,
		handled(h.Handling), h.Fall.Time, between(h.Ranges.Time), between(h.Ranges.LineOut), between(h.Ranges.Speed),
		between(h.Ranges.Margin), between(h.Ranges.Back))
	for _, m := range h.Misses {
		fmt.Fprintf(&out, " %d:%.3g/%.2f", m.Must, m.By, m.Met)
	}
	out.WriteString("; limits")
	for _, k := range h.Limits {
		if k.By > -1 {
			fmt.Fprintf(&out, " %d:%.3g/%.2f", k.Limit, k.By, k.Kept)
		}
	}
	out.WriteString("\n")
	return out.String()
}

func handled(h trial.Handling) string { return fmt.Sprintf("%s, tip %.2f", h.Line, h.Tip) }
