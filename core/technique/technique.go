// Package technique is what an angler does after the splash, as data: a
// programme of actions that becomes the phases the line engine runs. Every
// way of working a bait is such a programme.
package technique

import (
	"fmt"
	"math"

	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// Kind of an action.
type Kind string

// The actions.
const (
	Fall     Kind = "fall"      // bail open until it is down
	Close    Kind = "close"     // the bail
	Wait     Kind = "wait"      // a time
	Pause    Kind = "pause"     // until it is down again, a time at most
	Lift     Kind = "lift"      // the rod tip, by some height
	Lower    Kind = "lower"     // the rod back to where it was, no line taken in
	Turns    Kind = "turns"     // of the reel
	SlowRoll Kind = "slow roll" // a steady retrieve
	Drag     Kind = "drag"      // the rod tip swept back, along the water
	TakeIn   Kind = "take in"   // the rod back, reeling in what that gives
	Shake    Kind = "shake"     // the rod tip up and down
	Feed     Kind = "feed"      // line
)

// Action is one thing an angler does. What Amount and Speed mean depends on
// the kind; see Actions.
type Action struct {
	Kind   Kind    `json:"kind"`
	Time   float64 `json:"time"`   // s
	Amount float64 `json:"amount"` // m or turns
	Speed  float64 `json:"speed"`  // m/s, turns/s or shakes/s
}

// Programme is what is done: Start once, then Work so many Times.
type Programme struct {
	Start []Action `json:"start"`
	Work  []Action `json:"work"`
	Times int      `json:"times"`
}

// Whole is the programme with no list left nil, as JSON wants it.
func (p Programme) Whole() Programme {
	if p.Start == nil {
		p.Start = []Action{}
	}
	if p.Work == nil {
		p.Work = []Action{}
	}
	return p
}

// Limits of a programme.
const (
	MaxActions = 40
	MaxTimes   = 60
	MaxTime    = 1800 // s, all in all
)

// Part is a stretch of a programme that one action makes: Action counts
// through Start and then, again and again, through Work.
type Part struct {
	Action Action
	Phase  mechanics.Phase
}

// Validate returns nil or setup.Errors with all that is wrong, in the units
// of choice.
func (p Programme) Validate(choice units.Choice) error {
	var errs input.Errors
	add := func(field, format string, args ...any) {
		errs = append(errs, input.FieldError{Field: field, Message: fmt.Sprintf(format, args...)})
	}
	if n := len(p.Start) + len(p.Work); n == 0 || n > MaxActions {
		add("programme", "Programme: give 1 to %d actions, not %d.", MaxActions, n)
	}
	if p.Times < 0 || p.Times > MaxTimes || p.Times == 0 && len(p.Work) > 0 {
		add("programme.times", "Times: %d is outside what is allowed, 1 to %d.", p.Times, MaxTimes)
	}
	check := func(where string, actions []Action) {
		for i, a := range actions {
			field := fmt.Sprintf("programme.%s.%d", where, i)
			d, ok := describe(a.Kind)
			if !ok {
				add(field, "“%s” is not an action.", a.Kind)
				continue
			}
			for _, f := range d.Fields {
				if message := f.Check(a.value(f), choice); message != "" {
					add(field, "%s: %s", d.Label, message)
				}
			}
		}
	}
	check("start", p.Start)
	check("work", p.Work)
	if errs != nil {
		return errs
	}
	var total float64
	for _, part := range p.Parts() {
		total += part.Phase.Time
	}
	if total > MaxTime {
		add("programme", "Programme: it may last %.0f s, at most %d s are played; do it fewer times.", total, MaxTime)
		return errs
	}
	return nil
}

// Parts turns a valid programme into the phases that the engine runs, for a
// rod that points along x.
func (p Programme) Parts() []Part {
	var parts []Part
	var open bool
	var rod r3.Vec // where the tip is against where it began
	do := func(a Action) {
		if a.Kind == Close {
			open = false
			return
		}
		phase := a.phase(rod)
		switch a.Kind {
		case Fall:
			open = true
		case Wait, Pause:
		default:
			open = false // it is worked with the bail closed
		}
		phase.Open = open
		rod = r3.Add(rod, r3.Scale(phase.Time, phase.Tip))
		parts = append(parts, Part{a, phase})
	}
	for _, a := range p.Start {
		do(a)
	}
	for range p.Times {
		for _, a := range p.Work {
			do(a)
		}
	}
	return parts
}

// phase is what the engine does of an action, with the tip of the rod where it is against where
// it began, m.
func (a Action) phase(rod r3.Vec) mechanics.Phase {
	phase := mechanics.Phase{Time: a.Time}
	switch a.Kind {
	case Fall, Pause:
		phase.Landed = true
	case Lift:
		phase.Tip.Z = a.Amount / a.Time
	case Drag:
		phase.Tip.X = -a.Amount / a.Time
	case Lower:
		phase.Tip = r3.Scale(-1/a.Time, rod)
	case TakeIn:
		phase.Tip = r3.Scale(-1/a.Time, rod)
		phase.Reel = r3.Norm(rod) / a.Time
	case Turns:
		phase.Time = a.Amount / a.Speed
		phase.Reel = judgement.LinePerTurn.Number * a.Speed
	case SlowRoll:
		phase.Reel = a.Speed
	case Shake:
		phase.Shake, phase.Beat = a.Amount, a.Speed
	case Feed:
		phase.Reel = -a.Amount / a.Time
	}
	return phase
}

// Phases are those of Parts, and the longest time in s that they take.
func (p Programme) Phases() (phases []mechanics.Phase, longest float64) {
	for _, part := range p.Parts() {
		phases = append(phases, part.Phase)
		longest += part.Phase.Time
	}
	return phases, longest
}

// Slower is the programme with everything that is reeled in its work slowed
// to share of its speed, over the same length of line.
func (p Programme) Slower(share float64) Programme {
	work := append([]Action(nil), p.Work...)
	for i, a := range work {
		switch a.Kind {
		case Turns:
			work[i].Speed *= share
		case SlowRoll:
			work[i].Speed *= share
			work[i].Time = math.Min(a.Time/share, MaxTime/float64(max(p.Times, 1)))
		}
	}
	p.Work = work
	return p
}

// ReelSpeed is the fastest that line is reeled in in the work, m/s.
func (p Programme) ReelSpeed() float64 {
	var fastest float64
	for _, part := range (Programme{Work: p.Work, Times: 1}).Parts() {
		if part.Action.Kind == Turns || part.Action.Kind == SlowRoll {
			fastest = max(fastest, part.Phase.Reel)
		}
	}
	return fastest
}
