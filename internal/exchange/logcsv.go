package exchange

import (
	"bufio"
	"bytes"
	"crypto/sha256"
	"encoding/csv"
	"encoding/hex"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"
	"time"
	"unicode/utf8"

	"dunvel/core/setup"
	"dunvel/core/trip"
	"dunvel/core/units"
)

// Column is one of the columns of a log as a table. Quantities are in the unit
// that stands in brackets in its header.
type Column struct {
	Key    string
	Header string
	Needed bool

	write func(trip.Log, trip.Event) string
}

func number(v, unit float64) string {
	if v == 0 {
		return ""
	}
	return strconv.FormatFloat(units.RoundSignificant(v/unit, 6), 'f', -1, 64)
}

// Columns of a log as a table, in order.
var Columns = []Column{
	{"trip", "trip", false, func(l trip.Log, _ trip.Event) string { return l.Name }},
	{"place", "place", false, func(l trip.Log, _ trip.Event) string { return l.Trip.Place }},
	{"time", "time", true, func(_ trip.Log, e trip.Event) string { return e.Time.Format(time.RFC3339) }},
	{"kind", "what happened", true, func(_ trip.Log, e trip.Event) string { return e.Kind }},
	{"phase", "phase", false, func(_ trip.Log, e trip.Event) string { return e.Phase }},
	{"rod", "rod", false, func(_ trip.Log, e trip.Event) string { return strconv.Itoa(e.Rod + 1) }},
	{"head", "head (g)", false, func(_ trip.Log, e trip.Event) string { return number(e.With.Mass, 1e-3) }},
	{"shape", "head shape", false, func(_ trip.Log, e trip.Event) string { return e.With.Shape }},
	{"bait", "bait", false, func(_ trip.Log, e trip.Event) string { return e.With.Bait }},
	{"retrieve", "retrieve", false, func(_ trip.Log, e trip.Event) string { return e.With.Technique }},
	{"bed", "bed", false, func(_ trip.Log, e trip.Event) string { return e.With.Bed }},
	{"bedDepth", "depth of the bed (m)", false, func(_ trip.Log, e trip.Event) string { return number(e.With.BedDepth, 1) }},
	{"depth", "depth (m)", false, func(_ trip.Log, e trip.Event) string { return number(e.Depth, 1) }},
	{"low", "depth at least (m)", false, func(_ trip.Log, e trip.Event) string { return number(e.Low, 1) }},
	{"high", "depth at most (m)", false, func(_ trip.Log, e trip.Event) string { return number(e.High, 1) }},
	{"since", "since the splash (s)", false, func(_ trip.Log, e trip.Event) string { return number(e.Since, 1) }},
	{"seconds", "to the bottom (s)", false, func(_ trip.Log, e trip.Event) string { return number(e.Seconds, 1) }},
	{"expected", "expected to the bottom (s)", false, func(_ trip.Log, e trip.Event) string { return number(e.With.Expected, 1) }},
	{"species", "fish", false, func(_ trip.Log, e trip.Event) string { return e.Species }},
	{"length", "length (cm)", false, func(_ trip.Log, e trip.Event) string { return number(e.Length, 1e-2) }},
	{"released", "released", false, func(_ trip.Log, e trip.Event) string { return map[bool]string{true: "yes", false: ""}[e.Released] }},
	{"note", "note", false, func(_ trip.Log, e trip.Event) string { return e.Note }},
	{"key", "key", false, func(_ trip.Log, e trip.Event) string { return e.Key }},
}

