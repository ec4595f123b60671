package advice

import (
	"encoding/json"
	"errors"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"dunvel/core/setup"
)

// anySetup draws every field from its whole range, often from its ends.
func anySetup(random *rand.Rand) setup.Setup {
	s := setup.Default()
	for _, f := range setup.Fields() {
		if f.Path == "heads" {
			continue
		}
		if f.Measure == "" {
			f.Choose(&s, f.Options[random.IntN(len(f.Options))])
			continue
		}
		value := f.Min + random.Float64()*random.Float64()*(f.Max-f.Min)
		switch random.IntN(6) {
		case 0:
			value = f.Min
		case 1:
			value = f.Max
		case 2, 3:
			continue // as usual
		}
		f.Set(&s, value)
	}
	s.Other.Asked, s.Boat.Measured, s.Cast.Sighted = random.IntN(5) == 0, random.IntN(2) == 0, random.IntN(3) == 0
	s.Heads = nil
	for range 1 + random.IntN(3) {
		s.Heads = append(s.Heads, 0.5*random.Float64()*random.Float64()*random.Float64()*random.Float64())
	}
	return s
}

// Whatever stands in the fields, there is an answer or words for what is wrong,
// and never a number that is none.
func TestNothingWithinTheLimitsBreaksIt(t *testing.T) {
	random := rand.New(rand.NewPCG(4, 2))
	answered := 0
	for i := 0; answered < 40 && i < 4000; i++ {
		s := anySetup(random)
		a, err := Solve(s, nil)
		if err != nil {
			var fields setup.Errors
			if !errors.As(err, &fields) {
				t.Errorf("%v: %+v", err, s)
			}
			continue
		}
		answered++
		text, err := json.Marshal(a)
		if err != nil {
			t.Errorf("%v: %+v", err, s)
		}
		if strings.Contains(string(text), "NaN") || strings.Contains(string(text), "Inf ") || a.Sentence == "" || a.NotHeavier == "" {
			t.Errorf("%+v: %s %s", s, a.Sentence, a.NotHeavier)
		}
		for _, h := range a.Heads {
			if h.Sure < 0 || h.Sure > 1 || h.Snags < 0 || h.Snags > 10 || h.Reason == "" || !slices.Contains([]Verdict{Does, Perhaps, No}, h.Verdict) {
				t.Errorf("%+v: %+v", s, h)
			}
			if (h.Verdict == Does) != (h.Sure >= s.Approach.Sure) {
				t.Errorf("%g sure, %g is asked for: %s", h.Sure, s.Approach.Sure, h.Verdict)
			}
		}
	}
	if answered < 40 {
		t.Errorf("only %d setups made sense", answered)
	}
}
