package answers

import (
	"context"
	"errors"
	"slices"
	"time"

	"dunvel/core/advice"
	"dunvel/core/boat"
	"dunvel/core/day"
	"dunvel/core/follow"
	"dunvel/core/input"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Aboard is a question for the weight now.
type Aboard struct {
	Setup  setup.Setup        // what is fished with, and where; or
	Plan   *day.Plan          // the day that it is an hour of,
	Spot   int                // at this spot
	State  boat.State         // what the instruments say
	Toward follow.Toward      // where the casts go
	Held   map[string]float64 // by hand, by the paths of fields
	Watch  follow.Watch       // as the last look left it
	Tied   float64            // kg of a head that was tied on just now; 0: none was
	Stay   bool               // with what is tied on, whatever would be better
	Now    time.Time
}

// Weight is the weight for now.
type Weight struct {
	Call    follow.Call     `json:"call"`
	Watch   follow.Watch    `json:"watch"`
	Setup   setup.Setup     `json:"setup"`   // the water as it is now
	Figures []follow.Figure `json:"figures"` // what it is made of
	Notes   []string        `json:"notes"`
	Brief   advice.Brief    `json:"brief"`  // of the head that is to be on the line
	Hold    string          `json:"hold"`   // how rod and line are held for it
	Answer  *advice.Answer  `json:"answer"` // nil while under way, or in trouble
}

// Follow is the weight for now. Errors are setup.Errors where the question cannot be; water
// that cannot be fished as the setup has it is told in the call.
func (d Desk) Follow(ctx context.Context, q Aboard, choice units.Choice) (*Weight, error) {
	if err := errors.Join(choice.Validate(), follow.Check(q.Toward, q.Held, choice)); err != nil {
		return nil, err
	}
	base, err := q.base(choice)
	if err != nil {
		return nil, err
	}
	now := follow.Of(base, q.State, q.Toward, q.Held, choice)
	switch {
	case q.Tied > 0:
		q.Watch = follow.TieOn(q.Tied, now.Setup, q.Now)
	case q.Stay:
		q.Watch = q.Watch.StayWith(q.Now)
	}
	out := &Weight{Watch: q.Watch, Setup: now.Setup, Figures: now.Figures, Notes: append([]string{}, now.Notes...)}
	if now.UnderWay {
		out.Call = follow.Call{Kind: follow.Moving, Mass: q.Watch.Tied}
		out.Call.Words = out.Call.Say(q.Watch, now.Setup, "", q.Now, choice)
		return out, nil
	}
	if tied := q.Watch.Tied; tied > 0 && !slices.Contains(now.Setup.Heads, tied) {
		now.Setup.Heads = append(slices.Clone(now.Setup.Heads), tied)
	}
	if err := now.Setup.Validate(choice); err != nil {
		out.Call = follow.Call{Kind: follow.Troubled, Mass: q.Watch.Tied, Words: err.Error()}
		return out, nil
	}
	if out.Answer, err = d.Answer(ctx, now.Setup, choice); err != nil {
		return nil, err
	}
	return out, d.call(ctx, q, out, choice)
}

// base is the setup that is fished, by itself or as the plan has it at the hour.
func (q Aboard) base(choice units.Choice) (setup.Setup, error) {
	if q.Plan == nil {
		return q.Setup, q.Setup.Validate(choice)
	}
	open, err := q.Plan.Open(choice)
	if err != nil {
		return setup.Setup{}, err
	}
	if q.Spot < 0 || q.Spot >= len(open.Spots) {
		return setup.Setup{}, input.Fault("spot", "Spot: there is no number %d in the plan.", q.Spot+1)
	}
	return open.At(q.Spot, q.Now)
}

// call looks at how the heads stand and says what is to be done.
func (d Desk) call(ctx context.Context, q Aboard, out *Weight, choice units.Choice) error {
	a, j := out.Answer, follow.Judged{Wanted: out.Setup.Approach.Sure}
	if a.Pick >= 0 {
		j.Pick = a.Heads[a.Pick].Mass
	}
	if i := headOf(a, q.Watch.Tied); i >= 0 {
		j.Tied = a.Heads[i].Sure
	}
	was := out.Watch
	out.Watch, out.Call = was.Step(j, out.Setup, q.Now)
	path := ""
	if out.Call.Kind == follow.Change {
		var err error
		if path, err = d.reason(ctx, was, out.Setup, out.Call.Mass); err != nil {
			return err
		}
	}
	out.Call.Words = out.Call.Say(was, out.Setup, path, q.Now, choice)
	if i := headOf(a, out.Call.Mass); i >= 0 {
		out.Brief, out.Hold = a.Heads[i].Brief, a.Heads[i].Held+"."
	} else {
		out.Brief = a.Brief
	}
	return nil
}

func headOf(a *advice.Answer, mass float64) int {
	return slices.IndexFunc(a.Heads, func(h advice.Head) bool { return h.Mass == mass })
}

// reason is the path of what has changed that asks for another head: were that alone as it
// was, the head on the line would be surer, or a lighter one that is called for less sure;
// "" where none by itself makes it so.
func (d Desk) reason(ctx context.Context, w follow.Watch, in setup.Setup, next float64) (string, error) {
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return "", err
	}
	ctx = mechanics.WithBudget(ctx, answerWork)
	mass, better := w.Tied, 1.0
	if next < w.Tied {
		mass, better = next, -1
	}
	sure := func(s setup.Setup) (float64, error) {
		if _, err := known.inform(ctx, &s, nil); err != nil {
			return 0, err
		}
		a := known.adviser(s)
		c, err := trial.New(s, a.Known)
		if err != nil {
			return 0, err
		}
		h, err := a.Bench.Judge(ctx, c, mass)
		return better * h.Sure, err
	}
	most, err := sure(in)
	if err != nil {
		return "", err
	}
	path := ""
	for _, r := range w.Reasons(in) {
		if r.With.Validate(nil) != nil {
			continue
		}
		then, err := sure(r.With)
		if err != nil {
			return "", err
		}
		if then > most {
			path, most = r.Path, then
		}
	}
	return path, nil
}
