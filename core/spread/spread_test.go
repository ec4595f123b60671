package spread

import (
	"math"
	"testing"
)

func TestFactor(t *testing.T) {
	if f := Factor(0.25, 0); f != 1 {
		t.Errorf("as given is a factor of %g", f)
	}
	// Mean and standard deviation of the factors, by the sample.
	var sum, squares float64
	points := Sample(4000, 1)
	for _, z := range points {
		f := Factor(0.3, z[0])
		sum += f
		squares += f * f
	}
	n := float64(len(points))
	mean := sum / n
	sd := math.Sqrt(squares/n - mean*mean)
	if math.Abs(sd/mean-0.3) > 0.003 {
		t.Errorf("relative standard deviation %g, not 0.3", sd/mean)
	}
}

// Each unknown of a sample is standard normal, and none goes with another.
func TestSample(t *testing.T) {
	const unknowns = 11
	points := Sample(256, unknowns)
	for i := range unknowns {
		for k := range i + 1 {
			var mean, product float64
			for _, z := range points {
				mean += z[i]
				product += z[i] * z[k]
			}
			want := 0.0
			if i == k {
				want = 1
			}
			if mean, product = mean/256, product/256; math.Abs(mean) > 0.03 || math.Abs(product-want) > 0.12 {
				t.Errorf("unknowns %d and %d: mean %g, product %g", i, k, mean, product)
			}
		}
	}
}

func TestRange(t *testing.T) {
	values := make([]float64, 101)
	for i := range values {
		values[i] = float64(100 - i)
	}
	if low, high := Range(values); low != 10 || high != 90 {
		t.Errorf("%g to %g", low, high)
	}
	if low, high := Range([]float64{3}); low != 3 || high != 3 {
		t.Errorf("%g to %g", low, high)
	}
}

// Odds are whole tenths and never more than they are.
func TestOdds(t *testing.T) {
	for p, want := range map[float64]string{0: "less than 1 in 10", 0.099: "less than 1 in 10", 0.1: "1 in 10",
		0.79: "7 in 10", 0.8: "8 in 10", 0.949: "9 in 10", 0.96: "more than 9 in 10", 1: "more than 9 in 10"} {
		if got := Odds(p); got != want {
			t.Errorf("%g: %s, not %s", p, got, want)
		}
	}
}
