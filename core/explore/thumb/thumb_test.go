package thumb

import (
	"slices"
	"testing"

	"dunvel/core/explore"
	"dunvel/core/judge/judgetest"
	"dunvel/core/rules"
	"dunvel/core/setup"
)

// A rule is tried against the pick: as heavy or a rung over agrees.
func TestRules(t *testing.T) {
	x := explore.Search{Bench: judgetest.Bench(nil)}
	s := setup.Default()
	s.Head.Hook, s.Water.Depth, s.Wind.Speed = "#10", 6, 0
	pick, err := x.Pick(t.Context(), s)
	if err != nil {
		t.Fatal(err)
	}
	i := slices.Index(s.Heads, pick)
	for text, want := range map[string]Verdict{
		grams(pick): Agrees, grams(s.Heads[i+1]): Agrees, grams(s.Heads[i+2]): TooHeavy, grams(s.Heads[i-1]): TooLight,
	} {
		r, err := rules.Parse("to 6 m: "+text, nil)
		if err != nil {
			t.Fatal(err)
		}
		tried, err := Try(t.Context(), x, s, r)
		if err != nil {
			t.Fatal(err)
		}
		at := slices.IndexFunc(tried, func(r Tried) bool {
			return r.Water.Depth == 6 && r.Water.Wind == 0 &&
				r.Water.Flow == 0
		})
		if at < 0 || tried[at].Verdict != want || tried[at].Said == nil {
			t.Errorf("%s: %+v", text, tried)
		}
	}
}

func grams(kg float64) string {
	return []string{"0.4 g", "0.9 g", "1.3 g", "1.8 g", "2.5 g", "3.5 g", "5.3 g", "7.1 g", "10.6 g", "14.2 g",
		"17.7 g", "21.3 g", "28.4 g", "42.5 g"}[slices.Index(setup.Ladder(), kg)]
}
