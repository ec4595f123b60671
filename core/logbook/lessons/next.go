package lessons

import (
	"fmt"
	"strings"

	"dunvel/core/judgement"
	"dunvel/core/technique"
)

// next is one quiet line of a trip on which nothing has taken for a while: the next way of working the
// bait that was not tried, or else what was tried least; "" where there is nothing to say.
func next(sights []sight, least []string) string {
	quiet, tried, now := 0, map[string]bool{}, ""
	for _, s := range sights {
		if s.loose {
			quiet = 0
			continue
		}
		if now = s.cast.Splash.With.Technique; now != "" {
			tried[now] = true
		}
		if quiet++; s.taken {
			quiet = 0
		}
	}
	if quiet < int(judgement.QuietCasts.Number) {
		return ""
	}
	said := fmt.Sprintf("%d casts without a bite.", quiet)
	presets := technique.Presets()
	from := 0
	for i, p := range presets {
		if p.Key == now {
			from = i
		}
	}
	for i := range presets {
		if p := presets[(from+1+i)%len(presets)]; !tried[p.Key] {
			said += fmt.Sprintf(" Not tried yet: %s.", strings.ToLower(p.Name))
			break
		}
	}
	if len(least) > 0 {
		said += " Tried least: " + least[0]
	}
	return said
}
