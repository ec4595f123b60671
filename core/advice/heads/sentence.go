package heads

import (
	"fmt"
	"math"
	"strings"

	"gonum.org/v1/gonum/spatial/r3"

	"dunvel/core/advice/say"
	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Counts says how to hold the line, what to count to and where the bait is then.
func (t Teller) Counts(pick *judge.Head, shown judge.Shown) string {
	f, low, high := shown.Fall, shown.Ranges.Time.Low, shown.Ranges.Time.High
	held := t.held(shown.Handling)
	if held != "" {
		held += ", "
	}
	if t.School().Swims {
		switch t.Setup.Approach.Begins {
		case setup.BeginsAtSplash:
			return held + "close the bail at the splash"
		}
		if t.BeginsOver() {
			return fmt.Sprintf("%scount %s, and it is %s deep, %s", held, say.Counted(f.Time, low, high),
				t.Depth(-f.Landing.Z), t.landing(f))
		}
	}
	return fmt.Sprintf("%scount %s and it is %s, %s", held, say.Counted(f.Time, low, high), t.placeWithDepth(f),
		t.landing(f))
}

// held says how rod and line are held, where that is not just as usual.
func (t Teller) held(h trial.Handling) string {
	var parts []string
	if h.Down && t.Setup.Hand.Rod != setup.RodDown {
		parts = append(parts, "the rod down")
	}
	switch h.Line {
	case setup.LineFed:
		parts = append(parts, "the line fed under a finger")
	case setup.LineClosed:
		parts = append(parts, "the bail closed at the splash")
	case setup.LinePartWay:
		when := "half way down"
		if h.Closes > 0 {
			when = "after " + units.Seconds(h.Closes)
		}
		parts = append(parts, "the bail closed "+when)
	}
	if len(parts) == 0 {
		return ""
	}
	return "with " + strings.Join(parts, " and ")
}

// Holding says how rod and line are held.
func (t Teller) Holding(h trial.Handling) string {
	if t.Floats() {
		return "Rod as held, the line free to the float"
	}
	rod := "Rod as held"
	if h.Down {
		rod = "Rod down to the water"
	}
	line := map[string]string{
		setup.LineOpen: "bail open", setup.LineFed: "line through a finger",
		setup.LineClosed:  "bail closed at the splash",
		setup.LinePartWay: "bail closed half way down",
	}[h.Line]
	switch {
	case t.School().Swims && t.Setup.Approach.Begins == setup.BeginsAtSplash:
		line = "bail closed at the splash"
	case h.Line == setup.LinePartWay && h.Closes > 0:
		line = "bail closed after " + units.Seconds(h.Closes)
	}
	return rod + ", " + line
}

// Stays says what becomes of a bait on the bed.
func (t Teller) Stays(h *judge.Head) string {
	r, speed := h.Rest, r3.Norm(t.Gait.Velocity)
	switch {
	case r.Margin < judgement.ContactLeast.Number:
		return "It does not stay there: the pull of the line lifts it again"
	case t.Setup.Cast.Drag >= say.Still:
		return fmt.Sprintf("Dragged at %s it keeps the bed with %s of its weight%s", t.Runs(t.Setup.Cast.Drag),
			say.Share(r.Margin), t.where(h))
	case speed > 0:
		return fmt.Sprintf("It goes along with the boat, with %s of its weight on the bed", say.Share(r.Margin))
	case r.Creep > judgement.CreepMost.Number:
		return fmt.Sprintf("It does not stay there: line and current sweep it along at %s", t.Runs(r.Creep))
	case r.Creep >= say.Still:
		return fmt.Sprintf("It creeps along at %s", t.Runs(r.Creep))
	}
	return "It stays there"
}

func (t Teller) placeWithDepth(f trial.Fall) string {
	if t.OnBed {
		return "on the bed at " + t.bed(f)
	}
	return "at " + t.Aim()
}

// bed says how deep the bed is where a head has come to it.
func (t Teller) bed(f trial.Fall) string {
	if t.BedSlope() != 0 {
		return t.Depth(-f.Landing.Z)
	}
	return t.Aim()
}

// landing says where the bait has come down, from the boat as it is then.
func (t Teller) landing(f trial.Fall) string {
	const told = 0.5 // m
	ahead := f.Landing.X - f.Time*t.Cast.Drift.X
	aside := f.Landing.Y - f.Time*t.Cast.Drift.Y
	words := t.Way(math.Abs(ahead)) + " out"
	switch {
	case math.Hypot(ahead, aside) < told:
		return "right under the rod"
	case ahead < -told:
		words = t.Way(-ahead) + " behind you"
	case ahead < told:
		words = "level with you"
	}
	if math.Abs(aside) >= told {
		side := "left"
		if aside < 0 {
			side = "right"
		}
		words += ", " + t.Way(math.Abs(aside)) + " to the " + side
	}
	return words
}

// ReeledAs says how another head would be reeled.
func (t Teller) ReeledAs(h *judge.Head) string {
	return "reeled at " + t.Runs(h.Swim.Reel) + ", " + t.Turns(h.Swim.Reel)
}

// Cue says how the touch of a head is told: seen by the line that stops running off,
// and felt through the rod.
func (t Teller) Cue(h *judge.Head, f trial.Fall) string {
	if !t.OnBed || t.Floats() || t.School().Swims && t.BeginsOver() {
		return ""
	}
	if t.Target < judgement.ToldDepth.Number || f.Time < judgement.ToldFall.Number {
		return "It is down at once: there is no touch to wait for."
	}
	seen := fmt.Sprintf("the line slows from %s to %s", t.Runs(f.RunOut), t.Runs(f.RunOutAfter))
	switch {
	case h.Handling.Line == setup.LineClosed || h.Handling.Line == setup.LinePartWay:
		seen = "the line goes slack"
	case f.RunOut < say.Still:
		seen = "the line hardly runs even before it"
	case f.RunOutAfter < say.Still:
		seen = "the line stops running out"
	case f.RunOutAfter > judgement.CueOpen.Number*f.RunOut:
		seen = fmt.Sprintf("the line runs on, %s before and %s after: hard to see", t.Runs(f.RunOut),
			t.Runs(f.RunOutAfter))
	}
	felt := fmt.Sprintf("with the line taken up it is felt (%s, %s is told here)", t.Pull(h.Feel.Pull),
		t.Pull(h.Feel.Told()))
	if h.Feel.Pull < h.Feel.Told() {
		felt = fmt.Sprintf("it is too light to feel (%s, %s is told here)", t.Pull(h.Feel.Pull), t.Pull(h.Feel.Told()))
	}
	return fmt.Sprintf("The touch: %s; %s.", seen, felt)
}

// WaitReason says where the wait comes from.
func (t Teller) WaitReason() string {
	grams := func(v judgement.Value) float64 { return v.Number }
	unit := t.Units.Unit("depth")
	per := func(v judgement.Value) string {
		if unit.Symbol == "ft" {
			return fmt.Sprintf("%.1g s a foot", v.Number*unit.Scale)
		}
		return fmt.Sprintf("%g s a metre", v.Number)
	}
	a := t.Setup.Approach
	switch {
	case t.Wait() == t.Window:
		return "the boat is over it by then"
	case a.Wait > 0:
		return "as you set it"
	case a.Ceiling > 0 || t.School().Lifted && a.BackLeast > 0:
		if t.Patience > t.usualPatience() {
			return "as long as so slow a fall takes, and a fifth more"
		}
	}
	if t.School().OnTheBed {
		return fmt.Sprintf("%g s and %s, at most %g s", grams(judgement.BedWait), per(judgement.BedWaitPerMetre),
			grams(judgement.WaitMost))
	}
	return fmt.Sprintf("%s, %g to %g s", per(judgement.WaitPerMetre), grams(judgement.WaitLeast),
		grams(judgement.WaitMost))
}

// usualPatience is how long is waited where nothing was wished.
func (t Teller) usualPatience() float64 {
	s := t.Setup
	s.Approach.Ceiling, s.Approach.BackLeast = 0, 0
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		return t.Patience
	}
	return c.Patience
}
