package almanac

import (
	"math"
	"strings"
	"testing"
	"time"

	"dunvel/core/units"
)

// within tells where got is not want, but for less than by.
func within(t *testing.T, what string, got, want, by float64) {
	t.Helper()
	if !(math.Abs(got-want) <= by) {
		t.Errorf("%s: %g, not %g within %g", what, got, want, by)
	}
}

func clock(text string) time.Time {
	at, err := time.Parse("2006-01-02 15:04", text)
	if err != nil {
		panic(err)
	}
	return at
}

// Between low and high water it rises by 1, 2, 3, 3, 2 and 1 twelfths of the range in each
// sixth of the time, which is half a cosine to a hundredth of the range.
func TestTwelfths(t *testing.T) {
	table := Table{{clock("2026-05-12 06:00"), 1, false}, {clock("2026-05-12 12:00"), 5.8, true}}
	for hour, twelfths := range []float64{0, 1, 3, 6, 9, 11, 12} {
		got, ok := table.Height(clock("2026-05-12 06:00").Add(time.Duration(hour) * time.Hour))
		if !ok {
			t.Fatal("not known")
		}
		within(t, "height", got, 1+4.8*twelfths/12, 0.018*4.8)
	}
	if h, _ := table.Height(clock("2026-05-12 07:00")); math.Abs(h-(1+4.8*(1-math.Cos(math.Pi/6))/2)) > 1e-9 {
		t.Errorf("%g m an hour after low water", h)
	}
	for _, at := range []string{"2026-05-12 05:59", "2026-05-12 12:01"} {
		if _, ok := table.Height(clock(at)); ok {
			t.Error("known at", at)
		}
	}
}

// Between slacks it runs as half a sine, at springs and neaps as fast as it was said to, and
// in between by the range; flood and ebb apart.
func TestStream(t *testing.T) {
	s := Stream{AfterHigh: time.Hour, AfterLow: 30 * time.Minute, Flood: Run{1.2, 0.6, 90}, Ebb: Run{0.8, 0.4, 270},
		Spring: 4, Neap: 2}
	tide := Table{{clock("2026-05-12 00:00"), 4, true}, {clock("2026-05-12 06:00"), 1, false},
		{clock("2026-05-12 12:00"), 3, true}, {clock("2026-05-12 18:00"), 1, false}}
	for at, want := range map[string]Flow{
		"2026-05-12 01:00": {0, 270}, // slack after high water
		"2026-05-12 03:45": {0.6, 270},
		"2026-05-12 09:45": {0.6, 90}, // half way from 06:30 to 13:00, with the range of a neap
		"2026-05-12 08:07": {0.6 * math.Sin(math.Pi*97/390), 90},
	} {
		got, ok := s.At(tide, clock(at))
		if !ok || math.Abs(got.Speed-want.Speed) > 1e-9 || got.Direction != want.Direction {
			t.Errorf("%s: %+v %v, not %+v", at, got, ok, want)
		}
	}
	if _, ok := s.At(tide, clock("2026-05-12 00:30")); ok {
		t.Error("it is known before the first slack")
	}
	slacks := s.Slacks(tide, clock("2026-05-12 01:00"), clock("2026-05-12 13:00"))
	if len(slacks) != 2 || !slacks[0].Equal(clock("2026-05-12 01:00")) || !slacks[1].Equal(clock("2026-05-12 06:30")) {
		t.Errorf("slack at %v", slacks)
	}
	// A range under that of neaps is slower still, and never less than nothing.
	s.Ebb.Spring = 1.2
	flat := Table{{clock("2026-05-12 00:00"), 1.01, true}, {clock("2026-05-12 06:00"), 1, false},
		{clock("2026-05-12 12:00"), 1.01, true}}
	if got, ok := s.At(flat, clock("2026-05-12 03:45")); !ok || got.Speed != 0 {
		t.Errorf("%+v %v", got, ok)
	}
}

