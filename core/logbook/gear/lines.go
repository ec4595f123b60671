package gear

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// LineAge is how long the line of a rod is on its reel, and what it has seen since.
type LineAge struct {
	Rod    string     `json:"rod"`
	Line   string     `json:"line"` // in words
	On     *time.Time `json:"on"`   // when it was renewed; nil where that is not logged
	Days   int        `json:"days"` // since then, or since it was fished first
	Casts  int        `json:"casts"`
	Reties int        `json:"reties"`
	Since  int        `json:"since"` // casts since it was renewed or trimmed
	Knot   int        `json:"knot"`  // casts since the leader was tied to it, or the head to the leader
	Words  string     `json:"words"`
	Due    string     `json:"due"`    // what is to be done with it; "" for nothing
	Trip   int64      `json:"trip"`   // the last that it was fished on
	Number int        `json:"number"` // which of its rods, from 0

	last  int // of the logs
	line  setup.Line
	first time.Time
}

// Lines are the lines on the reels of an angler, by the names of the rods and what their lines are, those
// that were fished last first. Id is that of a log by its place.
func Lines(logs []logbook.Log, id func(int) int64, now time.Time, choice units.Choice) []LineAge {
	out := []LineAge{}
	byStart := make([]int, len(logs))
	for i := range logs {
		byStart[i] = i
	}
	slices.SortStableFunc(byStart, func(a, b int) int { return logs[a].Trip.Start.Compare(logs[b].Trip.Start) })
	for _, at := range byStart {
		out = wearLines(out, logs[at], at)
	}
	slices.Reverse(out)
	slices.SortStableFunc(out, func(a, b LineAge) int {
		return logs[b.last].Trip.Start.Compare(logs[a.last].Trip.Start)
	})
	for i := range out {
		l := &out[i]
		l.Trip = id(l.last)
		l.Line = l.line.Material + " of " + choice.Show("diameter", l.line.Diameter)
		since := l.first
		if l.On != nil {
			since = *l.On
		}
		l.Days = max(int(now.Sub(since).Hours()/24), 0)
		l.Words, l.Due = l.words(), l.due()
	}
	return out
}

// wearLines goes on with the lines through a log.
func wearLines(lines []LineAge, l logbook.Log, at int) []LineAge {
	states := make([]logbook.State, len(l.Trip.Rods))
	for i, r := range l.Trip.Rods {
		states[i] = r.State
	}
	of := func(rod int) *LineAge {
		line := states[rod].Setup.Line
		i := slices.IndexFunc(lines, func(o LineAge) bool {
			return o.Rod == l.Trip.Rods[rod].Name && o.line.Material == line.Material &&
				math.Abs(o.line.Diameter-line.Diameter) <= judgement.SameLength.Number*line.Diameter
		})
		if i < 0 {
			i, lines = len(lines), append(lines, LineAge{Rod: l.Trip.Rods[rod].Name, line: line, first: l.Trip.Start})
		}
		lines[i].last, lines[i].Number = at, rod
		return &lines[i]
	}
	for _, e := range l.InOrder() {
		if e.Rod < 0 || e.Rod >= len(states) {
			continue
		}
		switch e.Kind {
		case logbook.Changed:
			states[e.Rod] = *e.State
		case logbook.Splash:
			on := of(e.Rod)
			on.Casts, on.Since, on.Knot = on.Casts+1, on.Since+1, on.Knot+1
		case logbook.Lost: // it takes the knot along
			of(e.Rod).Knot = 0
		case logbook.Retie:
			on := of(e.Rod)
			on.Reties, on.Knot = on.Reties+1, 0
		case logbook.Trimmed:
			on := of(e.Rod)
			on.Since, on.Knot = 0, 0
		case logbook.Renewed:
			on := of(e.Rod)
			when := e.Time
			on.On, on.Casts, on.Reties, on.Since, on.Knot = &when, 0, 0, 0, 0
		}
	}
	return lines
}

// words say how old a line is and what it has seen.
func (l LineAge) words() string {
	begun := "was logged first"
	if l.On != nil {
		begun = "was put on"
	}
	out := fmt.Sprintf("%s and %s since it %s, %s ago", units.Counted(l.Casts, "cast"), reties(l.Reties), begun,
		units.Counted(l.Days, "day"))
	if l.Since < l.Casts {
		out += fmt.Sprintf("; %s since it was trimmed", units.Counted(l.Since, "cast"))
	}
	if l.Knot < l.Since {
		out += fmt.Sprintf("; %s since it was tied", units.Counted(l.Knot, "cast"))
	}
	return out + "."
}

func reties(n int) string {
	if n == 1 {
		return "1 retie"
	}
	return fmt.Sprintf("%d reties", n)
}

// due is what is to be done with a line: it is renewed for its casts or its age, trimmed for the casts since.
func (l LineAge) due() string {
	var out []string
	if days := judgement.LineDays[l.line.Material]; l.On != nil && days.Number > 0 && float64(l.Days) > days.Number {
		out = append(out, fmt.Sprintf("Put a new line on: %s is good for about %.0f months.", l.line.Material,
			days.Number/30.4))
	} else if float64(l.Casts) >= judgement.LineCasts.Number {
		out = append(out, fmt.Sprintf("Put a new line on: it is good for about %.0f casts.",
			judgement.LineCasts.Number))
	} else if float64(l.Since) >= judgement.LineTrim.Number {
		out = append(out, "Feel its first metres, and cut off what is rough.")
	}
	return strings.Join(out, " ")
}
