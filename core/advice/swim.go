package advice

import (
	"fmt"
	"math"

	"dunvel/core/judge"
	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/units"
)

// bandWords says where the band is.
func (t teller) bandWords() string {
	low, high := t.Band()
	switch {
	case !t.OnBed:
		return t.span(low, high) + " deep"
	case t.Skims():
		return fmt.Sprintf("within %s of the bed, touching now and then", t.depth(high))
	}
	return t.span(low, high) + " over the bed"
}

// swimsElsewhere says where a head swims that is not in the band enough, and at what
// speed it would be.
func (t teller) swimsElsewhere(h *judge.Head) string {
	s, wanted := h.Swim, t.Setup.Approach.Speed
	low, high := t.Band()
	instead := ""
	if s.Speed >= judgement.SwimSlowest.Number && s.Speed <= judgement.SwimFastest.Number {
		instead = fmt.Sprintf("; at %s it would be right", t.runs(s.Speed))
	}
	switch faster := s.Speed > wanted; {
	case faster && !t.OnBed:
		return fmt.Sprintf("runs too deep at %s, %s%s", t.runs(wanted), t.depth(s.Height), instead)
	case faster && s.Height < max(low, 0.01):
		return fmt.Sprintf("drags at %s%s", t.runs(wanted), instead)
	case faster || s.Height < high:
		return fmt.Sprintf("rises and falls too much at %s: only %s of the way %s%s", t.runs(wanted), share(musts.InBand(t.Case, s.Wanted[:])), t.bandWords(), instead)
	case !t.OnBed:
		return fmt.Sprintf("rides too high at %s, %s deep%s", t.runs(wanted), t.depth(s.Height), instead)
	}
	return fmt.Sprintf("rides too high at %s, %s%s", t.runs(wanted), t.height(s.Height), instead)
}

// swims says how a head is reeled to swim in the band, and where it is then.
func (t teller) swims(h *judge.Head) string {
	return fmt.Sprintf("reeled at %s it swims %s", t.reeled(h), t.bandWords())
}

// reeled says how fast a head is reeled, on the reel and as a hand counts it.
func (t teller) reeled(h *judge.Head) string {
	s := h.Swim
	out := fmt.Sprintf("%s, %s", t.runs(s.Reel), t.turns(s.Reel))
	if s.Speed > 0 && math.Abs(s.Reel/s.Speed-1) > 0.1 {
		out += fmt.Sprintf(" (%s through the water)", t.runs(s.Speed))
	}
	return out
}

// hovers says how long a head stays over the fish.
func (t teller) hovers(h *judge.Head) string {
	at := hovering(t.Case, h)
	long := units.Seconds(at.Stays)
	if at.Leaves == "" {
		long += " and longer"
	}
	return fmt.Sprintf("it stays %s deep for %s", t.span(t.Target, t.Target+t.Setup.Target.Band), long)
}

// leaves says how a head leaves the band too soon, however it is taken up.
func (t teller) leaves(h *judge.Head) string {
	at := hovering(t.Case, h)
	out := "rises out of the band"
	if at.Leaves == "down" {
		out = "falls through the band"
	}
	return fmt.Sprintf("%s after %s, %s is wanted", out, units.Seconds(at.Stays), units.Seconds(t.Setup.Approach.Stays))
}

// takesUp says what the hand does to hover.
func (t teller) takesUp(h *judge.Head) string {
	if v := h.Hover.TakeUp; v > 0 {
		return fmt.Sprintf("Close the bail and take up at %s, %s", t.runs(v), t.turns(v))
	}
	return "Close the bail and hold still"
}
