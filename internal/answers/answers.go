package answers

import (
	"context"

	"dunvel/core/advice"
	"dunvel/core/advice/notes"
	"dunvel/core/box"
	"dunvel/core/explore"
	"dunvel/core/explore/outfit"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Desk answers questions by what a source knows. Errors of its methods are setup.Errors
// and those of the core for what cannot be asked, mechanics.ErrBudget for what takes too
// much work, those of the source, and that of a context that has ended.
type Desk struct{ From Source }

// asked is what is known and an adviser for a setup, in which what is known is set.
func (d Desk) asked(ctx context.Context, s *setup.Setup) (*Knowledge, advice.Adviser, error) {
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return nil, advice.Adviser{}, err
	}
	_, err = known.inform(ctx, s, nil)
	return known, known.adviser(*s), err
}

// Answer is which head to tie on. How many of each are in the box is told with it, and
// how it stands with the one to tie on is one of its notes.
func (d Desk) Answer(ctx context.Context, s setup.Setup, choice units.Choice) (*advice.Answer, error) {
	return d.AnswerEarly(ctx, s, choice, nil)
}

// AnswerEarly is Answer, of which early gets a draft first where it is given.
func (d Desk) AnswerEarly(ctx context.Context, s setup.Setup, choice units.Choice,
	early *advice.Early) (*advice.Answer, error) {
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return nil, err
	}
	told, err := known.inform(ctx, &s, choice)
	if err != nil {
		return nil, err
	}
	own := func(a *advice.Answer) { known.add(a, s, told, choice) }
	var draft *advice.Early
	if early != nil {
		draft = &advice.Early{Looked: early.Looked, Tell: func(a *advice.Answer) { own(a); early.Tell(a) }}
	}
	a, err := known.adviser(s).AnswerEarly(mechanics.WithBudget(ctx, answerWork), s, choice, draft)
	if err != nil {
		return nil, err
	}
	own(a)
	return a, nil
}

// add adds to an answer what is known beside it: what was measured of the bait, what is
// learnt of the angler, and what is in the box.
func (k *Knowledge) add(a *advice.Answer, s setup.Setup, told informed, choice units.Choice) {
	if told.drag != "" {
		a.Notes = append(a.Notes, notes.Note{Kind: "drag", Words: told.drag})
		a.Facts = append(a.Facts, advice.Fact{Name: "drag", Short: "measured", Words: told.drag})
	}
	if told.own != "" {
		a.Notes = append(a.Notes, notes.Note{Kind: "own", Words: told.own})
		a.Facts = append(a.Facts, advice.Fact{Name: "your hand", Short: "by your log", Words: told.own})
	}
	for i := range a.Heads {
		a.Heads[i].Owned = box.Count(k.Items, a.Heads[i].Mass, box.LikeOf(s))
	}
	if a.Pick < 0 {
		return
	}
	if words, low := box.Stock(k.Items, a.Heads[a.Pick].Mass, box.LikeOf(s), choice); words != "" {
		a.Notes = append(a.Notes, notes.Note{Kind: "box", Caution: low, Words: words})
		if !low {
			a.Facts = append(a.Facts, advice.Fact{Name: "in the box", Words: words})
		}
	}
}

// Changes are what would change the answer.
func (d Desk) Changes(ctx context.Context, s setup.Setup, choice units.Choice) ([]advice.Change, error) {
	_, adviser, err := d.asked(ctx, &s)
	if err != nil {
		return nil, err
	}
	return adviser.Changes(mechanics.WithBudget(ctx, changesWork), s, choice)
}

// Doubts are where the range of the answer comes from.
func (d Desk) Doubts(ctx context.Context, s setup.Setup, choice units.Choice) (*advice.Doubts, error) {
	_, adviser, err := d.asked(ctx, &s)
	if err != nil {
		return nil, err
	}
	return adviser.Doubts(mechanics.WithBudget(ctx, answerWork), s, choice)
}

// Compare is what outfits do in the water of a setup, its own first. What they cost is by
// the prices in the box.
func (d Desk) Compare(ctx context.Context, s setup.Setup, others []outfit.Outfit,
	choice units.Choice) ([]advice.Compared, error) {
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return nil, err
	}
	outfits := append([]outfit.Outfit{{Name: "This one", Setup: s}}, others...)
	for i := range outfits {
		if _, err := known.inform(ctx, &outfits[i].Setup, nil); err != nil {
			return nil, err
		}
	}
	out, err := known.adviser(s).Compare(mechanics.WithBudget(ctx, compareWork), s, outfits, choice)
	if err != nil {
		return nil, err
	}
	for i, c := range out {
		head := outfits[i].Setup.Head
		out[i].Cost = box.Cost(known.Items, c.Pick, head.Shape, head.Material)
	}
	return out, nil
}

// TryRules is where rules of thumb agree with the engine, and where not.
func (d Desk) TryRules(ctx context.Context, s setup.Setup, rules string, choice units.Choice) ([]advice.Trial, error) {
	_, adviser, err := d.asked(ctx, &s)
	if err != nil {
		return nil, err
	}
	return adviser.TryRules(mechanics.WithBudget(ctx, rulesWork), s, rules, choice)
}

// Chart is which head to tie on over two fields, to be worked out by Run.
func (d Desk) Chart(ctx context.Context, s setup.Setup, x, y string, choice units.Choice) (*Chart, error) {
	known, adviser, err := d.asked(ctx, &s)
	if err != nil {
		return nil, err
	}
	if err := advice.Check(s, choice); err != nil {
		return nil, err
	}
	chart, err := adviser.NewChart(s, x, y, choice)
	if err != nil {
		return nil, err
	}
	known.charts.resume(chart)
	return &Chart{chart, known.charts}, nil
}

// Chart is a chart that is worked out as it is sent.
type Chart struct {
	charting *explore.Charting
	kept     *keptCharts
}

// Axes are the chart without its cells.
func (c *Chart) Axes() *explore.Chart { return &c.charting.Chart }

// Run works the cells out, the coarse ones first, and gives each to emit as it comes: those first that were worked
// out when it was asked for before.
func (c *Chart) Run(ctx context.Context, emit func(explore.Cell) error) error {
	defer c.kept.keep(c.charting)
	return c.charting.Run(mechanics.WithBudget(ctx, chartWork), emit)
}
