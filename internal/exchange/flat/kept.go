package flat

import (
	"fmt"
	"strings"

	"dunvel/core/droptest"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Setups is setups as a table.
func Setups() Table[setup.Setup] {
	return Table[setup.Setup]{"setup", setup.Default, ofSetup(func(s *setup.Setup) *setup.Setup { return s })}
}

// Tests is drop tests as a table.
func Tests() Table[droptest.Test] {
	columns := []column[droptest.Test]{
		amount("dropped head", "mass", func(t *droptest.Test) *float64 { return &t.Mass }),
		amount("it falls", "depth", func(t *droptest.Test) *float64 { return &t.Depth }),
		word("dropped", func(t *droptest.Test) *string { return &t.Place }),
		word("line held", func(t *droptest.Test) *string { return &t.Held }),
		list("times, s", func(t *droptest.Test) *[]droptest.Drop { return &t.Drops }, writeDrop, readDrop),
	}
	return Table[droptest.Test]{"drop test", func() droptest.Test {
		return droptest.Test{Setup: setup.Default(), Place: droptest.Tank, Held: droptest.Slack}
	},
		append(columns, ofSetup(func(t *droptest.Test) *setup.Setup { return &t.Setup })...)}
}

// A drop is its seconds, the line out where it was counted, and that it was struck: "12.4 19.5 m struck".
const struck = "struck"

func writeDrop(d droptest.Drop) string {
	out := number(d.Time)
	if d.LineOut > 0 {
		out += " " + number(d.LineOut) + " m"
	}
	if d.Struck {
		out += " " + struck
	}
	return out
}

func readDrop(cell string) (d droptest.Drop, err error) {
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
