package follow

import (
	"fmt"
	"math"
	"time"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Watch is what is remembered from one look to the next, by whoever asks.
type Watch struct {
	Tied  float64      `json:"tied"`  // kg on the line, or that are to be tied on; 0 before the first is told
	On    bool         `json:"on"`    // the angler has said that it is on
	Told  time.Time    `json:"told"`  // when it was
	Was   *setup.Setup `json:"was"`   // the water then
	Next  float64      `json:"next"`  // another head that would be better; 0 where none would
	Since time.Time    `json:"since"` // since when
	Said  bool         `json:"said"`  // it was told
	Back  time.Time    `json:"back"`  // since when it would not any more, though it was told
	Stay  time.Time    `json:"stay"`  // until when no other is told of
}

// Judged is how heads stand now.
type Judged struct {
	Pick   float64 // kg of the head that is tied on at a first look; 0 where none does it
	Tied   float64 // how sure the head that is tied on is
	Wanted float64 // how sure it has to be
}

// Call is what is to be done now.
type Call struct {
	Kind  string    `json:"kind"`
	Mass  float64   `json:"mass"`  // kg of the head that is to be on the line; 0 where none does it
	From  float64   `json:"from"`  // kg of the head that it is to replace; 0 where it replaces none
	Since time.Time `json:"since"` // since when another is better, where one is
	Words string    `json:"words"`
}

// What may be to be done.
const (
	Tie      = "tie on"    // a first head
	Keep     = "keep"      // what is tied on does it
	Soon     = "soon"      // another would be better, but not for long enough yet
	Change   = "change"    // another is to be tied on
	NoHead   = "none"      // nothing that there is does it
	Moving   = "under way" // the boat does not drift
	Troubled = "trouble"   // what is measured cannot be fished so
)

// Calls are all of them.
var Calls = []string{Tie, Keep, Soon, Change, NoHead, Moving, Troubled}

// TieOn is a watch that begins with a head on the line, in a water.
func TieOn(mass float64, in setup.Setup, at time.Time) Watch {
	return Watch{Tied: mass, On: true, Told: at, Was: &in}
}

// StayWith is a watch that hears of no other head for a while.
func (w Watch) StayWith(at time.Time) Watch {
	w = w.forget()
	w.Stay = at.Add(span(judgement.StaysFor))
	return w
}

func span(v judgement.Value) time.Duration { return time.Duration(v.Number * float64(time.Second)) }

// lasting is for how long another head has to be better before it is told: the sooner the
// less the one that is tied on does it.
func lasting(j Judged, next, tied float64) time.Duration {
	switch {
	case j.Tied < judgement.Even.Number:
		return span(judgement.FailsFor)
	case next < tied && j.Tied >= j.Wanted-judgement.TiedGrace.Number:
		return span(judgement.LighterFor)
	}
	return span(judgement.WeakensFor)
}

// Step is a look at how heads stand in a water at a time: what is to be done, and what is
// remembered of it. A clock that goes back makes what lasted begin anew. Words are still to
// be given.
func (w Watch) Step(j Judged, in setup.Setup, at time.Time) (Watch, Call) {
	if !w.On {
		return w.first(j, at)
	}
	wanted := j.Pick
	if wanted > w.Tied && j.Tied >= j.Wanted-judgement.TiedGrace.Number {
		wanted = w.Tied // it is as sure as the other, or nearly
	}
	if at.Before(w.Stay) && j.Tied >= judgement.Even.Number {
		wanted = w.Tied
	}
	if wanted == 0 {
		if j.Tied >= judgement.Even.Number {
			wanted = w.Tied
		} else {
			w = w.forget()
			return w, Call{Kind: NoHead, From: w.Tied}
		}
	}
	if at.Before(w.Since) {
		w.Since = at
	}
	if wanted == w.Tied {
		return w.settle(at)
	}
	sameWay := w.Next != 0 && (w.Next > w.Tied) == (wanted > w.Tied)
	if !sameWay {
		w.Since, w.Said = at, false
	}
	w.Next, w.Back = wanted, time.Time{}
	w.Said = w.Said || at.Sub(w.Since) >= lasting(j, w.Next, w.Tied)
	if w.Said {
		return w, w.change()
	}
	return w, Call{Kind: Soon, Mass: w.Tied, From: w.Next, Since: w.Since}
}

// first is a look before anything is on the line: what is to be tied on goes along with
// what is heard at the beginning, and does not flicker then.
func (w Watch) first(j Judged, at time.Time) (Watch, Call) {
	switch {
	case at.Before(w.Told), w.Tied == 0:
		w = Watch{Tied: j.Pick, Told: at}
	case at.Sub(w.Told) < span(judgement.FirstFor):
		w.Tied = j.Pick
	case j.Pick == w.Tied:
		w = w.forget()
	case w.Since.IsZero() || at.Before(w.Since):
		w.Since = at
	case at.Sub(w.Since) >= span(judgement.BackFor):
		w.Tied = j.Pick
		w = w.forget()
	}
	if w.Tied == 0 {
		return w, Call{Kind: NoHead}
	}
	return w, Call{Kind: Tie, Mass: w.Tied}
}

// settle is a look at which no other head is better: what was told stays told for a while.
func (w Watch) settle(at time.Time) (Watch, Call) {
	if w.Said {
		if w.Back.IsZero() || at.Before(w.Back) {
			w.Back = at
		}
		if at.Sub(w.Back) < span(judgement.BackFor) {
			return w, w.change()
		}
	}
	w = w.forget()
	return w, Call{Kind: Keep, Mass: w.Tied}
}

// change is that another head is to be tied on.
func (w Watch) change() Call { return Call{Kind: Change, Mass: w.Next, From: w.Tied, Since: w.Since} }

// forget is a watch in which no other head is better.
func (w Watch) forget() Watch {
	w.Next, w.Since, w.Said, w.Back = 0, time.Time{}, false, time.Time{}
	return w
}

// Reason is what has changed of the water since a head was tied on.
type Reason struct {
	Path string // of the setup
	With setup.Setup
}

// Reasons are what has changed, each with the water in which it alone is as it was: a head
// that does it there, and not here, fails for that.
func (w Watch) Reasons(in setup.Setup) []Reason {
	if w.Was == nil {
		return nil
	}
	var out []Reason
	add := func(path string, changed bool, back func(*setup.Setup)) {
		if changed {
			s := in
			back(&s)
			out = append(out, Reason{path, s})
		}
	}
	was := w.Was
	add("water.depth", was.Water.Depth != in.Water.Depth, func(s *setup.Setup) {
		s.Water.Depth, s.Water.SplashDepth = was.Water.Depth, was.Water.SplashDepth
	})
	add("boat.speed", was.Boat != in.Boat, func(s *setup.Setup) { s.Boat = was.Boat })
	add("flow.speed", was.Flow != in.Flow, func(s *setup.Setup) { s.Flow = was.Flow })
	add("wind.speed", was.Wind != in.Wind, func(s *setup.Setup) { s.Wind = was.Wind })
	return out
}

// Say is what a call says. path is what has changed that asks for it, or "".
func (c Call) Say(w Watch, in setup.Setup, path string, at time.Time, choice units.Choice) string {
	mass := func(m float64) string { return choice.Show("mass", m) }
	lasted := func() string { return span60(at.Sub(c.Since)) }
	switch c.Kind {
	case Tie:
		return fmt.Sprintf("Tie on %s.", mass(c.Mass))
	case Keep:
		return fmt.Sprintf("%s stays on.", mass(c.Mass))
	case Soon:
		return fmt.Sprintf("%s stays on; %s would be better, for %s now.", mass(c.Mass), mass(c.From), lasted())
	case Change:
		what, before := cause(w, in, path, choice)
		return fmt.Sprintf("%s for %s%s: tie on %s instead of %s.", what, lasted(), before, mass(c.Mass), mass(c.From))
	case NoHead:
		return "Nothing that there is does it in this water."
	}
	return "Under way: the weight is told when she drifts."
}

// cause is what has changed, and what it was before, in words.
func cause(w Watch, in setup.Setup, path string, choice units.Choice) (now, before string) {
	for _, f := range all {
		if f.path != path {
			continue
		}
		measure := setup.LookupField(path).Measure
		is, was := choice.Show(measure, value(in, path)), choice.Show(measure, value(*w.Was, path))
		if is == was {
			return f.label + " another way", ""
		}
		return f.label + " " + is, fmt.Sprintf(" (%s before)", was)
	}
	return "All together", ""
}

// value is that of a field; of a drift that is not measured it is the estimate.
func value(s setup.Setup, path string) float64 {
	return (&now{Conditions: Conditions{Setup: s}}).asSet(path)
}

// span60 is a time in seconds, or in minutes.
func span60(d time.Duration) string {
	s := max(d.Seconds(), 0)
	switch minutes := math.Floor(s / 60); {
	case minutes < 1:
		return fmt.Sprintf("%.0f s", math.Floor(s))
	case minutes < 2:
		return "a minute"
	default:
		return fmt.Sprintf("%.0f minutes", minutes)
	}
}
