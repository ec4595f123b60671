package advice

import (
	"context"
	"slices"
	"sync/atomic"
	"testing"

	"dunvel/core/advice/notes"
	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// What a head is for is told of the water that it is looked for in: what asks for its weight, and that it would take
// half of that to go with the current, which is told where it takes 1.9 times as much to stay, and not under that.
func TestWhatTheWeightIsFor(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	for _, w := range []struct {
		depth, flow, toward, wind, from, cast, length float64
		heads                                         []float64
		asks, moving                                  string
	}{
		{10.8, 0.3, 0, 6, 90, 20, 0.07, nil, "It is the current that asks for the weight.", ""},
		{1.71, 0.2, 0, 9, 180, 30, 0.1, nil, "It is the wind that asks for the weight.", ""},
		{6.9, 0, 0, 9, 0, 10, 0.07, nil, "", ""},
		{11.44, 0.3, 180, 9, 90, 30, 0.1, []float64{0.0035, 0.0074, 0.0142}, "", "It takes that much to stay in place: " +
			"let it go with the current, or keep it moving, and 7.4 g does it."},
		{11.44, 0.3, 180, 9, 90, 30, 0.1, []float64{0.0035, 0.0076, 0.0142}, "", ""},
	} {
		s := setup.Default()
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, w.depth, w.flow, w.toward
		s.Wind.Speed, s.Wind.Direction, s.Cast.Distance, s.Bait.Length = w.wind, w.from, w.cast, w.length
		if w.heads != nil {
			s.Heads = w.heads
		}
		a := answered(t, s)
		said := ""
		if i := slices.IndexFunc(a.Notes, func(n notes.Note) bool { return n.Kind == "moving" }); i >= 0 {
			said = a.Notes[i].Words
		}
		if a.Asks != w.asks || said != w.moving {
			t.Errorf("%g m, %g m/s, heads %g: “%s” “%s”, want “%s” “%s”", w.depth, w.flow, s.Heads, a.Asks, said, w.asks, w.moving)
		}
	}
}

// Where a head of half the weight were as good as sure without the wind, nothing else is looked at; where it were not, all that
// is there is. And what is not felt is not looked at as it might go with the current.
func TestWhatIsNotLookedAt(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	for name, w := range map[string]struct {
		change                        func(*setup.Setup)
		asks                          string
		calm, slack, flat, mayNotStay bool
	}{
		"the wind alone": {costly[12].change, "It is the wind that asks for the weight.", true, false, false, false},
		"the current": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Wind.Speed, s.Wind.Direction = setup.HoldBottom, 10.8, 0.3, 6, 90
			s.Cast.Distance, s.Bait.Length = 20, 0.07
		}, "It is the current that asks for the weight.", true, true, false, false},
		"to let it go": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 11.44, 0.3, 180
			s.Wind.Speed, s.Wind.Direction, s.Cast.Distance, s.Bait.Length = 9, 90, 30, 0.1
			s.Heads = []float64{0.0035, 0.0074, 0.0142}
		}, "", true, true, false, true},
	} {
		s := setup.Default()
		s.Head.Hook = "1/0"
		w.change(&s)
		var calm, slack, flat, may atomic.Bool
		a := New(stage.Knowledge{})
		a.Bench = judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
			calm.CompareAndSwap(false, c.Setup.Wind.Speed == 0)
			slack.CompareAndSwap(false, c.Setup.Flow.Speed == 0)
			flat.CompareAndSwap(false, s.Swell.Height > 0 && c.Setup.Swell.Height == 0)
			may.CompareAndSwap(false, c.Setup.Approach.Still == setup.MaySwing)
			return judge.Engine.Try(ctx, c, q)
		}}
		out, err := a.Answer(t.Context(), s, nil)
		if err != nil {
			t.Fatal(err)
		}
		if out.Asks != w.asks || calm.Load() != w.calm || slack.Load() != w.slack || flat.Load() != w.flat ||
			may.Load() != w.mayNotStay {
			t.Errorf("%s: “%s”; without wind %t, current %t, swell %t, moving %t", name, out.Asks, calm.Load(), slack.Load(),
				flat.Load(), may.Load())
		}
	}
}
