package notes

import (
	"fmt"
	"math"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/rigging"
	"dunvel/core/tackle"
)

// hookNotes say which hook suits the bait, what its point holds and gathers, and what the
// bait stands on it.
func (t Noter) hookNotes(h *judge.Head) []Note {
	s := t.Setup
	out := []Note{t.hookNote(h)}
	head, bait := model.Tackle(s, h.Mass)
	if bait.Weighed > 0 && bait.Weighed < head.HookMass() {
		out = append(out, Note{"hook", true,
			fmt.Sprintf("Weighed at %s the bait is lighter than its hook, %s: is that right?", t.Mass(bait.Weighed),
				t.Mass(head.HookMass()))})
	}
	if holds := t.holds(); holds != "" {
		out = append(out, Note{"hook", false, holds})
	}
	if tie := t.tie(); catalogue.Beds[s.Water.Bed].Tall && tie > judgement.TieHigh.Number &&
		s.Rigging.Takes() == rigging.PartHead {
		out = append(out, Note{"hook", false, fmt.Sprintf(
			"An eye that stands up at %.0f° gathers what grows here; one near the nose comes through.", tie)})
	}
	if note := t.slackNote(); note != nil {
		out = append(out, *note)
	}
	return append(out, Note{"bait", false, t.lasts()})
}

// holds says how many fish the point of the hook holds, as the log has it or by judgement;
// nothing of one that is exposed and of which the log does not say enough.
func (t Noter) holds() string {
	s := t.Setup
	if t.Known.Takes >= int(judgement.TakesTold.Number) {
		return fmt.Sprintf("With its point %s you landed %d of %d bites, by your log.", s.Head.Point, t.Known.Landed,
			t.Known.Takes)
	}
	share, straight := catalogue.Points[s.Head.Point].Holds.Number, ""
	if share == 1 {
		return ""
	}
	if !model.OffsetHook(s) {
		share *= judgement.HookStraight.Number
		straight = " An offset shank holds more of them."
	}
	return fmt.Sprintf("With its point %s the hook holds about %.0f of 10 fish that an exposed one would, by "+
		"judgement: strike harder.%s",
		s.Head.Point, math.Round(10*share), straight)
}

// hookNote says which hook suits the bait, and where the one that is on does not, or does
// not come on such heads.
func (t Noter) hookNote(h *judge.Head) Note {
	head, bait := model.Tackle(t.Setup, h.Mass)
	size, height := head.Hook, bait.Height()
	gap := catalogue.HookGap[size].Number
	fits := catalogue.HookFitting(model.GapWanted(t.Setup))
	measures := fmt.Sprintf("%s of gap, %s of body", t.Units.Show("size", gap), t.Units.Show("size", height))
	switch share := gap / model.GapWanted(t.Setup); {
	case share < judgement.HookSmall.Number:
		return Note{"hook", true, fmt.Sprintf("A %s suits this bait. The %s is small for it: %s.", fits,
			size, measures)}
	case share > judgement.HookLarge.Number:
		return Note{"hook", true, fmt.Sprintf(
			"A %s suits this bait. The %s is large for it: %s; it stiffens it and shows.", fits, size, measures)}
	case bait.Mass() < head.HookMass():
		return Note{"hook", true, fmt.Sprintf("The %s hook weighs more than the bait: %s against %s.", size,
			t.Mass(head.HookMass()), t.Mass(bait.Mass()))}
	case choose.Light(t.Case, h.Mass):
		return Note{"hook", true, fmt.Sprintf(
			"%s hooks usually come on heads of %s and more; %s would come on one so light.", size,
			t.Mass(catalogue.HookHeads[size].Number), catalogue.HookFor(h.Mass))}
	}
	return Note{"hook", false, fmt.Sprintf("The %s hook suits this bait: %s.", size, measures)}
}

// tie is how the eye of the head stands to its shank, degrees.
func (t Noter) tie() float64 {
	if t.Setup.Head.Tie > 0 {
		return t.Setup.Head.Tie
	}
	return catalogue.HeadShapes[t.Setup.Head.Shape].Tie.Number
}

