package lessons

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"

	"dunvel/core/logbook"
	"dunvel/core/logbook/logtest"
	"dunvel/core/logbook/snags"
	"dunvel/core/units"
)

// dawn is when trips begin; log is a trip, and times an event so many times.
var dawn, log, times = logtest.Dawn, logtest.Log, logtest.Times

func of(kind string, with logbook.With) logbook.Event { return logbook.Event{Kind: kind, With: with} }

var free = func(logbook.With) float64 { return 0 }

func learn(t *testing.T, logs ...logbook.Log) *Lesson {
	t.Helper()
	l, err := Learn(t.Context(), logs, free, nil)
	if err != nil {
		t.Fatal(err)
	}
	return l
}

// Ranges and tails against what is worked out by hand.
func TestShareAndClaim(t *testing.T) {
	for _, tt := range []struct {
		k, n      int
		low, high float64
	}{
		{0, 10, 0, 1 - math.Pow(0.1, 0.1)}, {10, 10, math.Pow(0.1, 0.1), 1}, {0, 0, 0, 1},
		{1, 2, 1 - math.Sqrt(0.9), math.Sqrt(0.9)}, // P(at least 1 of 2) = 1 - (1-p)^2
	} {
		if low, high := share(tt.k, tt.n); math.Abs(low-tt.low) > 1e-9 || math.Abs(high-tt.high) > 1e-9 {
			t.Errorf("%d of %d: %g to %g, not %g to %g", tt.k, tt.n, low, high, tt.low, tt.high)
		}
	}
	for _, tt := range []struct {
		k, n         int
		even, chance float64
	}{{3, 3, 0.5, 0.125}, {8, 10, 0.5, 56.0 / 1024}, {0, 5, 0.2, 1}, {1, 4, 0.25, 1 - math.Pow(0.75, 4)}} {
		if c := claim(tt.k, tt.n, tt.even); math.Abs(c.Chance-tt.chance) > 1e-9 || c.Expected != tt.even*float64(tt.n) {
			t.Errorf("%d of %d at %g: %g, not %g", tt.k, tt.n, tt.even, c.Chance, tt.chance)
		}
	}
}

// casts are casts of one kind in turn, of which the first so many had a bite.
func casts(n, bites int, with logbook.With) []logbook.Event {
	var out []logbook.Event
	for i := range n {
		out = append(out, of(logbook.Splash, with))
		if i < bites {
			out = append(out, of(logbook.Bite, with))
		}
	}
	return out
}

// inTurn takes a piece of each in turn, as an angler goes from one to the other.
func inTurn(pieces int, all ...[]logbook.Event) (out []logbook.Event) {
	for i := range pieces {
		for _, events := range all {
			out = append(out, events[len(events)*i/pieces:len(events)*(i+1)/pieces]...)
		}
	}
	return out
}

