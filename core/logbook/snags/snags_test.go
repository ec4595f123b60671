package snags

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/logbook"
)

// times is an event so often, and of is one that happened to something.
func times(n int, e logbook.Event) []logbook.Event { return slices.Repeat([]logbook.Event{e}, n) }

func of(kind string, with logbook.With) logbook.Event { return logbook.Event{Kind: kind, With: with} }

func log(events ...logbook.Event) logbook.Log { return logbook.Log{Events: events} }

// Shapes and guards are learnt apart from the beds, and what was taken in without its
// conditions is left out of all of it.
func TestKindsOfHeads(t *testing.T) {
	ball := logbook.With{Bed: "rock", Shape: "ball", Snags: 5}
	guarded, football := ball, ball
	guarded.Guard = true
	football.Shape, football.Bed, football.Snags = "football", "sand", 1
	unknown := logbook.With{Bed: "rock", Shape: "ball"}
	events := slices.Concat(times(100, of(logbook.Splash, ball)), times(9, of(logbook.Lost, ball)),
		times(100, of(logbook.Splash, guarded)), times(3, of(logbook.Lost, guarded)),
		times(50, of(logbook.Splash, football)), times(500, of(logbook.Splash, unknown)),
		times(40, of(logbook.Lost, unknown)))
	all := Of([]logbook.Log{log(events...)})
	beds := Beds(all)
	// Of 200 casts on rock 12 heads are expected, and 12 were lost.
	if len(beds) != 2 || beds[0].Bed != "rock" || beds[0].Casts != 200 || math.Abs(beds[0].Factor-1) > 1e-9 {
		t.Fatalf("%+v", beds)
	}
	kinds := Kinds(all, beds)
	if len(kinds) != 3 || kinds[2].Shape != "football" {
		t.Fatalf("%+v", kinds)
	}
	shape := 1 / (0.3 * 0.3)
	for _, k := range kinds[:2] {
		if k.Guard {
			// With a guard the spread is that of both: 1/(0.3 x 0.3 + 0.3 x 0.3) is 5.56.
			if want := (shape/2 + 3) / (shape/2 + 6); math.Abs(k.Factor-want) > 1e-9 {
				t.Errorf("guarded: %+v, want %g", k, want)
			}
		} else if want := (shape + 9) / (shape + 6); math.Abs(k.Factor-want) > 1e-9 ||
			math.Abs(k.Spread-1/math.Sqrt(shape+9)) > 1e-9 {
			t.Errorf("unguarded: %+v, want %g", k, want)
		}
	}
	// A bed on which twice as much is lost by all shapes is no fault of one of them.
	twice := []Fished{{Bed: "rock", Shape: "ball", Casts: 100, Snags: 500, Lost: 12}}
	if k := Kinds(twice, []Bed{{Bed: "rock", Factor: 2}})[0]; math.Abs(k.Factor-1) > 1e-9 {
		t.Errorf("%+v", k)
	}
}