// WriteLog writes logs as a table: RFC 4180, UTF-8, a header line, units in it. A
// cell that a spreadsheet would take for a formula begins with an apostrophe, and one
// that holds anything that parts cells somewhere is quoted.
func WriteLog(w io.Writer, logs []trip.Log) error {
	out := bufio.NewWriter(w)
	record := make([]string, len(Columns))
	for i, c := range Columns {
		record[i] = c.Header
	}
	writeRecord(out, record)
	for _, l := range logs {
		for _, e := range l.Events {
			for i, c := range Columns {
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

// writeRecord writes a line of a table. Semicolons and tabs are quoted too, which part
// cells where a spreadsheet is set so. What goes wrong is told at the flush.
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

// runs tells whether a spreadsheet would take a cell for a formula.
func runs(cell string) bool {
	if cell != "" && strings.ContainsRune("\t\r", rune(cell[0])) {
		return true
	}
	begins := strings.TrimLeft(cell, " \t\r\n")
	return begins != "" && strings.ContainsRune("=+-@", rune(begins[0]))
}

// harmless is a cell that no spreadsheet runs.
func harmless(cell string) string {
	if runs(cell) {
		return "'" + cell
	}
	return cell
}

// plain is a cell as it was before it was made harmless.
func plain(cell string) string {
	if rest, marked := strings.CutPrefix(cell, "'"); marked && runs(rest) {
		return rest
	}
	return cell
}

// Limits of what is read at once.
const (
	MostRows = 50000
	MostText = 16 << 20 // bytes
)

// Table is a file of cells with the columns that were recognised.
type Table struct {
	Headers []string       // of the file
	Columns map[string]int // by the key of ours, which column of the file
	rows    [][]string
	lines   []int
}

// ReadTable reads a table that is parted by commas, semicolons or tabs, with a
// header line, and recognises its columns; chosen says which are to be taken for
// which instead, by our key, -1 for none. The error is setup.Errors for the
// field "text".
func ReadTable(text []byte, chosen map[string]int) (*Table, error) {
	bad := func(format string, args ...any) (*Table, error) {
		return nil, setup.Errors{{Field: "text", Message: "The file: " + fmt.Sprintf(format, args...)}}
	}
	text = bytes.TrimPrefix(text, []byte("\ufeff"))
	switch {
	case len(bytes.TrimSpace(text)) == 0:
		return bad("it is empty.")
	case len(text) > MostText:
		return bad("it has %d MB; at most %d are read.", len(text)>>20, MostText>>20)
	case !utf8.Valid(text):
		return bad("it is not UTF-8 text; keep it as CSV UTF-8.")
	}
	in := csv.NewReader(bytes.NewReader(text))
	in.Comma = delimiter(text)
	in.FieldsPerRecord = -1
	in.LazyQuotes = false
	t := &Table{Columns: map[string]int{}}
	for {
		record, err := in.Read()
		if err == io.EOF {
			break
		}
		if err != nil {
			return bad("%s.", strings.TrimPrefix(err.Error(), "parse error on "))
		}
		line, _ := in.FieldPos(0)
		if t.Headers == nil {
			t.Headers = record
			continue
		}
		if len(strings.Join(record, "")) == 0 {
			continue
		}
		if len(t.rows) == MostRows {
			return bad("it has more than %d lines.", MostRows)
		}
		t.rows, t.lines = append(t.rows, record), append(t.lines, line)
	}
	if len(t.Headers) < 2 {
		return bad("no columns can be told apart; part them by commas, semicolons or tabs, with a line of headers first.")
	}
	for _, c := range Columns {
		at := slices.IndexFunc(t.Headers, func(h string) bool {
			return bareHeader(h) == bareHeader(c.Header) || bareHeader(h) == strings.ToLower(c.Key)
		})
		if k, ok := chosen[c.Key]; ok && k < len(t.Headers) {
			at = k
		}
		if at >= 0 {
			t.Columns[c.Key] = at
		}
	}
	return t, nil
}

// bareHeader is a header without its unit.
func bareHeader(h string) string {
	h, _, _ = strings.Cut(h, "(")
	return strings.ToLower(strings.Join(strings.Fields(h), " "))
}

// delimiter is what parts the cells of the first line.
func delimiter(text []byte) rune {
	first, _, _ := bytes.Cut(text, []byte("\n"))
	best, most := ',', -1
	for _, d := range []rune{',', ';', '\t'} {
		if n := bytes.Count(first, []byte(string(d))); n > most {
			best, most = d, n
		}
	}
	return best
}

// Refused is a line that cannot be taken, and why.
type Refused struct {
	Line int
	Why  string
}

// Logs reads the rows of a table: the trips with what happened, in the order of
// the table, and the lines that cannot be taken. Times without a zone are in
// zone. What has no key gets one that is the same for the same line, so that
// taking it twice is taking it once.
func (t *Table) Logs(zone *time.Location) ([]trip.Log, []Refused) {
	var out []trip.Log
	var refused []Refused
	at := map[string]int{}
	seen := map[string]int{}
	for i, row := range t.rows {
		cell := func(key string) string {
			k, ok := t.Columns[key]
			if !ok || k < 0 || k >= len(row) {
				return ""
			}
			return plain(strings.TrimSpace(row[k]))
		}
		e, err := t.event(cell, zone)
		if err != nil {
			refused = append(refused, Refused{t.lines[i], err.Error()})
			continue
		}
		name, place := cell("trip"), cell("place")
		if place == "" {
			place = "Somewhere"
		}
		if name == "" {
			name = trip.Trip{Place: place, Start: e.Time}.Name()
		}
		if e.Key == "" {
			// Two lines that are alike are two events.
			line := name + "\x00" + strings.Join(row, "\x00")
			seen[line]++
			sum := sha256.Sum256([]byte(fmt.Sprint(line, "\x00", seen[line])))
			e.Key = hex.EncodeToString(sum[:16])
		}
		k, ok := at[name]
		if !ok {
			k = len(out)
			at[name] = k
			out = append(out, trip.Log{Name: name, Trip: trip.Trip{Place: place, Start: e.Time}})
		}
		l := &out[k]
		l.Events = append(l.Events, e)
		if e.Time.Before(l.Trip.Start) {
			l.Trip.Start = e.Time
		}
		for len(l.Trip.Rods) <= e.Rod {
			state := trip.State{Setup: setup.Default(), Mass: e.With.Mass, Technique: "drop"}
			l.Trip.Rods = append(l.Trip.Rods, trip.Rod{Name: fmt.Sprintf("Rod %d", len(l.Trip.Rods)+1), State: state})
		}
	}
	for i := range out {
		l := &out[i]
		last := l.Trip.Start
		kept := l.Events[:0]
		for _, e := range l.Events {
			if e.Kind == trip.Changed || e.Kind == trip.Conditions {
				e.Note = strings.TrimSpace(e.Kind + " " + e.Note)
				e.Kind = trip.Note // a table does not say to what
			}
			if err := e.Validate(l.Trip, nil); err != nil {
				refused = append(refused, Refused{0, fmt.Sprintf("%s, %s: %s", l.Name, e.Time.Format("15:04"), err)})
				continue
			}
			if e.Time.After(last) {
				last = e.Time
			}
			kept = append(kept, e)
		}
		l.Events, l.Trip.End = kept, &last
	}
	return out, refused
}

// event reads a row.
func (t *Table) event(cell func(string) string, zone *time.Location) (trip.Event, error) {
	var e trip.Event
	var err error
	if e.Time, err = readMoment(cell("time"), zone); err != nil {
		return e, err
	}
	e.Kind = strings.ToLower(cell("kind"))
	if !slices.Contains(trip.Kinds, e.Kind) {
		return e, fmt.Errorf("what happened: “%s” is not one of %s", e.Kind, strings.Join(trip.Kinds, ", "))
	}
	e.Phase = strings.ToLower(cell("phase"))
	if e.Phase != "" && !slices.Contains(trip.Phases, e.Phase) {
		return e, fmt.Errorf("phase: “%s” is not one of %s", e.Phase, strings.Join(trip.Phases, ", "))
	}
	if text := cell("rod"); text != "" {
		n, err := strconv.Atoi(text)
		if err != nil || n < 1 || n > trip.MostRods {
			return e, fmt.Errorf("rod: “%s” is not a number from 1 to %d", text, trip.MostRods)
		}
		e.Rod = n - 1
	}
	for _, q := range []struct {
		key, unit string
		into      *float64
	}{
		{"head", "g", &e.With.Mass}, {"bedDepth", "m", &e.With.BedDepth}, {"depth", "m", &e.Depth}, {"low", "m", &e.Low}, {"high", "m", &e.High},
		{"since", "s", &e.Since}, {"seconds", "s", &e.Seconds}, {"expected", "s", &e.With.Expected}, {"length", "cm", &e.Length},
	} {
		if *q.into, err = t.quantity(q.key, q.unit, cell(q.key)); err != nil {
			return e, err
		}
	}
	if e.Depth > 0 && e.High == 0 {
		e.Low, e.High = e.Depth, e.Depth
	}
	if e.With.Expected > 0 && e.With.BedDepth > 0 {
		e.With.FallSpeed = e.With.BedDepth / e.With.Expected
	}
	e.With.Shape, e.With.Bait, e.With.Technique, e.With.Bed = cell("shape"), cell("bait"), cell("retrieve"), cell("bed")
	e.Species, e.Note, e.Key = cell("species"), cell("note"), cell("key")
	switch released := strings.ToLower(cell("released")); released {
	case "yes", "true", "x", "1", "y":
		e.Released = true
	case "", "no", "false", "0", "n":
	default:
		return e, fmt.Errorf("released: “%s” is neither yes nor no", released)
	}
	return e, nil
}

// quantity reads a cell in its own unit, in that of its header, or in the usual.
func (t *Table) quantity(key, usual, text string) (float64, error) {
	if text == "" {
		return 0, nil
	}
	unit := units.MustLookup(usual)
	header := t.Headers[t.Columns[key]]
	if _, rest, ok := strings.Cut(header, "("); ok {
		symbol := strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(rest), ")"))
		if u, ok := units.Lookup(symbol); ok && u.Dimension == unit.Dimension {
			unit = u
		}
	}
	v, _, err := units.Parse(text, unit.Dimension, unit)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", bareHeader(header), err)
	}
	if !(v >= 0) {
		return 0, fmt.Errorf("%s: %s is below zero", bareHeader(header), text)
	}
	return v, nil
}

// moments are the ways in which a time is read.
var moments = []string{time.RFC3339, "2006-01-02T15:04:05", "2006-01-02T15:04", "2006-01-02 15:04:05", "2006-01-02 15:04", "2.1.2006 15:04:05", "2.1.2006 15:04", "2 January 2006 15:04", "2 Jan 2006 15:04"}

func readMoment(text string, zone *time.Location) (time.Time, error) {
	for _, layout := range moments {
		if at, err := time.ParseInLocation(layout, text, zone); err == nil {
			return at, nil
		}
	}
	if strings.Contains(text, "/") {
		return time.Time{}, fmt.Errorf("time: “%s” can be read two ways; write 2026-05-12 19:30", text)
	}
	return time.Time{}, fmt.Errorf("time: “%s” is not a day and a time; write 2026-05-12 19:30", text)
}
