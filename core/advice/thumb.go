package advice

import (
	"context"
	"fmt"

	"dunvel/core/advice/say"
	"dunvel/core/explore/thumb"
	"dunvel/core/rules"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Trial is what rules of thumb and the engine say of one water.
type Trial struct {
	Depth   float64       `json:"depth"` // m
	Wind    float64       `json:"wind"`  // m/s
	Flow    float64       `json:"flow"`  // m/s
	Rule    string        `json:"rule"`  // the one that counts; "" where none does
	Mass    float64       `json:"mass"`  // kg, as it says
	Sure    float64       `json:"sure"`  // that this head does it
	Pick    float64       `json:"pick"`  // kg to tie on by the engine; 0 where no head does it
	Verdict thumb.Verdict `json:"verdict"`
	Words   string        `json:"words"`
}

// TryRules tries rules of thumb on waters like that of a setup, one depth, wind
// and current after another. Errors are those of rules.Parse, setup.Errors,
// that a unit is not known, or those of judging.
func (a Adviser) TryRules(ctx context.Context, s setup.Setup, text string, choice units.Choice) ([]Trial, error) {
	if err := Check(s, choice); err != nil {
		return nil, err
	}
	r, err := rules.Parse(text, choice)
	if err != nil {
		return nil, err
	}
	tried, err := thumb.Try(ctx, a.Search, s, r)
	if err != nil {
		return nil, err
	}
	out := make([]Trial, len(tried))
	for i := range tried {
		out[i] = tell(&tried[i], choice)
	}
	return out, nil
}

// tell says what the engine makes of a rule.
func tell(r *thumb.Tried, choice units.Choice) Trial {
	out := Trial{Depth: r.Water.Depth, Wind: r.Water.Wind, Flow: r.Water.Flow, Rule: r.Rule, Mass: r.Mass,
		Verdict: r.Verdict}
	if r.Ladder == nil {
		out.Words = r.Refused.Error()
		return out
	}
	t := tellerOf(r.Ladder.Case, choice)
	best := "no head of these does it"
	if r.Ladder.Pick >= 0 {
		pick := &r.Ladder.Heads[r.Ladder.Pick]
		out.Pick = pick.Mass
		best = t.Mass(pick.Mass) + " does it: " + t.of(r.Ladder, r.Ladder.Pick).Reason(pick)
	}
	if r.Said == nil {
		out.Words = "No rule speaks of this; " + best + "."
		return out
	}
	out.Sure = r.Said.Sure
	reason := t.Reason(r.Said)
	switch r.Verdict {
	case thumb.NoHead:
		out.Words = fmt.Sprintf("%s: %s. No other head does it either.", t.Mass(r.Said.Mass), reason)
	case thumb.Agrees:
		out.Words = fmt.Sprintf("%s, %s.", reason, say.Odds(r.Said.Sure))
	case thumb.TooLight:
		out.Words = fmt.Sprintf("%s. %s.", reason, best)
	default:
		out.Words = fmt.Sprintf("%s. Lighter, %s.", reason, best)
	}
	return out
}
