package playback

import (
	"context"
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/units"
)

// teller says what came of a drop.
type teller struct {
	choice    units.Choice
	setup     setup.Setup
	scene     *mechanics.Scene
	drop      mechanics.Drop
	programme technique.Programme
	hangs     float64 // m, from where it hangs under its float; 0 without one
}

func (t teller) tell(ctx context.Context, track *mechanics.Track) []string {
	words := []string{t.fall(track)}
	if w := track.Work; track.Touch().Happened && w.Time > 1 {
		words = append(words, t.work(track))
		if slower := t.slower(ctx, track); slower != "" {
			words = append(words, slower)
		}
	}
	switch track.Outcome {
	case mechanics.ReeledIn:
		words = append(words, fmt.Sprintf("It comes to the rod tip after %s.", units.Seconds(track.Last.Time)))
	case mechanics.OutOfLine:
		words = append(words, fmt.Sprintf("The spool is empty after %s.", units.Seconds(track.Last.Time)))
	case mechanics.StepsUp, mechanics.Unsolved:
		words = append(words, fmt.Sprintf(
			"After %s it cannot be worked out: wind and current whirl the line about too fast.",
			units.Seconds(track.Last.Time)))
	}
	return words
}

// fall tells when and where it came down.
func (t teller) fall(track *mechanics.Track) string {
	down := track.Touch()
	switch {
	case track.Outcome == mechanics.Floats:
		return "It floats: bait and hook are lighter than water."
	case track.Outcome == mechanics.NoWater:
		return "There is no water where it lands."
	case !down.Happened && t.hangs > 0:
		if after, frame := track.Passes(t.hangs); frame > 0 {
			return fmt.Sprintf("It hangs under its float after %s, %s deep.", units.Seconds(after),
				t.depth(t.setup.Rigging.FloatStop()))
		}
		fallthrough
	case !down.Happened:
		return fmt.Sprintf("Not down in %s: %s deep then.", units.Seconds(track.Last.Time),
			t.depth(max(-track.Last.End.Z, 0)))
	}
	moved := down.At.X - t.drop.Cast.Distance
	where := "right below the splash"
	if along := math.Abs(moved); along >= 0.3 {
		where = t.depth(along) + " beyond the splash"
		if moved < 0 {
			where = t.depth(along) + " towards you"
		}
	}
	if aside := math.Abs(down.At.Y); aside >= 0.3 {
		side := "left"
		if down.At.Y < 0 {
			side = "right"
		}
		sideways := fmt.Sprintf("%s to the %s", t.depth(aside), side)
		if math.Abs(moved) >= 0.3 {
			where += ", " + sideways
		} else {
			where = sideways + " of the splash"
		}
	}
	return fmt.Sprintf("Down in %s, %s, with %s of line out.", units.Seconds(down.Time), where,
		t.depth(track.Down.LineOut))
}

// work tells what it did from then on.
func (t teller) work(track *mechanics.Track) string {
	w := track.Work
	text := fmt.Sprintf("On the bed %.0f %% of the %s after that", 100*track.Contact, units.Seconds(w.Time))
	switch {
	case w.Falls == 1:
		text += fmt.Sprintf(", one fall of %s", units.Seconds(w.FallTime))
	case w.Falls > 1:
		text += fmt.Sprintf(", %d falls of %s", w.Falls, units.Seconds(w.FallTime))
	}
	if off := judgement.OffBed.Number; w.Highest >= off && w.MeanHeight < off {
		text += fmt.Sprintf("; it rises to %s", t.depth(w.Highest))
	} else if w.Highest >= off {
		text += fmt.Sprintf("; it rises to %s, %s on average", t.depth(w.Highest), t.depth(w.MeanHeight))
	}
	return text + "."
}

// slower says how slowly to reel for the bait to stay near the bed, where it
// rises higher than that.
func (t teller) slower(ctx context.Context, track *mechanics.Track) string {
	speed := t.programme.ReelSpeed()
	if track.Work.Highest <= near || speed == 0 {
		return ""
	}
	stays := func(share float64) bool {
		d := t.drop
		d.Phases, d.Until = t.programme.Slower(share).Phases()
		d.Until = min(d.Until+1, technique.MaxTime)
		slow, err := t.scene.Run(ctx, d, mechanics.Detail{})
		return err == nil && slow.Touch().Happened && slow.Work.Highest <= near
	}
	const slowest, rounds = 0.1, 3
	if !stays(slowest) {
		return fmt.Sprintf("No reeling, however slow, keeps it within %s of the bed.", t.depth(near))
	}
	low, high := slowest, 1.0
	for range rounds {
		if middle := (low + high) / 2; stays(middle) {
			low = middle
		} else {
			high = middle
		}
	}
	return fmt.Sprintf("Reel at %s to stay within %s of the bed.", t.choice.Show("speed", low*speed), t.depth(near))
}

func (t teller) depth(m float64) string {
	unit := t.choice.Unit("depth")
	digits := 1
	if v := unit.FromBase(m); v >= 20 {
		digits = 0
	}
	return fmt.Sprintf("%.*f %s", digits, unit.FromBase(m), unit.Symbol)
}
