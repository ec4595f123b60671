// Package say puts numbers of a case into words, in the units of a person and as finely as they are known.
package say

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"dunvel/core/spread"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Sayer says what is measured of a case in the units of a person.
type Sayer struct {
	*trial.Case
	Units units.Choice
}

// Capital is words as a sentence begins.
func Capital(words string) string { return strings.ToUpper(words[:1]) + words[1:] }

// Mass says a weight; a head of none is the hook alone.
func (t Sayer) Mass(kg float64) string {
	if kg == 0 {
		return "the bare hook"
	}
	return t.Units.Show("mass", kg)
}

// Way says how far off something is, to half a metre or a foot or two.
func (t Sayer) Way(m float64) string {
	unit := t.Units.Unit("depth")
	half := 0.5
	if unit.Symbol == "ft" {
		half = 2
	}
	shown := unit.FromBase(m)
	if shown < 10*half {
		shown = math.Max(half, half*math.Round(shown/half))
	}
	return fmt.Sprintf("%s %s", strconv.FormatFloat(units.RoundSignificant(shown, 2), 'f', -1, 64), unit.Symbol)
}

// Span says from where to where, in one unit where that does, and as one where both read the same.
func (t Sayer) Span(low, high float64) string {
	from, to := t.Depth(low), t.Depth(high)
	if from == to {
		return from
	}
	if number, unit, _ := strings.Cut(from, " "); strings.HasSuffix(to, " "+unit) {
		from = number
	}
	return from + " to " + to
}

// Depth says a depth or a distance as finely as it is known: below a metre in
// centimetres, below a foot in inches.
func (t Sayer) Depth(m float64) string {
	unit := t.Units.Unit("depth")
	switch shown := unit.FromBase(m); {
	case shown >= 9.95:
		return fmt.Sprintf("%.0f %s", shown, unit.Symbol)
	case shown >= 0.995:
		return fmt.Sprintf("%.1f %s", shown, unit.Symbol)
	}
	small := units.MustLookup("cm")
	if unit.Symbol == "ft" {
		small = units.MustLookup("in")
	}
	return fmt.Sprintf("%.0f %s", small.FromBase(m), small.Symbol)
}

// Given says a depth or a distance that the angler gave as finely as it was: it reads as
// its field does.
func (t Sayer) Given(m float64) string {
	if t.Units.Unit("depth").FromBase(m) < 0.995 {
		return t.Depth(m)
	}
	return t.Units.Show("depth", m)
}

// Aim says the depth aimed at: that of the bed on a slope is worked out, and no finer.
func (t Sayer) Aim() string {
	if t.OnBed && t.BedSlope() != 0 {
		return t.Depth(t.Target)
	}
	return t.Given(t.Target)
}

// Height says a height over the bed; what is less than anybody can tell is on it.
func (t Sayer) Height(m float64) string {
	const onIt = 0.01
	if m < onIt {
		return "on the bed"
	}
	return t.Depth(m) + " over the bed"
}

// Still is a speed at which nothing moves that anybody could tell, m/s.
const Still = 0.005

// Runs says how fast line runs, in m/s or ft/s: nobody counts it in knots.
func (t Sayer) Runs(v float64) string {
	unit := units.MustLookup("m/s")
	if t.Units.Unit("depth").Symbol == "ft" {
		unit = units.MustLookup("ft/s")
	}
	switch {
	case v < Still:
		return "nothing"
	case v < 0.1:
		small := units.MustLookup("cm")
		if unit.Symbol == "ft/s" {
			small = units.MustLookup("in")
		}
		return fmt.Sprintf("%.0f %s/s", math.Max(small.FromBase(v), 1), small.Symbol)
	}
	return units.Format(v, unit, 2)
}

// Turns says a speed of the reel as a hand counts it.
func (t Sayer) Turns(v float64) string { return TurnsOf(v, t.Setup.Rod.PerTurn) }

// TurnsOf is turns for a reel that takes in so much line a turn, m.
func TurnsOf(v, perTurn float64) string {
	switch rate := v / perTurn; {
	case rate < 0.02:
		return "hardly turning"
	case rate < 0.45:
		return fmt.Sprintf("a turn in %.0f s", 1/rate)
	case rate < 0.95:
		return fmt.Sprintf("%.1f turns a second", rate)
	case rate <= 1.05:
		return "a turn a second"
	default:
		return fmt.Sprintf("%.1f turns a second", rate)
	}
}

// Pull says a force as what it is like in the hand.
func (t Sayer) Pull(n float64) string { return t.Units.Show("force", n) }

// Counted is a time with the range of its count.
func Counted(time float64, low, high float64) string {
	count, within := CountAndRange(time, low, high)
	if within == "" {
		return count
	}
	return fmt.Sprintf("%s (%s)", count, within)
}

// CountAndRange are a time in s and from where to where it may be, as they are counted: in
// tenths below ten. The range is empty where both ends are told alike.
func CountAndRange(time, low, high float64) (count, within string) {
	say := func(v float64) string {
		if v < 9.95 && time < 9.95 {
			return fmt.Sprintf("%.1f", v)
		}
		return fmt.Sprintf("%.0f", v)
	}
	if say(low) != say(high) {
		within = fmt.Sprintf("%s to %s", say(low), say(high))
	}
	return say(time) + " s", within
}

// Odds says a probability; all of them are said so.
func Odds(p float64) string { return spread.Odds(p) }

// Only says a probability that is too little.
func Only(p float64) string {
	if p < 0.1 {
		return "hardly ever"
	}
	return "only " + Odds(p)
}

// Share says a share in whole percent, or that it is all; less than nothing as nothing.
func Share(v float64) string {
	switch {
	case v > 0 && v < 0.005:
		return "hardly any"
	case v >= 0.995:
		return "all"
	}
	return units.Percent(max(v, 0))
}

// Times says a factor to two figures.
func Times(v float64) string {
	if v >= 10 {
		return fmt.Sprintf("%.0f times", v)
	}
	return fmt.Sprintf("%.1f times", math.Max(v, 1.1))
}
