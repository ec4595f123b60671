package say

import "testing"

// What a line lifts more than a head weighs leaves nothing of it on the bed.
func TestShare(t *testing.T) {
	for v, want := range map[float64]string{
		-0.3: "0 %", 0: "0 %", 0.0001: "hardly any", 0.0049: "hardly any", 0.0051: "1 %", 0.994: "99 %", 0.996: "all", 1: "all",
	} {
		if got := Share(v); got != want {
			t.Errorf("%g is %q, not %q", v, got, want)
		}
	}
}
