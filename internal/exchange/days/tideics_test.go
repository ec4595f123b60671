package days

import (
	"math"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/day"
	"dunvel/core/units"
)

// The high and low waters of a calendar that was written are read back as they were, whatever
// else is in it and in whatever units it was written.
func TestTideThroughACalendar(t *testing.T) {
	zone, err := time.LoadLocation("Europe/Lisbon")
	if err != nil {
		t.Fatal(err)
	}
	start := time.Date(2026, 5, 12, 0, 0, 0, 0, zone)
	p := day.Plan{Date: "2026-05-12", Zone: "Europe/Lisbon", Tide: day.Tides{Kind: day.FromStation}}
	turns := almanac.Simulated().Turns(start, start.AddDate(0, 0, 1))
	sky := &day.Sky{Start: start, Turns: turns,
		Spots: []day.SpotSky{{Name: "The Sill", Slacks: []time.Time{start.Add(7 * time.Hour)}}}}
	for _, choice := range []units.Choice{nil, {"depth": "ft"}} {
		var out strings.Builder
		if err := WriteCalendar(&out, sky, &day.Worked{}, choice, start); err != nil {
			t.Fatal(err)
		}
		if !IsCalendar(out.String()) {
			t.Fatal("it is no calendar")
		}
		lines, err := TideLines(out.String(), p.Zone)
		if err != nil {
			t.Fatal(err)
		}
		got, err := almanac.Read(lines, start, nil)
		if err != nil || len(got) != len(turns) {
			t.Fatalf("%s: %v", lines, err)
		}
		for i := range got {
			if got[i].High != turns[i].High || got[i].Time.Sub(turns[i].Time).Abs() > time.Minute ||
				math.Abs(got[i].Height-turns[i].Height) > 0.02 {
				t.Errorf("%+v, not %+v", got[i], turns[i])
			}
		}
	}
	for text, why := range map[string]string{
		"BEGIN:VCALENDAR\nEND:VCALENDAR\n": "no high or low water is in it",
		"BEGIN:VCALENDAR\nBEGIN:VEVENT\n":  "it cannot be read",
		"BEGIN:VCALENDAR\nBEGIN:VEVENT\nUID:1\nSUMMARY:Lunch\nDTSTART:20260512T120000Z\nEND:VEVENT\nEND:VCALENDAR\n": "no high or low water",
	} {
		if _, err := TideLines(text, "UTC"); err == nil || !strings.Contains(err.Error(), why) {
			t.Errorf("%q: %v", text, err)
		}
	}
	if _, err := TideLines("BEGIN:VCALENDAR\nEND:VCALENDAR\n", "Nowhere"); err == nil ||
		!strings.Contains(err.Error(), "“Nowhere”") {
		t.Error(err)
	}
}
