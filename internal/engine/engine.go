// Package engine answers the contract's questions from JSON to JSON, without a server: it
// is what a page works with whose server is out of reach. It holds no rules of the job.
package engine

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"time"

	"dunvel/core/day"
	"dunvel/core/explore"
	"dunvel/core/setup"
	"dunvel/core/units"
	"dunvel/internal/answers"
	"dunvel/internal/contract"
)

// questions are those that are answered, by their paths in the contract.
var questions = map[string]func(context.Context, answers.Desk, []byte) (any, error){
	"/definitions": func(context.Context, answers.Desk, []byte) (any, error) { return contract.Define(), nil },
	"/quantities": question(func(_ context.Context, _ answers.Desk, q contract.ReadQuantityParams) (any, error) {
		return contract.ReadQuantity(q)
	}),
	"/guide": func(context.Context, answers.Desk, []byte) (any, error) { return contract.DefineGuide(), nil },
	"/cautions": question(func(_ context.Context, _ answers.Desk, q contract.CautionsQuestion) (any, error) {
		return q.Answer()
	}),
	"/answers": asked(answers.Desk.Answer),
	"/changes": asked(answers.Desk.Changes),
	"/cards":   asked(answers.Desk.CountDown),
	"/doubts":  asked(answers.Desk.Doubts),
	"/drops": question(func(ctx context.Context, d answers.Desk, q contract.DropQuestion) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) {
			return d.PlayDrops(ctx, q.Setup, q.Heads, q.Programme, choice)
		})
	}),
	"/comparisons": question(func(ctx context.Context, d answers.Desk, q contract.Comparison) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) {
			others, err := q.Outfits()
			if err != nil {
				return nil, err
			}
			return d.Compare(ctx, q.Setup, others, choice)
		})
	}),
	"/rules": question(func(ctx context.Context, d answers.Desk, q contract.RulesQuestion) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) {
			return d.TryRules(ctx, q.Setup, q.Rules, choice)
		})
	}),
	"/rounds": question(func(ctx context.Context, d answers.Desk, q contract.RoundQuestion) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) { return d.Round(ctx, q.Question(), choice) })
	}),
	"/rounds/calls": question(func(ctx context.Context, d answers.Desk, q contract.RoundCall) (any, error) {
		return inUnits(q.Question.Units, func(choice units.Choice) (any, error) {
			return d.Call(ctx, q.Question.Question(), q.Made(), choice)
		})
	}),
	"/live/weights": question(func(ctx context.Context, d answers.Desk, q contract.AboardQuestion) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) {
			return d.Follow(ctx, q.Aboard(time.Now()), choice)
		})
	}),
	"/days": question(func(ctx context.Context, d answers.Desk, q contract.DayQuestion) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) { return wholeDay(ctx, d, q, choice) })
	}),
	"/leads": question(func(ctx context.Context, d answers.Desk, q contract.LeadQuestion) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) { return d.Lead(ctx, q.Setup, q.Fish, choice) })
	}),
	"/charts": question(func(ctx context.Context, d answers.Desk, q contract.ChartQuestion) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) { return wholeChart(ctx, d, q, choice) })
	}),
}

// wholeChart works a map out and gives all of it at once.
func wholeChart(ctx context.Context, d answers.Desk, q contract.ChartQuestion, choice units.Choice) (any, error) {
	chart, err := d.Chart(ctx, q.Setup, q.X, q.Y, choice)
	if err != nil {
		return nil, err
	}
	cells, done := []explore.Cell{}, true
	err = chart.Run(ctx, func(c explore.Cell) error {
		cells = append(cells, c)
		return nil
	})
	return []contract.ChartLine{{Chart: chart.Axes()}, {Cells: &cells, Done: &done}}, err
}

// wholeDay works a day out and gives all of it at once.
func wholeDay(ctx context.Context, d answers.Desk, q contract.DayQuestion, choice units.Choice) (any, error) {
	planned, err := d.Day(ctx, q.Plan, choice)
	if err != nil {
		return nil, err
	}
	hours := []day.Hour{}
	worked, err := planned.Run(ctx, func(h day.Hour) error {
		hours = append(hours, h)
		return nil
	})
	return []contract.DayLine{{Sky: planned.Sky()}, {Hours: &hours}, {Result: worked}}, err
}

// asked is a question that is a setup and nothing more.
func asked[A any](answer func(answers.Desk, context.Context, setup.Setup, units.Choice) (A, error)) func(
	context.Context, answers.Desk, []byte) (any, error) {
	return question(func(ctx context.Context, d answers.Desk, q contract.Question) (any, error) {
		return inUnits(q.Units, func(choice units.Choice) (any, error) { return answer(d, ctx, q.Setup, choice) })
	})
}

// inUnits answers in the units that were chosen, where there are such.
func inUnits(chosen *contract.Units, answer func(units.Choice) (any, error)) (any, error) {
	choice, err := contract.ChosenUnits(chosen)
	if err != nil {
		return nil, err
	}
	return answer(choice)
}

// question reads what is asked for.
func question[Q any](answer func(context.Context, answers.Desk, Q) (any, error)) func(context.Context, answers.Desk,
	[]byte) (any, error) {
	return func(ctx context.Context, d answers.Desk, body []byte) (any, error) {
		var q Q
		in := json.NewDecoder(bytes.NewReader(body))
		in.DisallowUnknownFields()
		if err := in.Decode(&q); err != nil {
			return nil, unread{err}
		}
		return answer(ctx, d, q)
	}
}

// unread is a question that cannot be read.
type unread struct{ error }

// Ask answers the question of a path, as its server would: with a status and a body. What
// is known is JSON of answers.Knowledge; empty is nothing.
func Ask(ctx context.Context, path string, body, known []byte) (status int, out []byte) {
	answer, err := ask(ctx, path, body, known)
	status = contract.StatusOK
	if err != nil {
		p := problem(err)
		status, answer = p.Status, p
	}
	out, err = json.Marshal(answer)
	if err != nil { // there is nothing in it that JSON does not know
		return contract.StatusFault, []byte("{}")
	}
	return status, out
}

func ask(ctx context.Context, path string, body, known []byte) (any, error) {
	answer, ok := questions[path]
	if !ok {
		return nil, errNoQuestion
	}
	k := &answers.Knowledge{}
	if len(known) > 0 {
		if err := json.Unmarshal(known, k); err != nil {
			return nil, unread{err}
		}
	}
	return answer(ctx, answers.Desk{From: k}, body)
}

var errNoQuestion = errors.New("engine: there is no such question")

func problem(err error) contract.Problem {
	if p, ok := contract.Describe(err); ok {
		return p
	}
	var not unread
	switch {
	case errors.As(err, &not):
		return contract.Tell(contract.StatusUnread, "Not as the contract has it", "The request cannot be read: "+
			not.Error()+".")
	case errors.Is(err, errNoQuestion):
		return contract.Tell(contract.StatusNone, "Not there", "There is no such question without a server.")
	case errors.Is(err, context.Canceled):
		return contract.Tell(contract.StatusNotNow, "Stopped", "It was stopped before it was answered.")
	}
	return contract.Tell(contract.StatusFault, "Something broke", "That is a fault of Dunvel, not of the input.")
}
