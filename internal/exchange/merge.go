package exchange

import (
	"slices"
	"strings"

	"dunvel/core/logbook"
)

// own are the columns with what only the angler knows of an event. A table may change these; the function
// copies the new value.
var own = map[string]func(into *logbook.Event, from logbook.Event){
	"phase": func(into *logbook.Event, from logbook.Event) { into.Phase = from.Phase },
	"depth": func(into *logbook.Event, from logbook.Event) {
		into.Depth, into.Low, into.High = from.Depth, from.Low, from.High
	},
	"since":    func(into *logbook.Event, from logbook.Event) { into.Since = from.Since },
	"seconds":  func(into *logbook.Event, from logbook.Event) { into.Seconds = from.Seconds },
	"lineOut":  func(into *logbook.Event, from logbook.Event) { into.LineOut = from.LineOut },
	"species":  func(into *logbook.Event, from logbook.Event) { into.Species = from.Species },
	"length":   func(into *logbook.Event, from logbook.Event) { into.Length = from.Length },
	"weight":   func(into *logbook.Event, from logbook.Event) { into.Weight = from.Weight },
	"released": func(into *logbook.Event, from logbook.Event) { into.Released = from.Released },
	"note":     func(into *logbook.Event, from logbook.Event) { into.Note = from.Note },
}

// Merge returns a kept event with the changes that a row of the table makes to it, and whether there are any.
// It compares both as cells of a table, so that rounding there is no change.
func (t *Table) Merge(kept, row logbook.Event) (logbook.Event, bool) {
	differs := false
	for _, c := range written {
		at, there := t.Columns[c.Key]
		take, says := own[c.Key]
		if !there || at < 0 || !says || c.write(logbook.Log{}, kept) == c.write(logbook.Log{}, row) {
			continue
		}
		take(&kept, row)
		differs = true
	}
	return kept, differs
}

// Says tells an event in words, as it will be kept.
func (t *Table) Says(l logbook.Log, e logbook.Event) string {
	parts := []string{e.Time.Format("2 January 2006 15:04"), l.Trip.Place, e.Kind}
	for _, c := range written {
		at, there := t.Columns[c.Key]
		if !there || at < 0 || slices.Contains([]string{"trip", "place", "time", "zone", "kind", "rod", "key"}, c.Key) {
			continue
		}
		text := c.write(l, e)
		if text == "" {
			continue
		}
		if c.unit != "" {
			text += " " + c.unit
		}
		if bare := BareHeader(c.Header); c.Key != "species" && c.Key != "note" && c.Key != "bait" {
			text = bare + " " + text
		}
		parts = append(parts, text)
	}
	return strings.Join(parts, ", ")
}
