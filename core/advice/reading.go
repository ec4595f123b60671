package advice

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/setup"
)

// A reading is what the musts of an approach are judged by: what came of a
// head, as numbers that change evenly with what is not exactly known. Times,
// speeds, lengths and shares are logarithms; track, which only swim and hover
// have, is the heights over the bed or the depths it passes, in m.
type reading []float64

// Places in a reading.
const (
	readTime    = iota // s to the target
	readLate           // over the longest it may take
	readOut            // m of line
	readStretch        // of it but for what the wind takes, over what may be out
	readSpeed          // m/s down
	readLift           // of its weight that the line takes off the bed
	readGrip           // friction needed over friction there is
	readBack           // s back to the bed from a lift
	readKeeps          // run-out after the touch over that before
	readEased          // N less at the rod tip after the touch
	readTrack          // the first of the track
)

// A share of nothing and a time without end, where logarithms are taken.
const (
	nothing = 1e-6
	endless = 1e6
)

func logOf(v float64) float64 { return math.Log(min(max(v, nothing), endless)) }

// value is what stands at a place of a reading.
func (r reading) value(at int) float64 { return math.Exp(r[at]) }

func (r reading) track() []float64 { return r[readTrack:] }

// margin is the contact margin.
func (r reading) margin() float64 { return 1 - r.value(readLift) }

// read returns the reading of a head.
func (at *situation) read(h *Head) reading {
	f, c := h.Fall, h.Contact
	time, out := f.Time, f.LineOut
	if f.Outcome != Reached {
		time, out = endless, endless
	}
	r := make(reading, readTrack+at.trackLength())
	r[readTime], r[readLate] = logOf(time), logOf(time/min(at.patience*judgement.WaitGrace.Number, at.window))
	r[readOut], r[readStretch] = logOf(out), logOf((out-f.Belly)/max(c.Most, nothing))
	r[readSpeed] = logOf(f.Speed)
	r[readLift], r[readGrip] = logOf(1-c.Margin), logOf(c.Grip)
	r[readBack] = logOf(h.Back)
	r[readKeeps] = logOf(f.RunOutAfter / max(f.RunOut, nothing))
	r[readEased] = logOf(judgement.CueClosed.Number)
	if h.felt {
		r[readEased] = logOf(max(h.eased, judgement.CueClosed.Number/10))
	}
	copy(r.track(), h.track) // one that does not come to the target has none
	return r
}

// trackLength is how long the track of a reading is for the approach.
func (at *situation) trackLength() int {
	switch at.setup.Approach.Kind {
	case setup.Swim:
		return swimPlaces
	case setup.Hover:
		return hoverLook + 1
	}
	return 0
}

// arrived is whether a reading is of a head that came to the target.
func (r reading) arrived() bool { return r.value(readTime) < endless/10 }
