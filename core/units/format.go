package units

import (
	"fmt"
	"math"
	"strconv"
)

// Fractions are how a unit is written in fractions with a power of two below them: exactly where a value is within a
// share Exact of one, with a "≈" where it is within Near of one, and as a decimal otherwise.
type Fractions struct {
	Exact float64 `json:"exact"`
	Near  float64 `json:"near"`
	// The least that is sold, which has no neighbours: what is within NearLightest of it is about that.
	Lightest     float64 `json:"lightest"`
	NearLightest float64 `json:"nearLightest"`
}

// ounces are written by what a marked head is off by.
var ounces = &Fractions{Exact: 0.025, Near: 0.07, Lightest: 1.0 / 64, NearLightest: 0.12}

// Format writes a base value in u with digits significant figures, without
// trailing zeros: Format(0.0106, g, 3) is "10.6 g". Fractional units are
// written as a mixed fraction where one fits. Values that are not finite are
// written as "–".
func Format(base float64, u Unit, digits int) string {
	v := u.FromBase(base)
	if math.IsNaN(v) || math.IsInf(v, 0) {
		return "–"
	}
	if u.Fractions != nil {
		if text, ok := u.Fractions.text(v); ok {
			return text + " " + u.Symbol
		}
	}
	how, rounded := byte('f'), RoundSignificant(v, digits)
	if size := math.Abs(v); size != 0 && (size < 1e-9 || size >= 1e12) {
		// Hundreds of digits are no number to read. No power of ten is exact there: what is rounded is the text.
		how = 'g'
		rounded, _ = strconv.ParseFloat(strconv.FormatFloat(v, how, digits, 64), 64)
	}
	text := strconv.FormatFloat(rounded, how, -1, 64)
	switch {
	case u.Dimension == Angle:
		return text + u.Symbol
	case u.Dimension == Grade:
		return u.Symbol + " " + text
	}
	return text + " " + u.Symbol
}

// RoundSignificant rounds v to digits significant figures, and never prints a
// negative zero.
func RoundSignificant(v float64, digits int) float64 {
	if v == 0 {
		return 0
	}
	// Powers of ten are exact only above one, so that a large number is divided by one and a
	// small one multiplied.
	places := float64(digits) - 1 - math.Floor(math.Log10(math.Abs(v)))
	scale := math.Pow(10, math.Abs(places))
	rounded := math.Round(v*scale) / scale
	if places < 0 {
		rounded = math.Round(v/scale) * scale
	}
	if !math.IsNaN(rounded) && !math.IsInf(rounded, 0) {
		return rounded + 0
	}
	return v // next to nothing, or next to everything
}

// text finds the simplest fraction with a power-of-two denominator up
// to 64 that fits v.
func (f *Fractions) text(v float64) (string, bool) {
	if v <= 0 || v >= 100 {
		return "", false
	}
	for _, within := range []struct {
		error float64
		mark  string
	}{{f.Exact, ""}, {f.Near, "≈ "}} {
		if within.mark != "" && math.Abs(v/f.Lightest-1) <= f.NearLightest {
			v = f.Lightest
		}
		for bottom := 1; bottom <= 64; bottom *= 2 {
			top := int(math.Round(v * float64(bottom)))
			if top == 0 || math.Abs(float64(top)/float64(bottom)/v-1) > within.error {
				continue
			}
			whole, top := top/bottom, top%bottom
			switch {
			case top == 0:
				return fmt.Sprintf("%s%d", within.mark, whole), true
			case whole == 0:
				return fmt.Sprintf("%s%d/%d", within.mark, top, bottom), true
			default:
				return fmt.Sprintf("%s%d %d/%d", within.mark, whole, top, bottom), true
			}
		}
	}
	return "", false
}

// Seconds says a time in s as it is counted: in tenths below ten.
func Seconds(s float64) string {
	if s < 9.95 {
		return fmt.Sprintf("%.1f s", s)
	}
	return fmt.Sprintf("%.0f s", s)
}

// Percent says a share in whole percent.
func Percent(share float64) string { return fmt.Sprintf("%.0f %%", 100*share) }

// Counted says how many of something there are: "1 drop", "3 drops".
func Counted(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}
