package heads

import (
	"dunvel/core/judge"
	"dunvel/core/trial"
)

// Hover is what a head does over fish, from when it comes to the top of their band.
type Hover struct {
	Stays   float64 `json:"stays"`   // s within the band; as long as it is looked at where it does not leave it
	Deepest float64 `json:"deepest"` // m, in that time
	Leaves  string  `json:"leaves"`  // "up", "down", or "" where it does not
	TakeUp  float64 `json:"takeUp"`  // m/s that suits it
}

// Hovering is what a head does over fish at the take-up that suits it.
func Hovering(c *trial.Case, h *judge.Head) Hover {
	top, bottom := c.HoverBand()
	depths := h.Hover.Suits
	out := Hover{Stays: float64(max(len(depths)-1, 0)), Deepest: c.Target, TakeUp: h.Hover.TakeUp}
	for i := 1; i < len(depths); i++ {
		from, to := depths[i-1], depths[i]
		out.Deepest = max(out.Deepest, min(to, bottom))
		edge := top
		switch {
		case to < top:
			out.Leaves = "up"
		case to > bottom:
			out.Leaves, edge = "down", bottom
		default:
			continue
		}
		out.Stays = float64(i-1) + min(max((edge-from)/(to-from), 0), 1)
		break
	}
	return out
}
