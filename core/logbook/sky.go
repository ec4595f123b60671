package logbook

import (
	"fmt"
	"math"
	"strings"
	"time"

	"dunvel/core/almanac"
)

// tideHours is the time from one high water to the next, h (M2, the principal lunar tide).
const tideHours = 12.4206

// FromHigh returns the hours from the nearest high water to a time, below 0 before it. ok is false where the
// trip has no high water.
func (t Trip) FromHigh(at time.Time) (hours float64, ok bool) {
	if t.HighWater == nil {
		return 0, false
	}
	return math.Remainder(at.Sub(*t.HighWater).Hours(), tideHours), true
}

// Sky tells the light, the moon and the tide at a time, in words, and leaves out what is not known.
func (l Log) Sky(at time.Time) string {
	var out []string
	if l.Where != nil {
		seen := almanac.SeenAt(*l.Where, at)
		moon := "down"
		if seen.MoonUp {
			moon = "up"
		}
		out = append(out, seen.Light, fmt.Sprintf("%s, %.0f %% lit and %s", seen.Moon, 100*seen.Lit, moon))
	}
	if hours, ok := l.Trip.FromHigh(at); ok {
		when := "after"
		if hours < 0 {
			when = "before"
		}
		out = append(out, fmt.Sprintf("%.1f h %s high water", math.Abs(hours), when))
	}
	return strings.Join(out, "; ")
}
