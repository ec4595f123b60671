package notes

import (
	"fmt"
	"math"

	"dunvel/core/advice/say"
	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/tackle"
)

// Seat is a bait of the rig, and how it sits.
type Seat struct {
	Name string  `json:"name"` // what it is called among the bodies of the rig
	Mass float64 `json:"mass"` // kg of its head; 0 of a bare hook
	Over bool    `json:"over"` // the line holds it off the bed
	// Drawn tells that it comes down nose first, drawn by what is fixed beside it.
	Drawn bool `json:"drawn"`
	tackle.Pose

	of model.Baited
}

// Sits are the baits of the rig and how they sit, from the end of the line up, with a mass
// in kg of the ladder.
func (t Noter) Sits(mass float64) ([]Seat, error) {
	baits, err := model.Baits(t.Setup, mass, t.Fluid())
	bodies, key := t.Setup.Rigging.Bodies()
	out := make([]Seat, len(baits))
	for i, b := range baits {
		p := tackle.Sit(b.Head, b.Bait, t.Fluid(), t.drawnAt())
		p.Bed, p.Tow = math.Round(p.Bed), math.Round(p.Tow) // nobody sees more of it
		if b.Head.Mass == 0 {                               // its knot has a bare hook stand off the line
			p.Hang = 0
		}
		if b.Drawn {
			p.Fall, p.Tight, p.Glide = 0, 0, 0
		}
		out[i] = Seat{called(bodies, b.Body), b.Head.Mass, t.Setup.Rigging.Floats() || b.Body > key, b.Drawn, p, b}
	}
	return out, err
}

// drawnAt is the speed in m/s at which a bait is drawn along: as it is swum or dragged, or
// as it usually is.
func (t Noter) drawnAt() float64 {
	switch {
	case t.School().Swims && t.Setup.Approach.Speed > 0:
		return t.Setup.Approach.Speed
	case t.Setup.Cast.Drag > 0:
		return t.Setup.Cast.Drag
	}
	return judgement.SwimSpeed.Number
}

// attitude says how the baits of the rig sit on the bed with a mass in kg of the ladder,
// where they come to it, how they fall, hang and are drawn along, and where the hook comes out.
func (t Noter) attitude(mass float64) ([]Note, error) {
	seats, err := t.Sits(mass)
	if err != nil {
		return nil, err
	}
	var out []Note
	for _, seat := range seats {
		name := "it"
		if len(seats) > 1 {
			name = seat.Name
		}
		out = append(out, Note{"attitude", false, t.posture(name, seat)})
		if p := seat.Pose; p.Spins > 0 && p.Spins < judgement.SwimFastest.Number {
			caution := t.School().Swims && p.Spins < t.Setup.Approach.Speed
			out = append(out, Note{"attitude", caution,
				fmt.Sprintf("Drawn faster than %s %s turns about itself and twists the line.", t.Runs(p.Spins), name)})
		}
	}
	return out, nil
}

// posture says how a bait sits that is called by a name.
func (t Noter) posture(name string, seat Seat) string {
	p, head, bait := seat.Pose, seat.of.Head, seat.of.Bait
	swings := catalogue.PutOf(bait.Put).Swings
	words := ""
	if t.OnBed && !seat.Over {
		words = OnBed(name, p) + " "
	}
	words += say.Capital(t.falls(name, seat))
	switch {
	case p.Tow >= judgement.PoseTold.Number:
		words += fmt.Sprintf("; drawn along its tail hangs %.0f° low.", p.Tow)
	case p.Tow <= -judgement.PoseTold.Number:
		words += fmt.Sprintf("; drawn along its tail rides %.0f° high.", -p.Tow)
	default:
		words += "; drawn along it lies level."
	}
	if p.Glide >= judgement.GlideTold.Number {
		words += fmt.Sprintf(" Left slack it may glide or circle, %.1f times as far aside as down.",
			math.Tan(p.Glide*math.Pi/180))
	}
	if (seat.Over || t.Setup.Cast.Distance == 0) && !swings && p.Hang > 0 {
		words += fmt.Sprintf(" Hanging still its tail is %.0f° low.", p.Hang)
	}
	if p.Bends {
		words += " " + bends(bait.Put)
	}
	if exit := tackle.HookExit(head.Hook); !swings && exit < bait.Length {
		words += fmt.Sprintf(" The hook comes out %s behind its nose.", t.Units.Show("size", math.Round(exit*1e3)/1e3))
	}
	return words
}

// bends says what of a bait does, as it is put on.
func bends(put string) string {
	if catalogue.PutOf(put).Folds {
		return "Both ends of it bend away from the hook."
	}
	return "Its tail is too long to be held out, and trails."
}

// falls says how a bait falls that is called by a name.
func (t Noter) falls(name string, seat Seat) string {
	p, swings := seat.Pose, catalogue.PutOf(seat.of.Bait.Put).Swings
	switch {
	case seat.Drawn:
		return name + " is drawn down nose first, tail up"
	case swings && p.Fall == 0:
		return name + " falls straight over its hook, tail up"
	case swings && p.Fall == 90:
		return name + " falls flat"
	case p.Fall == p.Tight:
		return fmt.Sprintf("%s falls at %.0f° to the vertical", name, p.Fall)
	}
	return fmt.Sprintf("%s falls nose down at %.0f° to the vertical on a slack line, %.0f° on a tight one", name,
		p.Fall, p.Tight)
}

// OnBed says how a bait sits on the bed that is called by a name.
func OnBed(name string, p tackle.Pose) string {
	switch p.Attitude {
	case tackle.Stands:
		return fmt.Sprintf("On the bed %s stands tail up, at %.0f°.", name, p.Bed)
	case tackle.Leans:
		return fmt.Sprintf("On the bed %s leans, at %.0f°.", name, p.Bed)
	}
	return fmt.Sprintf("On the bed %s lies.", name)
}
