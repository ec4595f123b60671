package advice

import (
	"fmt"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/rig"
	"dunvel/core/units"
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

// hover simulates the fall to the top of the band and the take-up after it,
// and keeps the depth at every second of that.
func (at *situation) hover(r *rig.Rig, h *Head) error {
	fall := h.Fall
	d := at.drop(r)
	d.Until = fall.Time + hoverLook
	d.Phases = []mechanics.Phase{{Open: true, Time: fall.Time}, {Reel: at.takeUp(), Time: hoverLook}}
	track, err := at.scene.Run(d, mechanics.Detail{Frames: 200, Grain: at.grain()})
	if err != nil {
		return fmt.Errorf("advice: %w", err)
	}
	for second := range hoverLook + 1 {
		h.track = append(h.track, -track.At(fall.Time+float64(second)).Z)
	}
	h.Hover = at.hoverOn(h.track)
	return nil
}

// hoverOn is what a head does that is at these depths at every second.
func (at *situation) hoverOn(depths []float64) Hover {
	slack := judgement.HoverSlack.Number * at.setup.Target.Band
	// The bail is closed at the top of the band, wherever that is.
	top, bottom := at.target-slack, at.target+at.setup.Target.Band
	h := Hover{Stays: hoverLook, Deepest: at.target}
	for i := 1; i < len(depths); i++ {
		from, to := depths[i-1], depths[i]
		h.Deepest = max(h.Deepest, min(to, bottom))
		edge := top
		switch {
		case to < top:
			h.Leaves = "up"
		case to > bottom:
			h.Leaves, edge = "down", bottom
		default:
			continue
		}
		h.Stays = float64(i-1) + min(max((edge-from)/(to-from), 0), 1)
		break
	}
	return h
}

// takeUp is how fast line is taken up, m/s.
func (at *situation) takeUp() float64 {
	if at.cast.Distance == 0 {
		return 0
	}
	return at.setup.Approach.TakeUp
}

// hoversThere says what a head does that does it.
func (at *situation) hoversThere(h *Head) string {
	return fmt.Sprintf("%s in %s, then %s", at.place(), units.Seconds(h.Fall.Time), at.hovers(*h))
}

// hovers says how long a head stays over the fish.
func (at *situation) hovers(h Head) string {
	long := units.Seconds(h.Hover.Stays)
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

func (at *situation) hoverInstead(_ []Head, closest Head) string {
	if f := closest.Fall; f.Outcome == Reached && f.Time <= at.wait {
		return "Another speed of taking up, a longer cast or a thicker band would do it."
	}
	return ""
}
