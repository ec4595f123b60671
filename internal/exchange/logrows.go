package exchange

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/progress"
	"dunvel/core/setup"
	"dunvel/internal/exchange/moments"
)

// Refused is a line that cannot be read, and why.
type Refused struct {
	Line int
	Why  string
}

// mostRefused is how many refused lines are reported.
const mostRefused = 100

// Taken is a log that was read, with the line of each event, and the key that each event got from older
// versions, which made keys from the text of the line instead of its meaning.
type Taken struct {
	logbook.Log
	Lines []int
	Old   []string
}

// Logs reads the rows of a table: the trips with their events, in the order of the table, and the first of
// the lines that cannot be read. An event without a key gets one made of its trip, time, kind and rod, and its
// number among equal ones. Thus a file that is read twice adds nothing, even when a spreadsheet has saved it in
// another layout. It stops when ctx ends. The error is input.Errors for the field "text", or that of ctx.
func (t *Table) Logs(ctx context.Context) ([]Taken, []Refused, error) {
	r := reading{table: t, moment: moments.Reader{Order: t.Order, Zone: t.zone}, at: map[string]int{},
		seen: map[string]int{}}
	if missing := t.Missing(); missing != "" {
		r.refuse(0, missing+"; say below which it is")
		return nil, r.refused, nil
	}
	rows := 0
	err := t.sheet.each(ctx, func(line int, row []string, share float64) error {
		if t.skips(line, row) {
			return nil
		}
		r.row(row, line)
		if rows++; rows%1000 == 0 {
			progress.Tell(ctx, share)
		}
		return nil
	})
	if err != nil {
		return nil, nil, err
	}
	for i := range r.out {
		r.finish(&r.out[i])
	}
	return r.out, r.refused, nil
}

// reading is the state of reading a table row by row.
type reading struct {
	table   *Table
	moment  moments.Reader
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
	e, err := r.table.event(cell, r.moment)
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
	old := ""
	if e.Key == "" {
		// Two equal lines are two events.
		old = r.keyed(name + "\x00" + strings.Join(row, "\x00"))
		e.Key = r.keyed(fmt.Sprint(name, "\x00", e.Time.Unix(), "\x00", e.Kind, "\x00", e.Rod, "\x00of what is read"))
	}
	k, ok := r.at[name]
	if !ok {
		k = len(r.out)
		r.at[name] = k
		r.out = append(r.out, Taken{Log: logbook.Log{Name: name, Trip: logbook.Trip{Place: place, Start: e.Time}}})
	}
	l := &r.out[k]
	l.Events, l.Lines, l.Old = append(l.Events, e), append(l.Lines, line), append(l.Old, old)
	if e.Time.Before(l.Trip.Start) {
		l.Trip.Start = e.Time
	}
	for len(l.Trip.Rods) <= e.Rod {
		state := logbook.State{Setup: setup.Default(), Mass: e.With.Mass, Technique: "drop"}
		l.Trip.Rods = append(l.Trip.Rods, logbook.Rod{Name: fmt.Sprintf("Rod %d", len(l.Trip.Rods)+1), State: state})
	}
}

// keyed returns a key made of a text and of how often that text has come before.
func (r *reading) keyed(same string) string {
	r.seen[same]++
	sum := sha256.Sum256([]byte(fmt.Sprint(same, "\x00", r.seen[same])))
	return hex.EncodeToString(sum[:16])
}

// finish checks a trip and its events once all its rows are read.
func (r *reading) finish(l *Taken) {
	message := input.CheckText("Trip", l.Name, input.MostName, true)
	if err := l.Trip.Validate(nil); err != nil && message == "" {
		message = err.Error()
	}
	if message != "" {
		r.refuse(l.Lines[0], message)
		l.Events, l.Lines, l.Old = nil, nil, nil
		return
	}
	last := l.Trip.Start
	kept, lines, old := l.Events[:0], l.Lines[:0], l.Old[:0]
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
		kept, lines, old = append(kept, e), append(lines, l.Lines[i]), append(old, l.Old[i])
	}
	l.Events, l.Lines, l.Old, l.Trip.End = kept, lines, old, &last
}

