// Package flat lays what is kept out as rows of cells, for a spreadsheet, and reads it back: setups and
// drop tests are a row each, plans a row for each spot.
package flat

import (
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
	"dunvel/internal/exchange"
)

// column is a column of a table of values: its header, and how a value stands in its cells. A cell that
// is empty, or not there, leaves the value as it is.
type column[T any] struct {
	header string
	write  func(*T) string
	read   func(to *T, cell string, as units.Unit) error
	unit   units.Unit // of numbers
}

// title is the header of a column with its unit.
func (c column[T]) title() string {
	if c.unit.Symbol == "" {
		return c.header
	}
	return c.header + " (" + c.unit.Symbol + ")"
}

// Table is a kind of thing as a table. Its first column is the name.
type Table[T any] struct {
	name    string
	initial func() T
	columns []column[T]
}

// Is tells whether headers are those of the table.
func (t Table[T]) Is(headers []string) bool {
	return slices.ContainsFunc(headers, func(h string) bool { return exchange.BareHeader(h) == t.name })
}

// Headers are those of the table.
func (t Table[T]) Headers() []string {
	out := []string{t.name}
	for _, c := range t.columns {
		out = append(out, c.title())
	}
	return out
}

// Row is a value as cells.
func (t Table[T]) Row(name string, value T) []string {
	out := []string{name}
	for _, c := range t.columns {
		out = append(out, c.write(&value))
	}
	return out
}

// Read reads a row; cells go by the headers, and are in the units that these name. The error names the
// column.
func (t Table[T]) Read(headers, cells []string) (name string, value T, err error) {
	value = t.initial()
	for i, header := range headers {
		if i >= len(cells) || cells[i] == "" {
			continue
		}
		if exchange.BareHeader(header) == t.name {
			name = cells[i]
			continue
		}
		k := slices.IndexFunc(t.columns, func(c column[T]) bool { return c.header == exchange.BareHeader(header) })
		if k < 0 {
			continue
		}
		c := t.columns[k]
		as := c.unit
		if u, said := exchange.UnitOf(header, c.unit.Dimension); said {
			as = u
		}
		if err := c.read(&value, cells[i], as); err != nil {
			return name, value, fmt.Errorf("%s: %w", c.header, err)
		}
	}
	return name, value, nil
}

// Unknown are the headers that the table does not know.
func (t Table[T]) Unknown(headers []string) []string {
	var out []string
	for _, h := range headers {
		known := exchange.BareHeader(h) == t.name || h == ""
		for _, c := range t.columns {
			known = known || c.header == exchange.BareHeader(h)
		}
		if !known {
			out = append(out, h)
		}
	}
	return out
}

// number is how a number stands in a cell: as short as it may be, and never with three decimals, which
// spreadsheets of half the world take for thousands.
func number(v float64) string {
	out := strconv.FormatFloat(units.RoundSignificant(v, 12), 'f', -1, 64)
	if _, decimals, _ := strings.Cut(out, "."); len(decimals) == 3 {
		out += "0"
	}
	return out
}

// quantity is a column of a number of a measure.
func quantity[T any](header, measure string, get func(*T) float64, set func(*T, float64)) column[T] {
	unit := units.Choice(nil).Unit(measure)
	return column[T]{header: header, unit: unit,
		write: func(t *T) string { return number(unit.FromBase(get(t))) },
		read: func(t *T, cell string, as units.Unit) error {
			v, _, err := units.Parse(cell, as.Dimension, as)
			set(t, v)
			return err
		},
	}
}

// amount is quantity of a number that can be pointed at.
func amount[T any](header, measure string, of func(*T) *float64) column[T] {
	return quantity(header, measure, func(t *T) float64 { return *of(t) }, func(t *T, v float64) { *of(t) = v })
}

// text is a column of words.
func text[T any](header string, get func(*T) string, set func(*T, string)) column[T] {
	return column[T]{header: header, write: get, read: func(t *T, cell string, _ units.Unit) error {
		set(t, cell)
		return nil
	}}
}

// word is text that can be pointed at.
func word[T any](header string, of func(*T) *string) column[T] {
	return text(header, func(t *T) string { return *of(t) }, func(t *T, v string) { *of(t) = v })
}

