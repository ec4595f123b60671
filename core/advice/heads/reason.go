// Package heads tells of one head that was judged: why it is in or out, how to hold rod and line with it, what to count
// to, and what follows.
package heads

import (
	"fmt"

	"dunvel/core/advice/say"
	"dunvel/core/catalogue"
	"dunvel/core/judge"
	"dunvel/core/judge/musts"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
	"dunvel/core/units"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// Teller tells of one head: why it is in or out, how to hold rod and line with it, and what follows.
type Teller struct{ say.Sayer }

// Reason says in one line why a head is in or out: by what it most likely misses.
func (t Teller) Reason(h *judge.Head) string {
	worst := h.Misses[0]
	for _, m := range h.Misses[1:] {
		if m.Met < worst.Met || m.Met == worst.Met && m.By > 0 && m.By > worst.By {
			worst = m
		}
	}
	chance := ""
	if h.Sure >= 0.1 {
		chance = ", " + say.Odds(h.Sure) + " that it does"
	}
	if h.Verdict != judge.Does && h.Arrived() {
		for _, l := range h.Limits {
			if l.Kept < 1 && l.Kept < worst.Met {
				return t.beyond(l.Limit, h) + chance
			}
		}
	}
	switch {
	case h.Verdict == judge.Does:
		return t.does(h)
	case worst.By > 0:
		return t.misses(worst.Must, h) + chance
	}
	return fmt.Sprintf("%s, but %s to %s", t.fact(worst.Must, h), say.Only(h.Sure), t.goal(worst.Must))
}

// misses says how a head misses a must as things are taken to be.
func (t Teller) misses(m musts.Must, h *judge.Head) string {
	a := t.Setup.Approach
	switch m {
	case musts.Steep:
		return fmt.Sprintf("the current carries it %s on the way down, in %s of water: that is no fall to a place",
			t.Depth(t.Carried(h.Fall)), t.Aim())
	case musts.InTime:
		return t.late(h)
	case musts.Told:
		return fmt.Sprintf("%s, but its touch is neither seen nor felt: the line runs on, and it pulls %s where %s "+
			"is told", t.thereIn(h), t.Pull(h.Feel.Pull), t.Pull(h.Feel.Told()))
	case musts.Touches:
		return "line and flow lift it off the bed again"
	case musts.Presses:
		if h.Rest.Margin <= 0.005 {
			return "line and flow lift it off the bed" + t.where(h)
		}
		return fmt.Sprintf("only %s of its weight stays on the bed%s (%s wanted)", say.Share(h.Rest.Margin), t.where(h),
			say.Share(a.Margin))
	case musts.Stays:
		return t.creeps(h)
	case musts.Felt:
		return t.tooLight(h)
	case musts.BackSoon:
		return fmt.Sprintf("%s, %s at most is wanted", t.DropsBack(h), units.Seconds(a.BackMost))
	case musts.BackLate:
		return fmt.Sprintf("%s, %s at least is wanted", t.DropsBack(h), units.Seconds(a.BackLeast))
	case musts.Slowly:
		return fmt.Sprintf("falls at %s, you want %s at most", t.Runs(h.Fall.Speed), t.Runs(a.Ceiling))
	case musts.Swims:
		return t.swimsElsewhere(h)
	case musts.Hovers:
		return t.leaves(h)
	case musts.Waves:
		return fmt.Sprintf("the swell has it off the bed for %s of a wave", say.Share(1-h.Rest.Held))
	case musts.Walks:
		return fmt.Sprintf("the swell carries it %s in ten waves", t.Depth(h.Rest.Walk))
	}
	return t.fails(h)
}

// late says how a head takes too long.
func (t Teller) late(h *judge.Head) string {
	if units.Seconds(h.Fall.Time) == units.Seconds(t.Wait()) {
		return fmt.Sprintf("%s %.1f s late: %s", t.place(), h.Fall.Time-t.Wait(), t.Limit())
	}
	return fmt.Sprintf("%s, but %s", t.thereIn(h), t.Limit())
}

// creeps says how a head does not stay where it is.
func (t Teller) creeps(h *judge.Head) string {
	pulled := fmt.Sprintf("line and current pull %s what it grips", say.Times(h.Rest.Grip))
	switch {
	case h.Rest.Creep < say.Still:
		return "does not lie dead still: " + pulled
	case t.Setup.Approach.Still == setup.DeadStill:
		return fmt.Sprintf("creeps along at %s, dead still is wanted: %s", t.Runs(h.Rest.Creep), pulled)
	}
	return fmt.Sprintf("line and current sweep it along at %s", t.Runs(h.Rest.Creep))
}

// tooLight says how a head is not felt.
func (t Teller) tooLight(h *judge.Head) string {
	pull, told := t.Pull(h.Feel.Pull), t.Pull(h.Feel.Told())
	if pull == told {
		return fmt.Sprintf("too light to be sure of feeling it: it pulls %s, no more than is told%s", pull, mostOf(h))
	}
	return fmt.Sprintf("too light to feel: it pulls %s, %s is told%s", pull, told, mostOf(h))
}

// goal is what a head may not do although it does as things are taken to be.
func (t Teller) goal(m musts.Must) string {
	a := t.Setup.Approach
	switch m {
	case musts.Steep:
		return "fall to a place"
	case musts.InTime:
		if t.Wait() == t.Window {
			return fmt.Sprintf("make it before the boat is over it (%s)", units.Seconds(t.Window))
		}
		return fmt.Sprintf("make it within the wait of %s", units.Seconds(t.Wait()))
	case musts.Told:
		return "have its touch seen or felt"
	case musts.Touches:
		return "stay on the bed"
	case musts.Presses:
		return fmt.Sprintf("keep %s of its weight on the bed", say.Share(a.Margin))
	case musts.Stays:
		if a.Still == setup.DeadStill {
			return "lie dead still"
		}
		return "stay where it is"
	case musts.Felt:
		return "be felt on the bed"
	case musts.BackSoon:
		return "be back within " + units.Seconds(a.BackMost)
	case musts.BackLate:
		return "take " + units.Seconds(a.BackLeast)
	case musts.Slowly:
		return fmt.Sprintf("fall no faster than %s", t.Runs(a.Ceiling))
	case musts.Swims:
		return fmt.Sprintf("do so for %s of the way", say.Share(a.Share))
	case musts.Hovers:
		return fmt.Sprintf("stay %s", units.Seconds(a.Stays))
	case musts.Waves, musts.Walks:
		return "be left there by the swell"
	}
	return "get there at all"
}

// fact is what a head does that comes before what it may not do.
func (t Teller) fact(m musts.Must, h *judge.Head) string {
	switch m {
	case musts.Presses, musts.Stays, musts.Swims, musts.Hovers, musts.BackSoon, musts.BackLate, musts.Slowly:
		return t.does(h)
	}
	return t.thereIn(h)
}

// mostOf says what most of what has to be told comes from, where it is not the hand.
func mostOf(h *judge.Head) string {
	f := h.Feel
	switch half := f.Told() * f.Told() / 2; {
	case f.Gusts*f.Gusts > half:
		return ", most of it the wind"
	case f.Swirl*f.Swirl > half:
		return ", most of it the current on the line"
	}
	return ""
}

// where says which place of a drag is the worst.
func (t Teller) where(h *judge.Head) string {
	switch {
	case h.Rest.Along == 0 || h.Rest.Along > 0.75:
		return ""
	case h.Rest.Along < 0.4:
		return ", least of it close to the rod"
	}
	return ", least of it half way back"
}

// beyond says how a head is beyond a limit.
func (t Teller) beyond(l judge.Limit, h *judge.Head) string {
	s := t.Setup
	switch l {
	case judge.Carried:
		float, _ := s.Rigging.Float()
		carries := "nothing"
		if float.Mass > 0 {
			carries = t.Mass(float.Mass)
		}
		return fmt.Sprintf("sinks the float: it weighs %s in water, the float carries %s",
			t.Mass(h.Weight/water.Gravity), carries)
	case judge.Upright:
		return fmt.Sprintf("is lighter than the upper head of %s: the heavier one belongs below",
			t.Mass(s.Rigging.Upper))
	case judge.RodMost:
		return fmt.Sprintf("weighs %s with hook and bait, the rod casts up to %s", t.Mass(h.Whole), t.Mass(s.Rod.Most))
	case judge.RodLeast:
		return fmt.Sprintf("weighs only %s with hook and bait, the rod casts from %s", t.Mass(h.Whole),
			t.Mass(s.Rod.Least))
	case judge.Thrown:
		return fmt.Sprintf("flies about %s with this rod, %s is wanted", t.Depth(h.Reach), t.Given(s.Cast.Distance))
	case judge.Soft:
		bed := s.Water.Bed
		return fmt.Sprintf("lands at %s and digs into the %s; %s is enough there", t.Runs(h.Fall.Speed), bed,
			t.Runs(catalogue.Beds[bed].Softness.Number))
	}
	return fmt.Sprintf("snag index %.0f, you want %.0f at most", h.Snags, s.Approach.SnagMost)
}

// does is what a head does that does all that is asked.
func (t Teller) does(h *judge.Head) string {
	switch school := t.School(); {
	case school.Stays:
		return t.keepsHold(h)
	case school.Lifted:
		return fmt.Sprintf("%s, and keeps the bed between lifts", t.DropsBack(h))
	case school.Swims:
		return t.swims(h)
	case school.Hovers:
		return fmt.Sprintf("%s, then %s", t.thereIn(h), t.Hovers(h))
	}
	return fmt.Sprintf("%s, %s to spare", t.thereIn(h), units.Seconds(max(t.Wait()-h.Fall.Time, 0)))
}

// keepsHold is what a head does that holds the bottom.
func (t Teller) keepsHold(h *judge.Head) string {
	r, speed := h.Rest, r3.Norm(t.Gait.Velocity)
	switch {
	case speed > 0:
		return fmt.Sprintf("keeps the bed with %s of its weight at %s over the ground", say.Share(r.Margin),
			t.Runs(speed))
	case r.Creep >= say.Still:
		return fmt.Sprintf("stays with %s of its weight on the bed, creeping along at %s", say.Share(r.Margin),
			t.Runs(r.Creep))
	case r.Grip >= 0.05:
		return fmt.Sprintf("lies still with %s of its weight on the bed, using %s of its grip", say.Share(r.Margin),
			say.Share(min(r.Grip, 1)))
	}
	return fmt.Sprintf("lies still with %s of its weight on the bed", say.Share(r.Margin))
}

// Outcome is how a head works on the bed, by the engine's name.
func (t Teller) Outcome(h *judge.Head) mechanics.Outcome {
	still := t.Still()
	switch r := h.Rest; {
	case r.Margin <= 0 && still:
		return mechanics.Lifts
	case r.Margin <= 0:
		return mechanics.Hangs
	case still && r.Creep > 0:
		return mechanics.Sweeps
	case still:
		return mechanics.Held
	}
	return mechanics.OnBed
}

// fails says why a head does not come to the target at all.
func (t Teller) fails(h *judge.Head) string {
	f := h.Fall
	depth := t.Depth(max(-f.Landing.Z, 0))
	switch mechanics.Outcome(f.Outcome) {
	case mechanics.Floats:
		return fmt.Sprintf("floats: the bait lifts %s more than head and hook weigh in water",
			t.Mass(-h.Weight/water.Gravity))
	case mechanics.NoWater:
		return "there is no water where it lands"
	case mechanics.OutOfLine:
		return fmt.Sprintf("takes all the line: %s are off the spool when it is %s down", t.Depth(f.LineOut), depth)
	case mechanics.TimeUp, mechanics.Done:
		if h.Weight < t.Cast.SpoolDrag {
			return fmt.Sprintf("weighs only %s in water, too little to draw line off the spool",
				t.Mass(h.Weight/water.Gravity))
		}
		return fmt.Sprintf("is only %s down after %s", depth, units.Seconds(f.Path[len(f.Path)-1].Time))
	}
	return "cannot be worked out in this wind and current"
}

// thereIn says when a head is at the target.
func (t Teller) thereIn(h *judge.Head) string {
	return fmt.Sprintf("%s in %s", t.place(), units.Seconds(h.Fall.Time))
}

func (t Teller) place() string {
	if t.OnBed {
		return "down"
	}
	return "at " + t.Aim()
}

// DropsBack says how a head comes back from a lift.
func (t Teller) DropsBack(h *judge.Head) string {
	lift := t.Depth(t.Setup.LiftHeight())
	switch n := t.Setup.Approach.LiftTurns; {
	case n == 1:
		lift = "by a turn"
	case n > 0:
		lift = fmt.Sprintf("by %g turns", n)
	}
	return fmt.Sprintf("lifted %s it is back in %s", lift, units.Seconds(h.Back))
}

// Limit says what a fall that takes too long runs into.
func (t Teller) Limit() string {
	if t.Wait() == t.Window {
		return "the boat is over it after " + units.Seconds(t.Window)
	}
	return "the wait is " + units.Seconds(t.Wait())
}
