package advice

import (
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/units"
)

// Note is something to know about the head to tie on that does not decide
// which it is.
type Note struct {
	Kind    string `json:"kind"` // "snags", "splash", "hook", "attitude", "rig", "link", "reach", "box"
	Caution bool   `json:"caution"`
	Words   string `json:"words"`
}

// notes are those on the head to tie on, or the one that comes closest.
func (at *situation) notes(h Head) ([]Note, error) {
	out := []Note{}
	if at.reach.unfit {
		out = append(out, Note{"reach", true, fmt.Sprintf("The cast of %s with %s that you measured is beyond what this rod does; it is not used.",
			at.depth(at.setup.Rod.Thrown), at.mass(at.setup.Rod.ThrownMass))})
	}
	if h.Reach > 0 {
		out = append(out, Note{"reach", false, fmt.Sprintf("It flies about %s with this rod and wind.", at.depth(h.Reach))})
	}
	if c := at.setup.Cast; c.Sighted && c.SplashMost > 0 && h.Mass > c.SplashMost {
		out = append(out, Note{"splash", true, fmt.Sprintf("Its splash scares fish you can see: they bear %s. Cast well past them and bring it over.", at.mass(c.SplashMost))})
	}
	if at.onBed {
		by := "by judgement"
		if at.setup.Water.Snags > 0 {
			by = "by what was lost on such"
		}
		out = append(out, Note{"snags", h.Snags >= judgement.SnagsMany.Number, fmt.Sprintf("Snags %.0f of 10 on %s, %s.", h.Snags, at.setup.Water.Bed, by)})
	}
	if head, bait := at.setup.Tackle(h.Mass); bait.Weighed > 0 && bait.Weighed < head.HookMass() {
		out = append(out, Note{"hook", true, fmt.Sprintf("Weighed at %s the bait is lighter than its hook, %s: is that right?", at.mass(bait.Weighed), at.mass(head.HookMass()))})
	}
	hook, err := at.hookNote(h)
	if err != nil {
		return nil, err
	}
	if hook != nil {
		out = append(out, *hook)
	}
	out = append(out, at.rigNotes(h)...)
	if at.onBed && at.setup.Rigging.Kind == setup.SingleHead {
		out = append(out, Note{"attitude", false, at.attitude(h)})
	}
	return append(out, at.linkNote()), nil
}

// attitude says how the bait sits on the bed, and where its hook comes out.
func (at *situation) attitude(h Head) string {
	head, bait := at.setup.Tackle(h.Mass)
	words := map[tackle.Attitude]string{
		tackle.Stands: "On the bed it stands tail up.",
		tackle.Leans:  "On the bed it leans on the foot of its head.",
		tackle.Lies:   "On the bed it lies.",
	}[tackle.OnBed(head, bait, at.scene.Water)]
	exit := tackle.HookExit(head.Hook)
	if exit >= bait.Length {
		return words
	}
	return fmt.Sprintf("%s The hook comes out %s behind its nose.", words, at.show.Show("size", exit))
}

// hookNote says where the hook does not suit the bait, and what other metals
// would do about it.
func (at *situation) hookNote(h Head) (*Note, error) {
	head, bait := at.setup.Tackle(h.Mass)
	size, height := head.Hook, bait.Height()
	gap := judgement.HookGap[size].Number
	millimetres := func(m float64) string { return at.show.Show("size", m) }
	switch share := gap / height; {
	case share < judgement.HookSmall.Number:
		dense, err := at.inMetal(h, "tungsten")
		if err != nil {
			return nil, err
		}
		bulky, err := at.inMetal(h, "glass")
		if err != nil {
			return nil, err
		}
		return &Note{"hook", true, fmt.Sprintf("A %s hook is small for this bait: %s of gap, %s of body. Glass of the same weight carries a bigger one and is %s; tungsten is smaller in the bait and is %s.",
			size, millimetres(gap), millimetres(height), bulky, dense)}, nil
	case share > judgement.HookLarge.Number:
		return &Note{"hook", true, fmt.Sprintf("A %s hook is large for this bait: %s of gap, %s of body. It stiffens it and shows.", size, millimetres(gap), millimetres(height))}, nil
	}
	if bait.Mass() < head.HookMass() {
		return &Note{"hook", true, fmt.Sprintf("The %s hook weighs more than the bait: %s against %s.", size, at.mass(head.HookMass()), at.mass(bait.Mass()))}, nil
	}
	return nil, nil
}

// inMetal says how the head falls where it is of another metal.
func (at *situation) inMetal(h Head, metal string) (string, error) {
	other := *at
	other.setup.Head.Material, other.rough = metal, true
	r, _, err := other.rig(h.Mass)
	if err != nil {
		return "", err
	}
	f, err := other.fall(r)
	if err != nil {
		return "", err
	}
	if f.Outcome != Reached {
		return "does not come down", nil
	}
	return at.place() + " in " + units.Seconds(f.Time), nil
}

// linkNote says what breaks first.
func (at *situation) linkNote() Note {
	s := at.setup
	line := s.Line.Strength
	if line == 0 {
		line = tackle.Strength(s.Line.Material, s.Line.Diameter)
	}
	show := func(kg float64) string { return at.show.Show("strength", kg) }
	if s.Leader.Length == 0 {
		return Note{"link", false, fmt.Sprintf("The weakest link is the knot at the head, about %s.", show(line*judgement.HeadKnot.Number))}
	}
	leader := s.Leader.Strength
	if leader == 0 {
		leader = tackle.Strength(s.Leader.Material, s.Leader.Diameter)
	}
	where, weakest := "the knot at the head", leader*judgement.HeadKnot.Number
	weaker := func(what string, strength float64) {
		if strength < weakest {
			where, weakest = what, strength
		}
	}
	weaker("the joining knot", math.Min(line, leader)*judgement.JoiningKnot.Number)
	if s.Leader.Loop {
		weaker("the loop in the leader", leader*judgement.LoopKnot.Number)
	}
	words := fmt.Sprintf("The weakest link is %s, about %s.", where, show(weakest))
	if leader > line*judgement.LeaderOver.Number {
		return Note{"link", true, fmt.Sprintf("The leader, %s, is stronger than the line, %s: in a snag the line may go. %s", show(leader), show(line), words)}
	}
	return Note{"link", false, words}
}
