package advice

import (
	"context"
	"fmt"
	"runtime"
	"slices"

	"dunvel/core/rules"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/units"

	"golang.org/x/sync/errgroup"
)

// Trial is what rules of thumb and the engine say of one water.
type Trial struct {
	Depth   float64 `json:"depth"` // m
	Wind    float64 `json:"wind"`  // m/s
	Flow    float64 `json:"flow"`  // m/s
	Rule    string  `json:"rule"`  // the one that counts; "" where none does
	Mass    float64 `json:"mass"`  // kg, as it says
	Sure    float64 `json:"sure"`  // that this head does it
	Pick    float64 `json:"pick"`  // kg to tie on by the engine; 0 where no head does it
	Verdict string  `json:"verdict"`
	Words   string  `json:"words"`
}

// The verdicts on a rule.
const (
	Agrees   = "agrees"
	TooLight = "too light"
	TooHeavy = "too heavy"
	Silent   = "says nothing"
	NoHead   = "no head does it"
)

// TryRules tries rules of thumb on waters like that of a setup, one depth, wind
// and current after another. Errors are those of rules.Parse, setup.Errors,
// that a unit is not known, or that of ctx.
func TryRules(ctx context.Context, s setup.Setup, text string, choice units.Choice) ([]Trial, error) {
	if _, err := situate(s, choice); err != nil {
		return nil, err
	}
	r, err := rules.Parse(text, choice)
	if err != nil {
		return nil, err
	}
	waters := r.Waters(rules.Water{Depth: s.Water.Depth, Wind: s.Wind.Speed, Flow: s.Flow.Speed})
	out := make([]Trial, len(waters))
	var work errgroup.Group
	work.SetLimit(runtime.GOMAXPROCS(0))
	for i, w := range waters {
		work.Go(func() (err error) {
			if err := ctx.Err(); err != nil {
				return err
			}
			out[i], err = try(s, r, w, choice)
			return err
		})
	}
	return out, work.Wait()
}

// try tries rules on one water.
func try(s setup.Setup, r rules.Rules, w rules.Water, choice units.Choice) (Trial, error) {
	out := Trial{Depth: w.Depth, Wind: w.Wind, Flow: w.Flow}
	out.Mass, out.Rule = r.Say(w)
	s.Water.Depth, s.Water.SplashDepth, s.Wind.Speed, s.Flow.Speed, s.Flow.NearBed, s.Other.Asked = w.Depth, 0, w.Wind, w.Flow, 0, false
	if s.Target.Depth >= w.Depth {
		s.Target.Depth = 0
	}
	usual := slices.Clone(s.Heads)
	if out.Mass > 0 && !slices.Contains(s.Heads, out.Mass) {
		s.Heads = append(slices.Clone(s.Heads), out.Mass)
	}
	at, heads, _, err := ladder(s, choice)
	if err != nil {
		out.Verdict, out.Words = Silent, err.Error()
		return out, nil // it cannot be fished so there
	}
	// What is to be tied on is one of the heads there are.
	var owned []Head
	for _, h := range heads {
		if slices.Contains(usual, h.Mass) {
			owned = append(owned, h)
		}
	}
	_, pick := at.pick(owned)
	best := "no head of these does it"
	if pick >= 0 {
		out.Pick = owned[pick].Mass
		best = at.mass(out.Pick) + " does it: " + owned[pick].Reason
	}
	if out.Mass == 0 {
		out.Verdict, out.Words = Silent, "No rule speaks of this; "+best+"."
		return out, nil
	}
	said := heads[slices.IndexFunc(heads, func(h Head) bool { return h.Mass == out.Mass })]
	out.Sure = said.Sure
	switch {
	case pick < 0 && said.Verdict != Does:
		out.Verdict, out.Words = NoHead, fmt.Sprintf("%s: %s. No other head does it either.", at.mass(said.Mass), said.Reason)
	case said.Verdict == Does && (pick < 0 || lighterBy(owned, said.Mass, pick) <= 1):
		out.Verdict, out.Words = Agrees, fmt.Sprintf("%s, %s.", said.Reason, spread.Odds(said.Sure))
	case said.Mass < out.Pick:
		out.Verdict, out.Words = TooLight, fmt.Sprintf("%s. %s.", said.Reason, best)
	default:
		out.Verdict, out.Words = TooHeavy, fmt.Sprintf("%s. Lighter, %s.", said.Reason, best)
	}
	return out, nil
}

// lighterBy is how many rungs the pick is lighter than a mass.
func lighterBy(heads []Head, mass float64, pick int) int {
	return slices.IndexFunc(append(heads, Head{Mass: mass}), func(h Head) bool { return h.Mass >= mass }) - pick
}
