package advice

import (
	"fmt"
	"math"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/trial"
	"dunvel/core/water"
)

// Note is something to know about the head to tie on that does not decide
// which it is.
type Note struct {
	Kind    string `json:"kind"` // "snags", "splash", "hook", "attitude", "rig", "link", "reach", "swell", "leader", "speed", "box"
	Caution bool   `json:"caution"`
	Words   string `json:"words"`
}

// notes are those on the head to tie on, or the one that comes closest.
func (t teller) notes(h *judge.Head, f trial.Fall) ([]Note, error) {
	out := []Note{}
	if t.Throw.Unfit {
		out = append(out, Note{"reach", true, fmt.Sprintf("The cast of %s with %s that you measured is beyond what this rod does; it is not used.",
			t.given(t.Setup.Rod.Thrown), t.mass(t.Setup.Rod.ThrownMass))})
	}
	if h.Reach > 0 {
		out = append(out, Note{"reach", false, fmt.Sprintf("It flies about %s with this rod and wind.", t.depth(h.Reach))})
	}
	if c := t.Setup.Cast; c.Sighted && c.SplashMost > 0 && h.Mass > c.SplashMost {
		out = append(out, Note{"splash", true, fmt.Sprintf("Its splash scares fish you can see: they bear %s. Cast well past them and bring it over.", t.mass(c.SplashMost))})
	}
	if t.OnBed {
		by := "by judgement"
		if t.Setup.Water.Snags > 0 {
			by = "by what was lost on such"
		}
		out = append(out, Note{"snags", h.Snags >= judgement.SnagsMany.Number, fmt.Sprintf("Snag index %.0f of 10 on %s, %s.", h.Snags, t.Setup.Water.Bed, by)})
	}
	if head, bait := t.Setup.Tackle(h.Mass); bait.Weighed > 0 && bait.Weighed < head.HookMass() {
		out = append(out, Note{"hook", true, fmt.Sprintf("Weighed at %s the bait is lighter than its hook, %s: is that right?", t.mass(bait.Weighed), t.mass(head.HookMass()))})
	}
	if share := catalogue.Points[t.Setup.Head.Point].Holds.Number; share < 1 {
		out = append(out, Note{"hook", false, fmt.Sprintf("With its point %s the hook holds about %.0f of 10 fish that an exposed one would, by judgement: strike harder.", t.Setup.Head.Point, math.Round(10*share))})
	}
	if hook := t.hookNote(h); hook != nil {
		out = append(out, *hook)
	}
	rigs, err := t.rigNotes(h, f)
	if err != nil {
		return nil, err
	}
	out = append(out, rigs...)
	if t.OnBed && t.Setup.Rigging.Alone() {
		out = append(out, Note{"attitude", false, t.attitude(h.Mass)})
	}
	if t.Broken() {
		out = append(out, Note{"swell", true, fmt.Sprintf("A swell of %s is steep for so little water and breaks: it is worked out as %s.",
			t.given(t.Setup.Swell.Height), t.depth(water.SteepestSwell*(t.DepthAt(0)+t.DepthAt(t.Cast.Distance))/2))})
	}
	if s := t.Setup; s.Cast.Distance > 0 && s.Leader.Length > s.Cast.Distance {
		out = append(out, Note{"leader", false, "The leader is longer than the cast: its knot stays in the guides, or on the spool."})
	}
	if s := t.Setup.Approach; t.School().Swims && s.Speed > judgement.SwimFastest.Number {
		out = append(out, Note{"speed", true, fmt.Sprintf("Nobody reels at %s for long; %s is fast.", t.runs(s.Speed), t.runs(judgement.SwimFastest.Number))})
	}
	return append(out, t.linkNote()), nil
}

// hookNote says where the hook does not suit the bait or the head, and which would.
func (t teller) hookNote(h *judge.Head) *Note {
	head, bait := t.Setup.Tackle(h.Mass)
	size, height := head.Hook, bait.Height()
	gap := catalogue.HookGap[size].Number
	millimetres := func(m float64) string { return t.show.Show("size", m) }
	fits := catalogue.HookFitting(height)
	switch share := gap / height; {
	case share < judgement.HookSmall.Number:
		return &Note{"hook", true, fmt.Sprintf("A %s hook is small for this bait: %s of gap, %s of body. %s fits.", size, millimetres(gap), millimetres(height), fits)}
	case share > judgement.HookLarge.Number:
		return &Note{"hook", true, fmt.Sprintf("A %s hook is large for this bait: %s of gap, %s of body. It stiffens it and shows; %s fits.", size, millimetres(gap), millimetres(height), fits)}
	case bait.Mass() < head.HookMass():
		return &Note{"hook", true, fmt.Sprintf("The %s hook weighs more than the bait: %s against %s.", size, t.mass(head.HookMass()), t.mass(bait.Mass()))}
	case judge.Light(t.Case, h.Mass):
		return &Note{"hook", true, fmt.Sprintf("%s hooks usually come on heads of %s and more; %s would come on one so light.", size, t.mass(catalogue.HookHeads[size].Number), catalogue.HookFor(h.Mass))}
	}
	return nil
}

// linkNote says what breaks first.
func (t teller) linkNote() Note {
	s := t.Setup
	line := s.Line.Strength
	if line == 0 {
		line = tackle.Strength(s.Line.Material, s.Line.Diameter)
	}
	show := func(kg float64) string { return t.show.Show("strength", kg) }
	if s.Leader.Length == 0 && !t.wired() {
		return Note{"link", false, fmt.Sprintf("The weakest link is the knot at the head, about %s.", show(line*judgement.HeadKnot.Number))}
	}
	leader := s.Leader.Strength
	switch {
	case s.Leader.Length == 0:
		leader = line
	case leader == 0:
		leader = tackle.Strength(s.Leader.Material, s.Leader.Diameter)
	}
	where, weakest := "the knot at the head", leader*judgement.HeadKnot.Number
	weaker := func(what string, strength float64) {
		if strength < weakest {
			where, weakest = what, strength
		}
	}
	if t.wired() {
		weaker("the wire", tackle.WireStrength())
	}
	if s.Leader.Length > 0 {
		weaker("the joining knot", math.Min(line, leader)*judgement.JoiningKnot.Number)
	}
	if s.Leader.Loop {
		weaker("the loop in the leader", leader*judgement.LoopKnot.Number)
	}
	words := fmt.Sprintf("The weakest link is %s, about %s.", where, show(weakest))
	if leader > line*judgement.LeaderOver.Number {
		return Note{"link", true, fmt.Sprintf("The leader, %s, is stronger than the line, %s: in a snag the line may go. %s", show(leader), show(line), words)}
	}
	return Note{"link", false, words}
}

// wired tells whether there is a wire trace on the rig.
func (t teller) wired() bool {
	return slices.ContainsFunc(t.Setup.Rigging.List(), func(p setup.Part) bool { return p.What == setup.PartWire })
}
