package setup

import (
	"slices"
	"sort"
)

// Field describes one thing of a setup: what it is called, its limits or what there is to
// choose from, and for which setups it matters. Number, choice or flag is there.
type Field struct {
	Path      string // as in JSON: "water.depth"
	Label     string
	Means     string // more about it, where the label does not say all; SI units
	Group     string // of those that are filled in together
	Essential bool   // without it an answer is not one's own
	Dial      bool   // it changes on the water, and is set with a thumb there
	Measure   string // units measure of a number; empty for others
	Min, Max  float64
	Zero      string            // what 0 means, where it is not just a small number
	Options   []string          // of a choice
	Says      map[string]string // options in more words than they are kept in
	// Where the field matters: all of these hold, of each the one or the other.
	When []Either

	number func(*Setup) *float64
	choice func(*Setup) *string
	flag   func(*Setup) *bool
}

// Either is that one of some conditions holds.
type Either []Condition

// Condition is that a choice is one of some, a number is above 0 or not, or a yes or no is
// what it says.
type Condition struct {
	Field string
	Is    []string
	More  *bool
	On    *bool
}

// The types of fields.
const (
	Number = "number"
	Choice = "choice"
	Flag   = "yes or no"
)

// Type is which of them a field is.
func (f Field) Type() string {
	switch {
	case f.flag != nil:
		return Flag
	case f.Options != nil:
		return Choice
	}
	return Number
}

// Set sets the number of f in a setup, whatever its limits.
func (f Field) Set(s *Setup, value float64) { *f.number(s) = value }

// Choose sets the choice of f in a setup, whatever its options.
func (f Field) Choose(s *Setup, option string) { *f.choice(s) = option }

// Switch sets the yes or no of f in a setup.
func (f Field) Switch(s *Setup, on bool) { *f.flag(s) = on }

// Value is what f is in a setup: a float64, a string or a bool.
func (f Field) Value(s Setup) any {
	switch f.Type() {
	case Flag:
		return *f.flag(&s)
	case Choice:
		return *f.choice(&s)
	}
	return *f.number(&s)
}

// Applies tells whether f matters for a setup.
func (f Field) Applies(s Setup) bool {
	for _, either := range f.When {
		if !slices.ContainsFunc(either, func(c Condition) bool { return c.holds(s) }) {
			return false
		}
	}
	return true
}

func (c Condition) holds(s Setup) bool {
	of := LookupField(c.Field)
	switch {
	case c.Is != nil:
		return slices.Contains(c.Is, *of.choice(&s))
	case c.More != nil:
		return *of.number(&s) > 0 == *c.More
	}
	return *of.flag(&s) == *c.On
}

func is(path string, options ...string) Condition { return Condition{Field: path, Is: options} }
func more(path string) Condition                  { return Condition{Field: path, More: new(true)} }
func none(path string) Condition                  { return Condition{Field: path, More: new(false)} }
func on(path string) Condition                    { return Condition{Field: path, On: new(true)} }

func number(path, label, measure string, low, high float64, get func(*Setup) *float64) *Field {
	return &Field{Path: path, Label: label, Measure: measure, Min: low, Max: high, number: get}
}

func choice(path, label string, options []string, get func(*Setup) *string) *Field {
	return &Field{Path: path, Label: label, Options: options, choice: get}
}

func flag(path, label string, get func(*Setup) *bool) *Field {
	return &Field{Path: path, Label: label, flag: get}
}

func (f *Field) zero(means string) *Field {
	f.Zero = means
	return f
}

func (f *Field) means(words string) *Field {
	f.Means = words
	return f
}

func (f *Field) essential() *Field {
	f.Essential = true
	return f
}

func (f *Field) dial() *Field {
	f.Dial = true
	return f
}

// when adds that one of some conditions holds.
func (f *Field) when(one ...Condition) *Field {
	f.When = append(f.When, one)
	return f
}

// headMass are the limits of every rung of the ladder.
var headMass = Field{Path: "heads", Label: "Head", Group: groupHeads, Measure: "mass", Min: 0, Max: 0.5,
	Essential: true}

// MaxHeads is how many heads a ladder may have.
const MaxHeads = 40

// fields are those of all groups, in the order in which they are filled in.
var fields = func() []Field {
	var out []Field
	for _, g := range groups {
		for _, f := range g.fields {
			f.Group = g.name
			out = append(out, *f)
		}
	}
	return out
}()

// byPath are the fields by their paths.
var byPath = func() map[string]Field {
	out := make(map[string]Field, len(fields))
	for _, f := range fields {
		out[f.Path] = f
	}
	return out
}()

func keys[V any](m map[string]V) []string {
	out := make([]string, 0, len(m))
	for k := range m {
		out = append(out, k)
	}
	sort.Strings(out)
	return out
}

// LookupField returns the field of a path fixed in code; it panics on one that
// does not exist.
func LookupField(path string) Field {
	f, ok := byPath[path]
	if !ok {
		panic("setup: no field " + path)
	}
	return f
}

// Fields returns the description of everything of a setup, and of a rung of its ladder
// ("heads"), group by group.
func Fields() []Field { return append(slices.Clone(fields), headMass) }

// Groups are the names of the groups in which fields are filled in, in order.
func Groups() []string {
	out := make([]string, len(groups))
	for i, g := range groups {
		out[i] = g.name
	}
	return out
}

// Limits of what is said of a part.
var (
	partAt   = Field{Path: "rig.part.at", Label: "Up the line", Measure: "depth", Min: 0, Max: 60}
	partMass = Field{Path: "rig.part.mass", Label: "Weight", Measure: "mass", Min: 0, Max: 0.5, Zero: "none of its own"}
)

// PartFields describe what is said of every part.
func PartFields() []Field { return []Field{partAt, partMass} }
