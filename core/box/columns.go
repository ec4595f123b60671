package box

import (
	"fmt"
	"sort"
	"strconv"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/units"
)

// Column is one thing that is told of a kind of item. Just one of number,
// choice, flag and text is there.
type Column struct {
	Key      string // as in JSON
	Label    string
	Measure  string   // of a number; "" for one that is just a number
	Min, Max float64  // of a number
	Zero     string   // what an empty cell means, where it may be empty
	Options  []string // of a choice; the first is what an empty cell means
	Type     string   // "number", "choice", "flag" or "text"

	number func(*Item) *float64
	choice func(*Item) *string
	flag   func(*Item) *bool
}

// Types are those of columns.
var Types = []string{"number", "choice", "flag", "text"}

// Description is a kind of item with its columns, in the order in which they
// are filled in.
type Description struct {
	Kind    string
	Label   string
	Columns []Column
}

func number(key, label, measure string, low, high float64, zero string, get func(*Item) *float64) Column {
	return Column{Key: key, Label: label, Measure: measure, Min: low, Max: high, Zero: zero, Type: "number",
		number: get}
}

func choice(key, label string, options []string, get func(*Item) *string) Column {
	return Column{Key: key, Label: label, Options: options, Type: "choice", choice: get}
}

// flag is a yes or no; sd is how well something is known where it is no.
func flag(key, label string, sd float64, get func(*Item) *bool) Column {
	zero := "no"
	if sd > 0 {
		zero = fmt.Sprintf("no: ± %.0f %%", 100*sd)
	}
	return Column{Key: key, Label: label, Zero: zero, Type: "flag", flag: get}
}

func text(key, label string, get func(*Item) *string) Column {
	return Column{Key: key, Label: label, Type: "text", choice: get}
}

// first is options with the usual one in front.
func first[V any](usual string, options map[string]V) []string {
	out := []string{}
	for k := range options {
		if k != usual {
			out = append(out, k)
		}
	}
	sort.Strings(out)
	return append([]string{usual}, out...)
}

var (
	mass     = func(i *Item) *float64 { return &i.Mass }
	material = func(i *Item) *string { return &i.Material }
	wires    = []string{"standard", "fine", "heavy"}
	count    = number("count", "Count", "", 0, 10000, "none left", func(i *Item) *float64 { return &i.Count })
	price    = number("price", "Price of one", "", 0, 10000, "not given", func(i *Item) *float64 { return &i.Price })
	note     = text("note", "Note", func(i *Item) *string { return &i.Note })
)

var kinds = []Description{
	{Head, "Heads", []Column{
		number("mass", "Weight", "mass", 0, 0.5, "", mass),
		choice("shape", "Shape", first("ball", catalogue.HeadShapes), func(i *Item) *string { return &i.Shape }),
		choice("material", "Metal", first("lead", tackle.HeadMaterials), material),
		choice("hook", "Hook", hooks(), func(i *Item) *string { return &i.Hook }),
		choice("wire", "Wire", wires, func(i *Item) *string { return &i.Wire }),
		flag("weighed", "Weighed", judgement.MarkedSpread.Spread, func(i *Item) *bool { return &i.Weighed }),
		flag("guard", "Guard", 0, func(i *Item) *bool { return &i.Guard }),
		text("keeper", "Keeper", func(i *Item) *string { return &i.Keeper }),
		count, price, note,
	}},
	{Bait, "Baits", []Column{
		choice("form", "Form", first("paddle tail", catalogue.BaitForms), func(i *Item) *string { return &i.Form }),
		number("length", "Length", "size", 0.01, 0.4, "", func(i *Item) *float64 { return &i.Length }),
		choice("body", "Made of", first("plain", catalogue.BaitDensity), func(i *Item) *string { return &i.Body }),
		number("mass", "Weighed", "mass", 0, 0.3, "not weighed", mass),
		count,
		number("trimmed", "Cut off", "size", 0, 0.3, "nothing", func(i *Item) *float64 { return &i.Trimmed }),
		flag("noTail", "Tail off", 0, func(i *Item) *bool { return &i.NoTail }),
		number("fishFor", "Fish per bait", "", 0, 1000, "not known", func(i *Item) *float64 { return &i.FishFor }),
		price, note,
		number("width", "Width, measured", "size", 0, 0.15, "by its form", func(i *Item) *float64 { return &i.Width }),
		number("height", "Height, measured", "size", 0, 0.15, "by its form",
			func(i *Item) *float64 { return &i.Height }),
	}},
	{Line, "Lines and leaders", []Column{
		choice("use", "Use", []string{"line", "leader", "wire trace"}, func(i *Item) *string { return &i.Use }),
		choice("material", "Material", first("braid", tackle.LineMaterials), material),
		number("diameter", "Diameter or label", "diameter", tackle.MinDiameter, tackle.MaxDiameter, "",
			func(i *Item) *float64 { return &i.Diameter }),
		flag("measured", "Measured", judgement.PrintedSpread.Spread, func(i *Item) *bool { return &i.Measured }),
		number("strength", "Breaks at", "strength", 0, 200, "from its diameter",
			func(i *Item) *float64 { return &i.Strength }),
		text("since", "On since", func(i *Item) *string { return &i.Since }),
		number("left", "Left", "depth", 0, 5000, "not known", func(i *Item) *float64 { return &i.Left }),
		price, note,
	}},
	{Rod, "Rods", []Column{
		number("length", "Length", "depth", 0.5, 6, "", func(i *Item) *float64 { return &i.Length }),
		number("least", "Casts from", "mass", 0, 1, "not given", func(i *Item) *float64 { return &i.Least }),
		number("most", "Casts up to", "mass", 0, 1, "not given", func(i *Item) *float64 { return &i.Most }),
		number("strength", "Line class", "strength", 0, 50, "not given", func(i *Item) *float64 { return &i.Strength }),
		note,
	}},
	{Hook, "Hooks", []Column{
		choice("hook", "Size", hooks(), func(i *Item) *string { return &i.Hook }),
		choice("wire", "Wire", wires, func(i *Item) *string { return &i.Wire }),
		count, price, note,
	}},
	{Sinker, "Sinkers and shot", []Column{
		number("mass", "Weight", "mass", 0.01e-3, 0.5, "", mass),
		choice("material", "Metal", first("lead", tackle.HeadMaterials), material),
		count, price, note,
	}},
	{Float, "Floats", []Column{
		number("mass", "Carries", "mass", 0.1e-3, 0.2, "", mass),
		count, price, note,
	}},
}

// hooks by size, a usual one first.
func hooks() []string {
	out := []string{"1/0"}
	for _, size := range catalogue.HookSizes {
		if size != "1/0" {
			out = append(out, size)
		}
	}
	return out
}

// Kinds describes every kind of item.
func Kinds() []Description { return append([]Description(nil), kinds...) }

// columnsOf are the columns of a kind, and whether there is one.
func columnsOf(kind string) ([]Column, bool) {
	for _, d := range kinds {
		if d.Kind == kind {
			return d.Columns, true
		}
	}
	return nil, false
}

// check is why value is outside the limits of c, in the units of choice, or "".
func (c Column) check(value float64, choice units.Choice) string {
	f := setup.Field{Label: c.Label, Measure: c.Measure, Min: c.Min, Max: c.Max}
	return f.CheckShown(value, func(measure string, v float64) string {
		if measure == "" {
			return strconv.FormatFloat(v, 'f', -1, 64)
		}
		return choice.Show(measure, v)
	})
}
