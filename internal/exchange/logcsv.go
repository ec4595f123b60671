package exchange

import (
	"bufio"
	"bytes"
	"context"
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

	"dunvel/core/logbook"
	"dunvel/core/progress"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// Column is one of the columns of a log as a table. Quantities are in the unit
// that stands in brackets in its header.
type Column struct {
	Key    string
	Header string
	Needed bool

	write func(logbook.Log, logbook.Event) string
}

func number(v, unit float64) string {
	if v == 0 {
		return ""
	}
	return strconv.FormatFloat(units.RoundSignificant(v/unit, 6), 'f', -1, 64)
}

// Columns of a log as a table, in order.
var Columns = []Column{
	{"trip", "trip", false, func(l logbook.Log, _ logbook.Event) string { return l.Name }},
	{"place", "place", false, func(l logbook.Log, _ logbook.Event) string { return l.Trip.Place }},
	{"time", "time", true, func(_ logbook.Log, e logbook.Event) string { return e.Time.Format(time.RFC3339) }},
	{"kind", "what happened", true, func(_ logbook.Log, e logbook.Event) string { return e.Kind }},
	{"phase", "phase", false, func(_ logbook.Log, e logbook.Event) string { return e.Phase }},
	{"rod", "rod", false, func(_ logbook.Log, e logbook.Event) string { return strconv.Itoa(e.Rod + 1) }},
	{"head", "head (g)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.With.Mass, 1e-3) }},
	{"shape", "head shape", false, func(_ logbook.Log, e logbook.Event) string { return e.With.Shape }},
	{"bait", "bait", false, func(_ logbook.Log, e logbook.Event) string { return e.With.Bait }},
	{"retrieve", "retrieve", false, func(_ logbook.Log, e logbook.Event) string { return e.With.Technique }},
	{"bed", "bed", false, func(_ logbook.Log, e logbook.Event) string { return e.With.Bed }},
	{"bedDepth", "depth of the bed (m)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.With.BedDepth, 1) }},
	{"depth", "depth (m)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.Depth, 1) }},
	{"low", "depth at least (m)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.Low, 1) }},
	{"high", "depth at most (m)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.High, 1) }},
	{"since", "since the splash (s)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.Since, 1) }},
	{"seconds", "to the bottom (s)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.Seconds, 1) }},
	{"expected", "expected to the bottom (s)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.With.Expected, 1) }},
	{"species", "fish", false, func(_ logbook.Log, e logbook.Event) string { return e.Species }},
	{"length", "length (cm)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.Length, 1e-2) }},
	{"weight", "weight (kg)", false, func(_ logbook.Log, e logbook.Event) string { return number(e.Weight, 1) }},
	{"released", "released", false, func(_ logbook.Log, e logbook.Event) string {
		return map[bool]string{true: "yes", false: ""}[e.Released]
	}},
	{"note", "note", false, func(_ logbook.Log, e logbook.Event) string { return e.Note }},
	{"key", "key", false, func(_ logbook.Log, e logbook.Event) string { return e.Key }},
}

// WriteLog writes logs as a table: RFC 4180, UTF-8, a header line, units in it. A
// cell that a spreadsheet would take for a formula begins with an apostrophe, and one
// that holds anything that parts cells somewhere is quoted.
func WriteLog(w io.Writer, logs []logbook.Log) error {
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
	MostText = 48 << 20 // bytes

	mostColumns = 200
	mostCuts    = 4000 // marks that part cells on one line, some of them within quotes
)

// Table is a file of cells with the columns that were recognised.
type Table struct {
	Headers []string       // of the file
	Columns map[string]int // by the key of ours, which column of the file

	text  []byte
	comma rune
}

// faulty is what is wrong with a file as a whole.
func faulty(format string, args ...any) error {
	return setup.Fault("text", "The file: "+format, args...)
}

// ReadTable reads the header line of a table that is parted by commas, semicolons or tabs,
// and recognises its columns; chosen says which are to be taken for which instead, by our
// key, -1 for none. The error is setup.Errors for the field "text".
func ReadTable(text []byte, chosen map[string]int) (*Table, error) {
	text = bytes.TrimPrefix(text, []byte("\ufeff"))
	switch {
	case len(bytes.TrimSpace(text)) == 0:
		return nil, faulty("it is empty.")
	case len(text) > MostText:
		return nil, faulty("it has %d MB; at most %d are read.", len(text)>>20, MostText>>20)
	case !utf8.Valid(text):
		return nil, faulty("it is not UTF-8 text; keep it as CSV UTF-8.")
	}
	t := &Table{Columns: map[string]int{}, text: text, comma: delimiter(text)}
	if line := t.overfull(); line > 0 {
		return nil, faulty("line %d has more than %d cells.", line, mostColumns)
	}
	var err error
	if t.Headers, err = t.reader().Read(); err != nil {
		return nil, unread(err)
	}
	switch n := len(t.Headers); {
	case n < 2:
		return nil, faulty("no columns can be told apart; part them by commas, semicolons or tabs, with a line of headers first.")
	case n > mostColumns:
		return nil, faulty("line 1 has more than %d cells.", mostColumns)
	}
	bare := make([]string, len(t.Headers))
	for i, h := range t.Headers {
		bare[i] = bareHeader(h)
	}
	for _, c := range Columns {
		own, key := bareHeader(c.Header), strings.ToLower(c.Key)
		at := slices.IndexFunc(bare, func(h string) bool { return h == own || h == key })
		if k, ok := chosen[c.Key]; ok && k < len(t.Headers) {
			at = k
		}
		if at >= 0 {
			t.Columns[c.Key] = at
		}
	}
	return t, nil
}

func (t *Table) reader() *csv.Reader {
	in := csv.NewReader(bytes.NewReader(t.text))
	in.Comma, in.FieldsPerRecord, in.ReuseRecord = t.comma, -1, true
	return in
}

// overfull is the first line that has more marks that part cells than any line of a log,
// before anything is made of them; 0 for none.
func (t *Table) overfull() int {
	line, cuts, mark := 1, 0, byte(t.comma)
	for _, b := range t.text {
		switch b {
		case '\n':
			line, cuts = line+1, 0
		case mark:
			if cuts++; cuts > mostCuts {
				return line
			}
		}
	}
	return 0
}

func unread(err error) error {
	if err == io.EOF {
		return faulty("it is empty.")
	}
	return faulty("%s.", strings.TrimPrefix(err.Error(), "parse error on "))
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

// mostRefused is how many lines are told of.
const mostRefused = 100

// Taken is a log that was read, with the line of each of its events.
type Taken struct {
	logbook.Log
	Lines []int
}

// Logs reads the rows of a table: the trips with what happened, in the order of
// the table, and the first of the lines that cannot be taken. Times without a zone are in
// zone. What has no key gets one that is the same for the same line, so that
// taking it twice is taking it once. It stops when ctx ends. The error is setup.Errors for
// the field "text", or that of ctx.
func (t *Table) Logs(ctx context.Context, zone *time.Location) ([]Taken, []Refused, error) {
	r := reading{table: t, zone: zone, at: map[string]int{}, seen: map[string]int{}}
	in := t.reader()
	header := true
	for rows := 0; ; {
		record, err := in.Read()
		if err == io.EOF {
			break
		}
		if err == nil {
			err = ctx.Err()
		} else {
			err = unread(err)
		}
		if err != nil {
			return nil, nil, err
		}
		line, _ := in.FieldPos(0)
		switch {
		case header:
			header = false
			continue
		case len(record) > mostColumns:
			return nil, nil, faulty("line %d has more than %d cells.", line, mostColumns)
		case !slices.ContainsFunc(record, func(c string) bool { return c != "" }):
			continue
		}
		if rows++; rows > MostRows {
			return nil, nil, faulty("it has more than %d lines.", MostRows)
		}
		r.row(record, line)
		if rows%1000 == 0 {
			progress.Tell(ctx, float64(in.InputOffset())/float64(len(t.text)))
		}
	}
	for i := range r.out {
		r.finish(&r.out[i])
	}
	return r.out, r.refused, nil
}

// reading is a table that is read row by row.
type reading struct {
	table   *Table
	zone    *time.Location
	out     []Taken
	refused []Refused
	at      map[string]int // which of out a trip is, by its name
	seen    map[string]int // how often a line came
}

func (r *reading) refuse(line int, why string) {
	if len(r.refused) < mostRefused {
		r.refused = append(r.refused, Refused{line, why})
	}
}

// row reads a row.
func (r *reading) row(row []string, line int) {
	cell := func(key string) string {
		k, ok := r.table.Columns[key]
		if !ok || k < 0 || k >= len(row) {
			return ""
		}
		return strings.Clone(plain(strings.TrimSpace(row[k]))) // the row is used again
	}
	e, err := r.table.event(cell, r.zone)
	if err != nil {
		r.refuse(line, err.Error())
		return
	}
	name, place := cell("trip"), cell("place")
	if place == "" {
		place = "Somewhere"
	}
	if name == "" {
		name = logbook.Trip{Place: place, Start: e.Time}.Name()
	}
	if e.Key == "" {
		// Two lines that are alike are two events.
		same := name + "\x00" + strings.Join(row, "\x00")
		r.seen[same]++
		sum := sha256.Sum256([]byte(fmt.Sprint(same, "\x00", r.seen[same])))
		e.Key = hex.EncodeToString(sum[:16])
	}
	k, ok := r.at[name]
	if !ok {
		k = len(r.out)
		r.at[name] = k
		r.out = append(r.out, Taken{Log: logbook.Log{Name: name, Trip: logbook.Trip{Place: place, Start: e.Time}}})
	}
	l := &r.out[k]
	l.Events, l.Lines = append(l.Events, e), append(l.Lines, line)
	if e.Time.Before(l.Trip.Start) {
		l.Trip.Start = e.Time
	}
	for len(l.Trip.Rods) <= e.Rod {
		state := logbook.State{Setup: setup.Default(), Mass: e.With.Mass, Technique: "drop"}
		l.Trip.Rods = append(l.Trip.Rods, logbook.Rod{Name: fmt.Sprintf("Rod %d", len(l.Trip.Rods)+1), State: state})
	}
}

// finish looks at a trip that was read whole, and at what happened on it.
func (r *reading) finish(l *Taken) {
	message := setup.CheckText("Trip", l.Name, setup.MostName, true)
	if err := l.Trip.Validate(nil); err != nil && message == "" {
		message = err.Error()
	}
	if message != "" {
		r.refuse(l.Lines[0], message)
		l.Events, l.Lines = nil, nil
		return
	}
	last := l.Trip.Start
	kept, lines := l.Events[:0], l.Lines[:0]
	for i, e := range l.Events {
		if e.Kind == logbook.Changed || e.Kind == logbook.Conditions {
			e.Note = strings.TrimSpace(e.Kind + " " + e.Note)
			e.Kind = logbook.Note // a table does not say to what
		}
		if err := e.Validate(l.Trip, nil); err != nil {
			r.refuse(l.Lines[i], err.Error())
			continue
		}
		if e.Time.After(last) {
			last = e.Time
		}
		kept, lines = append(kept, e), append(lines, l.Lines[i])
	}
	l.Events, l.Lines, l.Trip.End = kept, lines, &last
}

// event reads a row.
func (t *Table) event(cell func(string) string, zone *time.Location) (logbook.Event, error) {
	var e logbook.Event
	var err error
	if e.Time, err = readMoment(cell("time"), zone); err != nil {
		return e, err
	}
	e.Kind = strings.ToLower(cell("kind"))
	if !slices.Contains(logbook.Kinds, e.Kind) {
		return e, fmt.Errorf("what happened: “%s” is not one of %s", e.Kind, strings.Join(logbook.Kinds, ", "))
	}
	e.Phase = strings.ToLower(cell("phase"))
	if e.Phase != "" && !slices.Contains(logbook.Phases, e.Phase) {
		return e, fmt.Errorf("phase: “%s” is not one of %s", e.Phase, strings.Join(logbook.Phases, ", "))
	}
	if text := cell("rod"); text != "" {
		n, err := strconv.Atoi(text)
		if err != nil || n < 1 || n > logbook.MostRods {
			return e, fmt.Errorf("rod: “%s” is not a number from 1 to %d", text, logbook.MostRods)
		}
		e.Rod = n - 1
	}
	for _, q := range []struct {
		key, unit string
		into      *float64
	}{
		{"head", "g", &e.With.Mass}, {"bedDepth", "m", &e.With.BedDepth}, {"depth", "m", &e.Depth}, {"low", "m", &e.Low}, {"high", "m", &e.High},
		{"since", "s", &e.Since}, {"seconds", "s", &e.Seconds}, {"expected", "s", &e.With.Expected}, {"length", "cm", &e.Length}, {"weight", "kg", &e.Weight},
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
