package explore

import (
	"errors"
	"math"
	"reflect"
	"slices"
	"sync/atomic"
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
	at := tideIn(0.5)
	x := still(nil)
	hours, err := x.Through(t.Context(), setup.Ladder(), everyHour(6, 1800), 120, at, func(Hour) error { return nil })
	if err != nil {
		t.Fatal(err)
	}
	all, err := x.Through(t.Context(), setup.Ladder(), everyHour(6, 120), 120, at, func(Hour) error { return nil })
	if err != nil {
		t.Fatal(err)
	}
	changes := func(hours []Hour) (at []float64, to []int) {
		for i := 1; i < len(hours); i++ {
			if hours[i].Pick != hours[i-1].Pick {
				at, to = append(at, (hours[i].Time+hours[i-1].Time)/2), append(to, hours[i].Pick)
			}
		}
		return at, to
	}
	got, gotPicks := changes(hours)
	want, wantPicks := changes(all)
	if len(want) < 2 || !slices.Equal(gotPicks, wantPicks) {
		t.Fatalf("to %v at %v, a dense search to %v at %v", gotPicks, got, wantPicks, want)
	}
	for i := range want {
		if math.Abs(got[i]-want[i]) > 240 {
			t.Errorf("change %d after %g s, a dense search has it after %g", i, got[i], want[i])
		}
	}
	if !slices.IsSortedFunc(hours, func(a, b Hour) int { return compare(a.Time, b.Time) }) {
		t.Error("not in order")
	}
}

// On the engine, at any time of the day, the head that the hours around it have is the one
// that all heads judged for themselves choose then, or as good as that: where the two differ
// the chances that decide are within 0.05 of what is wanted, in a wind that changes too 0.1.
func TestThroughAgainstTheLadder(t *testing.T) {
	if testing.Short() {
		t.Skip("some seconds of the engine")
	}
	t.Run("a tide", func(t *testing.T) { againstTheLadder(t, 0.05, 4, tideIn(0.5)) })
	// As the tide eases the wind gets up: hours with as much of both together are not alike.
	t.Run("with a wind", func(t *testing.T) {
		againstTheLadder(t, 0.1, 4, func(time float64) (setup.Setup, error) {
			s, err := tideIn(0.25)(time)
			s.Water.Depth, s.Cast.Distance, s.Boat.Kind = 20, 8, "skiff"
			s.Wind.Speed, s.Wind.Direction = 1+3*time/6/3600, 90
			return s, err
		})
	})
	t.Run("drifting with it", func(t *testing.T) {
		againstTheLadder(t, 0.1, 2, func(time float64) (setup.Setup, error) {
			s, err := tideIn(0.8)(time)
			s.Water.Depth, s.Cast.Distance, s.Boat.Kind, s.Flow.Direction = 22, 8, "skiff", 0
			s.Line.Diameter, s.Leader.Diameter = 0.15e-3, 0.33e-3
			s.Wind.Speed, s.Wind.Direction = 1.3+2.7*time/6/3600, 90
			return s, err
		})
	})
}

// tie is how near to what is wanted a chance is at which one head is as good as the next.
const tie = 0.01

func againstTheLadder(t *testing.T, off float64, most int, at func(time float64) (setup.Setup, error)) {
	x := Search{Bench: judge.Engine}
	masses := setup.Ladder()
	hours, err := x.Through(t.Context(), masses, everyHour(6, 1800), 120, at, func(Hour) error { return nil })
	if err != nil {
		t.Fatal(err)
	}
	differ := 0
	for _, time := range everyHour(5.9, 700) {
		i := slices.IndexFunc(hours, func(h Hour) bool { return h.Time > time })
		near := hours[i-1]
		if hours[i].Time-time < time-near.Time {
			near = hours[i]
		}
		s, _ := at(time)
		s.Heads = masses
		exact := whole(t, x, s)
		if near.Pick == exact.Pick {
			continue
		}
		wanted := s.Approach.Sure
		if lighter := min(near.Pick, exact.Pick); lighter < 0 || math.Abs(exact.Heads[lighter].Sure-wanted) > tie {
			differ++
		}
		for _, k := range []int{min(near.Pick, exact.Pick), max(near.Pick, exact.Pick)} {
			if k < 0 || k >= 0 && exact.Heads[k].Sure >= wanted-off &&
				(k == max(near.Pick, exact.Pick) || exact.Heads[k].Sure <= wanted+off) {
				continue
			}
			t.Errorf("after %g s head %d, not %d: their chances are %.2f", time, near.Pick, exact.Pick,
				exact.Heads[k].Sure)
		}
	}
	t.Logf("%d of %d differ", differ, len(everyHour(5.9, 700)))
	if differ > most {
		t.Errorf("%d differ", differ)
	}
}

// The same day is worked out the same, to the last bit, however the heads of an hour come
// to be judged side by side.
func TestThroughIsTheSameTwice(t *testing.T) {
	x := Search{Bench: judge.Engine}
	var first []Hour
	for range 3 {
		hours, err := x.Through(t.Context(), setup.Ladder(), everyHour(3, 1800), 600, tideIn(0.5),
			func(Hour) error { return nil })
		if err != nil {
			t.Fatal(err)
		}
		if first == nil {
			first = hours
		}
		if !reflect.DeepEqual(hours, first) {
			t.Fatalf("%+v, and before %+v", hours, first)
		}
	}
}

// Water that stays as it is is looked at once, and told at every hour.
func TestThroughStandingWater(t *testing.T) {
	var asked atomic.Int64
	x := still(&asked)
	at := func(float64) (setup.Setup, error) { return tideIn(0.3)(3 * 3600) }
	hours, err := x.Through(t.Context(), setup.Ladder(), everyHour(6, 1800), 120, at, func(Hour) error { return nil })
	if err != nil || len(hours) != 13 {
		t.Fatal(len(hours), err)
	}
	all := asked.Load()
	for i, h := range hours {
		if h.Time != float64(i)*1800 || h.Pick != hours[0].Pick || !slices.Equal(h.Sure, hours[0].Sure) {
			t.Errorf("%+v, and %+v", h, hours[0])
		}
	}
	if _, err := still(&asked).Through(t.Context(), setup.Ladder(), []float64{0}, 120, at,
		func(Hour) error { return nil }); err != nil || asked.Load() != 2*all {
		t.Errorf("%d questions for six hours, %d for one", all, asked.Load()-all)
	}
}

// Water that cannot be fished is told as such, and ends when nobody listens.
func TestThroughStops(t *testing.T) {
	x := still(nil)
	dry := func(time float64) (setup.Setup, error) {
		s, err := tideIn(0.25)(time)
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
	if _, err := x.Through(t.Context(), setup.Ladder(), everyHour(4, 1800), 600, tideIn(0.3),
		func(Hour) error { return enough }); !errors.Is(err, enough) {
		t.Error(err)
	}
}

func BenchmarkThrough(b *testing.B) {
	x := Search{Bench: judge.Engine}
	for b.Loop() {
		if _, err := x.Through(b.Context(), setup.Ladder(), everyHour(6, 1800), 120, tideIn(0.5),
			func(Hour) error { return nil }); err != nil {
			b.Fatal(err)
		}
	}
}
