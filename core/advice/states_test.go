package advice

import (
	"context"
	"errors"
	"slices"
	"sync/atomic"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// The other state of the flow is told of as it is where it comes first, and so is what one head does in both as of ladders
// of which every head was judged; but fewer are, and no draft says anything else.
func TestOtherStateAsWhereItComesFirst(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	for name, change := range map[string]func(*setup.Setup){
		"slow fall": func(s *setup.Setup) { s.Other = setup.Other{Asked: true, Speed: 0.25, Direction: 180} },
		"hold": func(s *setup.Setup) {
			hold(s)
			s.Other = setup.Other{Asked: true, Speed: 0.3, Direction: 90}
		},
		"hold, just enough": func(s *setup.Setup) {
			hold(s)
			s.Approach.Leaning, s.Other = setup.JustEnough, setup.Other{Asked: true, Speed: 0.3, Direction: 90}
		},
		"hold, more than there": func(s *setup.Setup) {
			hold(s)
			s.Flow.Speed, s.Flow.Direction, s.Other = 0.3, 90, setup.Other{Asked: true, Speed: 0.1, Direction: 270}
		},
		"swim": func(s *setup.Setup) {
			swim(s)
			s.Other = setup.Other{Asked: true, Speed: 0.2, Direction: 180}
		},
		"swim, no head at the speed that is wanted": func(s *setup.Setup) {
			swim(s)
			s.Approach.Speed, s.Heads, s.Other = 1.4, []float64{0.005, 0.007, 0.009}, setup.Other{Asked: true, Speed: 0.1}
		},
		"none does it then": func(s *setup.Setup) {
			hold(s)
			s.Heads, s.Other = []float64{0.005, 0.007}, setup.Other{Asked: true, Speed: 0.6, Direction: 90}
		},
	} {
		s := setup.Default()
		change(&s)
		tries, firstTries := counted(), counted()
		var draft *Answer
		got, err := tries.adviser().AnswerEarly(t.Context(), s, nil, &Early{Tell: func(d *Answer) { draft = d }})
		if err != nil {
			t.Fatal(err)
		}
		first, err := firstTries.adviser().Answer(t.Context(), s.AtOther(), nil)
		if err != nil {
			t.Fatal(err)
		}
		if got.Other.Sentence != first.Sentence || first.Pick >= 0 && draft.Other.Sentence != first.Sentence {
			t.Errorf("%s: “%s”, in a draft “%s”; where it comes first “%s”", name, got.Other.Sentence, draft.Other.Sentence,
				first.Sentence)
		}
		var ladders []*choose.Ladder
		for _, s := range []setup.Setup{s, s.AtOther()} {
			c, err := trial.New(s, stage.Knowledge{})
			if err != nil {
				t.Fatal(err)
			}
			l, err := choose.Solve(t.Context(), judge.Engine, c, s.Heads)
			if err != nil {
				t.Fatal(err)
			}
			ladders = append(ladders, l)
		}
		shut := Adviser{}
		if both, err := shut.both(t.Context(), ladders[0], ladders[1], nil); err != nil || both != got.Both {
			t.Errorf("%s: “%s”; of whole ladders “%s” %v", name, got.Both, both, err)
		}
		s.Other.Asked = false
		alone := counted()
		if _, err := alone.adviser().Answer(t.Context(), s, nil); err != nil {
			t.Fatal(err)
		}
		if more := tries.Load() - alone.Load(); name == "hold" && more > firstTries.Load()*3/4 {
			t.Errorf("%s: the other state took %d tries more, and alone %d", name, more, firstTries.Load())
		}
	}
}

// tries counts how often heads are tried on the engine.
type tries struct{ atomic.Int64 }

func counted() *tries { return &tries{} }

func (n *tries) adviser() Adviser {
	a := New(stage.Knowledge{})
	a.Bench.Try = func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		n.Add(1)
		return c.Try(ctx, q)
	}
	return a
}

