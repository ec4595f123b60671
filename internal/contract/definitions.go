package contract

import (
	"slices"

	"dunvel/core/advice"
	"dunvel/core/begin"
	"dunvel/core/box"
	"dunvel/core/catalogue"
	"dunvel/core/droptest"
	"dunvel/core/guide"
	"dunvel/core/lead"
	"dunvel/core/logbook"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/units"
)

// Define is what there is to choose from and to fill in.
func Define() Definitions {
	d := Definitions{Defaults: setup.Default(), MaxHeads: setup.MaxHeads}
	for _, m := range units.Measures() {
		d.Measures = append(d.Measures, Measure{Name: m.Name, Symbols: m.Symbols, Digits: m.Digits, Example: m.Example})
	}
	for _, u := range units.All() {
		d.Units = append(d.Units, Unit{Symbol: u.Symbol, Scale: u.Scale, Offset: u.Offset, Fractions: u.Fractions})
	}
	for _, f := range fields() {
		d.Fields = append(d.Fields, fieldOf(f))
	}
	for _, a := range technique.Actions() {
		paths := []string{}
		for _, f := range a.Fields {
			paths = append(paths, f.Path)
		}
		d.Actions = append(d.Actions, ActionDescription{Kind: string(a.Kind), Label: a.Label, Words: a.Words,
			Fields: paths, Usual: a.Usual})
	}
	for _, p := range technique.Presets() {
		d.Techniques = append(d.Techniques,
			Technique{Key: p.Key, Name: p.Name, Words: p.Words, Programme: p.Programme.Whole()})
	}
	for _, v := range advice.Variants() {
		d.Variants = append(d.Variants, VariantDescription{Key: v.Key, Name: v.Name})
	}
	for _, kind := range box.Kinds() {
		d.Box = append(d.Box, boxKind(kind))
	}
	for _, k := range begin.Kinds() {
		d.Begins = append(d.Begins, Begin{Key: k.Key, Name: k.Name, Says: k.Says, Setup: k.Setup})
	}
	for _, q := range begin.Questions() {
		d.Questions = append(d.Questions, BeginQuestion{Asks: q.Asks, Fields: q.Fields})
	}
	d.Parts = rigging.DescribeParts()
	d.Groups, d.Places, d.Holds = setup.Groups(), droptest.Places, droptest.Holds
	d.Spots, d.Clarities = logbook.SpotKinds, logbook.Clarities
	for _, of := range []struct {
		field string
		words []catalogue.Word
	}{{"flow.speed", catalogue.CurrentWords}, {"wind.speed", catalogue.WindWords}} {
		for _, w := range of.words {
			d.Words = append(d.Words, Word{Field: of.field, Word: w.Name, Value: w.Speed.Number})
		}
	}
	return d
}

// DefineGuide is what a stranger to the job reads.
func DefineGuide() Guide {
	var g Guide
	for _, t := range guide.Terms() {
		g.Terms = append(g.Terms, Term{Key: t.Key, Name: t.Name, Words: t.Words, Formula: t.Formula, Source: t.Source})
	}
	for _, p := range guide.Pages() {
		g.Pages = append(g.Pages, GuidePage{
			Key: p.Key, Name: p.Name, Rig: p.Rig, Says: p.Says, How: p.How, Check: p.Check, Take: p.Take,
			Strike: p.Strike, Change: p.Change,
			Mistake: p.Mistake, Setup: p.Setup, Mass: p.Mass, Right: p.Right.Whole(), Wrong: p.Wrong.Whole(),
		})
	}
	return g
}

// boxKind translates a kind of item.
func boxKind(of box.Description) BoxKind {
	out := BoxKind{Kind: BoxKindKind(of.Kind), Label: of.Label}
	for _, c := range of.Columns {
		out.Columns = append(out.Columns, BoxColumn{Key: c.Key, Label: c.Label, Type: BoxColumnType(c.Type),
			Measure: c.Measure, Zero: c.Zero, Options: append([]string{}, c.Options...)})
	}
	return out
}

// fieldOf translates a field.
func fieldOf(f setup.Field) Field {
	out := Field{Path: f.Path, Label: f.Label, Means: f.Means, Group: f.Group, Essential: f.Essential, Dial: f.Dial,
		Type:    FieldType(f.Type()),
		Measure: f.Measure, Min: f.Min, Max: f.Max, Zero: f.Zero, Options: []Option{}, When: [][]Condition{}}
	for _, o := range f.Options {
		says := f.Says[o]
		if says == "" {
			says = o
		}
		out.Options = append(out.Options, Option{Value: o, Says: says})
	}
	for _, either := range f.When {
		var any []Condition
		for _, c := range either {
			condition := Condition{Field: c.Field, More: c.More, On: c.On}
			if c.Is != nil {
				condition.Is = &c.Is
			}
			any = append(any, condition)
		}
		out.When = append(out.When, any)
	}
	return out
}

// fields are those of setups, of actions, of drop tests and of the log.
func fields() []setup.Field {
	return slices.Concat(setup.Fields(), setup.PartFields(), technique.Fields(), droptest.Fields(), logbook.Fields(),
		lead.Fields())
}
