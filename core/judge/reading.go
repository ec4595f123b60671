package judge

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/trial"
)

// A reading is what the musts of an approach are judged by: what came of a head, as
// numbers that change evenly with what is not exactly known. Times, speeds, lengths
// and shares are logarithms; the track, which only swimming and hovering have, is
// heights over the bed or depths, in m.
type reading []float64

// Places in a reading.
const (
	readTime  = iota // s to the target
	readLate         // over the longest it may take
	readLine         // m of line out
	readOut          // over the straight way to it
	readSpeed        // m/s down
	readSteep        // way that the current carries it, over the depth
	readLift         // share of its weight that the line takes off the bed
	readGrip         // friction needed over what may be needed
	readFelt         // pull over the pull that is told
	readKeeps        // run-out after the touch over that before
	readBack         // s back to the bed from a lift
	readHeld         // share of each wave on the bed
	readWalk         // m that waves carry it
	readTrack        // the first of the track
)

// A share of nothing and a time without end, where logarithms are taken.
const (
	nothing = 1e-6
	endless = 1e6
)

func logOf(v float64) float64 { return math.Log(min(max(v, nothing), endless)) }

// value is what stands at a place of a reading.
func (r reading) value(at int) float64 { return math.Exp(r[at]) }

// track is where the bait is along its way: heights over the bed, or depths, m.
func (r reading) track() []float64 {
	out := make([]float64, len(r)-readTrack)
	for i, v := range r[readTrack:] {
		out[i] = max(math.Exp(v)-lowest, 0)
	}
	return out
}

// withTrack is the reading with places of a track. They go by ratios as all of a
// reading does, so that what is not known presses a bait that is low less far down than
// one that is high, and none through the bed.
func (r reading) withTrack(parts ...[]float64) reading {
	for _, places := range parts {
		for _, v := range places {
			r = append(r, placeOf(v))
		}
	}
	return r
}

// placeOf is a height over the bed in m as a reading has it.
func placeOf(height float64) float64 { return math.Log(max(height, 0) + lowest) }

// lowest is a height over the bed in m below which one is like another.
const lowest = 0.05

// margin is the contact margin.
func (r reading) margin() float64 { return 1 - r.value(readLift) }

// arrived is whether a reading is of a head that came to the target.
func (r reading) arrived() bool { return r.value(readTime) < endless/10 }

// read returns the reading of a result.
func read(c *trial.Case, h *trial.Result) reading {
	f, rest := h.Fall, h.Rest
	r := make(reading, readTrack, readTrack+2*trial.SwimPlaces)
	time := f.Time
	if !h.Arrived() {
		time = endless
	}
	late := time / (c.Patience * judgement.WaitGrace.Number)
	if !c.School().OnTheBed {
		late = max(late, time/c.Window)
	}
	r[readTime], r[readLate] = logOf(time), logOf(late)
	r[readLine], r[readOut], r[readSpeed] = logOf(f.LineOut), logOf(1+h.Slack()), logOf(f.Speed)
	r[readSteep] = logOf(c.Carried(f) / max(c.Target, 0.1))
	r[readLift], r[readGrip] = logOf(1-rest.Margin), logOf(rest.Grip/max(rest.Grips, nothing))
	r[readFelt] = logOf(h.Feel.Pull / max(h.Feel.Told(), nothing))
	r[readKeeps] = logOf(f.RunOutAfter / max(f.RunOut, nothing))
	r[readBack] = logOf(h.Back)
	r[readHeld], r[readWalk] = logOf(max(rest.Held, 0.01)), logOf(max(rest.Walk, 0.01))
	switch school := c.School(); {
	case school.Swims:
		r = r.withTrack(h.Swim.Slower[:], h.Swim.Faster[:])
	case school.Hovers:
		r = r.withTrack(h.Hover.Slow[:], h.Hover.Fast[:])
	}
	return r
}
