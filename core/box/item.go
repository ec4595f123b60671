// Package box is what an angler owns: heads, baits, lines, leaders, rods and
// small things, a row each, read and named the way they are written down.
package box

import (
	"cmp"
	"fmt"
	"strings"

	"dunvel/core/input"
	"dunvel/core/units"
)

// Item is one kind of thing in the box. Values are in kg and m; what its kind
// does not have stays zero.
type Item struct {
	Kind     string  `json:"kind"`
	Mass     float64 `json:"mass"`
	Weighed  bool    `json:"weighed"` // with the hook; otherwise as marked
	Shape    string  `json:"shape"`
	Material string  `json:"material"`
	Hook     string  `json:"hook"`
	Wire     string  `json:"wire"`
	Guard    bool    `json:"guard"`
	Keeper   string  `json:"keeper"`

	Form      string  `json:"form"`
	Body      string  `json:"body"`
	Length    float64 `json:"length"`    // of a bait as it is fished, or of a rod
	Trimmed   float64 `json:"trimmed"`   // m cut off a bait
	NoTail    bool    `json:"noTail"`    // the tail went with that
	Width     float64 `json:"width"`     // m of a bait, measured; 0 as is usual for its form
	Height    float64 `json:"height"`    // m
	FishFor   float64 `json:"fishFor"`   // fish that one bait lasts for
	Use       string  `json:"use"`       // of a line
	Diameter  float64 `json:"diameter"`  // of a line
	Estimated bool    `json:"estimated"` // the diameter, from a strength on the label
	Measured  bool    `json:"measured"`  // the diameter, with a gauge
	Strength  float64 `json:"strength"`  // kg that a line breaks at; 0 where it is not known
	Left      float64 `json:"left"`      // m on the spool
	Since     string  `json:"since"`     // when a line was put on
	Least     float64 `json:"least"`     // kg that a rod casts
	Most      float64 `json:"most"`

	Count float64 `json:"count"`
	Price float64 `json:"price"` // of one, in the owner's money
	Note  string  `json:"note"`
}

// The kinds.
const (
	Head   = "head"
	Bait   = "bait"
	Line   = "line"
	Rod    = "rod"
	Hook   = "hook"
	Sinker = "sinker"
	Float  = "float"
)

// Compare orders items as they lie in a box: by kind, material and form, then
// from small to large.
func Compare(a, b Item) int {
	return cmp.Or(
		strings.Compare(a.Kind, b.Kind), strings.Compare(a.Use, b.Use), strings.Compare(a.Material, b.Material),
		strings.Compare(a.Shape, b.Shape), strings.Compare(a.Form, b.Form),
		cmp.Compare(a.Mass, b.Mass), cmp.Compare(a.Length, b.Length), cmp.Compare(a.Diameter, b.Diameter),
	)
}

// Name says what an item is, so that two that are alike have one name. Counts
// and prices are not part of it.
func (i Item) Name(choice units.Choice) string {
	var parts []string
	add := func(words string, wanted bool) {
		if wanted && words != "" {
			parts = append(parts, words)
		}
	}
	show := func(measure string, v float64) string { return choice.Show(measure, v) }
	switch i.Kind {
	case Head:
		add(fmt.Sprintf("%s %s", show("mass", i.Mass), i.Shape), true)
		add(i.Material, true)
		add(i.Hook+" hook", true)
		add(i.Wire+" wire", i.Wire != "standard")
		add("weighed", i.Weighed)
		add("guarded", i.Guard)
		add(i.Keeper, true)
	case Bait:
		add(fmt.Sprintf("%s %s", show("size", i.Length), i.Form), true)
		add(i.Body, true)
		add("trimmed by "+show("size", i.Trimmed), i.Trimmed > 0)
		add("no tail", i.NoTail)
		add("weighed "+show("mass", i.Mass), i.Mass > 0)
		add(show("size", i.Width)+" wide", i.Width > 0)
		add(show("size", i.Height)+" high", i.Height > 0)
	case Line:
		add(fmt.Sprintf("%s %s", i.Use, i.Material), true)
		add(show("diameter", i.Diameter), true)
		add("measured", i.Measured)
		add(show("strength", i.Strength), i.Strength > 0)
	case Rod:
		add(show("depth", i.Length)+" rod", true)
		add(fmt.Sprintf("%s to %s", show("mass", i.Least), show("mass", i.Most)), i.Most > 0)
	case Hook:
		add(i.Hook+" hook", true)
		add(i.Wire+" wire", true)
	default:
		add(fmt.Sprintf("%s %s", show("mass", i.Mass), i.Kind), true)
		add(i.Material, true)
	}
	add(i.Note, true)
	name := strings.Join(parts, ", ")
	if r := []rune(name); len(r) > input.MostName {
		name = string(r[:input.MostName])
	}
	return name
}
