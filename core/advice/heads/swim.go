package heads

import (
	"fmt"
	"math"

	"dunvel/core/advice/say"
	"dunvel/core/judge"
	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/units"
)

// BandWords says where the band is.
func (t Teller) BandWords() string {
	low, high := t.Band()
	switch {
	case !t.OnBed:
		return t.Span(low, high) + " deep"
	case t.Skims():
		return fmt.Sprintf("within %s of the bed, touching now and then", t.Depth(high))
	}
	return t.Span(low, high) + " over the bed"
}

// swimsElsewhere says where a head swims that is not in the band enough, and at what
// speed it would be.
func (t Teller) swimsElsewhere(h *judge.Head) string {
	s, wanted := h.Swim, t.Setup.Approach.Speed
	low, high := t.Band()
	instead := ""
	if s.Speed >= judgement.SwimSlowest.Number && s.Speed <= judgement.SwimFastest.Number {
		instead = fmt.Sprintf("; at %s it would be right", t.Runs(s.Speed))
	}
	switch faster := s.Speed > wanted; {
	case faster && !t.OnBed:
		return fmt.Sprintf("runs too deep at %s, %s%s", t.Runs(wanted), t.Depth(s.Height), instead)
	case faster && s.Height < max(low, 0.01):
		return fmt.Sprintf("drags at %s%s", t.Runs(wanted), instead)
	case faster || s.Height < high:
		return fmt.Sprintf("rises and falls too much at %s: only %s of the way %s%s", t.Runs(wanted),
			say.Share(musts.InBand(t.Case, s.Wanted)), t.BandWords(), instead)
	case !t.OnBed:
		return fmt.Sprintf("rides too high at %s, %s deep%s", t.Runs(wanted), t.Depth(s.Height), instead)
	}
	return fmt.Sprintf("rides too high at %s, %s%s", t.Runs(wanted), t.Height(s.Height), instead)
}

// swims says how a head is reeled to swim in the band, and where it is then.
func (t Teller) swims(h *judge.Head) string {
	return fmt.Sprintf("reeled at %s it swims %s", t.Reeled(h), t.BandWords())
}

// Reeled says how fast a head is reeled, on the reel and as a hand counts it.
func (t Teller) Reeled(h *judge.Head) string {
	s := h.Swim
	out := fmt.Sprintf("%s, %s", t.Runs(s.Reel), t.Turns(s.Reel))
	if s.Speed > 0 && math.Abs(s.Reel/s.Speed-1) > 0.1 {
		out += fmt.Sprintf(" (%s through the water)", t.Runs(s.Speed))
	}
	return out
}

// Hovers says how long a head stays over the fish.
func (t Teller) Hovers(h *judge.Head) string {
	at := Hovering(t.Case, h)
	long := units.Seconds(at.Stays)
	if at.Leaves == "" {
		long += " and longer"
	}
	return fmt.Sprintf("it stays %s deep for %s", t.Span(t.Target, t.Target+t.Setup.Target.Band), long)
}

// leaves says how a head leaves the band too soon, however it is taken up.
func (t Teller) leaves(h *judge.Head) string {
	at := Hovering(t.Case, h)
	out := "rises out of the band"
	if at.Leaves == "down" {
		out = "falls through the band"
	}
	return fmt.Sprintf("%s after %s, %s is wanted", out, units.Seconds(at.Stays), units.Seconds(t.Setup.Approach.Stays))
}

// TakesUp says what the hand does to hover.
func (t Teller) TakesUp(h *judge.Head) string {
	if v := h.Hover.TakeUp; v > 0 {
		return fmt.Sprintf("Close the bail and take up at %s, %s", t.Runs(v), t.Turns(v))
	}
	return "Close the bail and hold still"
}
