package explore

import (
	"errors"
	"math"
	"slices"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/setup"
)

// tideIn is a setup in which it runs as half a sine through six hours, over holding bottom.
func tideIn(fastest float64) func(time float64) (setup.Setup, error) {
	return func(time float64) (setup.Setup, error) {
		s := water(func(s *setup.Setup) { s.Water.Depth, s.Approach.Kind = 12, setup.HoldBottom })
		s.Flow.Speed, s.Flow.Direction = fastest*math.Sin(math.Pi*time/6/3600), 90
		return s, nil
	}
}

func everyHour(n float64, step float64) []float64 {
	var out []float64
	for t := 0.0; t <= n*3600; t += step {
		out = append(out, t)
	}
	return out
}

// The changes of head that are found between the hours are those that a dense search finds,
// to the minutes that were asked for.
func TestThroughAgainstDense(t *testing.T) {
	masses := setup.Ladder()
	at := tideIn(0.5)
	for name, x := range map[string]Search{"stand-in": still(nil), "engine": {Bench: judge.Engine}} {
		if name == "engine" && testing.Short() {
			continue
		}
		told := 0
		hours, err := x.Through(t.Context(), masses, everyHour(6, 1800), 120, at, func(Hour) error { told++; return nil })
		if err != nil {
			t.Fatal(err)
		}
		dense := everyHour(6, 120)
		changes := func(hours []Hour) (at []float64, from []int) {
			for i := 1; i < len(hours); i++ {
				if hours[i].Pick != hours[i-1].Pick {
					at, from = append(at, (hours[i].Time+hours[i-1].Time)/2), append(from, hours[i].Pick)
				}
			}
			return at, from
		}
		all, err := x.Through(t.Context(), masses, dense, 120, at, func(Hour) error { return nil })
		if err != nil {
			t.Fatal(err)
		}
		got, gotPicks := changes(hours)
		want, wantPicks := changes(all)
		if len(want) < 2 || !slices.Equal(gotPicks, wantPicks) {
			t.Fatalf("%s: to %v at %v, a dense search to %v at %v", name, gotPicks, got, wantPicks, want)
		}
		for i := range want {
			if math.Abs(got[i]-want[i]) > 240 {
				t.Errorf("%s: change %d after %g s, a dense search has it after %g", name, i, got[i], want[i])
			}
		}
		if told != len(hours) || !slices.IsSortedFunc(hours, func(a, b Hour) int { return compare(a.Time, b.Time) }) {
			t.Errorf("%s: %d told of %d hours", name, told, len(hours))
		}
	}
}

// Water that cannot be fished is told as such, and ends when nobody listens.
func TestThroughStops(t *testing.T) {
	x := still(nil)
	dry := func(time float64) (setup.Setup, error) {
		s, err := tideIn(0.3)(time)
		if time > 7200 {
			s.Water.Depth = 0.01
		}
		return s, err
	}
	hours, err := x.Through(t.Context(), setup.Ladder(), everyHour(4, 1800), 600, dry, func(Hour) error { return nil })
	if err != nil || !hours[0].Fits || hours[0].Pick < 0 || hours[len(hours)-1].Fits || hours[len(hours)-1].Pick != -1 {
		t.Errorf("%+v %v", hours, err)
	}
	enough := errors.New("enough")
	if _, err := x.Through(t.Context(), setup.Ladder(), everyHour(4, 1800), 600, tideIn(0.3), func(Hour) error { return enough }); !errors.Is(err, enough) {
		t.Error(err)
	}
}

func BenchmarkThrough(b *testing.B) {
	x := Search{Bench: judge.Engine}
	for b.Loop() {
		if _, err := x.Through(b.Context(), setup.Ladder(), everyHour(6, 1800), 120, tideIn(0.5), func(Hour) error { return nil }); err != nil {
			b.Fatal(err)
		}
	}
}
