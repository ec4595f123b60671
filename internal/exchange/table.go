package exchange

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"
	"time"

	"dunvel/core/units"
	"dunvel/internal/exchange/files"
	"dunvel/internal/exchange/moments"
)

// mostTitles is how many first rows are searched for the headers.
const mostTitles = 20

// How is what the angler says about how to read a table.
type How struct {
	Columns map[string]int // by our key, which column of the file; -1 for none
	Order   string         // moments.DayFirst or moments.MonthFirst; "" as the table has it
	Decimal string         // "," or "."; "" as the table has it
	Zone    *time.Location // of times without one; UTC where it is nil
}

// Ask is a question to the angler about what can be read in two ways.
type Ask struct {
	About   string // "order" or "decimal"
	Example string // a cell
	Options []string
}

// Table is a file of cells with its recognised columns.
type Table struct {
	Headers        []string       // of the file
	Columns        map[string]int // by the key of ours, which column of the file
	Unused         []string       // headers of columns that are not taken
	Order, Decimal string         // as it is read; "" where it is of no matter, or has to be said
	Asks           []Ask

	sheet  *sheet
	header int // its line
	units  map[string]units.Unit
	zone   *time.Location
}

// ReadTable finds the headers of a table, matches its columns with ours, and decides how to read its days and
// numbers. The error is input.Errors for the field "text", or that of ctx.
func ReadTable(ctx context.Context, text []byte, how How) (*Table, error) {
	s, err := openSheet(text)
	if err != nil {
		return nil, err
	}
	t := &Table{Columns: map[string]int{}, Order: how.Order, Decimal: how.Decimal, sheet: s,
		units: map[string]units.Unit{}, zone: how.Zone}
	if t.zone == nil {
		t.zone = time.UTC
	}
	if err := t.findHeaders(ctx); err != nil {
		return nil, err
	}
	for key, at := range how.Columns {
		if at < len(t.Headers) {
			t.Columns[key] = at
		}
	}
	for i, h := range t.Headers {
		used := false
		for _, at := range t.Columns {
			used = used || at == i
		}
		if !used && strings.TrimSpace(h) != "" {
			t.Unused = append(t.Unused, h)
		}
	}
	return t, t.survey(ctx)
}

// findHeaders takes the row with the most known columns among the first rows, or the first row with more than
// one cell where no column is known.
func (t *Table) findHeaders(ctx context.Context) error {
	best, looked := -1, 0
	err := t.sheet.each(ctx, func(line int, row []string, _ float64) error {
		if looked++; looked > mostTitles {
			return errEnough
		}
		cells := 0
		for _, c := range row {
			if strings.TrimSpace(c) != "" {
				cells++
			}
		}
		if cells < 2 {
			return nil
		}
		if columns := recognised(row); len(columns) > best {
			best = len(columns)
			t.Headers, t.Columns, t.header = slices.Clone(row), columns, line
		}
		return nil
	})
	if err != nil && !errors.Is(err, errEnough) {
		return err
	}
	if t.Headers == nil {
		return files.Faulty("no columns can be told apart; part them by commas, semicolons or tabs, with a line of " +
			"headers first.")
	}
	for i, h := range t.Headers {
		t.Headers[i] = strings.Clone(h)
	}
	for _, c := range Columns {
		if at, ok := t.Columns[c.Key]; ok && c.unit != "" {
			if u, ok := UnitOf(t.Headers[at], units.MustLookup(c.unit).Dimension); ok {
				t.units[c.Key] = u
			}
		}
	}
	return nil
}

// bracketed matches a unit in a header: "depth (m)", "depth [m]", "depth, m" or "depth m".
var bracketed = regexp.MustCompile(`^(.*?)[\s,]*[(\[]\s*([^)\]]*)\s*[)\]]\s*$`)

// BareHeader returns a header without its unit.
func BareHeader(h string) string {
	if m := bracketed.FindStringSubmatch(h); m != nil {
		h = m[1]
	}
	return strings.ToLower(strings.Join(strings.Fields(strings.ReplaceAll(h, "_", " ")), " "))
}