// The sums by hand: S2 is highest at noon and midnight of Greenwich; for M2 at noon of 1
// January 2000 the moon is at 218.32 and the sun at 280.47 degrees, its node at 125.04, so that
// it stands at 360 - 436.63 + 560.93 - 1.72 degrees and is 1.0212 times as high.
func TestStation(t *testing.T) {
	one := func(name string, lag float64) Station {
		return Station{Constituents: []Constituent{{name, 1, lag}}}
	}
	at := func(s Station, when string) float64 { h, _ := s.Height(clock(when)); return h }
	within(t, "S2 at midnight", at(one("S2", 0), "2026-05-12 00:00"), 1, 1e-6)
	within(t, "S2 at three", at(one("S2", 0), "2026-05-12 03:00"), 0, 1e-6)
	within(t, "S2 at three, lagging a quarter", at(one("S2", 90), "2026-05-12 03:00"), 1, 1e-6)
	within(t, "M2", at(one("M2", 0), "2000-01-01 12:00"), 1.02124*math.Cos(122.58*degree), 1e-3)
	// K1: 180 + 280.47 + 90, shifted by -8.9 x 0.8188, times 1.006 - 0.115 x 0.5741.
	within(t, "K1", at(one("K1", 0), "2000-01-01 12:00"), 0.93998*math.Cos((550.466-7.287)*degree), 1e-3)
	// O1: 180 - 436.63 + 280.47 - 90 + 10.8 x 0.8188, times 1.009 - 0.187 x 0.5741.
	within(t, "O1", at(one("O1", 0), "2000-01-01 12:00"), 0.90164*math.Cos((-66.166+8.843)*degree), 1e-3)
	// N2: 360 - 654.95 + 560.93 + 83.35 - 1.72. K2: 360 + 560.93 - 17.7 x 0.8188, times 1.024 - 0.286 x 0.5741.
	within(t, "N2", at(one("N2", 0), "2000-01-01 12:00"), 1.02124*math.Cos(347.62*degree), 1e-3)
	within(t, "K2", at(one("K2", 0), "2000-01-01 12:00"), 0.85981*math.Cos((200.933-14.493)*degree), 1e-3)
	within(t, "M4", at(one("M4", 0), "2000-01-01 12:00"), 1.04293*math.Cos(245.16*degree), 2e-3)
	// From one high water of M2 to the next it is 12.4206 hours.
	turns := one("M2", 0).Turns(clock("2026-05-12 00:00"), clock("2026-05-14 00:00"))
	for i := 2; i < len(turns); i++ {
		within(t, "hours", turns[i].Time.Sub(turns[i-2].Time).Hours(), 12.4206, 2e-3)
		if turns[i].High == turns[i-1].High {
			t.Error("two like turns", turns[i-1], turns[i])
		}
	}
	if len(turns) < 8 {
		t.Errorf("%d turns", len(turns))
	}
}

// The station that is shipped has springs some days after a full moon, and half as much of a
// range at the least of the month's neaps.
func TestSimulatedStation(t *testing.T) {
	s := Simulated()
	for _, c := range s.Constituents {
		if !knows(c.Name) {
			t.Error(c.Name)
		}
	}
	if !strings.Contains(s.Name, "made up") {
		t.Errorf("%q", s.Name)
	}
	ranges := func(day string) float64 {
		most := 0.0
		turns := s.Turns(clock(day+" 00:00"), clock(day+" 23:59"))
		for i := 1; i < len(turns); i++ {
			most = max(most, math.Abs(turns[i].Height-turns[i-1].Height))
		}
		return most
	}
	// Full moon on 24 November 2026, new moon on 9 November.
	least, most, on := 9.0, 0.0, 0
	for day := range 30 {
		r := ranges(clock("2026-11-01 00:00").AddDate(0, 0, day).Format(time.DateOnly))
		if least = min(least, r); r > most {
			most, on = r, day+1
		}
	}
	if least > 0.55*most || on < 24 || on > 28 {
		t.Errorf("%.2f to %.2f m, most on the %dth", least, most, on)
	}
	for _, day := range []string{"1900-03-01", "2200-08-15"} {
		if turns := s.Turns(clock(day+" 00:00"), clock(day+" 23:59")); len(turns) < 4 || len(turns) > 7 {
			t.Errorf("%d turns on %s", len(turns), day)
		}
	}
}

