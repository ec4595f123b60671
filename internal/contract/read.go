package contract

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"dunvel/core/advice"
	"dunvel/core/care"
	"dunvel/core/explore/outfit"
	"dunvel/core/input"
	"dunvel/core/practice"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/tackle"
	"dunvel/core/units"
	"dunvel/internal/answers"
)

// ReadQuantity reads what was typed into a field. Errors are setup.Errors.
func ReadQuantity(r ReadQuantityParams) (q Quantity, err error) {
	all := fields()
	i := slices.IndexFunc(all, func(f setup.Field) bool { return f.Path == r.Field && f.Measure != "" })
	if i < 0 {
		return q, input.Fault("field", "There is no field “%s” that takes a number.", r.Field)
	}
	field := all[i]
	choice := units.Choice{}
	if r.Unit != nil {
		choice[field.Measure] = *r.Unit
		if err := choice.Validate(); err != nil {
			return q, input.Fault("unit", "“%s” is not a unit of this field.", *r.Unit)
		}
	}
	switch {
	case field.Zero != "" && strings.EqualFold(strings.TrimSpace(r.Text), field.Zero):
	case field.Measure == "diameter" && r.Material != nil:
		q.Value, q.Estimated, err = tackle.LineSize(r.Text, *r.Material, choice.Unit(field.Measure))
	case field.Path == "heads":
		err = q.list(r.Text, field, choice)
	default:
		err = q.typed(r, field, choice)
	}
	if err != nil {
		return q, input.Fault(field.Path, "%s: %s.", field.Label, err)
	}
	if message := field.Check(q.Value, choice); message != "" {
		return q, input.Fault(field.Path, "%s", message)
	}
	return q, nil
}

// list reads weights as they are listed.
func (q *Quantity) list(text string, field setup.Field, choice units.Choice) error {
	values, err := units.ParseList(text, choice.Unit(field.Measure))
	if err != nil {
		return err
	}
	for _, v := range values {
		if q.Value = v; field.Check(v, choice) != "" {
			return nil // it is told of this one
		}
	}
	slices.Sort(values)
	values = slices.Compact(values)
	q.Values = &values
	return nil
}

// typed reads a number, or a range: of the weights that a rod casts both ends are set, of
// a speed how well it is known too, and of others it is the middle.
func (q *Quantity) typed(r ReadQuantityParams, field setup.Field, choice units.Choice) error {
	bare, perTurn := choice.Unit(field.Measure), 0.0
	if r.PerTurn != nil {
		perTurn = *r.PerTurn
	}
	v, err := units.ParseTyped(r.Text, bare.Dimension, bare, perTurn)
	if err != nil {
		return err
	}
	if q.Value = v.Value; !v.IsRange() {
		return nil
	}
	show := func(base float64) string { return choice.Show(field.Measure, base) }
	switch field.Path {
	case "rod.least", "rod.most":
		q.Also = &map[string]float64{"rod.least": v.Low, "rod.most": v.High}
		if q.Value = v.Low; field.Path == "rod.most" {
			q.Value = v.High
		}
		q.Words = fmt.Sprintf("It casts %s to %s.", show(v.Low), show(v.High))
		return nil
	case "flow.speed", "boat.speed":
		known := strings.TrimSuffix(field.Path, "speed") + "spread"
		q.Also = &map[string]float64{known: min((v.High-v.Low)/2/v.Value/spread.Reach, 1)}
	}
	q.Words = fmt.Sprintf("%s is the middle of %s to %s.", show(v.Value), show(v.Low), show(v.High))
	return nil
}

// ChosenUnits is a choice of units, if all of them are units. Errors are setup.Errors.
func ChosenUnits(u *Units) (units.Choice, error) {
	if u == nil {
		return nil, nil
	}
	if err := u.Validate(); err != nil {
		return nil, input.Fault("units", "Units: %s.", err)
	}
	return *u, nil
}

// Outfits are what a setup is compared with. Errors are setup.Errors.
func (c Comparison) Outfits() ([]outfit.Outfit, error) {
	var out []outfit.Outfit
	for i, other := range c.Against {
		switch {
		case other.Variant != nil:
			o, ok := advice.Vary(c.Setup, *other.Variant)
			if !ok {
				return nil, input.Fault(fmt.Sprintf("against.%d.variant", i), "There is no change “%s”.",
					*other.Variant)
			}
			out = append(out, o)
		case other.Setup != nil && other.Name != nil:
			out = append(out, outfit.Outfit{Name: *other.Name, Setup: *other.Setup})
		default:
			return nil, input.Fault(fmt.Sprintf("against.%d", i),
				"Compare with a change of one part, or with another setup and its name.")
		}
	}
	return out, nil
}

// Question is which round is asked for.
func (q RoundQuestion) Question() practice.Question {
	return practice.Question{Setup: q.Setup, Mass: q.Mass, Game: string(q.Game), Seed: q.Seed}
}

// Made is the call.
func (c RoundCall) Made() practice.Made {
	out := practice.Made{At: c.At}
	if c.Distance != nil && c.Bearing != nil {
		out.Distance, out.Bearing = *c.Distance, *c.Bearing
	}
	return out
}

// Aboard is the question for the weight at a time.
func (q AboardQuestion) Aboard(now time.Time) answers.Aboard {
	out := answers.Aboard{Setup: q.Setup, Plan: q.Plan, State: q.State, Toward: q.Toward, Stay: q.Stay != nil &&
		*q.Stay, Now: now}
	if q.Spot != nil {
		out.Spot = *q.Spot
	}
	if q.Held != nil {
		out.Held = *q.Held
	}
	if q.Watch != nil {
		out.Watch = *q.Watch
	}
	if q.Tied != nil {
		out.Tied = *q.Tied
	}
	return out
}

// Answer is what to mind. Errors are setup.Errors.
func (q CautionsQuestion) Answer() (Cautions, error) {
	choice, err := ChosenUnits(q.Units)
	if err != nil {
		return Cautions{}, err
	}
	if err := advice.Check(q.Setup, choice); err != nil {
		return Cautions{}, err
	}
	c := care.Case{Setup: q.Setup}
	if q.Mass != nil {
		c.Mass = *q.Mass
	}
	if q.Place != nil {
		c.Place = *q.Place
	}
	return Cautions{Now: care.Of(c, choice), All: care.All(choice)}, nil
}
