package chance

import (
	"math"
	"testing"
)

// Chances of a stratum against what is counted by hand, and against its mean and variance.
func TestChances(t *testing.T) {
	// Of 5 casts 2 have the label, and 3 of the 5 a bite: of 10 ways to deal 3 bites 1 has none on the
	// label... 3 of 10 have both.
	got := table{n: 5, m: 2, k: 3}.chances()
	for i, want := range []float64{0.1, 0.6, 0.3} {
		if math.Abs(got[i]-want) > 1e-12 {
			t.Errorf("%d: %g, not %g", i, got[i], want)
		}
	}
	// More bites than other casts: one is on the label for certain.
	if got := (table{n: 4, m: 3, k: 2}).chances(); got[0] != 0 || math.Abs(got[1]-0.5) > 1e-12 ||
		math.Abs(got[2]-0.5) > 1e-12 {
		t.Errorf("%v", got)
	}
	for _, s := range []table{{n: 300, m: 100, k: 120}, {n: 9000, m: 4000, k: 2500}, {n: 40, m: 1, k: 39}} {
		sum, mean, square := 0.0, 0.0, 0.0
		for i, p := range s.chances() {
			sum += p
			mean += float64(i) * p
			square += float64(i*i) * p
		}
		if want := float64(s.k) * float64(s.m) / float64(s.n); math.Abs(sum-1) > 1e-9 || math.Abs(mean-want) > 1e-6 ||
			math.Abs(square-mean*mean-s.variance()) > 1e-4 {
			t.Errorf("%+v: %g in all, mean %g, variance %g, not %g and %g", s, sum, mean, square-mean*mean, want,
				s.variance())
		}
	}
	if v := (table{n: 1, m: 1, k: 1}).variance(); v != 0 {
		t.Errorf("%g of one", v)
	}
}

// As many count half; two strata are dealt each for itself.
func TestTail(t *testing.T) {
	first := table{n: 5, m: 2, k: 3, both: 2}
	if chance, least := tail([]table{first}); math.Abs(chance-0.15) > 1e-12 || math.Abs(least-0.15) > 1e-12 {
		t.Errorf("%g %g", chance, least)
	}
	// 2 and 1 of them: all but 2 and 2 is as much or less; 0.3 x 0.6 + 0.6 x 0.3 are 3, 0.09 are 4.
	second := table{n: 5, m: 2, k: 3, both: 1}
	if chance, least := tail([]table{first, second}); math.Abs(chance-(0.09+0.36/2)) > 1e-12 ||
		math.Abs(least-0.045) > 1e-12 {
		t.Errorf("%g %g", chance, least)
	}
}

// deal makes trials of a trip: the label in capitals, a bite in B or b.
func deal(trip, place int, casts string) (out []Trial) {
	for _, c := range casts {
		label := "else"
		if c < 'a' {
			label = "it"
		}
		out = append(out, Trial{Trip: trip, Place: place, Label: label, Hit: c == 'B' || c == 'b'})
	}
	return out
}

// Twelve bites in 23 casts at points and none in 14 elsewhere are told, of one trip; a place does not
// speak for a shape, and trips that had a day each do not for one another.
func TestWeigh(t *testing.T) {
	points := Weigh(deal(0, 0, "BCBBCBCCaaaaaaaBCBCBCBBaaaaaaaCBCBCCBC"), "it", true)
	if points.Hits != 12 || points.Trials != 24 && points.Trials != 23 || points.Level != WithinTrips ||
		points.Chance > 0.01 {
		t.Errorf("%+v", points)
	}
	// One trip each, all of the label on one of them, at two places.
	apart := append(deal(0, 0, "BBBBBBBBCC"), deal(1, 1, "aaaaaaaaab")...)
	if got := Weigh(apart, "it", false); got.Chance != 1 {
		t.Errorf("a place speaks for a shape: %+v", got)
	}
	if got := Weigh(apart, "it", true); got.Level != Anywhere || got.Chance != 1 {
		t.Errorf("one trip each: %+v", got)
	}
	// Eight trips to one place, each with one shape alone.
	var place []Trial
	for i, casts := range []string{"BBCBCBBCBB", "abaaaabaaa", "CBBBCBCBBC", "aabaaaaaba", "BCBBCCBBCB", "baaaabaaaa",
		"BBCBCBBCBB", "aaaabaabaa"} {
		place = append(place, deal(i, 0, casts)...)
	}
	got := Weigh(place, "it", false)
	if got.Level != WithinPlaces || got.Chance > 0.02 || got.Expected != float64(got.All)/2 {
		t.Errorf("%+v", got)
	}
	// The same where trips with it differ as much as trips without: it says less.
	if wild := Weigh(append(append(deal(0, 0, "BBBBBBBBBB"), deal(1, 0, "aaaaaaaaaa")...),
		append(deal(2, 0, "CCCBCBCCCC"), deal(3, 0, "bababaaaab")...)...), "it", false); wild.Chance < 0.1 {
		t.Errorf("%+v", wild)
	}
	if got := Weigh(deal(0, 0, "aaaa"), "it", true); got.Chance != 1 || got.Least != 1 {
		t.Errorf("nothing to compare: %+v", got)
	}
}

// Bites in shoals are worth fewer; the same ones apart are worth what they are.
func TestShoaling(t *testing.T) {
	if wide := shoaling(deal(0, 0, "BBBBBBBBBBCCCCCCCCCCaaaaaaaaaaaaaaaaaaaa"), "it"); wide < 3 {
		t.Errorf("in a shoal: %g", wide)
	}
	if wide := shoaling(deal(0, 0, "BaCaBaaBCaaCBbaCaaBaCBaaCCaBbaaCBaCaaBaC"), "it"); wide > 1.3 {
		t.Errorf("apart: %g", wide)
	}
	// two standard deviations become one (normal distribution)
	if p := spreadOut(0.0227501319, 4); math.Abs(p-0.1586552539) > 1e-6 {
		t.Errorf("%g", p)
	}
}

// Of looks those do not count that could not have been found to be sure.
func TestLooks(t *testing.T) {
	for _, tt := range []struct {
		least []float64
		want  int
	}{{nil, 1}, {[]float64{0.5, 0.5, 0.5}, 1}, {[]float64{0.001, 0.5, 0.5}, 1}, {[]float64{0.001, 0.001, 0.06}, 2},
		{[]float64{0.001, 0.001, 0.001}, 3}} {
		if got := Looks(tt.least, 0.1); got != tt.want {
			t.Errorf("%v: %d, not %d", tt.least, got, tt.want)
		}
	}
}
