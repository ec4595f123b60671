// Package spread carries what is not exactly known to what is worked out from
// it. Every unknown is a standard normal number z, zero where it is as given.
// What follows is worked out at a few z and read between them; a fixed sample
// of the unknowns then gives ranges and probabilities, the same each time.
package spread

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// Reach is how far an unknown is moved to see what follows, in standard
// deviations: the 80 % range.
const Reach = 1.2815515655446004

// Factor returns by how much a number that is above zero is multiplied where
// its unknown is z and its relative standard deviation sd: it is log-normal
// with the number as its median.
func Factor(sd, z float64) float64 { return math.Exp(z * LogSD(sd)) }

// LogSD is the standard deviation of the logarithm of a log-normal number with
// the relative standard deviation sd.
func LogSD(sd float64) float64 { return math.Sqrt(math.Log1p(sd * sd)) }

// RelativeSD is the inverse of LogSD.
func RelativeSD(logSD float64) float64 { return math.Sqrt(math.Expm1(logSD * logSD)) }

// Sample returns points, an even number, of unknowns that are independent and
// standard normal: a Latin hypercube (McKay, Beckman and Conover, 1979), which
// spreads each of them evenly, and its mirror image, so that none leans to one
// side; what goes together by chance is taken out. It is the same every time.
func Sample(points, unknowns int) [][]float64 {
	random := rand.New(rand.NewPCG(1, uint64(unknowns)))
	half := points / 2
	out := make([][]float64, 2*half)
	for i := range out {
		out[i] = make([]float64, unknowns)
	}
	for k := range unknowns {
		for i, stratum := range random.Perm(half) {
			z := distuv.UnitNormal.Quantile((float64(stratum) + 0.5) / float64(half))
			out[i][k] = z
		}
		for other := range k {
			share := -along(out[:half], k, other) / along(out[:half], other, other)
			for _, z := range out[:half] {
				z[k] += share * z[other]
			}
		}
		size := math.Sqrt(along(out[:half], k, k) / float64(half))
		for i := range half {
			out[i][k] /= size
			out[half+i][k] = -out[i][k]
		}
	}
	return out
}

// along is the sum of the products of two unknowns over points.
func along(points [][]float64, a, b int) (sum float64) {
	for _, z := range points {
		sum += z[a] * z[b]
	}
	return sum
}

// Range returns the 80 % range of values; it sorts them.
func Range(values []float64) (low, high float64) {
	slices.Sort(values)
	at := func(p float64) float64 {
		f := p * float64(len(values)-1)
		i := min(int(f), len(values)-2)
		return values[i] + (f-float64(i))*(values[i+1]-values[i])
	}
	if len(values) == 1 {
		return values[0], values[0]
	}
	return at(0.1), at(0.9)
}

// Odds says a probability in whole tenths, never more than it is.
func Odds(p float64) string {
	switch {
	case p < 0.1:
		return "less than 1 in 10"
	case p > 0.95:
		return "more than 9 in 10"
	}
	return fmt.Sprintf("%.0f in 10", math.Floor(10*p+1e-9))
}