// UnitOf returns the unit in a header, if it is one of the dimension.
func UnitOf(header string, of units.Dimension) (units.Unit, bool) {
	symbol := ""
	if m := bracketed.FindStringSubmatch(header); m != nil {
		symbol = m[2]
	} else if words := strings.FieldsFunc(header, func(r rune) bool { return r == ' ' || r == ',' }); len(words) > 1 {
		symbol = words[len(words)-1]
	}
	u, ok := units.Lookup(strings.TrimSpace(symbol))
	return u, ok && u.Dimension == of
}

// recognised returns the columns of ours by key, with where they are: by our headers or by other words for
// them, with a unit or without.
func recognised(headers []string) map[string]int {
	out := map[string]int{}
	taken := map[int]bool{}
	take := func(key string, at int) {
		if _, there := out[key]; !there && !taken[at] {
			out[key], taken[at] = at, true
		}
	}
	bare := make([]string, len(headers))
	for i, h := range headers {
		bare[i] = BareHeader(h)
	}
	for _, c := range Columns {
		if at := slices.IndexFunc(bare, func(h string) bool {
			return h == BareHeader(c.Header) ||
				h == strings.ToLower(c.Key)
		}); at >= 0 {
			take(c.Key, at)
		}
	}
	for _, c := range Columns {
		for i, h := range bare {
			if c.alias(headers[i], h) {
				take(c.Key, i)
			}
		}
	}
	weightOfHead(out, headers)
	// Where there is a date and no time, the date is the time.
	if at, ok := out["day"]; ok {
		if _, clock := out["time"]; !clock {
			delete(out, "day")
			out["time"] = at
		}
	}
	return out
}

// alias tells whether a header is another word for the column, or its own with a unit. bare is the header
// without its unit.
func (c Column) alias(header, bare string) bool {
	if slices.Contains(c.aliases, bare) {
		return true
	}
	if c.unit == "" {
		return false
	}
	if _, ok := UnitOf(header, units.MustLookup(c.unit).Dimension); !ok {
		return false
	}
	unit := bare[strings.LastIndex(" "+bare, " "):]
	short := strings.TrimRight(strings.TrimSuffix(bare, unit), " ,")
	return unit != "" && (short == BareHeader(c.Header) || slices.Contains(c.aliases, short))
}

// weightOfHead takes a column called weight for that of the head where it is in grams or ounces, or where it
// has no unit and the table has no species or length of fish.
func weightOfHead(columns map[string]int, headers []string) {
	at, ok := columns["weight"]
	if !ok || strings.Contains(BareHeader(headers[at]), "fish") {
		return
	}
	_, fish := columns["species"]
	_, long := columns["length"]
	_, head := columns["head"]
	unit, said := UnitOf(headers[at], units.Mass)
	light := said && (unit.Symbol == "g" || unit.Symbol == "oz")
	if !head && (light || !said && !fish && !long) {
		delete(columns, "weight")
		columns["head"] = at
	}
}

var (
	comma     = regexp.MustCompile(`^\s*[+-]?\d+,\d{1,2}\D*$|^\s*[+-]?\d+,\d{4,}\D*$|^\s*[+-]?\d{4,},\d+\D*$`)
	point     = regexp.MustCompile(`^\s*[+-]?\d*\.\d+\D*$`)
	thousands = regexp.MustCompile(`^\s*[+-]?\d{1,3},\d{3}\D*$`)
)

// evidence is what the cells show about how to read days and numbers.
type evidence struct {
	dayFirst, monthFirst, comma, point, rows int
	eitherDay, thousands                     string // a cell that can be read two ways
}

