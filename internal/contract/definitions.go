package contract

import (
	"slices"

	"dunvel/core/advice"
	"dunvel/core/box"
	"dunvel/core/catalogue"
	"dunvel/core/measure"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/trip"
	"dunvel/core/units"
)

// Define is what there is to choose from and to fill in.
func Define() Definitions {
	d := Definitions{Defaults: setup.Default(), MaxHeads: setup.MaxHeads}
	for _, m := range units.Measures() {
		d.Measures = append(d.Measures, Measure{Name: m.Name, Symbols: m.Symbols, Digits: m.Digits})
	}
	for _, u := range units.All() {
		d.Units = append(d.Units, Unit{Symbol: u.Symbol, Scale: u.Scale, Offset: u.Offset, Fractions: u.Fractions})
	}
	for _, f := range fields() {
		d.Fields = append(d.Fields, Field{Path: f.Path, Label: f.Label, Measure: f.Measure, Min: f.Min, Max: f.Max, Zero: f.Zero, Options: listed(f.Options)})
	}
	for _, a := range technique.Actions() {
		paths := []string{}
		for _, f := range a.Fields {
			paths = append(paths, f.Path)
		}
		d.Actions = append(d.Actions, ActionDescription{Kind: string(a.Kind), Label: a.Label, Words: a.Words, Fields: paths, Usual: a.Usual})
	}
	for _, p := range technique.Presets() {
		d.Techniques = append(d.Techniques, Technique{Key: p.Key, Name: p.Name, Words: p.Words, Programme: p.Programme.Whole()})
	}
	for _, v := range advice.Variants() {
		d.Variants = append(d.Variants, VariantDescription{Key: v.Key, Name: v.Name})
	}
	for _, kind := range box.Kinds() {
		d.Box = append(d.Box, boxKind(kind))
	}
	d.Places, d.Holds = measure.Places, measure.Holds
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

// boxKind translates a kind of item.
func boxKind(of box.Description) BoxKind {
	out := BoxKind{Kind: of.Kind, Label: of.Label}
	for _, c := range of.Columns {
		out.Columns = append(out.Columns, BoxColumn{Key: c.Key, Label: c.Label, Type: c.Type, Measure: c.Measure, Zero: c.Zero, Options: listed(c.Options)})
	}
	return out
}

// listed is a list that is there, though it may be empty.
func listed(options []string) []string {
	if options == nil {
		return []string{}
	}
	return options
}

// fields are those of setups, of actions, of drop tests and of the log.
func fields() []setup.Field {
	return slices.Concat(setup.Fields(), technique.Fields(), measure.Fields(), trip.Fields())
}
