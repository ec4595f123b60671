package almanac

import (
	"math"
	"time"
)

// Seen is what the sky is like at a moment.
type Seen struct {
	Light  string  // one of Lights
	Moon   string  // one of Moons
	Lit    float64 // share of the moon
	MoonUp bool
}

// The lights of a day, by the height of the sun: at dawn and dusk it is at most 6 degrees
// down (civil twilight).
const (
	AtNight = "at night"
	AtDawn  = "at dawn"
	ByDay   = "by day"
	AtDusk  = "at dusk"
)

// The quarters of the moon, each centred on what it is called after.
const (
	NewMoon  = "around new moon"
	WaxMoon  = "with a waxing moon"
	FullMoon = "around full moon"
	WaneMoon = "with a waning moon"
)

// SeenAt is what the sky is like at a place at a moment.
func SeenAt(at Position, when time.Time) Seen {
	const minute = 1.0 / 1440 // days
	jd := julian(when)
	apart := elongation(jd)
	quarter := int(math.Floor(wrapped(apart+45)/90)) % 4
	out := Seen{Light: AtNight, Moon: []string{NewMoon, WaxMoon, FullMoon, WaneMoon}[quarter],
		Lit: (1 - math.Cos(apart*degree)) / 2, MoonUp: moonUp(at)(jd) > 0}
	rises := sunUp(at)(jd+minute) > sunUp(at)(jd)
	switch {
	case sunUp(at)(jd) > 0:
		out.Light = ByDay
	case sunLights(at)(jd) > 0 && rises:
		out.Light = AtDawn
	case sunLights(at)(jd) > 0:
		out.Light = AtDusk
	}
	return out
}
