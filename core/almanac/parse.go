package almanac

import (
	"encoding/json"
	"fmt"
	"math"
	"strconv"
	"strings"
	"time"

	"dunvel/core/units"
)

// LineError is what is wrong with a line of a table, in words.
type LineError struct {
	Line int // from 1
	Text string
	Why  string
}

func (e *LineError) Error() string {
	return fmt.Sprintf("Tide, line %d (“%s”): %s", e.Line, e.Text, e.Why)
}

// Limits of a table.
const (
	MostTurns  = 2000
	MostHeight = 20 // m, over or under the datum; the highest tides there are have 16
	halfDay    = 12 * time.Hour
)

var (
	clockTime = units.Pattern(`\b([01]?\d|2[0-4])[:.h]([0-5]\d)\b|\b([01]\d|2[0-3])([0-5]\d)\b`)
	isoDate   = units.Pattern(`\b(\d{4})-(\d\d)-(\d\d)\b`)
	mark      = units.Pattern(`(?i)\b(hw|high|h|lw|low|l)\b`)
	aHeight   = units.Pattern(`(?i)(-?\d+(?:[.,]\d+)?)\s*(m|metres?|meters?|ft|feet)?\b`)
)

// Read reads a table of high and low waters as people copy them: a line each with its time
// and its height ("05:42 1.3", "HW 11:51 4.6 m"), tabs, commas or semicolons between, a date
// where there is one, or a list in JSON. Times without a date are of day and, past midnight,
// of the days after it, in the zone of day; heights without a unit are in that of choice.
// Errors: *LineError.
func Read(text string, day time.Time, choice units.Choice) (Table, error) {
	if strings.HasPrefix(strings.TrimSpace(text), "[") {
		return readJSON(text)
	}
	r := reader{date: day, choice: choice}
	for i, line := range strings.Split(strings.ReplaceAll(text, "\r", ""), "\n") {
		if strings.TrimSpace(line) == "" || i == 0 && !clockTime().MatchString(line) {
			continue // or a heading
		}
		if len(r.out) >= MostTurns {
			return nil, &LineError{i + 1, line, fmt.Sprintf("a table has %d lines at most.", MostTurns)}
		}
		if why := r.line(line); why != "" {
			return nil, &LineError{i + 1, strings.TrimSpace(line), why}
		}
	}
	return r.alternate()
}

// reader reads line by line.
type reader struct {
	date   time.Time
	choice units.Choice
	unit   string // that was written, of all heights
	out    Table
	marked []string // high, low or neither, as it was written
	lines  []string
}

// line reads one line, and returns what is wrong with it.
func (r *reader) line(line string) string {
	rest := strings.NewReplacer("\t", " ", ";", " ", "\"", " ").Replace(line)
	dated := false
	if d := isoDate().FindStringSubmatch(rest); d != nil {
		date, err := time.ParseInLocation(time.DateOnly, d[0], r.date.Location())
		if err != nil {
			return "there is no such date."
		}
		r.date, dated = date, true
		rest = strings.Replace(rest, d[0], " ", 1)
	}
	c := clockTime().FindStringSubmatch(rest)
	if c == nil {
		return "it has no time, such as 05:42."
	}
	rest = strings.Replace(rest, c[0], " ", 1)
	hour, _ := strconv.Atoi(c[1] + c[3])
	minute, _ := strconv.Atoi(c[2] + c[4])
	high := ""
	if m := mark().FindString(rest); m != "" {
		high = strings.ToLower(m[:1])
		rest = strings.Replace(rest, m, " ", 1)
	}
	height, why := r.height(strings.ReplaceAll(strings.TrimLeft(rest, " ,"), ", ", " "))
	if why != "" {
		return why
	}
	at := time.Date(r.date.Year(), r.date.Month(), r.date.Day(), hour, minute, 0, 0, r.date.Location())
	if n := len(r.out); n > 0 && !at.After(r.out[n-1].Time) {
		last := r.out[n-1].Time
		if dated || last.Sub(at) < halfDay {
			return fmt.Sprintf("it comes before the line above it, at %s.", last.Format("15:04"))
		}
		r.date = r.date.AddDate(0, 0, 1) // past midnight
		at = time.Date(r.date.Year(), r.date.Month(), r.date.Day(), hour, minute, 0, 0, r.date.Location())
	}
	r.out, r.marked, r.lines = append(r.out, Turn{Time: at, Height: height}), append(r.marked, high),
		append(r.lines, strings.TrimSpace(line))
	return ""
}

