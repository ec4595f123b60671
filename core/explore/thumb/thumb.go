// Package thumb holds rules of thumb against the engine.
package thumb

import (
	"context"
	"slices"

	"dunvel/core/abreast"
	"dunvel/core/explore"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/progress"
	"dunvel/core/rules"
	"dunvel/core/setup"
)

// Verdict is what the engine makes of what a rule says.
type Verdict string

// The verdicts on a rule.
const (
	Agrees   Verdict = "agrees"
	TooLight Verdict = "too light"
	TooHeavy Verdict = "too heavy"
	Silent   Verdict = "says nothing"
	NoHead   Verdict = "no head does it"
)

// Tried is what rules of thumb and the engine say of one water.
type Tried struct {
	Water   rules.Water
	Rule    string         // the one that counts; "" where none does
	Mass    float64        // kg, as it says
	Verdict Verdict        //
	Ladder  *choose.Ladder // of the heads there are; nil where it cannot be fished so
	Said    *judge.Head    // the head that the rule says; nil where it says none
	Refused error          // why it cannot be fished so
}

// Try tries rules of thumb on waters like that of a setup, one depth, wind
// and current after another. Errors are setup.Errors, or those of judging.
func Try(ctx context.Context, x explore.Search, s setup.Setup, r rules.Rules) ([]Tried, error) {
	if _, err := x.Situate(s); err != nil {
		return nil, err
	}
	waters := r.Waters(rules.Water{Depth: s.Water.Depth, Wind: s.Wind.Speed, Flow: s.Flow.Speed})
	out := make([]Tried, len(waters))
	done := progress.Count(ctx, len(waters))
	err := abreast.Each(len(waters), func(i int) (err error) {
		defer done()
		out[i], err = try(ctx, x, s, r, waters[i])
		return err
	})
	return out, err
}

// try tries rules on one water.
func try(ctx context.Context, x explore.Search, s setup.Setup, r rules.Rules, w rules.Water) (Tried, error) {
	out := Tried{Water: w, Verdict: Silent}
	out.Mass, out.Rule = r.Say(w)
	s.Water.Depth, s.Water.SplashDepth, s.Wind.Speed, s.Flow.Speed, s.Flow.NearBed, s.Other.Asked = w.Depth, 0, w.Wind,
		w.Flow, 0, false
	if s.Target.Depth >= w.Depth {
		s.Target.Depth = 0
	}
	c, err := x.Situate(s)
	if ok, other := explore.Sensible(err); !ok {
		out.Refused = err
		return out, other
	}
	if out.Ladder, err = choose.Solve(ctx, x.Bench, c, s.Heads); err != nil || out.Mass == 0 {
		return out, err
	}
	heads := out.Ladder.Heads
	if i := slices.IndexFunc(heads, func(h judge.Head) bool { return h.Mass == out.Mass }); i >= 0 {
		out.Said = &heads[i]
	} else {
		said, err := x.Bench.Judge(ctx, c, out.Mass)
		if err != nil {
			return out, err
		}
		out.Said = &said
	}
	out.Verdict = out.verdict()
	return out, nil
}

// verdict is what the engine makes of what was said.
func (t *Tried) verdict() Verdict {
	pick, does := t.Ladder.Pick, t.Said.Verdict == judge.Does
	switch {
	case pick < 0 && !does:
		return NoHead
	case does && (pick < 0 || t.heavierBy(pick) <= 1):
		return Agrees
	case t.Mass < t.Ladder.Heads[pick].Mass:
		return TooLight
	}
	return TooHeavy
}

// heavierBy is how many rungs what was said is over the pick.
func (t *Tried) heavierBy(pick int) int {
	rungs := 0
	for _, h := range t.Ladder.Heads[pick+1:] {
		if h.Mass <= t.Mass {
			rungs++
		}
	}
	if last := t.Ladder.Heads[len(t.Ladder.Heads)-1]; t.Mass > last.Mass {
		rungs++
	}
	return rungs
}
