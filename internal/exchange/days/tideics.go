package days

import (
	"cmp"
	"regexp"
	"slices"
	"strings"
	"time"

	"dunvel/core/input"

	ics "github.com/arran4/golang-ical"
)

var tidal = regexp.MustCompile(`(?i)\b(hw|high|lw|low)\b`)

// IsCalendar tells whether a text is an iCalendar.
func IsCalendar(text string) bool {
	return strings.HasPrefix(strings.TrimSpace(text), "BEGIN:VCALENDAR")
}

// TideLines are the high and low waters of an iCalendar (RFC 5545) as lines of a table, in
// time and in a zone: events that are called such as "High water 4.6 m". Whatever else is in
// it is left out. Errors: setup.Errors.
func TideLines(text, zoneName string) (string, error) {
	zone, err := time.LoadLocation(zoneName)
	if err != nil {
		return "", input.Fault("zone", "Time zone: there is no “%s”; it is called such as Europe/Lisbon.", zoneName)
	}
	calendar, err := ics.ParseCalendar(strings.NewReader(text))
	if err != nil {
		return "", input.Fault("text", "Calendar: it cannot be read: %s.", err)
	}
	type line struct {
		at   time.Time
		says string
	}
	var lines []line
	for _, e := range calendar.Events() {
		summary := e.GetProperty(ics.ComponentPropertySummary)
		if summary == nil {
			continue
		}
		says := ics.FromText(summary.Value)
		at, err := e.GetStartAt()
		if mark := tidal.FindString(says); mark != "" && err == nil {
			_, after, _ := strings.Cut(says, mark)
			lines = append(lines, line{at.In(zone), mark + " " + after})
		}
	}
	if len(lines) == 0 {
		return "", input.Fault("text", "Calendar: no high or low water is in it, such as an event called “High water "+
			"4.6 m”.")
	}
	slices.SortFunc(lines, func(a, b line) int { return cmp.Compare(a.at.Unix(), b.at.Unix()) })
	var out strings.Builder
	for _, l := range lines {
		out.WriteString(l.at.Format("2006-01-02 15:04 ") + l.says + "\n")
	}
	return out.String(), nil
}
