package trust

import (
	"encoding/json"
	"math"
	"slices"
	"strings"
)

// Tally gathers, in a test, how far what was worked out is from what it should be.
type Tally struct{ offs []float64 }

// Add takes one case: how far off it is, whichever way.
func (y *Tally) Add(off float64) { y.offs = append(y.offs, math.Abs(off)) }

// Relative takes one case by what was got and what it should be.
func (y *Tally) Relative(got, want float64) {
	if got != want {
		y.Add(got/want - 1)
		return
	}
	y.Add(0)
}

// teller is what a test tells figures by: a testing.TB.
type teller interface{ Attr(key, value string) }

// Tell tells the worst case and what 95 of 100 stay within, for a check by its key; at most
// is what the test asks for.
func (y *Tally) Tell(t teller, key string, most float64) {
	f := Figure{Cases: len(y.offs), High: most}
	if f.Cases > 0 {
		slices.Sort(y.offs)
		f.Value = y.offs[f.Cases-1]
	}
	if f.Cases >= 100 {
		f.Mostly = y.offs[f.Cases*95/100]
	}
	Tell(t, key, f)
}

// Attribute is what the attributes of a test that tell figures begin with.
const Attribute = "trust."

// Tell tells a figure of a check by its key.
func Tell(t teller, key string, f Figure) {
	text, err := json.Marshal(f)
	if err != nil {
		text = []byte(err.Error()) // of what is not a number; make trust refuses it
	}
	t.Attr(Attribute+strings.ReplaceAll(key, " ", "_"), string(text))
}