func TestGroupsAndClaims(t *testing.T) {
	minnow, craw := logbook.With{Bait: "slim minnow 120 mm", Shape: "ball", Mass: 7e-3},
		logbook.With{Bait: "craw 80 mm", Shape: "ball", Mass: 7e-3}
	got := learn(t, log("The Sill", append(casts(20, 11, minnow), casts(20, 1, craw)...)...))
	if got.Totals.Casts != 40 || got.Totals.Takes != 12 || got.Totals.Fish != 0 || got.Totals.Trips != 1 ||
		math.Abs(got.Totals.Hours-52.0/60) > 1e-9 {
		t.Errorf("%+v", got.Totals)
	}
	// The bites on the minnow were one after another, as those of a shoal are: nothing is claimed.
	if len(got.Claims) != 0 || got.Words != "12 bites in 40 casts, and nothing in them that chance would not make." {
		t.Errorf("%+v %s", got.Claims, got.Words)
	}
	// Spread over the casts it is another thing, told in one sentence.
	var mixed []logbook.Event
	scattered := []int{0, 1, 3, 4, 7, 9, 10, 13, 15, 16, 18}
	for i := range 20 {
		mixed = append(mixed, casts(1, map[bool]int{true: 1}[slices.Contains(scattered, i)], minnow)...)
		mixed = append(mixed, casts(1, map[bool]int{true: 1}[i == 7], craw)...)
	}
	got = learn(t, log("The Sill", mixed...))
	if len(got.Claims) != 1 || got.Claims[0].Words != "11 of 12 bites on the slim minnow 120 mm, with 50 % of the "+
		"casts: 11 in 20 casts, else 1 in 20." {
		t.Errorf("%+v", got.Claims)
	}
	// The same without casts says nothing of the kind.
	if got := learn(t, log("The Sill", times(12, of(logbook.Bite, minnow))...)); len(got.Claims) != 0 ||
		got.Totals.Takes != 12 || !strings.Contains(got.Words, "Tap a splash for every cast") {
		t.Errorf("%+v %s", got.Claims, got.Words)
	}
	if got := learn(t, log("The Sill", times(3, of(logbook.Bite, minnow))...)); !strings.Contains(got.Words,
		"3 bites are too few") {
		t.Errorf("%s", got.Words)
	}
	if got := learn(t); !strings.Contains(got.Words, "No bites") {
		t.Errorf("%s", got.Words)
	}
	// An even spread is no pattern.
	if got := learn(t, log("The Sill", inTurn(4, casts(20, 5, minnow), casts(20, 6, craw))...)); len(got.Claims) != 0 ||
		!strings.Contains(got.Words, "chance would not make") {
		t.Errorf("%+v", got.Claims)
	}
	// What was hardly tried is said so.
	if got := learn(t, log("The Sill", append(casts(20, 0, minnow), casts(2, 0, craw)...)...)); len(got.Least) != 1 ||
		got.Least[0] != "Bait: craw 80 mm, 2 of 22 casts." {
		t.Errorf("%q", got.Least)
	}
}

// Bites on the fall at one depth stand out against an even fall.
func TestDepthPattern(t *testing.T) {
	at := func(depth float64) logbook.Event {
		return logbook.Event{Kind: logbook.Bite, Phase: logbook.Falling, Depth: depth, Low: depth - 0.5,
			High: depth + 0.5, With: logbook.With{BedDepth: 18, FallSpeed: 0.5}}
	}
	var events []logbook.Event
	for i := range 11 {
		events = append(events, at(12.1+0.25*float64(i)))
	}
	events = append(events, at(2), at(6), at(16.5))
	got := learn(t, log("The Sill", events...))
	if len(got.Claims) != 1 || !strings.HasPrefix(got.Claims[0].Words,
		"11 of 14 bites on the fall 12 m to 15 m down, at 0.5 m/s; an even fall would have 2 there") {
		t.Errorf("%+v", got.Claims)
	}
	sum, expected := 0.0, 0.0
	for _, b := range got.Depths {
		sum += b.Takes
		expected += b.Expected
	}
	if math.Abs(sum-14) > 1e-9 || math.Abs(expected-14) > 1e-9 {
		t.Errorf("%g bites and %g expected of 14", sum, expected)
	}
	// Spread evenly they are none.
	events = nil
	for i := range 14 {
		events = append(events, at(1+1.2*float64(i)))
	}
	if got := learn(t, log("The Sill", events...)); len(got.Claims) != 0 {
		t.Errorf("%+v", got.Claims)
	}
	feet, err := Learn(t.Context(), []logbook.Log{log("The Sill", events...)}, free, units.Choice{"depth": "ft"})
	if err != nil || math.Abs(feet.Depths[0].To-3*0.3048) > 1e-9 && math.Abs(feet.Depths[0].To-6*0.3048) > 1e-9 {
		t.Errorf("%+v %v", feet.Depths, err)
	}
}

