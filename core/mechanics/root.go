package mechanics

import "math"

// root returns where f changes sign between a, where f is fa >= 0, and b, where
// f is fb < 0, to within tolerance in x. It is false position with the weights of
// Anderson & Bjorck (1973), with a halving every fourth round, so that it also
// closes in where f jumps. The x returned is one with f(x) >= 0 unless |f| is
// below a tenth of tolerance.
func root(f func(float64) float64, a, fa, b, fb, tolerance float64) float64 {
	if fa <= 0 {
		return a
	}
	side := 0
	for i := 0; i < 100 && math.Abs(b-a) > tolerance; i++ {
		x := (a*fb - b*fa) / (fb - fa)
		if i%4 == 3 {
			x = (a + b) / 2
		}
		fx := f(x)
		if math.Abs(fx) < tolerance/10 {
			return x
		}
		if fx >= 0 {
			if side > 0 {
				fb *= weight(fx / fa)
			}
			a, fa, side = x, fx, 1
		} else {
			if side < 0 {
				fa *= weight(fx / fb)
			}
			b, fb, side = x, fx, -1
		}
	}
	return a
}

// weight is the factor on the value at the end that stays, when the other end
// has moved twice, ratio being the new value there over the old.
func weight(ratio float64) float64 {
	if ratio < 1 {
		return 1 - ratio
	}
	return 0.5
}
