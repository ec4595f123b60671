package lead

import (
	"math"
	"math/rand/v2"

	"dunvel/core/judgement"

	"gonum.org/v1/gonum/spatial/r3"
)

// draws are as many as leave a chance known to 0.04 at the most, one standard deviation.
const draws = 150

// chance is how likely they see a bait before they are past, by how well what is seen of
// them is known. The draws are the same for every head.
func (b bait) chance(f Fish) float64 {
	random := rand.New(rand.NewPCG(11, 5))
	normal := func(spread float64) float64 { return math.Exp(spread * random.NormFloat64()) }
	seen := 0
	for range draws {
		g := f
		off := judgement.LeadPlaced.Number * b.meeting.distance()
		aside := r3.Vec{X: off * random.NormFloat64(), Y: off * random.NormFloat64()}
		g.Speed *= normal(judgement.FishSpeed.Spread)
		g.Depth *= normal(judgement.FishDepth.Spread)
		g.Way += judgement.FishWay.Number * random.NormFloat64()
		if _, ahead := b.placed(aside).sight(g); ahead {
			seen++
		}
	}
	return float64(seen) / draws
}

// placed is a bait that lands so far aside of where it is to.
func (b bait) placed(aside r3.Vec) bait {
	b.meeting.at = r3.Add(b.meeting.at, aside)
	return b
}
