package advice

import (
	"fmt"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/rig"
)

// Hover is what a head does over fish, from when it comes to the top of their
// band: the bail is closed there and line taken up slowly, or held still where
// it was dropped under the rod.
type Hover struct {
	Stays   float64 `json:"stays"`   // s within the band; hoverLook or more is given as that
	Deepest float64 `json:"deepest"` // m, in that time
	Leaves  string  `json:"leaves"`  // "up", "down", or "" where it does not
}

// hoverLook is how long a head is looked at in the band, s.
const hoverLook = 30

// hover simulates the fall to the top of the band and the take-up after it.
func (at *situation) hover(r *rig.Rig, h *Head) error {
	fall := h.Fall
	d := at.drop(r)
	d.Until = fall.Time + hoverLook
	d.Phases = []mechanics.Phase{{Open: true, Time: fall.Time}, {Reel: at.takeUp(), Time: hoverLook}}
	track, err := at.scene.Run(d, mechanics.Detail{Frames: 400})
	if err != nil {
		return fmt.Errorf("advice: %w", err)
	}
	slack := judgement.HoverSlack.Number * at.setup.Target.Band
	top, bottom := at.target-slack, at.target+at.setup.Target.Band
	h.Hover = Hover{Stays: hoverLook, Deepest: at.target}
	out := &h.Hover
	for _, f := range track.Frames {
		if f.Time <= fall.Time {
			continue
		}
		depth := -f.End.Z
		out.Deepest = max(out.Deepest, min(depth, bottom))
		if depth < top {
			out.Leaves = "up"
		} else if depth > bottom {
			out.Leaves = "down"
		}
		if out.Leaves != "" {
			out.Stays = min(f.Time-fall.Time, hoverLook)
			break
		}
	}
	return nil
}

// takeUp is how fast line is taken up, m/s.
func (at *situation) takeUp() float64 {
	if at.cast.Distance == 0 {
		return 0
	}
	return at.setup.Approach.TakeUp
}

// judgeHover: at the top within the wait, and in the band for long enough.
func (at *situation) judgeHover(h *Head) {
	wanted := judgement.HoverLeast.Number
	out := "rises out of the band"
	if h.Hover.Leaves == "down" {
		out = "falls through the band"
	}
	switch {
	case at.comesLate(h):
	case h.Hover.Stays < wanted:
		h.Verdict = worse(1 - h.Hover.Stays/wanted)
		h.Reason = fmt.Sprintf("%s after %s, %s is wanted", out, seconds(h.Hover.Stays), seconds(wanted))
	default:
		h.Verdict = Does
		h.Reason = fmt.Sprintf("%s in %s, then %s", at.place(), seconds(h.Fall.Time), at.hovers(*h))
	}
}

// hovers says how long a head stays over the fish.
func (at *situation) hovers(h Head) string {
	long := seconds(h.Hover.Stays)
	if h.Hover.Leaves == "" {
		long += " and longer"
	}
	return fmt.Sprintf("it stays between %s and %s for %s", at.depth(at.target), at.depth(at.target+at.setup.Target.Band), long)
}

// thenHovers says what the hand does to hover, and for how long that goes.
func (at *situation) thenHovers(pick Head) string {
	hand := "Close the bail and hold still"
	if speed := at.takeUp(); speed > 0 {
		hand = "Close the bail and take up at " + at.show.Show("speed", speed)
	}
	return hand + ": " + at.hovers(pick) + "."
}

func (at *situation) sinksOn(_, next Head) string {
	return fmt.Sprintf("does it too, but sinks on to %s", at.depth(next.Hover.Deepest))
}

// hoversNear is how long one stays that comes to the band in time.
func (at *situation) hoversNear(h Head) float64 {
	if h.Fall.Outcome == Reached && h.Fall.Time <= at.wait {
		return h.Hover.Stays
	}
	return 0
}

func (at *situation) hoverInstead(_ []Head, closest Head) string {
	if at.hoversNear(closest) > 0 {
		return "Another speed of taking up, a longer cast or a thicker band would do it."
	}
	return ""
}
