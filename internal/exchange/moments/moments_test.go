package moments

import (
	"testing"
	"time"
)

// Days and times are read as people and spreadsheets write them.
func TestMoments(t *testing.T) {
	zone := time.FixedZone("", 2*3600)
	for _, tt := range []struct{ order, day, clock, zone, want string }{
		{"", "2026-05-25 19:30", "", "", "2026-05-25T19:30:00+02:00"},
		{"", "2026-05-25T19:30:15Z", "", "", "2026-05-25T19:30:15Z"},
		{"", "2026-05-25 19:30:00+01:00", "", "", "2026-05-25T19:30:00+01:00"},
		{"", "2026-05-25 19:30:15", "", "+01:00", "2026-05-25T19:30:15+01:00"},
		{"", "2026-05-25 19:30", "", "01:00:00", "2026-05-25T19:30:00+02:00"},
		{DayFirst, "25/05/2026 19:30", "", "", "2026-05-25T19:30:00+02:00"},
		{MonthFirst, "5/25/2026 7:30 PM", "", "", "2026-05-25T19:30:00+02:00"},
		{MonthFirst, "05/12/2026 12:05 am", "", "", "2026-05-12T00:05:00+02:00"},
		{DayFirst, "05/12/2026 12:05pm", "", "", "2026-12-05T12:05:00+02:00"},
		{MonthFirst, "12.05.26 19:30", "", "", "2026-05-12T19:30:00+02:00"},
		{DayFirst, "12-05-98", "", "", "1998-05-12T12:00:00+02:00"}, {"", "2026-05-25", "", "",
			"2026-05-25T12:00:00+02:00"}, {"", "2026-05-25", "7.15", "", "2026-05-25T07:15:00+02:00"},
		{"", "Mon 25 May 2026 19:30", "", "", "2026-05-25T19:30:00+02:00"}, {"", "May 25th, 2026 7 pm", "", "",
			"2026-05-25T19:00:00+02:00"}, {"", "3-Jun-26", "06:05", "", "2026-06-03T06:05:00+02:00"},
		{"", "46167.8125", "", "", "2026-05-25T19:30:00+02:00"},
		{"", "46167", "0.8125", "", "2026-05-25T19:30:00+02:00"}, {"", "46167", "", "Z", "2026-05-25T12:00:00Z"},
	} {
		at, _, err := Reader{Order: tt.order, Zone: zone}.Read(tt.day, tt.clock, tt.zone)
		if got := at.Format(time.RFC3339); err != nil || got != tt.want {
			t.Errorf("%+v: %s %v", tt, got, err)
		}
	}
	for _, wrong := range []string{"", "soon", "25/05", "2026-05-25 25:00", "2026-05-25 7:61", "13:00 pm",
		"2026-05-25 0:10 am", "31/02/2026", "2026-13-01", "Mon", "12 Foo 2026"} {
		if at, _, err := (Reader{Zone: zone}).Read(wrong, "", ""); err == nil {
			t.Errorf("%q: %s", wrong, at)
		}
	}
	if _, timed, _ := (Reader{Zone: zone}).Read("2026-05-25", "", ""); timed {
		t.Error("a day alone has a time")
	}
	if _, timed, _ := (Reader{Zone: zone}).Read("2026-05-25", "19:30", ""); !timed {
		t.Error("a day and a time have none")
	}
}

// Times without a zone in the night when the clock goes back or forth are a
// moment of that night.
func TestClockChanges(t *testing.T) {
	zone, err := time.LoadLocation("WET")
	if err != nil {
		t.Skip("no zones on this machine")
	}
	for text, hours := range map[string]float64{
		"2026-03-29 00:30": 0.5, "2026-03-29 02:30": 1.5, // there is no half past one
		"2026-10-25 00:30": -0.5, "2026-10-25 02:30": 2.5,
	} {
		at, _, err := Reader{Zone: zone}.Read(text, "", "")
		if err != nil {
			t.Fatal(err)
		}
		if got := at.Sub(time.Date(at.Year(), at.Month(), at.Day(), 0, 0, 0, 0, time.UTC)).Hours(); got != hours {
			t.Errorf("%s: %g h after midnight in Greenwich, not %g", text, got, hours)
		}
	}
	night, _, err := Reader{Zone: zone}.Read("2026-03-29 01:30", "", "")
	if err != nil || night.IsZero() {
		t.Errorf("%v %v", night, err)
	}
}