// survey looks through the days and numbers of a table and decides how to read them, or asks.
func (t *Table) survey(ctx context.Context) error {
	var seen evidence
	err := t.sheet.each(ctx, func(line int, row []string, _ float64) error {
		if t.skips(line, row) {
			return nil
		}
		if seen.rows++; seen.rows > MostRows {
			return files.Faulty("it has more than %d lines.", MostRows)
		}
		for _, c := range Columns {
			at, ok := t.Columns[c.Key]
			if !ok || at < 0 || at >= len(row) {
				continue
			}
			switch {
			case c.Key == "day" || c.Key == "time":
				seen.day(row[at])
			case c.unit != "":
				seen.number(row[at])
			}
		}
		return nil
	})
	if err != nil {
		return err
	}
	if t.Order == "" {
		t.decideOrder(seen)
	}
	if t.Decimal == "" {
		t.decideDecimal(seen)
	}
	return nil
}

// decideOrder decides whether the day or the month comes first, or asks.
func (t *Table) decideOrder(seen evidence) {
	switch {
	case seen.dayFirst > 0 && seen.monthFirst == 0:
		t.Order = moments.DayFirst
	case seen.monthFirst > 0 && seen.dayFirst == 0:
		t.Order = moments.MonthFirst
	case seen.eitherDay != "" || seen.dayFirst > 0:
		t.Asks = append(t.Asks, Ask{"order", cmp.Or(seen.eitherDay, "both are there"),
			[]string{moments.DayFirst, moments.MonthFirst}})
	}
}

// decideDecimal decides whether a comma or a point comes before decimals, or asks.
func (t *Table) decideDecimal(seen evidence) {
	switch {
	case seen.comma > 0 && seen.point == 0 || seen.thousands != "" && t.sheet.comma == ';' && seen.point == 0:
		t.Decimal = ","
	case seen.point > 0 && seen.comma == 0:
		t.Decimal = "."
	case seen.thousands != "" || seen.comma > 0:
		t.Asks = append(t.Asks, Ask{"decimal", cmp.Or(seen.thousands, "both are there"), []string{",", "."}})
	}
}

// skips tells whether a row is not part of the log: it is empty, or not below the headers.
func (t *Table) skips(line int, row []string) bool {
	return line <= t.header || !slices.ContainsFunc(row, func(c string) bool { return strings.TrimSpace(c) != "" })
}

func (e *evidence) day(cell string) {
	switch order, either := moments.Order(cell); {
	case order == moments.DayFirst:
		e.dayFirst++
	case order == moments.MonthFirst:
		e.monthFirst++
	case either && e.eitherDay == "":
		e.eitherDay = strings.Clone(strings.TrimSpace(cell))
	}
}

func (e *evidence) number(cell string) {
	switch {
	case thousands.MatchString(cell):
		if e.thousands == "" {
			e.thousands = strings.Clone(strings.TrimSpace(cell))
		}
	case comma.MatchString(cell):
		e.comma++
	case point.MatchString(cell):
		e.point++
	}
}

// Missing names the needed columns that the table lacks, "" where it lacks none.
func (t *Table) Missing() string {
	has := func(key string) bool { at, ok := t.Columns[key]; return ok && at >= 0 }
	switch {
	case !has("time") && !has("day"):
		return "there is no column for the time"
	case !has("kind") && !has("species") && !has("length") && !has("weight"):
		return "there is no column for what happened, and none for the fish"
	}
	return ""
}

// quantity reads a cell in its own unit, or else that of its header, or else the usual one.
func (t *Table) quantity(key, usual, text string) (float64, error) {
	if text == "" {
		return 0, nil
	}
	unit, ok := t.units[key]
	if !ok {
		unit = units.MustLookup(usual)
	}
	v, _, err := units.Parse(t.pointed(text), unit.Dimension, unit)
	header := BareHeader(t.Headers[t.Columns[key]])
	if err != nil {
		return 0, fmt.Errorf("%s: %w", header, err)
	}
	if !(v >= 0) {
		return 0, fmt.Errorf("%s: %s is below zero", header, text)
	}
	return v, nil
}

// pointed returns a number with a decimal point and without separators of thousands.
func (t *Table) pointed(text string) string {
	switch {
	case t.Decimal == "," && strings.Contains(text, ","):
		return strings.Replace(strings.ReplaceAll(text, ".", ""), ",", ".", 1)
	case t.Decimal == "." && thousands.MatchString(text):
		return strings.Replace(text, ",", "", 1)
	}
	return text
}
