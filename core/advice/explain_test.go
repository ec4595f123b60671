package advice

import (
	"slices"
	"testing"

	"dunvel/core/advice/notes"
	"dunvel/core/setup"
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

// Of two states of the flow the first is told what asks for its weight; the other is when it comes first.
func TestTheOtherStateIsNotAskedWhatFor(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	s := setup.Default()
	s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Cast.Distance, s.Bait.Length = setup.HoldBottom, 10.8, 0.3, 20, 0.07
	s.Other = setup.Other{Asked: true, Speed: s.Flow.Speed, Direction: s.Flow.Direction}
	a := answered(t, s)
	if a.Asks != "It is the current that asks for the weight." || a.Other.Asks != "" || a.Other.Sentence != a.Sentence {
		t.Errorf("“%s” “%s”; the other: “%s” “%s”", a.Sentence, a.Asks, a.Other.Sentence, a.Other.Asks)
	}
}
