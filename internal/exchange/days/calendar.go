package days

import (
	"fmt"
	"io"
	"strings"
	"time"

	"dunvel/core/day"
	"dunvel/core/units"

	ics "github.com/arran4/golang-ical"
)

// alarm is how long before a change of heads one is told.
const alarm = 10 * time.Minute

// WriteCalendar writes a day as an iCalendar (RFC 5545): what is fished when, with an alarm
// before each change; slack, high and low water; sun and moon. What is said is in the units
// of choice; now is when it was made.
func WriteCalendar(w io.Writer, sky *day.Sky, worked *day.Worked, choice units.Choice, now time.Time) error {
	c := &calendar{ics.NewCalendarFor("Dunvel"), now}
	for i, f := range worked.Fished {
		spot := sky.Spots[f.Spot].Name
		what := "nothing holds"
		if f.Mass > 0 {
			what = choice.Show("mass", f.Mass)
		}
		e := c.add("fished", f.From, f.To, spot+": "+what)
		if words := countWords(f); words != "" {
			e.SetDescription(words)
		}
		if i > 0 {
			a := e.AddAlarm()
			a.SetAction(ics.ActionDisplay)
			a.SetTrigger(fmt.Sprintf("-PT%dM", int(alarm.Minutes())))
			a.SetDescription(spot + ": " + what)
		}
	}
	for _, s := range sky.Spots {
		for _, at := range s.Slacks {
			c.add("slack", at, at, s.Name+": slack water")
		}
	}
	for _, t := range sky.Turns {
		what := "Low water"
		if t.High {
			what = "High water"
		}
		c.add("tide", t.Time, t.Time, what+" "+choice.Show("depth", t.Height))
	}
	if sky.Light != nil {
		for _, l := range sky.Light.Crossings {
			c.add("light", l.Time, l.Time, strings.ToUpper(l.Kind[:1])+l.Kind[1:])
		}
	}
	_, err := io.WriteString(w, c.Serialize())
	return err
}

// countWords is what is counted through a time, and how the rod is held.
func countWords(f day.Fished) string {
	var out []string
	switch low, high := units.Seconds(f.Low), units.Seconds(f.High); {
	case f.High == 0:
	case low == high:
		out = append(out, "Count "+low)
	default:
		out = append(out, "Count "+low+" to "+high)
	}
	if f.Down {
		out = append(out, "rod down")
	}
	return strings.Join(out, ", ")
}

type calendar struct {
	*ics.Calendar
	now time.Time
}

// add adds what is from a time to another.
func (c *calendar) add(kind string, from, to time.Time, summary string) *ics.VEvent {
	e := c.AddEvent(fmt.Sprintf("%s-%s-%d@dunvel", from.UTC().Format("20060102T150405Z"), kind, len(c.Events())))
	e.SetDtStampTime(c.now)
	e.SetStartAt(from)
	e.SetEndAt(to)
	e.SetSummary(summary)
	return e
}
