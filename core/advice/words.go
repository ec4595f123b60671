package advice

import (
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/tackle"
	"dunvel/core/units"
	"dunvel/core/water"
)

// judge sets the verdict of a head and says why.
func (at *situation) judge(h *Head, lure tackle.Lure) {
	if h.Fall.Outcome != Reached {
		h.Verdict, h.Reason = No, at.fails(h.Fall, lure)
		return
	}
	at.school().judge(at, h)
}

// fails says why a head does not come to the target at all.
func (at *situation) fails(f Fall, lure tackle.Lure) string {
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
		return fmt.Sprintf("is only %s down after %s", depth, seconds(f.Path[len(f.Path)-1].Time))
	}
	return "cannot be worked out in this wind and current"
}

// judgeFall: the target within the wait, and not more line out than may be.
func (at *situation) judgeFall(h *Head) {
	if at.comesLate(h) {
		return
	}
	h.Verdict = Does
	h.Reason = fmt.Sprintf("%s in %s, %s to spare", at.place(), seconds(h.Fall.Time), seconds(at.wait-h.Fall.Time))
}

// comesLate judges a head that takes too much line or time to the target.
func (at *situation) comesLate(h *Head) bool {
	f := h.Fall
	switch {
	case f.LineOut > h.Contact.Most:
		h.Verdict = worse(f.LineOut/h.Contact.Most - 1)
		h.Reason = fmt.Sprintf("%s in %s, but with %s of line out by then (%s may be)", at.place(), seconds(f.Time), at.depth(f.LineOut), at.depth(h.Contact.Most))
	case f.Time > at.wait:
		h.Verdict = worse(f.Time/at.wait - 1)
		h.Reason = fmt.Sprintf("%s in %s, but %s", at.place(), seconds(f.Time), at.limit())
		if seconds(f.Time) == seconds(at.wait) {
			h.Reason = fmt.Sprintf("%s %.1f s late: %s", at.place(), f.Time-at.wait, at.limit())
		}
	default:
		return false
	}
	return true
}

// judgeHold: contact with the margin wanted, reached as a fall is.
func (at *situation) judgeHold(h *Head) {
	c, wanted := h.Contact, judgement.MarginWanted.Number
	speed := at.show.Show("speed", speedOf(at.gait))
	switch {
	case c.Outcome == string(mechanics.Sweeps):
		h.Verdict = worse(c.Grip - 1)
		h.Reason = fmt.Sprintf("line and flow sweep it along the bed: they pull %.1f times what it grips", c.Grip)
	case c.Outcome == string(mechanics.Lifts):
		h.Verdict, h.Reason = No, "line and flow lift it from where it lies"
	case c.Margin >= wanted && at.comesLate(h):
	case c.Margin >= wanted && speedOf(at.gait) == 0:
		h.Verdict = Does
		h.Reason = fmt.Sprintf("lies still with %s of its weight on the bed, using %s of its grip", percent(c.Margin), percent(c.Grip))
	case c.Margin >= wanted:
		h.Verdict = Does
		h.Reason = fmt.Sprintf("holds with %s of its weight on the bed at %s over the ground, %s", percent(c.Margin), speed, at.lifts(c))
	case c.Margin > 0:
		h.Verdict = worse(1 - c.Margin/wanted)
		h.Reason = fmt.Sprintf("only %s of its weight stays on the bed (%s wanted) with %s out, %s", percent(c.Margin), percent(wanted), at.depth(c.Most), at.lifts(c))
	case c.LiftOff > 0 && c.LiftOff < speedOf(at.gait):
		h.Verdict = No
		h.Reason = fmt.Sprintf("lifts off the bed: it keeps it up to %s over the ground, not at %s", at.show.Show("speed", c.LiftOff), speed)
	default:
		h.Verdict = No
		h.Reason = fmt.Sprintf("the flow lifts it off the bed with %s out", at.depth(c.Most))
	}
}

// explain writes the answer's sentences.
func (at *situation) explain(a *Answer) {
	if a.Pick < 0 {
		at.explainNone(a)
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
	a.Sentence = fmt.Sprintf("Tie on %s%s: count %s and it is %s, %s.%s",
		at.mass(pick.Mass), least, seconds(pick.Fall.Time), at.placeWithDepth(pick.Fall), at.landing(pick), then)
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

// explainNone says which head comes closest and what weight would do.
func (at *situation) explainNone(a *Answer) {
	closest := a.Heads[a.Closest]
	a.Sentence = fmt.Sprintf("None of these heads does it. %s comes closest: %s.", at.mass(closest.Mass), closest.Reason)
	if instead := at.school().instead; instead != nil {
		if a.NotHeavier = instead(at, a.Heads, closest); a.NotHeavier != "" {
			return
		}
	}
	if c := at.setup.Approach.Ceiling; c > 0 && at.target/c > at.wait {
		a.NotHeavier = fmt.Sprintf("Two wishes clash: falling at %s at most takes %s to %s, and %s.",
			at.show.Show("speed", c), seconds(at.target/c), at.depth(at.target), at.limit())
		return
	}
	heaviest := a.Heads[len(a.Heads)-1].Mass
	if mass, ok := at.lightestBeyond(heaviest); ok {
		a.NotHeavier = fmt.Sprintf("About %s would do it (it is not among these heads).", at.mass(mass))
	} else {
		a.NotHeavier = fmt.Sprintf("No head up to %s would do it here.", at.mass(heaviestLooked))
	}
}

// heaviestLooked is the heaviest head in kg that is looked at when none of
// the ladder does.
const heaviestLooked = 0.5

// lightestBeyond finds the lightest mass over least that does it, to 5 %.
func (at *situation) lightestBeyond(least float64) (float64, bool) {
	does := func(mass float64) bool {
		h, err := at.head(mass)
		return err == nil && h.Verdict == Does
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

// worse grades a miss by how much a limit is missed, relative to it.
func worse(miss float64) Verdict {
	if miss <= judgement.CloseCall.Number {
		return Perhaps
	}
	return No
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
		return "the boat is over it after " + seconds(at.window)
	}
	return "the wait is " + seconds(at.wait)
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
	c, wanted := h.Contact, judgement.MarginWanted.Number
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
		return fmt.Sprintf("There it keeps the bed only lightly, with %s of its weight.", percent(c.Margin))
	}
	return "It does not stay there: the pull of the line lifts it again."
}

func (at *situation) lifts(c Contact) string {
	if c.LiftOff >= liftOffMost {
		return "and no drift lifts it"
	}
	return "and it lifts off at " + at.show.Show("speed", c.LiftOff)
}

func speedOf(g mechanics.Gait) float64 {
	return math.Sqrt(g.Velocity.X*g.Velocity.X + g.Velocity.Y*g.Velocity.Y)
}

func (at *situation) mass(kg float64) string { return at.show.Show("mass", kg) }
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

func seconds(t float64) string {
	if t < 9.95 {
		return fmt.Sprintf("%.1f s", t)
	}
	return fmt.Sprintf("%.0f s", t)
}

func percent(share float64) string { return fmt.Sprintf("%.0f %%", 100*share) }