// Tables as people copy them.
func TestRead(t *testing.T) {
	day := time.Date(2026, time.May, 12, 0, 0, 0, 0, time.FixedZone("", 3600))
	for name, text := range map[string]string{
		"bare":    "05:42 1.3\n11:51 4.6\n18:05 1.1\n00:20 4.8\n",
		"marked":  "LW 05:42 1.3m\nHW 11:51 4.6m\nLW 18:05 1.1 m\nHW 00:20 4.8 m",
		"tabs":    "05:42\t1.3\n11:51\t4.6\r\n18:05\t1.1\n00:20\t4.8",
		"csv":     "time,height,what\n05:42,1.3,low\n11:51,4.6,high\n18:05,1.1,low\n00:20,4.8,high\n",
		"commas":  "05:42;1,3\n11:51;4,6\n18:05;1,1\n00:20;4,8",
		"run on":  "0542 1.3\n1151 4.6\n1805 1.1\n0020 4.8",
		"dated":   "2026-05-12 05:42 1.3\n2026-05-12 11:51 4.6\n2026-05-12 18:05 1.1\n2026-05-13 00:20 4.8",
		"feet":    "05:42 4.265 ft\n11:51 15.09 ft\n18:05 3.609 ft\n00:20 15.75 ft",
		"as JSON": `[{"time":"2026-05-12T05:42:00+01:00","height":1.3},{"time":"2026-05-12T11:51:00+01:00","height":4.6},{"time":"2026-05-12T18:05:00+01:00","height":1.1},{"time":"2026-05-13T00:20:00+01:00","height":4.8}]`,
	} {
		table, err := Read(text, day, units.Choice{})
		if err != nil || len(table) != 4 {
			t.Errorf("%s: %v %v", name, table, err)
			continue
		}
		for i, want := range []Turn{{clock("2026-05-12 04:42"), 1.3, false}, {clock("2026-05-12 10:51"), 4.6, true},
			{clock("2026-05-12 17:05"), 1.1, false}, {clock("2026-05-12 23:20"), 4.8, true}} {
			if got := table[i]; !got.Time.Equal(want.Time) || math.Abs(got.Height-want.Height) > 1e-3 ||
				got.High != want.High {
				t.Errorf("%s: %v, not %v", name, got, want)
			}
		}
	}
	if table, err := Read("05:42 4\n11:51 15", day, units.Choice{"depth": "ft"}); err != nil ||
		math.Abs(table[1].Height-4.572) > 1e-9 {
		t.Errorf("%v %v", table, err)
	}
	for text, want := range map[string]string{
		"05:42 1.3\n11:51 4.6\n18:05 4.7\n00:20 1": "Tide, line 3 (“18:05 4.7”): the water rises for the second time " +
			"in a row; a low water is missing.",
		"HW 05:42 4.3\nHW 11:51 4.6": "Tide, line 2 (“HW 11:51 4.6”): two high waters follow each other; the low " +
			"water between them is missing.",
		"HW 05:42 4.3\nLW 11:51 4.6": "Tide, line 1 (“HW 05:42 4.3”): what it is called does not go with the " +
			"heights beside it.",
		"05:42 4.3\n11:51 1\n18:05 0.7": "Tide, line 3 (“18:05 0.7”): the water falls for the second time in a row; " +
			"a high water is missing.",
		"05:42 4.3\n11:51 4.3": "Tide, line 2 (“11:51 4.3”): it is as high as the line above it.",
		"11:51 4.6\n05:42 1.3": "Tide, line 2 (“05:42 1.3”): it comes before the line above it, at 11:51.",
		"05:42 1.3 m\n11:51 15 ft": "Tide, line 2 (“11:51 15 ft”): feet, metres and heights without a unit are " +
			"mixed; write all of them in one.",
		"05:42 1.3\n11:51 99": "Tide, line 2 (“11:51 99”): 99 is outside what is allowed, 20 m over and " +
			"under the datum.",
		"05:42 1.3\nhigh 4.6":           "Tide, line 2 (“high 4.6”): it has no time, such as 05:42.",
		"05:42 1.3\n11:51":              "Tide, line 2 (“11:51”): it has no height, such as 1.3.",
		"05:42 1.3":                     "Tide, line 1 (“”): a tide takes two lines at least, a high and a low water.",
		"2026-02-31 05:42 1.3\n11:51 4": "Tide, line 1 (“2026-02-31 05:42 1.3”): there is no such date.",
	} {
		if _, err := Read(text, day, units.Choice{}); err == nil || err.Error() != want {
			t.Errorf("%q: %v", text, err)
		}
	}
}

func FuzzRead(f *testing.F) {
	f.Add("HW 11:51 4.6m\n18:05;1,1")
	f.Add(`[{"time":"2026-05-12T05:42:00Z","height":1.3}]`)
	day := clock("2026-05-12 00:00")
	f.Fuzz(func(t *testing.T, text string) {
		table, err := Read(text, day, units.Choice{})
		if err != nil {
			return
		}
		for i, turn := range table {
			if math.Abs(turn.Height) > MostHeight || i > 0 &&
				(!turn.Time.After(table[i-1].Time) || turn.High == table[i-1].High) {
				t.Errorf("%q: %v", text, table)
			}
		}
	})
}