// called are other words for the kinds of events.
var called = map[string]string{
	"caught": logbook.Fish, "catch": logbook.Fish, "landed": logbook.Fish, "fish caught": logbook.Fish,
	"yes":  logbook.Fish,
	"lost": logbook.Dropped, "dropped": logbook.Dropped, "lost fish": logbook.Dropped,
	"hooked and lost": logbook.Dropped,
	"hit":             logbook.Bite, "take": logbook.Bite, "missed": logbook.Bite, "missed bite": logbook.Bite,
	"strike": logbook.Bite, "tap": logbook.Short,
	"cast": logbook.Splash, "lure lost": logbook.Lost, "jig lost": logbook.Lost, "lost jig": logbook.Lost,
	"lost lure": logbook.Lost, "snagged": logbook.Freed, "snag": logbook.Freed,
	"bed": logbook.Bottom, "bed lost": logbook.Off, "comment": logbook.Note, "retied": logbook.Retie,
	"trimmed": logbook.Trimmed, "new line": logbook.Renewed, "seen": logbook.Seen,
}

// kindOf returns the kind of event of a row: the one that it names. A row without one is a fish if it has a
// species, a length or a weight, and else a note.
func kindOf(cell func(string) string) (string, error) {
	text := strings.ToLower(cell("kind"))
	if text == "" {
		switch {
		case cell("species") != "" || cell("length") != "" || cell("weight") != "":
			return logbook.Fish, nil
		case cell("note") != "":
			return logbook.Note, nil
		}
		return "", errors.New("it does not say what happened")
	}
	if kind, ok := called[text]; ok {
		return kind, nil
	}
	if !slices.Contains(logbook.Kinds, text) {
		return "", fmt.Errorf("what happened: “%s” is not one of %s", text, strings.Join(logbook.Kinds, ", "))
	}
	return text, nil
}

// event reads a row.
func (t *Table) event(cell func(string) string, m moments.Reader) (logbook.Event, error) {
	var e logbook.Event
	var err error
	day, clock := cell("day"), cell("time")
	if day == "" {
		day, clock = clock, ""
	}
	if e.Time, _, err = m.Read(day, clock, cell("zone")); err != nil {
		return e, err
	}
	if e.Kind, err = kindOf(cell); err != nil {
		return e, err
	}
	if err := chosen(&e, cell); err != nil {
		return e, err
	}
	for _, q := range []struct {
		key, unit string
		into      *float64
	}{
		{"head", "g", &e.With.Mass}, {"bedDepth", "m", &e.With.BedDepth}, {"depth", "m", &e.Depth},
		{"low", "m", &e.Low}, {"high", "m", &e.High},
		{"since", "s", &e.Since}, {"seconds", "s", &e.Seconds}, {"lineOut", "m", &e.LineOut},
		{"expected", "s", &e.With.Expected}, {"length", "cm", &e.Length}, {"weight", "kg", &e.Weight},
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
	return e, nil
}

// chosen reads the cells that hold one of a few words: the phase, the rod, and whether a fish was released.
func chosen(e *logbook.Event, cell func(string) string) error {
	e.Phase = strings.ToLower(cell("phase"))
	if e.Phase != "" && !slices.Contains(logbook.Phases, e.Phase) {
		return fmt.Errorf("phase: “%s” is not one of %s", e.Phase, strings.Join(logbook.Phases, ", "))
	}
	if text := cell("rod"); text != "" {
		n, err := strconv.Atoi(text)
		if err != nil || n < 1 || n > logbook.MostRods {
			return fmt.Errorf("rod: “%s” is not a number from 1 to %d", text, logbook.MostRods)
		}
		e.Rod = n - 1
	}
	switch released := strings.ToLower(cell("released")); released {
	case "yes", "true", "x", "1", "y":
		e.Released = true
	case "", "no", "false", "0", "n":
	default:
		return fmt.Errorf("released: “%s” is neither yes nor no", released)
	}
	return nil
}
