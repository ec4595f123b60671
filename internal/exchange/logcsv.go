package exchange

import (
	"bufio"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"dunvel/core/logbook"
	"dunvel/core/units"
)

// Column is a column of a log as a table. Its quantities are in the unit in brackets in the header.
type Column struct {
	Key    string
	Header string
	Needed bool

	write   func(logbook.Log, logbook.Event) string
	aliases []string // what others call it
	unit    string   // of its quantities; "" where it holds none
}

// number writes a quantity in a unit with two decimals. Two cannot be mistaken for thousands in any country,
// and are as fine as anything in the log.
func number(v, unit float64) string {
	if v == 0 {
		return ""
	}
	text := strconv.FormatFloat(v/unit, 'f', 2, 64)
	if text == "0.00" {
		return strconv.FormatFloat(units.RoundSignificant(v/unit, 2), 'f', -1, 64)
	}
	return strings.TrimSuffix(strings.TrimRight(text, "0"), ".")
}

// sortable is the layout of times in a table: local time, which any spreadsheet sorts.
const sortable = "2006-01-02 15:04:05"

// Columns of a log as a table, in order.
var Columns = []Column{
	{Key: "trip", Header: "trip", write: func(l logbook.Log, _ logbook.Event) string { return l.Name }},
	{Key: "place", Header: "place", aliases: []string{"where", "spot", "location", "water", "lake", "river", "venue"},
		write: func(l logbook.Log, _ logbook.Event) string { return l.Trip.Place }},
	{Key: "day", Header: "day", aliases: []string{"date"}},
	{Key: "time", Header: "time", Needed: true, aliases: []string{"when", "date and time", "datetime", "date/time",
		"timestamp", "clock", "hour"}, write: func(_ logbook.Log,
		e logbook.Event) string {
		return e.Time.Format(sortable)
	}},
	{Key: "zone", Header: "zone", aliases: []string{"time zone", "utc offset"},
		write: func(_ logbook.Log, e logbook.Event) string { return e.Time.Format("-07:00") }},
	{Key: "kind", Header: "what happened", aliases: []string{"event", "caught", "result", "what"},
		write: func(_ logbook.Log, e logbook.Event) string { return e.Kind }},
	{Key: "phase", Header: "phase", write: func(_ logbook.Log, e logbook.Event) string { return e.Phase }},
	{Key: "rod", Header: "rod", write: func(_ logbook.Log, e logbook.Event) string { return strconv.Itoa(e.Rod + 1) }},
	{Key: "head", Header: "head (g)", unit: "g",
		aliases: []string{"jig head", "head weight", "jig weight", "lure weight", "sinker"},
		write:   func(_ logbook.Log, e logbook.Event) string { return number(e.With.Mass, 1e-3) }},
	{Key: "shape", Header: "head shape", aliases: []string{"jig", "shape of the head"},
		write: func(_ logbook.Log, e logbook.Event) string { return e.With.Shape }},
	{Key: "bait", Header: "bait", aliases: []string{"lure", "soft plastic", "plastic"},
		write: func(_ logbook.Log, e logbook.Event) string { return e.With.Bait }},
	{Key: "retrieve", Header: "retrieve", aliases: []string{"technique", "method", "presentation"},
		write: func(_ logbook.Log, e logbook.Event) string { return e.With.Technique }},
	{Key: "bed", Header: "bed", aliases: []string{"bottom", "ground"},
		write: func(_ logbook.Log, e logbook.Event) string { return e.With.Bed }},
	{Key: "bedDepth", Header: "depth of the bed (m)", unit: "m", aliases: []string{"water depth", "bottom depth"},
		write: func(_ logbook.Log, e logbook.Event) string { return number(e.With.BedDepth, 1) }},
	{Key: "depth", Header: "depth (m)", unit: "m", write: func(_ logbook.Log, e logbook.Event) string {
		return number(e.Depth, 1)
	}},
	{Key: "low", Header: "depth at least (m)", unit: "m", write: func(_ logbook.Log, e logbook.Event) string {
		return number(e.Low, 1)
	}},
	{Key: "high", Header: "depth at most (m)", unit: "m", write: func(_ logbook.Log, e logbook.Event) string {
		return number(e.High, 1)
	}},
	{Key: "since", Header: "since the splash (s)", unit: "s", write: func(_ logbook.Log, e logbook.Event) string {
		return number(e.Since, 1)
	}},
	{Key: "seconds", Header: "to the bottom (s)", unit: "s", write: func(_ logbook.Log, e logbook.Event) string {
		return number(e.Seconds, 1)
	}},
	{Key: "lineOut", Header: "line out at the touch (m)", unit: "m", aliases: []string{"line out"},
		write: func(_ logbook.Log, e logbook.Event) string { return number(e.LineOut, 1) }},
	{Key: "expected", Header: "expected to the bottom (s)", unit: "s",
		write: func(_ logbook.Log, e logbook.Event) string { return number(e.With.Expected, 1) }},
	{Key: "species", Header: "fish", aliases: []string{"species", "kind of fish"},
		write: func(_ logbook.Log, e logbook.Event) string { return e.Species }},
	{Key: "length", Header: "length (cm)", unit: "cm", aliases: []string{"size", "fish length"},
		write: func(_ logbook.Log, e logbook.Event) string { return number(e.Length, 1e-2) }},
	{Key: "weight", Header: "weight (kg)", unit: "kg", aliases: []string{"fish weight"},
		write: func(_ logbook.Log, e logbook.Event) string { return number(e.Weight, 1) }},
	{Key: "released", Header: "released", aliases: []string{"put back", "returned"},
		write: func(_ logbook.Log, e logbook.Event) string {
			return map[bool]string{true: "yes", false: ""}[e.Released]
		}},
	{Key: "note", Header: "note", aliases: []string{"notes", "comment", "comments", "remarks"},
		write: func(_ logbook.Log, e logbook.Event) string { return e.Note }},
	{Key: "key", Header: "key", write: func(_ logbook.Log, e logbook.Event) string { return e.Key }},
}