// height reads the height of a line, in m.
func (r *reader) height(rest string) (float64, string) {
	h := aHeight().FindStringSubmatch(rest)
	if h == nil {
		return 0, "it has no height, such as 1.3."
	}
	v, err := strconv.ParseFloat(strings.Replace(h[1], ",", ".", 1), 64)
	if err != nil {
		return 0, "its height is no number."
	}
	unit := ""
	if h[2] != "" {
		unit = strings.ToLower(h[2][:1])
	}
	if len(r.out) > 0 && unit != r.unit {
		return 0, "feet, metres and heights without a unit are mixed; write all of them in one."
	}
	r.unit = unit
	if unit == "f" || unit == "" && r.choice.Unit("depth").Symbol == "ft" {
		v *= 0.3048
	}
	if math.Abs(v) > MostHeight {
		return 0, fmt.Sprintf("%s is outside what is allowed, %d m over and under the datum.",
			strings.TrimSpace(h[0]), MostHeight)
	}
	return v, ""
}

// alternate is the table with its high and low waters told by their heights, which have to
// go up and down by turns, and as they are marked where they are.
func (r *reader) alternate() (Table, error) {
	if len(r.out) < 2 {
		return nil, &LineError{1, "", "a tide takes two lines at least, a high and a low water."}
	}
	wrong := func(i int, why string) (Table, error) { return nil, &LineError{i + 1, r.lines[i], why} }
	for i := 1; i < len(r.out); i++ {
		if why := r.turns(i); why != "" {
			return wrong(i, why)
		}
	}
	for i, t := range r.out {
		if r.marked[i] != "" && (r.marked[i] == "h") != t.High {
			return wrong(i, "what it is called does not go with the heights beside it.")
		}
	}
	return r.out, nil
}

// turns tells a high or low water, and the one before it, by their heights; or why they do not go
// up and down by turns.
func (r *reader) turns(i int) string {
	if r.marked[i] != "" && r.marked[i] == r.marked[i-1] {
		what := map[string]string{"h": "two high waters follow each other; the low water",
			"l": "two low waters follow each other; the high water"}
		return what[r.marked[i]] + " between them is missing."
	}
	rises := r.out[i].Height > r.out[i-1].Height
	switch again := i > 1 && rises != r.out[i-2].High; {
	case r.out[i].Height == r.out[i-1].Height:
		return "it is as high as the line above it."
	case again && rises:
		return "the water rises for the second time in a row; a low water is missing."
	case again:
		return "the water falls for the second time in a row; a high water is missing."
	}
	r.out[i].High, r.out[i-1].High = rises, !rises
	return ""
}

// readJSON reads a list of turns as the API writes them; whether they are high or low is
// told by their heights.
func readJSON(text string) (Table, error) {
	var turns []struct {
		Time   time.Time `json:"time"`
		Height float64   `json:"height"`
	}
	if err := json.Unmarshal([]byte(text), &turns); err != nil {
		return nil, &LineError{1, "[", "as JSON it is a list of objects with time (2026-05-12T05:42:00+01:00) and " +
			"height in metres; " + err.Error() + "."}
	}
	r := reader{}
	for i, t := range turns {
		words := t.Time.Format("2006-01-02 15:04")
		if i > 0 && !t.Time.After(turns[i-1].Time) {
			return nil, &LineError{i + 1, words, "it comes before the one above it."}
		}
		if !(math.Abs(t.Height) <= MostHeight) || len(turns) > MostTurns {
			return nil, &LineError{i + 1, words,
				fmt.Sprintf("heights are within %d m of the datum, and lists have %d at most.", MostHeight, MostTurns)}
		}
		r.out, r.marked, r.lines = append(r.out, Turn{Time: t.Time, Height: t.Height}), append(r.marked, ""),
			append(r.lines, words)
	}
	return r.alternate()
}
