package flat

import (
	"fmt"
	"strings"

	"dunvel/core/measure"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Setups is setups as a table.
func Setups() Table[setup.Setup] {
	return Table[setup.Setup]{"setup", setup.Default, ofSetup(func(s *setup.Setup) *setup.Setup { return s })}
}

// Tests is drop tests as a table.
func Tests() Table[measure.Test] {
	columns := []column[measure.Test]{
		amount("dropped head", "mass", func(t *measure.Test) *float64 { return &t.Mass }),
		amount("it falls", "depth", func(t *measure.Test) *float64 { return &t.Depth }),
		word("dropped", func(t *measure.Test) *string { return &t.Place }),
		word("line held", func(t *measure.Test) *string { return &t.Held }),
		list("times, s", func(t *measure.Test) *[]measure.Drop { return &t.Drops }, writeDrop, readDrop),
	}
	return Table[measure.Test]{"drop test", func() measure.Test {
		return measure.Test{Setup: setup.Default(), Place: measure.Tank, Held: measure.Slack}
	},
		append(columns, ofSetup(func(t *measure.Test) *setup.Setup { return &t.Setup })...)}
}

// A drop is its seconds, the line out where it was counted, and that it was struck: "12.4 19.5 m struck".
const struck = "struck"

func writeDrop(d measure.Drop) string {
	out := number(d.Time)
	if d.LineOut > 0 {
		out += " " + number(d.LineOut) + " m"
	}
	if d.Struck {
		out += " " + struck
	}
	return out
}

func readDrop(cell string) (d measure.Drop, err error) {
	rest := cell
	if before, ok := strings.CutSuffix(rest, struck); ok {
		d.Struck, rest = true, strings.TrimSpace(before)
	}
	time, line, _ := strings.Cut(rest, " ")
	second, metre := units.MustLookup("s"), units.MustLookup("m")
	if d.Time, _, err = units.Parse(time, second.Dimension, second); err != nil {
		return d, fmt.Errorf("“%s” is not a drop; write its seconds, 12.4", cell)
	}
	if line = strings.TrimSpace(line); line != "" {
		if d.LineOut, _, err = units.Parse(line, metre.Dimension, metre); err != nil {
			return d, fmt.Errorf("“%s” is not a drop; write its seconds and the line out, 12.4 19.5 m", cell)
		}
	}
	return d, nil
}
