package advice

import (
	"fmt"
	"math"
	"strings"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/spread"
	"dunvel/core/units"
	"dunvel/core/water"
)

// fails says why a head does not come to the target at all.
func (at *situation) fails(h *Head) string {
	f, lure := h.Fall, h.lure
	depth := at.depth(max(-f.Landing.Z, 0))
	switch mechanics.Outcome(f.Outcome) {
	case mechanics.Floats:
		return fmt.Sprintf("floats: the bait lifts %s more than head and hook weigh in water", at.mass(-lure.WeightInWater/water.Gravity))
	case mechanics.NoWater:
		return "there is no water where it lands"
	case mechanics.OutOfLine:
		return fmt.Sprintf("takes all the line: %s are off the spool when it is %s down", at.depth(f.LineOut), depth)
	case mechanics.TimeUp:
		if lure.WeightInWater < at.cast.SpoolDrag {
			return fmt.Sprintf("weighs only %s in water, too little to draw line off the spool", at.mass(lure.WeightInWater/water.Gravity))
		}
		return fmt.Sprintf("is only %s down after %s", depth, units.Seconds(f.Path[len(f.Path)-1].Time))
	}
	return "cannot be worked out in this wind and current"
}

// fallsInTime is what a head does that falls as wanted.
func (at *situation) fallsInTime(h *Head) string {
	return fmt.Sprintf("%s in %s, %s to spare", at.place(), units.Seconds(h.Fall.Time), units.Seconds(at.wait-h.Fall.Time))
}

// keepsHold is what a head does that holds the bottom.
func (at *situation) keepsHold(h *Head) string {
	c := h.Contact
	if speedOf(at.gait) == 0 {
		return fmt.Sprintf("lies still with %s of its weight on the bed, using %s of its grip", units.Percent(c.Margin), units.Percent(c.Grip))
	}
	return fmt.Sprintf("holds with %s of its weight on the bed at %s over the ground, %s", units.Percent(c.Margin), at.speed(speedOf(at.gait)), at.lifts(c))
}

// explain writes the answer's sentences.
func (at *situation) explain(a *Answer, doubt *doubts) {
	if a.Pick < 0 {
		at.explainNone(a, doubt)
		return
	}
	pick, school := a.Heads[a.Pick], at.school()
	then := school.then(at, pick)
	if then != "" {
		then = " " + then
	}
	least := ""
	if a.Least < a.Pick {
		least = fmt.Sprintf(", %s at the least", at.mass(a.Heads[a.Least].Mass))
	}
	a.Sentence = fmt.Sprintf("Tie on %s (%s)%s: count %s and it is %s, %s.%s",
		at.mass(pick.Mass), spread.Odds(pick.Sure), least, counted(pick), at.placeWithDepth(pick.Fall), at.landing(pick), then)
	if a.Pick == 0 {
		a.NotLighter = "It is the lightest of these heads."
	} else {
		lighter := a.Heads[a.Pick-1]
		a.NotLighter = fmt.Sprintf("%s: %s.", at.mass(lighter.Mass), lighter.Reason)
		if lighter.Verdict == Does && school.heavier != nil {
			a.NotLighter = fmt.Sprintf("%s does it too, with less in hand: %s.", at.mass(lighter.Mass), lighter.Reason)
		}
	}
	if a.Pick == len(a.Heads)-1 {
		a.NotHeavier = "It is the heaviest of these heads."
		return
	}
	heavier := a.Heads[a.Pick+1]
	against := ": " + heavier.Reason
	if heavier.Verdict == Does && school.heavier != nil {
		against = " " + school.heavier(at, pick, heavier)
	}
	a.NotHeavier = at.mass(heavier.Mass) + against + "."
}

// explainNone says which head comes closest, and what would do it.
func (at *situation) explainNone(a *Answer, doubt *doubts) {
	closest := a.Heads[a.Closest]
	a.Sentence = fmt.Sprintf("None of these heads does it. %s comes closest: %s.", at.mass(closest.Mass), closest.Reason)
	if c := at.setup.Approach.Ceiling; c > 0 && at.target/c > at.wait {
		a.NotHeavier = fmt.Sprintf("Two wishes clash: falling at %s at most takes %s to %s, and %s.",
			at.speed(c), units.Seconds(at.target/c), at.depth(at.target), at.limit())
		return
	}
	if instead := at.school().instead; instead != nil {
		a.NotHeavier = instead(at, a.Heads, closest)
	}
	if a.NotHeavier == "" {
		if mass, ok := at.lightestBeyond(a.Heads[len(a.Heads)-1].Mass, doubt); ok {
			a.NotHeavier = fmt.Sprintf("About %s would do it (it is not among these heads).", at.mass(mass))
		} else {
			a.NotHeavier = fmt.Sprintf("No head up to %s would do it here.", at.mass(heaviestLooked))
		}
	}
}

