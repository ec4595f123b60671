package advice

import (
	"context"
	"errors"
	"strings"
	"testing"

	"dunvel/core/setup"
)

func TestCompare(t *testing.T) {
	s := setup.Default()
	s.Flow, s.Approach.Wait = setup.Flow{Speed: 0.2, Direction: 180, Source: setup.Meter}, 40
	outfits := []Outfit{{"This one", s}}
	for _, key := range []string{"thick", "straight", "tungsten", "small"} {
		o, ok := Vary(s, key)
		if !ok {
			t.Fatal(key)
		}
		outfits = append(outfits, o)
	}
	got, err := Compare(context.Background(), s, outfits, nil)
	if err != nil {
		t.Fatal(err)
	}
	for i, c := range got {
		// Each is what the answer for that tackle is.
		alone := s.With(outfits[i].Setup)
		a, err := Solve(alone, nil)
		if err != nil {
			t.Fatal(err)
		}
		if pick := a.Heads[a.Closest].Mass; c.Pick != pick || c.Sentence != a.Sentence {
			t.Errorf("%s: %g g, the answer is %g g", c.Name, c.Pick*1e3, pick*1e3)
		}
		if (i == 0) != (len(c.Words) == 0) {
			t.Errorf("%s: %q", c.Name, c.Words)
		}
	}
	for i, want := range []string{"", "The thicker line ", "Straight fluorocarbon ", "Tungsten ", "The smaller bait "} {
		if i > 0 && !strings.HasPrefix(got[i].Words[0], want) {
			t.Errorf("%q does not begin with %q", got[i].Words[0], want)
		}
	}
	if got[4].Pick >= got[0].Pick || !strings.Contains(got[4].Words[0], " buys ") {
		t.Errorf("a smaller bait: %g g after %g g, %q", got[4].Pick*1e3, got[0].Pick*1e3, got[4].Words)
	}
	if _, ok := Vary(s, "gold"); ok {
		t.Error("there are no gold heads")
	}
	same, err := Compare(context.Background(), s, outfits[:1:1], nil)
	if err != nil || len(same) != 1 {
		t.Errorf("%v %v", same, err)
	}
	bad := outfits[1]
	bad.Setup.Line.Diameter = 1
	var fields setup.Errors
	if _, err := Compare(context.Background(), s, []Outfit{outfits[0], bad}, nil); !errors.As(err, &fields) {
		t.Errorf("a line of a metre: %v", err)
	}
	ctx, stop := context.WithCancel(context.Background())
	stop()
	if _, err := Compare(ctx, s, outfits, nil); !errors.Is(err, context.Canceled) {
		t.Error(err)
	}
}
