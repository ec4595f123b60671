package judge

import (
	"context"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Shown is a head as it is shown: its fall as fine as that, with the line fed under a
// finger where more would be out otherwise than helps. The verdict stays that of the
// head as it was judged.
type Shown struct {
	Fall      trial.Fall
	Handling  trial.Handling
	Otherwise float64 // m of line that would be out, were it not fed; 0 where it is not
	Ranges    Ranges
}

// Show works out how a head is shown, finely or as it was judged.
func (b Bench) Show(ctx context.Context, c *trial.Case, h *Head, finely bool) (Shown, error) {
	out := Shown{Fall: h.Fall, Handling: h.Handling, Ranges: h.Ranges}
	if !h.Arrived() || c.Floats() {
		return out, nil
	}
	feeds := fed(&h.Result)
	if !feeds && (h.fine || !finely) {
		return out, nil
	}
	q := trial.Question{Mass: h.Mass, Handling: h.Handling, Phase: h.Phase, FallOnly: true}
	if finely {
		q.Effort = trial.Shown
	}
	if feeds {
		q.Handling = h.Handling.Fed()
	}
	r, err := b.Try(ctx, c, q)
	if err != nil || !r.Arrived() {
		return out, err
	}
	if feeds {
		if pointless(r.Fall, h.Fall) {
			return out, nil
		}
		out.Handling, out.Otherwise = q.Handling, h.Fall.LineOut
	}
	out.Fall = r.Fall
	out.Ranges.follow(h.Fall, r.Fall)
	return out, nil
}

// follow makes ranges that are around one fall those around another.
func (r *Ranges) follow(from, to trial.Fall) {
	r.Time = r.Time.times(to.Time / from.Time)
	r.LineOut = r.LineOut.times(to.LineOut / from.LineOut)
	r.Speed = r.Speed.times(to.Speed / from.Speed)
}

// pointless tells whether a finger on the line holds the bait up, or hardly any line
// back.
func pointless(fed, open trial.Fall) bool {
	return fed.Time > judgement.FedSlower.Number*open.Time || fed.LineOut > judgement.FedLess.Number*open.LineOut
}

func (r Range) times(factor float64) Range { return Range{r.Low * factor, r.High * factor} }

// Hold is how a head is held on the fall: as it is judged, and fed under a finger where
// it is shown so.
func (b Bench) Hold(ctx context.Context, c *trial.Case, mass float64) (trial.Handling, error) {
	v := view{bench: b, ctx: ctx, of: c, mass: mass}
	result, _, err := v.handled()
	if err != nil {
		return trial.Handling{}, err
	}
	if !fed(&result) {
		return result.Handling, nil
	}
	finger, err := v.try(c, trial.Question{Handling: result.Handling.Fed(), FallOnly: true})
	if err != nil || !finger.Arrived() || pointless(finger.Fall, result.Fall) {
		return result.Handling, err
	}
	return finger.Handling, nil
}

// fed tells whether line is fed under a finger, as more would be out otherwise than
// helps.
func fed(r *trial.Result) bool {
	return r.Arrived() && r.Handling.Line == setup.LineOpen &&
		r.Slack() > judgement.InHand.Number*judgement.SlackMost.Number
}