func TestPhasePattern(t *testing.T) {
	cast := of(logbook.Splash, logbook.With{Expected: 9})
	bite := logbook.Event{Kind: logbook.Bite, Phase: logbook.Falling}
	events := times(20, cast)
	for range 10 {
		events = append(events, cast, bite)
	}
	// Of 45 s of a cast, a minute less what casting takes, 9 s are the fall: a fifth.
	got := learn(t, log("The Sill", events...))
	if len(got.Claims) != 1 || !strings.HasPrefix(got.Claims[0].Words, "10 of 10 bites on the fall, which is") {
		t.Errorf("%+v", got.Claims)
	}
}

func TestTide(t *testing.T) {
	high := dawn.Add(3 * time.Hour)
	for hours, want := range map[float64]string{-1: "0 to 2 h before high water", 1: "0 to 2 h after high water",
		5: "4 to 6 h after high water", 11.5: "0 to 2 h before high water", 12.3: "0 to 2 h before high water",
		12.5: "0 to 2 h after high water", -13: "0 to 2 h before high water"} {
		if got := tideBin(logbook.Trip{HighWater: &high},
			high.Add(time.Duration(hours*float64(time.Hour)))); got != want {
			t.Errorf("%g h: %s, not %s", hours, got, want)
		}
	}
	if got := tideBin(logbook.Trip{}, dawn); got != "" {
		t.Errorf("%s", got)
	}
}

// Bites are divided by light and moon where it is known where they were, and not where it
// is not.
func TestUnderTheSky(t *testing.T) {
	at := func(hour int) logbook.Event {
		return logbook.Event{Kind: logbook.Bite, Time: time.Date(2026, 5, 16, hour, 0, 0, 0, time.UTC)}
	}
	log := logbook.Log{Events: []logbook.Event{at(0), at(12), at(13)}}
	if l := seen(sightsOf([]logbook.Log{log})[0]); l.Light != "" || l.Moon != "" {
		t.Errorf("%+v", l)
	}
	log.Where = &almanac.Position{Latitude: 57, Longitude: -6}
	lesson, err := Learn(t.Context(), []logbook.Log{log}, func(logbook.With) float64 { return 0 }, nil)
	if err != nil {
		t.Fatal(err)
	}
	got := map[string]int{}
	for _, g := range lesson.Groups {
		for _, r := range g.Rows {
			if g.Name == "Light" || g.Name == "Moon" {
				got[r.Label] = r.Takes
			}
		}
	}
	if len(got) != 2 || got["at night"] != 1 || got["by day"] != 2 { // the moon was the same for all
		t.Errorf("%v", got)
	}
}

func TestLosses(t *testing.T) {
	ball := logbook.With{Bed: "rock", Shape: "ball", Snags: 5, Mass: 7e-3}
	events := append(times(100, of(logbook.Splash, ball)), times(6, of(logbook.Lost, ball))...)
	events = append(events, of(logbook.Freed, ball))
	got, err := Learn(t.Context(), []logbook.Log{log("The Sill", events...)},
		func(w logbook.With) float64 { return 0.5 }, nil)
	if err != nil {
		t.Fatal(err)
	}
	l := got.Losses
	if l.Lost != 6 || math.Abs(l.Cost-3) > 1e-9 || l.Unknown != 0 || math.Abs(l.Hourly-6/(107.0/60)) > 1e-9 ||
		len(l.Groups) != 4 || l.Groups[0].Freed != 1 || l.Groups[1].Name != "Head" || l.Groups[1].Label != "7 g" ||
		math.Abs(l.Groups[1].Cost-3) > 1e-9 {
		t.Errorf("%+v", l)
	}
	// 100 casts at index 5 and 0.012 let expect 6 heads; as many were lost.
	if b := l.Beds[0]; math.Abs(b.Expected-6) > 1e-9 || math.Abs(b.Factor-1) > 1e-9 ||
		math.Abs(b.Spread-1/math.Sqrt(8)) > 1e-9 {
		t.Errorf("%+v", b)
	}
	if !strings.Contains(l.Saved, "would have saved about") {
		t.Errorf("%q", l.Saved)
	}
	// Twice as many: (2+12)/(2+6).
	if b := snags.Beds(snags.Of([]logbook.Log{
		log("a", append(events, times(6, of(logbook.Lost, ball))...)...)}))[0]; math.Abs(b.Factor-14.0/8) > 1e-9 {
		t.Errorf("%+v", b)
	}
	if b := snags.Beds(snags.Of([]logbook.Log{log("a", times(3, of(logbook.Lost, ball))...)})); len(b) != 0 {
		t.Errorf("%+v", b)
	}
}