// written are the columns that are written; the others are only read.
var written = slices.DeleteFunc(slices.Clone(Columns), func(c Column) bool { return c.write == nil })

// WriteLog writes logs as a table (RFC 4180, UTF-8), with units in the header line. A cell that a spreadsheet
// would run as a formula begins with an apostrophe. A cell with a comma, semicolon or tab is quoted.
func WriteLog(w io.Writer, logs []logbook.Log) error {
	out := bufio.NewWriter(w)
	record := make([]string, len(written))
	for i, c := range written {
		record[i] = c.Header
	}
	writeRecord(out, record)
	for _, l := range logs {
		for _, e := range l.Events {
			for i, c := range written {
				record[i] = harmless(c.write(l, e))
			}
			writeRecord(out, record)
		}
	}
	if err := out.Flush(); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	return nil
}

// writeRecord writes a line of a table. Semicolons and tabs are quoted too, as they separate cells in some
// countries. The error of writing comes from the flush.
func writeRecord(out *bufio.Writer, cells []string) {
	for i, cell := range cells {
		if i > 0 {
			_ = out.WriteByte(',')
		}
		if strings.ContainsAny(cell, ",;\t\"\r\n") || strings.TrimSpace(cell) != cell {
			cell = `"` + strings.ReplaceAll(cell, `"`, `""`) + `"`
		}
		_, _ = out.WriteString(cell)
	}
	_, _ = out.WriteString("\r\n")
}

// runs tells whether a spreadsheet would run a cell as a formula.
func runs(cell string) bool {
	if cell != "" && strings.ContainsRune("\t\r", rune(cell[0])) {
		return true
	}
	begins := strings.TrimLeft(cell, " \t\r\n")
	return begins != "" && strings.ContainsRune("=+-@", rune(begins[0]))
}

// harmless returns a cell that no spreadsheet runs as a formula.
func harmless(cell string) string {
	if runs(cell) {
		return "'" + cell
	}
	return cell
}

// plain undoes harmless.
func plain(cell string) string {
	if rest, marked := strings.CutPrefix(cell, "'"); marked && runs(rest) {
		return rest
	}
	return cell
}
