package musts

import "testing"

// Misses past which nothing that is not known changes whether a must is met. They were chosen so
// that TestWhatIsNotLookedAtDecidesNothing holds on the engine; another needs that looked at anew.
func TestSafeAndLost(t *testing.T) {
	for m, want := range map[Must][2]float64{
		Arrives: {1, 1}, Steep: {-0.75, 3}, Slack: {}, InTime: {-0.45, 0.8}, Told: {-2, 0.75}, Touches: {-30, 2},
		Presses: {-4, 2},
		Stays:   {-0.8, 3}, Felt: {-2, 0.99}, BackSoon: {-0.45, 0.9}, BackLate: {-1, 0.6}, Slowly: {-0.45, 0.9},
		Swims: {}, Hovers: {-9, 2},
		Waves: {-0.9, 0.6}, Walks: {-0.7, 3},
	} {
		if got := [2]float64{byMust[m].Safe, byMust[m].Lost}; got != want {
			t.Errorf("%d: %g, want %g", m, got, want)
		}
	}
}