func TestBottoms(t *testing.T) {
	w := logbook.With{Mass: 7e-3, Bait: "stub 50 mm", Expected: 20, Low: 18, High: 23}
	a, b := of(logbook.Bottom, w), of(logbook.Bottom, w)
	a.Seconds, b.Seconds = 22, 30
	off := of(logbook.Off, logbook.With{Mass: 7e-3, Bait: "stub 50 mm", Expected: 20, Margin: 0.3})
	got := learn(t, log("Pier Pool", a, b, off)).Bottoms
	if len(got) != 1 || got[0].Lost != 1 || math.Abs(got[0].Margin-0.1) > 1e-9 || got[0].Count != 2 ||
		got[0].Measured != 26 || got[0].Expected != 20 || got[0].Inside != 1 {
		t.Errorf("%+v", got)
	}
	if _, err := Learn(t.Context(), nil, free, units.Choice{"depth": "kg"}); err == nil {
		t.Error("depths in kg")
	}
}

func BenchmarkLearn(b *testing.B) {
	var logs []logbook.Log
	for i := range 20 {
		var events []logbook.Event
		for k := range 500 {
			events = append(events, logbook.Event{Kind: logbook.Kinds[k%6], Phase: logbook.Falling,
				Depth: float64(k%17) + 0.5, Low: float64(k % 17), High: float64(k%17) + 1,
				With: logbook.With{Mass: float64(k%9) * 1e-3, Shape: "ball", Bait: fmt.Sprint(k % 7), BedDepth: 18,
					Bed: "rock", Snags: 4, FallSpeed: 0.4, Expected: 30, Low: 25, High: 36}})
		}
		logs = append(logs, log(fmt.Sprint("Place ", i%5), events...))
	}
	for b.Loop() {
		if _, err := Learn(b.Context(), logs, free, nil); err != nil {
			b.Fatal(err)
		}
	}
}

// What has an order stands in it, and the rest by how much it was fished.
func TestGroupsInOrder(t *testing.T) {
	l := atTheSill()
	for i, w := range []logbook.With{{Mass: 14e-3, Shape: "ball"}, {Mass: 14e-3, Shape: "ball"},
		{Mass: 7e-3, Shape: "football"}, {Mass: 7e-3, Shape: "football"}, {Mass: 7e-3, Shape: "football"},
		{Mass: 3.5e-3, Shape: "ball"}, {Mass: 3.5e-3, Shape: "ball"}} {
		l.Events = append(l.Events, logbook.Event{
			Kind: logbook.Splash, Time: dawn.Add(time.Duration(i) * time.Minute), With: w})
	}
	got := map[string][]string{}
	for _, g := range learn(t, l).Groups {
		for _, r := range g.Rows {
			got[g.Name] = append(got[g.Name], r.Label)
		}
	}
	if want := []string{"3.5 g", "7 g", "14 g"}; !slices.Equal(got["Head"], want) {
		t.Errorf("%v, not %v", got["Head"], want)
	}
	if want := []string{"ball", "football"}; !slices.Equal(got["Shape"], want) {
		t.Errorf("%v, not %v", got["Shape"], want)
	}
}
