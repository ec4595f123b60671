package advice

import (
	"fmt"
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/tackle"
)

// sits is how the bait sits behind a head of a mass in kg; nothing on a rig where they are
// not together.
func (t teller) sits(mass float64) *tackle.Pose {
	if t.Setup.Rigging.Takes() != setup.PartHead {
		return nil
	}
	head, bait := t.Setup.Tackle(mass)
	p := tackle.Sit(head, bait, t.Fluid(), t.drawnAt())
	p.Bed, p.Tow = math.Round(p.Bed), math.Round(p.Tow) // nobody sees more of it
	return &p
}

// drawnAt is the speed in m/s at which a bait is drawn along: as it is swum or dragged, or
// as it usually is.
func (t teller) drawnAt() float64 {
	switch {
	case t.School().Swims && t.Setup.Approach.Speed > 0:
		return t.Setup.Approach.Speed
	case t.Setup.Cast.Drag > 0:
		return t.Setup.Cast.Drag
	}
	return judgement.SwimSpeed.Number
}

// attitude says how the bait sits on the bed behind a head of a mass in kg, where it comes
// to it, how it falls, hangs and is drawn along, and where its hook comes out.
func (t teller) attitude(mass float64) []Note {
	p := t.sits(mass)
	if p == nil {
		return nil
	}
	words := ""
	if t.OnBed {
		words = onBed(*p) + " "
	}
	if p.Bends {
		words += bends(t.Setup.Bait.Put) + " "
	}
	words += t.falls(*p)
	switch {
	case p.Tow >= judgement.PoseTold.Number:
		words += fmt.Sprintf("; drawn along its tail hangs %.0f° low.", p.Tow)
	case p.Tow <= -judgement.PoseTold.Number:
		words += fmt.Sprintf("; drawn along its tail rides %.0f° high.", -p.Tow)
	default:
		words += "; drawn along it lies level."
	}
	if p.Glide >= judgement.GlideTold.Number {
		words += fmt.Sprintf(" Left slack it may glide or circle, %.1f times as far aside as down.", math.Tan(p.Glide*math.Pi/180))
	}
	swings := catalogue.PutOf(t.Setup.Bait.Put).Swings
	if t.Setup.Cast.Distance == 0 && !swings && p.Hang > 0 {
		words += fmt.Sprintf(" Hanging still its tail is %.0f° low.", p.Hang)
	}
	head, bait := t.Setup.Tackle(mass)
	if exit := tackle.HookExit(head.Hook); !swings && exit < bait.Length {
		words += fmt.Sprintf(" The hook comes out %s behind its nose.", t.show.Show("size", math.Round(exit*1e3)/1e3))
	}
	out := []Note{{"attitude", false, words}}
	if p.Spins > 0 && p.Spins < judgement.SwimFastest.Number {
		caution := t.School().Swims && p.Spins < t.Setup.Approach.Speed
		out = append(out, Note{"attitude", caution, fmt.Sprintf("Drawn faster than %s it turns about itself and twists the line.", t.runs(p.Spins))})
	}
	return out
}

// bends says what of a bait does, as it is put on.
func bends(put string) string {
	if catalogue.PutOf(put).Folds {
		return "Both ends of it bend away from the hook."
	}
	return "Its tail is too long to be held out, and trails."
}

// falls says how a bait falls.
func (t teller) falls(p tackle.Pose) string {
	switch {
	case catalogue.PutOf(t.Setup.Bait.Put).Swings && p.Fall == 0:
		return "It falls straight over its hook, tail up"
	case catalogue.PutOf(t.Setup.Bait.Put).Swings && p.Fall == 90:
		return "It falls flat"
	case catalogue.PutOf(t.Setup.Bait.Put).Swings:
		return fmt.Sprintf("It falls at %.0f° to the vertical", p.Fall)
	}
	return fmt.Sprintf("It falls nose down at %.0f° to the vertical on a slack line, %.0f° on a tight one", p.Fall, p.Tight)
}

// onBed says how a bait sits on the bed.
func onBed(p tackle.Pose) string {
	switch p.Attitude {
	case tackle.Stands:
		return fmt.Sprintf("On the bed it stands tail up, at %.0f°.", p.Bed)
	case tackle.Leans:
		return fmt.Sprintf("On the bed it leans, at %.0f°.", p.Bed)
	}
	return "On the bed it lies."
}