// heaviestLooked is the heaviest head in kg that is looked at when none of
// the ladder does.
const heaviestLooked = 0.5

// lightestBeyond finds the lightest mass over least that does it, to 5 %.
func (at *situation) lightestBeyond(least float64, doubt *doubts) (float64, bool) {
	coarse := *at
	coarse.coarsely()
	does := func(mass float64) bool {
		h, err := coarse.head(mass)
		if err != nil {
			return false
		}
		coarse.judge(&h, doubt)
		return h.Verdict == Does
	}
	low := max(least, 0.1e-3)
	high := low
	for !does(high) {
		if high >= heaviestLooked {
			return 0, false
		}
		low, high = high, min(high*1.5, heaviestLooked)
	}
	for high > 1.05*low {
		if mid := math.Sqrt(low * high); does(mid) {
			high = mid
		} else {
			low = mid
		}
	}
	return high, true
}

func (at *situation) waitReason() string {
	switch {
	case at.wait == at.window:
		return "the boat is over it by then"
	case at.setup.Approach.Wait > 0:
		return "as you set it"
	}
	return fmt.Sprintf("%g s for each metre, %g to %g s", judgement.WaitPerMetre.Number, judgement.WaitLeast.Number, judgement.WaitMost.Number)
}

// limit says what a fall that takes too long runs into.
func (at *situation) limit() string {
	if at.wait == at.window {
		return "the boat is over it after " + units.Seconds(at.window)
	}
	return "the wait is " + units.Seconds(at.wait)
}

func (at *situation) place() string {
	if at.onBed {
		return "down"
	}
	return "at " + at.depth(at.target)
}

func (at *situation) placeWithDepth(f Fall) string {
	if at.onBed {
		return "on the bed at " + at.depth(-f.Landing.Z)
	}
	return "at " + at.depth(at.target)
}

// landing says where the bait has come down, from the boat as it is then.
func (at *situation) landing(h Head) string {
	ahead := h.Fall.Landing.X - h.Contact.Boat.X
	aside := h.Fall.Landing.Y - h.Contact.Boat.Y
	words := at.depth(math.Abs(ahead)) + " out"
	switch {
	case math.Hypot(ahead, aside) < 0.5:
		return "right under the rod"
	case ahead < -0.5:
		words = at.depth(-ahead) + " behind you"
	}
	if math.Abs(aside) >= 0.5 {
		side := "left"
		if aside < 0 {
			side = "right"
		}
		words += ", " + at.depth(math.Abs(aside)) + " to the " + side
	}
	return words
}

// stays says whether the bait stays on the bed; nothing where it is not there.
func (at *situation) stays(h Head) string {
	c, wanted := h.Contact, at.setup.Approach.Margin
	switch {
	case !at.onBed:
		return ""
	case c.Outcome == string(mechanics.Sweeps):
		return "It does not stay there: line and flow sweep it along the bed."
	case c.Outcome == string(mechanics.Lifts):
		return "It does not stay there: line and flow lift it again."
	case c.Margin >= wanted && c.Needed > h.Fall.LineOut*1.05:
		return fmt.Sprintf("It stays there once %s of line is out.", at.depth(c.Needed))
	case c.Margin >= wanted:
		return "It stays there."
	case c.Margin > 0:
		return fmt.Sprintf("There it keeps the bed only lightly, with %s of its weight.", units.Percent(c.Margin))
	}
	return "It does not stay there: the pull of the line lifts it again."
}

func (at *situation) lifts(c Contact) string {
	if c.LiftOff >= liftOffMost {
		return "and no drift lifts it"
	}
	return "and it lifts off at " + at.speed(c.LiftOff)
}

func speedOf(g mechanics.Gait) float64 {
	return math.Sqrt(g.Velocity.X*g.Velocity.X + g.Velocity.Y*g.Velocity.Y)
}

func (at *situation) mass(kg float64) string { return at.show.Show("mass", kg) }
func (at *situation) speed(v float64) string { return at.show.Show("speed", v) }
func (at *situation) depth(m float64) string {
	unit := at.show.Unit("depth")
	shown := unit.FromBase(m)
	switch {
	case shown >= 10:
		return fmt.Sprintf("%.0f %s", shown, unit.Symbol)
	case shown < 1:
		return units.Format(m, unit, 2)
	}
	return fmt.Sprintf("%.1f %s", shown, unit.Symbol)
}

// counted is the time of a fall with the range of its count.
func counted(h Head) string {
	low, high := units.Seconds(h.Ranges.Time.Low), units.Seconds(h.Ranges.Time.High)
	return fmt.Sprintf("%s (%s to %s)", units.Seconds(h.Fall.Time), strings.TrimSuffix(low, " s"), strings.TrimSuffix(high, " s"))
}
