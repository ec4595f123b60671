package trial

import (
	"slices"
	"testing"

	"dunvel/core/mechanics"
	"dunvel/core/setup"
	"dunvel/core/stage"
)

// A head lies easily where the line takes less than a hundredth of its weight, and half of what friction holds.
func TestLiesEasily(t *testing.T) {
	for _, tt := range []struct {
		margin, grip float64
		easily       bool
	}{{0.991, 0.49, true}, {0.989, 0.49, false}, {0.991, 0.51, false}, {1, 0, true}} {
		if r := (Rest{Margin: tt.margin, Grip: tt.grip}); r.liesEasily() != tt.easily {
			t.Errorf("%+v lies easily: %t", tt, !tt.easily)
		}
	}
}

// Longer lines are tried until one is worse or not found, it is slack, or there is nothing to gain; and where one mostly suits best,
// those around it, or all from the shortest on if it is not found.
func TestSuiting(t *testing.T) {
	hung := &mechanics.Hung{}
	at := func(margin float64) Rest { return Rest{Margin: margin, hung: hung} }
	slack, lost := Rest{Margin: 1}, Rest{Margin: 1, lost: true}
	lines := []float64{1, 2, 3, 4}
	for name, tt := range map[string]struct {
		are   []Rest // what comes of each
		about int    // which mostly suits best; -1: from the shortest on
		tried []float64
		best  float64
	}{
		"ever better":                      {[]Rest{at(0.5), at(0.6), at(0.7), at(0.8)}, -1, []float64{1, 2, 3, 4}, 4},
		"worse":                            {[]Rest{at(0.5), at(0.6), at(0.4), at(0.8)}, -1, []float64{1, 2, 3}, 2},
		"as good":                          {[]Rest{at(0.5), at(0.5), at(0.6), at(0.4)}, -1, []float64{1, 2, 3, 4}, 3},
		"nothing to gain":                  {[]Rest{at(0.5), at(0.995), at(0.999), at(1)}, -1, []float64{1, 2}, 2},
		"slack":                            {[]Rest{at(0.5), slack, at(0.7), at(1)}, -1, []float64{1, 2}, 2},
		"not found":                        {[]Rest{at(0.5), at(0.6), lost, at(1)}, -1, []float64{1, 2, 3}, 2},
		"the shortest is not found":        {[]Rest{lost, at(0.6), at(0.7), at(1)}, -1, []float64{1}, 1},
		"best where it mostly is":          {[]Rest{at(0.5), at(0.6), at(0.8), at(0.7)}, 2, []float64{3, 4, 2}, 3},
		"the longest":                      {[]Rest{at(0.5), at(0.6), at(0.7), at(0.8)}, 2, []float64{3, 4}, 4},
		"shorter than mostly":              {[]Rest{at(0.5), at(0.9), at(0.7), at(0.6)}, 2, []float64{3, 4, 2, 1}, 2},
		"shorter, which is as good":        {[]Rest{at(0.4), at(0.7), at(0.7), at(0.6)}, 2, []float64{3, 4, 2, 1}, 2},
		"what is shorter is not found":     {[]Rest{at(0.9), lost, at(0.7), at(0.6)}, 2, []float64{3, 4, 2}, 3},
		"what mostly suits is not found":   {[]Rest{at(0.5), at(0.6), lost, at(1)}, 2, []float64{3, 1, 2, 3}, 2},
		"what is longest is not found":     {[]Rest{at(0.5), at(0.6), at(0.7), lost}, 2, []float64{3, 4, 2}, 3},
		"neither that nor the shortest is": {[]Rest{lost, at(0.6), lost, at(1)}, 2, []float64{3, 1}, 1},
	} {
		var tried []float64
		s := suiting{
			func(line float64, _ *mechanics.Hung) Rest {
				tried = append(tried, line)
				r := tt.are[slices.Index(lines, line)]
				r.Line = line
				return r
			},
			false,
		}
		var best Rest
		if tt.about < 0 {
			best = s.longer(s.with(lines[0], nil), lines[1:])
		} else {
			best = s.about(lines, tt.about)
		}
		if best.Line != tt.best || !slices.Equal(tried, tt.tried) {
			t.Errorf("%s: %g of %v, not %g of %v", name, best.Line, tried, tt.best, tt.tried)
		}
	}
}

// What lies easily on a tight line, and would not any more in more wind, gets the line that suits it there; what does all the same
// keeps its own.
func TestMoreLineInMoreWind(t *testing.T) {
	in := func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Wind.Speed, s.Wind.Direction = setup.LiftAndDrop, 3, 6, 90
	}
	c := situate(t, in)
	low := c.Handlings()[1]
	was := tried(t, c, Question{Mass: 0.0071, Handling: low})
	tight := takenUp()[0]
	if was.Rest.Line != tight || !was.Rest.liesEasily() {
		t.Fatalf("it lies with %+v", was.Rest)
	}
	for wind, more := range map[float64]bool{6.2: false, 9.3: true} {
		s := c.Setup
		s.Wind.Speed = wind
		moved, err := c.Moved(s, stage.AsTaken)
		if err != nil {
			t.Fatal(err)
		}
		now := tried(t, moved, Question{Mass: 0.0071, Handling: low, Near: &was})
		alone := tried(t, moved, Question{Mass: 0.0071, Handling: low})
		if (now.Rest.Line > tight) != more || now.Rest.Line != alone.Rest.Line {
			t.Errorf("in %g m/s it lies with %.3f of the chord, alone with %.3f", wind, now.Rest.Line, alone.Rest.Line)
		}
		near(t, "margin", now.Rest.Margin, alone.Rest.Margin, 0.01)
	}
}