// slackNote says how much slack the link of a stinger should have, or nil where there is
// none, or it is right.
func (t Noter) slackNote() *Note {
	s := t.Setup
	if !slices.ContainsFunc(s.Rigging.List(), func(p rigging.Part) bool { return p.What == rigging.PartStinger }) {
		return nil
	}
	least, most := judgement.StingerSlackLeast.Number*s.Bait.Length, judgement.StingerSlackMost.Number*s.Bait.Length
	short := func(m float64) string { return t.Units.Show("size", math.Round(m*1e3)/1e3) }
	switch slack := s.Rigging.Slack; {
	case slack == 0:
		return &Note{"hook", false, fmt.Sprintf("Leave %s to %s of slack in the link of the stinger.", short(least),
			short(most))}
	case slack < least:
		return &Note{"hook", true, fmt.Sprintf(
			"With %s of slack its link pulls the bait out of shape as it bends: leave %s at least.",
			t.Units.Show("size", slack), short(least))}
	case slack > most:
		return &Note{"hook", true, fmt.Sprintf(
			"With %s of slack the stinger hangs itself up on the first hook: leave %s at most.",
			t.Units.Show("size", slack), short(most))}
	}
	return nil
}

// FishFor is how many fish a bait stands, as the box has it or by judgement.
func (t Noter) FishFor() float64 {
	if t.Known.FishFor > 0 {
		return t.Known.FishFor
	}
	return model.FishFor(t.Setup)
}

// lasts says how many fish a bait stands.
func (t Noter) lasts() string {
	by := "by judgement"
	if t.Known.FishFor > 0 {
		by = "as your box has it"
	}
	switch n := math.Round(t.FishFor()); {
	case n < 1:
		return fmt.Sprintf("A bait seldom stands a fish, %s.", by)
	case n == 1:
		return fmt.Sprintf("A bait stands about one fish, %s.", by)
	default:
		return fmt.Sprintf("A bait stands about %.0f fish, %s.", n, by)
	}
}

// strengths are those of line and leader, kg; without a leader that of the line twice.
func (t Noter) strengths() (line, leader float64) {
	s := t.Setup
	of := func(strength float64, material string, diameter float64) float64 {
		if strength > 0 {
			return strength
		}
		return tackle.Strength(material, diameter)
	}
	line = of(s.Line.Strength, s.Line.Material, s.Line.Diameter)
	if s.Leader.Length == 0 {
		return line, line
	}
	return line, of(s.Leader.Strength, s.Leader.Material, s.Leader.Diameter)
}

// Weakest is what breaks first, and at how much, kg.
func (t Noter) Weakest() (where string, strength float64) {
	s := t.Setup
	line, leader := t.strengths()
	where, strength = "the knot at the head", leader*judgement.HeadKnot.Number
	weaker := func(what string, at float64) {
		if at < strength {
			where, strength = what, at
		}
	}
	if t.wired() {
		weaker("the wire", tackle.WireStrength())
	}
	if s.Leader.Length > 0 {
		weaker("the joining knot", math.Min(line, leader)*judgement.JoiningKnot.Number)
		if s.Leader.Loop {
			weaker("the loop in the leader", leader*judgement.LoopKnot.Number)
		}
	}
	return where, strength
}

// linkNote says what breaks first.
func (t Noter) linkNote(mass float64) Note {
	show := func(kg float64) string { return t.Units.Show("strength", kg) }
	where, weakest := t.Weakest()
	words := fmt.Sprintf("The weakest link is %s, about %s.", where, show(weakest)) + t.straightens(mass, weakest)
	if line, leader := t.strengths(); leader > line*judgement.LeaderOver.Number {
		return Note{"link", true, fmt.Sprintf(
			"The leader, %s, is stronger than the line, %s: in a snag the line may go. %s", show(leader),
			show(line), words)}
	}
	return Note{"link", false, words}
}

// straightens says where the hook gives before the line does.
func (t Noter) straightens(mass, weakest float64) string {
	head, _ := model.Tackle(t.Setup, mass)
	gives := tackle.HookStrength(head.Hook, head.Wire)
	if gives >= weakest {
		return ""
	}
	return fmt.Sprintf(" The %s hook straightens before that, at about %s, by judgement.", head.Hook,
		t.Units.Show("strength", gives))
}

// wired tells whether there is a wire trace on the rig.
func (t Noter) wired() bool {
	return slices.ContainsFunc(t.Setup.Rigging.List(), func(p rigging.Part) bool { return p.What == rigging.PartWire })
}
