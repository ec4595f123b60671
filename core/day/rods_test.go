package day

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"
)

// bruteForce is the most of the time that any k heads cover, s, and with how few changes.
func bruteForce(stretches []Stretch, owned []bool, wanted float64, k int) (covered float64, changes int) {
	changes = math.MaxInt
	for set := range 1 << len(owned) {
		var heads []int
		for h := range owned {
			if set>>h&1 == 1 {
				heads = append(heads, h)
			}
		}
		if len(heads) > k || slices.ContainsFunc(heads, func(h int) bool { return !owned[h] }) {
			continue
		}
		time, fewest := 0.0, map[int]int{-1: 0} // by the head that is on, how few changes it took
		for _, s := range stretches {
			next := map[int]int{}
			for on, n := range fewest {
				for _, h := range heads {
					if s.Sure[h] < wanted {
						continue
					}
					m := n
					if on >= 0 && on != h {
						m++
					}
					if was, ok := next[h]; !ok || m < was {
						next[h] = m
					}
				}
			}
			if len(next) > 0 {
				time, fewest = time+s.Lasts, next
			}
		}
		least := math.MaxInt
		for _, n := range fewest {
			least = min(least, n)
		}
		if time > covered+60 || time > covered-60 && least < changes {
			covered, changes = time, least
		}
	}
	return covered, changes
}

// The choice of rods is that of trying everything: as much of the day, with as few changes.
func TestRodsAgainstBruteForce(t *testing.T) {
	random := rand.New(rand.NewPCG(5, 6))
	for range 300 {
		heads := 2 + random.IntN(7)
		owned := make([]bool, heads)
		for h := range owned {
			owned[h] = random.IntN(4) > 0
		}
		var stretches []Stretch
		for range 1 + random.IntN(12) {
			s := Stretch{Lasts: 600 * float64(1+random.IntN(6)), Sure: make([]float64, heads)}
			for h := range s.Sure {
				s.Sure[h] = random.Float64()
			}
			stretches = append(stretches, s)
		}
		k := 1 + random.IntN(4)
		r := Choose(stretches, owned, 0.6, k)
		covered, changes := bruteForce(stretches, owned, 0.6, k)
		whole, got := 0.0, 0.0
		for i, s := range stretches {
			whole += s.Lasts
			if h := r.Use[i]; h >= 0 {
				if s.Sure[h] < 0.6 || !owned[h] || !slices.Contains(r.Heads, h) {
					t.Fatalf("%d is fished at %d: %+v", h, i, r)
				}
				got += s.Lasts
			}
		}
		if math.Abs(got-covered) > 1 || math.Abs(r.Covered*whole-covered) > 1 || r.Changes != changes && covered > 0 ||
			len(r.Heads) > k {
			t.Errorf("%d heads on %d rods: %g s and %d changes, not %g and %d", heads, k, got, r.Changes,
				covered, changes)
		}
	}
}

// What is not owned is not chosen, and told apart from what no head does.
func TestRodsOfTheBox(t *testing.T) {
	day := []Stretch{{3600, []float64{0.9, 0.9, 0.9}}, {3600, []float64{0.2, 0.9, 0.95}}, {3600, []float64{0, 0, 0.1}}}
	r := Choose(day, []bool{true, false, false}, 0.8, 2)
	if !slices.Equal(r.Heads, []int{0}) || math.Abs(r.Covered-1.0/3) > 1e-9 || math.Abs(r.Best-2.0/3) > 1e-9 ||
		!slices.Equal(r.Use, []int{0, -1, -1}) {
		t.Errorf("%+v", r)
	}
	// One head that does both is better than two, and the surer of two that do it.
	if r := Choose(day, []bool{true, true, true}, 0.8, 3); !slices.Equal(r.Heads, []int{2}) || r.Changes != 0 {
		t.Errorf("%+v", r)
	}
	if r := Choose(nil, []bool{true}, 0.8, 1); len(r.Heads) != 0 || r.Covered != 0 {
		t.Errorf("%+v", r)
	}
}

// Forty heads of which each does it at a time of its own are chosen of in no time: by those
// that do it longest.
func TestManyRods(t *testing.T) {
	const n = 40
	var day []Stretch
	owned := make([]bool, n)
	for i := range n {
		s := Stretch{Lasts: 600 + 10*float64(i), Sure: make([]float64, n)}
		s.Sure[i], owned[i] = 0.9, true
		day = append(day, s)
	}
	r := Choose(day, owned, 0.8, 3)
	if !slices.Equal(r.Heads, []int{37, 38, 39}) {
		t.Errorf("%+v", r)
	}
}
