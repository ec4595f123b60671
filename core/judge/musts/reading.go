// Package musts is what each approach asks of a head, and how a head stands with it: what came of it is read as numbers
// that change evenly with what is not exactly known, and each must is judged on those.
package musts

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/trial"
)

// A reading is what the musts of an approach are judged by: what came of a head, as
// numbers that change evenly with what is not exactly known. Times, speeds, lengths
// and shares are logarithms; the track, which only swimming and hovering have, is
// heights over the bed or depths, in m.
type Reading []float64

// Places in a reading.
const (
	ReadTime  = iota // s to the target
	ReadLate         // over the longest it may take
	ReadLine         // m of line out
	ReadOut          // over the straight way to it
	ReadSpeed        // m/s down
	ReadSteep        // way that the current carries it, over the depth
	ReadLift         // share of its weight that the line takes off the bed, and a little more
	ReadGrip         // friction needed over what may be needed
	ReadFelt         // pull over the pull that is told
	ReadKeeps        // run-out after the touch over that before
	ReadBack         // s back to the bed from a lift
	ReadHeld         // share of each wave on the bed
	ReadWalk         // m that waves carry it
	ReadTrack        // the first of the track
)

// A share of nothing and a time without end, where logarithms are taken.
const (
	Nothing = 1e-6
	endless = 1e6
)

// LogOf is the logarithm of a positive value, within bounds that a share of nothing and a time without end come to.
func LogOf(v float64) float64 { return math.Log(min(max(v, Nothing), endless)) }

// Value is what stands at a place of a reading.
func (r Reading) Value(at int) float64 { return math.Exp(r[at]) }

// Track is where the bait is along its way: heights over the bed, or depths, m.
func (r Reading) Track() []float64 {
	out := make([]float64, len(r)-ReadTrack)
	for i, v := range r[ReadTrack:] {
		out[i] = heightOf(v)
	}
	return out
}

// withTrack is the reading with so many places of each part of a track, on the bed where they were not looked at. They
// go by ratios as all of a reading does, so that what is not known presses a bait that is low less far down than
// one that is high, and none through the bed.
func (r Reading) withTrack(places int, parts ...[]float64) Reading {
	for _, part := range parts {
		for i := range places {
			height := 0.0
			if i < len(part) {
				height = part[i]
			}
			r = append(r, placeOf(height))
		}
	}
	return r
}

// placeOf is a height over the bed in m as a reading has it.
func placeOf(height float64) float64 { return math.Log(max(height, 0) + lowest) }

// heightOf is the height over the bed in m that a reading has.
func heightOf(place float64) float64 { return max(math.Exp(place)-lowest, 0) }

// lowest is a height over the bed in m below which one is like another.
const lowest = 0.05

// little is the share of its weight that a line may take off a head to be like none.
const little = 0.05

// liftOf is a contact margin as a reading has what the line takes off the bed.
func liftOf(margin float64) float64 { return math.Log(max(1-margin, 0) + little) }

// MarginOf is the contact margin that goes with what the line takes off the bed as a reading has it; 0 where that is all its weight.
func MarginOf(lift float64) float64 { return min(max(leftOf(lift), 0), 1) }

// Margin is the contact margin.
func (r Reading) Margin() float64 { return MarginOf(r[ReadLift]) }

// leftOf is what a line leaves on the bed, over the weight of the head; below 0 where it lifts more than that.
func leftOf(lift float64) float64 { return 1 + little - math.Exp(lift) }

// LiftsOff tells whether a line is read to lift just what a head weighs: it is off the bed then, and how far cannot be read.
func LiftsOff(lift float64) bool { return math.Abs(leftOf(lift)) <= Nothing }

// Arrived is whether a reading is of a head that came to the target.
func (r Reading) Arrived() bool { return r[ReadTime] < never }

// never is the logarithm of a time in which nothing comes to the target.
var never = math.Log(endless / 10)

// Read returns the reading of a result.
func Read(c *trial.Case, h *trial.Result) Reading {
	f, rest := h.Fall, h.Rest
	r := make(Reading, ReadTrack, ReadTrack+2*trial.SwimPlaces)
	time := f.Time
	if !h.Arrived() {
		time = endless
	}
	late := time / (c.Patience * judgement.WaitGrace.Number)
	if !c.School().OnTheBed {
		late = max(late, time/c.Window)
	}
	r[ReadTime], r[ReadLate] = LogOf(time), LogOf(late)
	r[ReadLine], r[ReadOut], r[ReadSpeed] = LogOf(f.LineOut), LogOf(1+h.Slack()), LogOf(f.Speed)
	r[ReadSteep] = LogOf(c.Carried(f) / max(c.Target, 0.1))
	r[ReadLift], r[ReadGrip] = liftOf(rest.Margin), LogOf(rest.Grip/max(rest.Grips, Nothing))
	r[ReadFelt] = LogOf(h.Feel.Pull / max(h.Feel.Told(), Nothing))
	r[ReadKeeps] = LogOf(f.RunOutAfter / max(f.RunOut, Nothing))
	r[ReadBack] = LogOf(h.Back)
	r[ReadHeld], r[ReadWalk] = LogOf(max(rest.Held, 0.01)), LogOf(max(rest.Walk, 0.01))
	switch school := c.School(); {
	case school.Swims:
		r = r.withTrack(trial.SwimPlaces, h.Swim.Slower, h.Swim.Faster)
	case school.Hovers:
		r = r.withTrack(c.HoverPlaces(), h.Hover.Slow, h.Hover.Fast)
	}
	return r
}

// Pace is the logarithm of the speed of the hand that suits a head over the wanted one; 0
// where none is.
func Pace(c *trial.Case, h *trial.Result) float64 {
	a := c.Setup.Approach
	switch school := c.School(); {
	case school.Swims && h.Swim.Speed > 0:
		return math.Log(h.Swim.Speed / a.Speed)
	case school.Hovers && h.Hover.TakeUp > 0 && a.TakeUp == 0:
		return math.Log(h.Hover.TakeUp / judgement.TakeUp.Number)
	}
	return 0
}

// OnBedAs takes over what a head does on the bed from another reading.
func (r Reading) OnBedAs(other Reading) {
	for _, at := range []int{ReadLift, ReadGrip, ReadFelt} {
		r[at] = other[at]
	}
	r.InWavesAs(other)
}

// InWavesAs takes over what waves do to a head on the bed from another reading.
func (r Reading) InWavesAs(other Reading) {
	r[ReadHeld], r[ReadWalk] = other[ReadHeld], other[ReadWalk]
}
