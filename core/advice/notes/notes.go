// Package notes is what is to be known of a head beside how well it does: how the bait sits, which hook suits it, what
// the rest of the rig does, what breaks first. None of it decides which head is tied on.
package notes

import (
	"fmt"

	"dunvel/core/advice/say"
	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/trial"
	"dunvel/core/water"
)

// Note is something to know about the head to tie on that does not decide
// which it is.
type Note struct {
	// "snags", "splash", "hook", "attitude", "bait", "rig", "link", "reach", "swell", "leader", "speed", "box"
	Kind    string `json:"kind"`
	Caution bool   `json:"caution"`
	Words   string `json:"words"`
}

// Noter tells what is to be known of a head beside how well it does.
type Noter struct{ say.Sayer }

// Notes are those on the head to tie on, or the one that comes closest.
func (t Noter) Notes(h *judge.Head, f trial.Fall) ([]Note, error) {
	out := append([]Note{}, t.castNotes(h)...)
	if t.OnBed {
		by := "by judgement"
		if t.Setup.Water.Snags > 0 {
			by = "by what was lost on such"
		}
		out = append(out, Note{"snags", h.Snags >= judgement.SnagsMany.Number,
			fmt.Sprintf("Snag index %.0f of 10 on %s, %s.", h.Snags, t.Setup.Water.Bed, by)})
	}
	out = append(out, t.hookNotes(h)...)
	rigs, err := t.rigNotes(h, f)
	if err != nil {
		return nil, err
	}
	out = append(out, rigs...)
	sits, err := t.attitude(h.Mass)
	if err != nil {
		return nil, err
	}
	out = append(append(out, sits...), t.beyondNotes()...)
	return append(out, t.linkNote(h.Mass)), nil
}

// castNotes are those on the cast.
func (t Noter) castNotes(h *judge.Head) []Note {
	var out []Note
	if t.Throw.Unfit {
		out = append(out, Note{"reach", true,
			fmt.Sprintf("The cast of %s with %s that you measured is beyond what this rod does; it is not used.",
				t.Given(t.Setup.Rod.Thrown), t.Mass(t.Setup.Rod.ThrownMass))})
	}
	if h.Reach > 0 {
		out = append(out, Note{"reach", false,
			fmt.Sprintf("It flies about %s with this rod and wind.", t.Depth(h.Reach))})
	}
	if c := t.Setup.Cast; c.Sighted && c.SplashMost > 0 && h.Mass > c.SplashMost {
		out = append(out, Note{"splash", true,
			fmt.Sprintf("Its splash scares fish you can see: they bear %s. Cast well past them and bring it over.",
				t.Mass(c.SplashMost))})
	}
	return out
}

// beyondNotes are those on what is beyond the model, the guides or the hand.
func (t Noter) beyondNotes() []Note {
	var out []Note
	if t.Broken() {
		out = append(out, Note{"swell", true,
			fmt.Sprintf("A swell of %s is steep for so little water and breaks: it is worked out as %s.",
				t.Given(t.Setup.Swell.Height),
				t.Depth(water.SteepestSwell*(t.DepthAt(0)+t.DepthAt(t.Cast.Distance))/2))})
	}
	if s := t.Setup; s.Cast.Distance > 0 && s.Leader.Length > s.Cast.Distance {
		out = append(out, Note{"leader", false,
			"The leader is longer than the cast: its knot stays in the guides, or on the spool."})
	}
	if s := t.Setup.Approach; t.School().Swims && s.Speed > judgement.SwimFastest.Number {
		out = append(out, Note{"speed", true, fmt.Sprintf("Nobody reels at %s for long; %s is fast.", t.Runs(s.Speed),
			t.Runs(judgement.SwimFastest.Number))})
	}
	return out
}
