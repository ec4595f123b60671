package lessons

import (
	"math"
	"testing"
	"time"

	"dunvel/core/logbook"
)

// Outfits that were fished with in a few casts are told, the latest first; a few casts less are none, and
// what a table does not tell the conditions of neither.
func TestOutfits(t *testing.T) {
	of := func(day int, casts int, with logbook.With) logbook.Log {
		l := atTheSill()
		l.Trip.Start = dawn.AddDate(0, 0, day)
		l.Trip.Rods[0].State.Mass = 7e-3 + float64(day)*1e-3
		for i := range casts {
			l.Events = append(l.Events, logbook.Event{
				Kind: logbook.Splash, Time: l.Trip.Start.Add(time.Duration(i) * time.Minute), With: with})
		}
		return l
	}
	known := logbook.With{Margin: 1}
	got := Outfits([]logbook.Log{of(0, 5, known), of(1, 2, known), of(2, 3, known), of(3, 9, logbook.With{})})
	if len(got) != 2 || math.Abs(got[0].State.Mass-9e-3) > 1e-12 || got[0].Casts != 3 || got[1].Casts != 5 ||
		got[0].Place != "The Sill" {
		t.Errorf("%d: %+v", len(got), got[0].Casts)
	}
}

// Heavier, lighter, about the same from both sides of a tenth, and too few.
func TestHandOf(t *testing.T) {
	rows := func(times ...float64) (out []Tied) {
		for _, v := range times {
			out = append(out, Tied{Tied: 0.01 * v, Said: 0.01})
		}
		return out
	}
	few := HandOf(append(rows(2, 2), Tied{Tied: 0.01}))
	if few.Times != 0 || few.Words != "2 outfits with known conditions and a weight that is said: too few to say how "+
		"you tie." {
		t.Errorf("%+v", few)
	}
	for times, want := range map[float64]string{
		1.11: "You tie on heavier heads than said: 1.1 times as heavy (1.1 to 1.1 times in 8 of 10 outfits). Try " +
			"what is said; where it does not hold or is not felt, raise the share that is enough, or time falls in " +
			"Drop test.",
		1.09: "You tie on about what is said (1.1 to 1.1 times in 8 of 10 outfits).",
		0.92: "You tie on about what is said (0.9 to 0.9 times in 8 of 10 outfits).",
		0.9: "You tie on lighter heads than said: 0.9 times as heavy (0.9 to 0.9 times in 8 of 10 outfits). Where " +
			"yours come down and stay, time falls in Drop test, so that it is known here too.",
	} {
		if got := HandOf(rows(times, times, times)).Words; got != want {
			t.Errorf("%g: %s", times, got)
		}
	}
	// Of 1, 2 and 4 times the mean is 2, and the spread of the logarithm that of a doubling: 1.2816 of it is 2.43.
	got := HandOf(rows(1, 2, 4))
	if reach := math.Pow(2, 1.2815515655); math.Abs(got.Times-2) > 1e-9 || math.Abs(got.High-2*reach) > 1e-3 ||
		math.Abs(got.Low-2/reach) > 1e-3 {
		t.Errorf("%+v, reach %g", got, reach)
	}
}