// flag is a column of yes or no.
func flag[T any](header string, get func(*T) bool, set func(*T, bool)) column[T] {
	return column[T]{header: header,
		write: func(t *T) string { return map[bool]string{true: "yes", false: "no"}[get(t)] },
		read: func(t *T, cell string, _ units.Unit) error {
			switch strings.ToLower(cell) {
			case "yes", "true", "x", "1", "y":
				set(t, true)
			case "no", "false", "0", "n":
				set(t, false)
			default:
				return fmt.Errorf("“%s” is neither yes nor no", cell)
			}
			return nil
		},
	}
}

// written is a column of something that is written and read by its own rules, "" where there is none.
func written[T any](header string, write func(*T) string, read func(*T, string) error) column[T] {
	return column[T]{header: header, write: write, read: func(t *T, cell string, _ units.Unit) error {
		return read(t, cell)
	}}
}

// list is a column of several things, parted by semicolons.
func list[T, E any](header string, of func(*T) *[]E, write func(E) string, read func(string) (E, error)) column[T] {
	return written(header, func(t *T) string {
		var parts []string
		for _, e := range *of(t) {
			parts = append(parts, write(e))
		}
		return strings.Join(parts, "; ")
	}, func(t *T, cell string) error {
		*of(t) = nil
		for part := range strings.SplitSeq(cell, ";") {
			if part = strings.TrimSpace(part); part == "" {
				continue
			}
			e, err := read(part)
			if err != nil {
				return err
			}
			*of(t) = append(*of(t), e)
		}
		return nil
	})
}

// parts is a column of what a cell has no words for, as JSON; empty where it is nothing.
func parts[T, E any](header string, of func(*T) *E) column[T] {
	return written(header, func(t *T) string {
		out, err := json.Marshal(of(t))
		if err != nil || string(out) == "null" || string(out) == "[]" {
			return ""
		}
		return string(out)
	}, func(t *T, cell string) error {
		if err := json.Unmarshal([]byte(cell), of(t)); err != nil {
			return fmt.Errorf("it is not as it was written; leave it empty, or as it goes out")
		}
		return nil
	})
}

// ofSetup are the columns of a setup that is part of something.
func ofSetup[T any](of func(*T) *setup.Setup) []column[T] {
	var out []column[T]
	for _, f := range setup.Fields() {
		switch f.Type() {
		case setup.Flag:
			out = append(out, flag(headerOf(f), func(t *T) bool { return f.Value(*of(t)).(bool) },
				func(t *T, on bool) { f.Switch(of(t), on) }))
		case setup.Choice:
			out = append(out, text(headerOf(f), func(t *T) string { return f.Value(*of(t)).(string) },
				func(t *T, option string) { f.Choose(of(t), option) }))
		default:
			if f.Path != "heads" {
				out = append(out, quantity(headerOf(f), f.Measure,
					func(t *T) float64 { return f.Value(*of(t)).(float64) }, func(t *T, v float64) { f.Set(of(t), v) }))
			}
		}
	}
	return append(out, ladder(of), parts("parts of a rig of one's own",
		func(t *T) *[]rigging.Part { return &of(t).Rigging.Parts }))
}

// headerOf is the header of a field; where two are labelled alike, with whose it is.
func headerOf(f setup.Field) string {
	header := strings.ToLower(f.Label)
	for _, other := range setup.Fields() {
		if of, _, _ := strings.Cut(f.Path, "."); other.Label == f.Label && other.Path != f.Path {
			return header + ", " + of
		}
	}
	return header
}

// ladder is the column of the heads to choose from.
func ladder[T any](of func(*T) *setup.Setup) column[T] {
	unit := units.Choice(nil).Unit("mass")
	return column[T]{header: "heads", unit: unit,
		write: func(t *T) string {
			var masses []string
			for _, m := range of(t).Heads {
				masses = append(masses, number(unit.FromBase(m)))
			}
			return strings.Join(masses, "; ")
		},
		read: func(t *T, cell string, as units.Unit) error {
			of(t).Heads = nil
			for mass := range strings.SplitSeq(cell, ";") {
				v, _, err := units.Parse(strings.TrimSpace(mass), as.Dimension, as)
				if err != nil {
					return err
				}
				of(t).Heads = append(of(t).Heads, v)
			}
			return nil
		},
	}
}
