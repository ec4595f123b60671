package measure

import (
	"math"
	"testing"
)

// Whatever is typed, a position is on the earth or refused.
func FuzzReadPosition(f *testing.F) {
	for _, seed := range []string{"12.3456, -4.5678", "12°20.736'N 4°34.068'W", "N 1 W 2", "N", "1 2", "90.1, 0",
		"1e3, 2", "S 1° 60' E 2"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		p, err := ReadPosition(text)
		if err == nil && !(math.Abs(p.North) <= 90 && math.Abs(p.East) <= 180) {
			t.Errorf("%q: %+v", text, p)
		}
	})
}