// What one head does in both states, word for word; of the other state a head that is open is judged where it hangs on that.
func TestBoth(t *testing.T) {
	tried := errors.New("it was tried")
	a := Adviser{}
	a.Bench.Try = func(context.Context, *trial.Case, trial.Question) (trial.Result, error) {
		return trial.Result{}, tried
	}
	const open = -1
	for _, tt := range []struct {
		name        string
		kind        string
		now, other  []float64 // how sure the heads of 2, 3, 4 and 5 g are
		pick, there int
		words       string
	}{
		{"neither", setup.HoldBottom, []float64{0, 0, 0, 0}, []float64{0, 0, 0, 0}, -1, -1,
			"None of these heads does it in either state."},
		{"not now", setup.HoldBottom, []float64{0, 0, 0, 0}, []float64{0, 0, 0, 0.9}, -1, 3,
			"None of these heads does it in the first state."},
		{"not then", setup.HoldBottom, []float64{0, 0, 0, 0.9}, []float64{0, 0, 0, 0}, 3, -1,
			"None of these heads does it in the other state."},
		{"the same", setup.HoldBottom, []float64{0, 0.9, 0.9, 0.9}, []float64{open, 0.6, open, open}, 1, 1,
			"3 g is the one to tie on in both."},
		{"the heavier", setup.HoldBottom, []float64{0, 0.9, 0.9, 0.9}, []float64{open, 0.79, 0.8, open}, 1, 2,
			"One head for both: 4 g, 9 in 10 now and 8 in 10 then."},
		{"the lightest of those that do", setup.Swim, []float64{0.9, 0.9, 0.9, 0.9}, []float64{0.5, 0.8, 0.8, open}, 0, 2,
			"One head for both: 3 g, 9 in 10 now and 8 in 10 then."},
		{"none that is heavier, as the next is not", setup.HoldBottom, []float64{0, 0, 0.9, 0.9}, []float64{open, 0.9, 0.5, open},
			2, 1, "No one head does both: change from 4 g to 3 g."},
		{"not quite", setup.HoldBottom, []float64{0, 0.9, 0.9, 0.9}, []float64{open, open, 0.79, 0.9}, 1, 2,
			"One head for both: 5 g, 9 in 10 now and 9 in 10 then."},
		{"no one", setup.HoldBottom, []float64{0, 0.9, 0.79, 0.79}, []float64{open, 0, 0.8, 0.9}, 1, 2,
			"No one head does both: change from 3 g to 4 g."},
		{"more than just enough", setup.HoldBottom, []float64{0.5, 0.9, 0.9, 0.9}, []float64{0.1, 0.5, 0.7, 0.8}, 0, 1,
			"One head for both: 5 g, 9 in 10 now and 8 in 10 then."},
		{"one that is open", setup.HoldBottom, []float64{0, 0, 0, 0.9}, []float64{0.9, 0.9, 0.9, open}, 3, 0, ""},
		{"a lighter one that is open", setup.Swim, []float64{0, 0.9, 0.9, 0.9}, []float64{open, open, 0.9, 0.9}, 1, 2, ""},
	} {
		s := setup.Default()
		s.Approach.Kind, s.Approach.Sure = tt.kind, 0.8
		c, err := trial.New(s, stage.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		ladder := func(pick int, sure []float64) *choose.Ladder {
			l := &choose.Ladder{Case: c, Choice: choose.Choice{Pick: pick, Usual: pick}}
			if usual := slices.IndexFunc(sure, func(sure float64) bool { return sure >= 0.8 }); pick >= 0 && usual >= 0 {
				l.Usual = max(pick, usual)
			}
			for i, sure := range sure {
				h := judge.Head{Result: trial.Result{Mass: float64(i+2) * 1e-3}, Verdict: judge.Open}
				if sure != open {
					h.Sure, h.Verdict = sure, judge.VerdictOf(sure, 0.8)
				}
				l.Heads = append(l.Heads, h)
			}
			return l
		}
		words, err := a.both(t.Context(), ladder(tt.pick, tt.now), ladder(tt.there, tt.other), nil)
		if words != tt.words || errors.Is(err, tried) != (tt.words == "") {
			t.Errorf("%s: “%s”, %v; want “%s”", tt.name, words, err, tt.words)
		}
	}
}
