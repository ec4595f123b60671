package flat

import (
	"bytes"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/begin"
	"dunvel/core/day"
	"dunvel/core/droptest"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/internal/exchange"
)

// through writes rows as a table or as a workbook, and reads them back.
func through(t *testing.T, book bool, rows [][]string) []exchange.Row {
	t.Helper()
	var out bytes.Buffer
	err := exchange.WriteRows(&out, rows)
	if book {
		out.Reset()
		err = exchange.WriteBook(&out, "Dunvel", rows)
	}
	if err != nil {
		t.Fatal(err)
	}
	back, ok, err := exchange.ReadRows(t.Context(), out.Bytes(), func([]string) bool { return true })
	if err != nil || !ok || len(back) != len(rows) {
		t.Fatalf("%d rows of %d, %v", len(back), len(rows), err)
	}
	return back
}

// comesBack is that values are what they were after a table and after a workbook.
func comesBack[T any](t *testing.T, table Table[T], values []T) {
	t.Helper()
	rows := [][]string{table.Headers()}
	for i, v := range values {
		rows = append(rows, table.Row(strings.Repeat("=n", i+1), v)) // as a formula begins
	}
	for _, book := range []bool{false, true} {
		for i, row := range through(t, book, rows)[1:] {
			name, got, err := table.Read(rows[0], row.Cells)
			if err != nil || name != strings.Repeat("=n", i+1) {
				t.Fatalf("%d, workbook %t: %q %v", i, book, name, err)
			}
			if again := table.Row(name, got); !slices.Equal(again, rows[i+1]) {
				t.Errorf("%d, workbook %t:\n%v\n%v", i, book, again, rows[i+1])
			}
			if !book && !alike(reflect.ValueOf(got), reflect.ValueOf(values[i])) {
				t.Errorf("%d:\n%+v\n%+v", i, got, values[i])
			}
		}
	}
}

// alike compares values, numbers to a part in 10^11.
func alike(a, b reflect.Value) bool {
	switch a.Kind() {
	case reflect.Float64:
		x, y := a.Float(), b.Float()
		return x == y || (x-y)/(x+y) < 1e-11 && (y-x)/(x+y) < 1e-11
	case reflect.Struct:
		if at, ok := a.Interface().(time.Time); ok {
			return at.Equal(b.Interface().(time.Time))
		}
		for i := range a.NumField() {
			if !alike(a.Field(i), b.Field(i)) {
				return false
			}
		}
		return true
	case reflect.Slice:
		if a.Len() != b.Len() {
			return false
		}
		for i := range a.Len() {
			if !alike(a.Index(i), b.Index(i)) {
				return false
			}
		}
		return true
	case reflect.Pointer:
		return a.IsNil() == b.IsNil() && (a.IsNil() || alike(a.Elem(), b.Elem()))
	}
	return a.Equal(b)
}

// setups are those that one begins with, and one in which every field is another than usual.
func setups() []setup.Setup {
	var out []setup.Setup
	for _, k := range begin.Kinds() {
		out = append(out, k.Setup)
	}
	odd := setup.Default()
	for i, f := range setup.Fields() {
		switch {
		case f.Path == "heads":
		case f.Type() == setup.Flag:
			f.Switch(&odd, !f.Value(odd).(bool))
		case f.Type() == setup.Choice:
			f.Choose(&odd, f.Options[len(f.Options)-1])
		default:
			f.Set(&odd, f.Min+(f.Max-f.Min)*float64(i%97)/97)
		}
	}
	odd.Heads = []float64{1.0 / 3e3, 0.0025, 0.007125}
	odd.Rigging.Parts = []rigging.Part{{What: rigging.PartHead},
		{What: rigging.PartSinker, At: 0.4, Mass: 0.01, Slides: true}}
	return append(out, odd)
}

func TestSetupsComeBack(t *testing.T) {
	comesBack(t, Setups(), setups())
	// A spreadsheet with decimal commas saves three decimals as three.
	rows := [][]string{{"setup", "depth under the rod (m)", "current at the surface (m/s)", "bed"},
		{"n", "7,125", "0,1", "mud"}}
	var file bytes.Buffer
	for _, row := range rows {
		file.WriteString(strings.Join(row, ";") + "\n")
	}
	back, ok, err := exchange.ReadRows(t.Context(), file.Bytes(), Setups().Is)
	if err != nil || !ok || len(back) != 2 {
		t.Fatalf("%v %v", back, err)
	}
	if _, got, err := Setups().Read(back[0].Cells, back[1].Cells); err != nil || got.Water.Depth != 7.125 ||
		got.Flow.Speed != 0.1 {
		t.Errorf("%+v %v", got, err)
	}
	headers := Setups().Headers()
	for i, h := range headers {
		if slices.ContainsFunc(headers[:i],
			func(o string) bool { return exchange.BareHeader(o) == exchange.BareHeader(h) }) {
			t.Errorf("two columns are called %s", h)
		}
	}
}

func TestTestsComeBack(t *testing.T) {
	var tests []droptest.Test
	for _, s := range setups() {
		tests = append(tests, droptest.Test{Setup: s, Mass: 0.0071, Depth: 2.5, Place: droptest.Pier,
			Held: droptest.Tight,
			Drops: []droptest.Drop{{Time: 3.125}, {Time: 3.2, LineOut: 19.5}, {Time: 4, LineOut: 3, Struck: true},
				{Time: 2, Struck: true}}})
	}
	comesBack(t, Tests(), tests)
}

func TestPlansComeBack(t *testing.T) {
	all := setups()
	plan := day.Plan{
		Date: "2026-11-27", Zone: "Europe/Lisbon", Where: &almanac.Position{Latitude: -56.1234567, Longitude: 5.5},
		Rods: 3,
		Tide: day.Tides{Kind: day.FromTable,
			Table: almanac.Table{{Time: time.Date(2026, 11, 27, 4, 10, 0, 0, time.UTC), Height: 1.25, High: true},
				{Time: time.Date(2026, 11, 27, 10, 22, 0, 0, time.UTC), Height: -0.1}},
			Station: new(almanac.Simulated())},
		Wind: []day.Wind{{From: "06:00", Speed: 3.125, Direction: 90}, {From: "14:30", Speed: 8}},
		Own:  []string{"tea; and \"cake\""}, Ticked: []string{"net"},
		Spots: []day.Spot{
			{Name: "The Sill", From: "05:30", To: "09:00", Setup: all[0], Charted: 12,
				Flow: day.SpotFlow{Kind: day.WithTide, Flood: almanac.Run{Spring: 1, Neap: 0.4, Direction: 90},
					Ebb: almanac.Run{Spring: 1.2, Neap: 0.5, Direction: 270}, Spring: 4.5, Neap: 1.9, AfterHigh: 600,
					AfterLow: -300}},
			{Name: "Sluice", From: "22:00", To: "01:00", Setup: all[1], Flow: day.SpotFlow{
				Kind: day.ByTimes, Spans: []day.Span{{From: "22:00", To: "23:30", Speed: 0.4, Direction: 180}}}},
		},
	}
	bare := day.Plan{Date: "2026-01-02", Tide: day.Tides{Kind: day.NoTide}, Rods: 1,
		Spots: []day.Spot{{Setup: all[2], Flow: day.SpotFlow{Kind: day.AsSet}}}}
	for _, p := range []day.Plan{plan, bare} {
		comesBack(t, Plans(), Stops(p))
		if got := Plan(Stops(p)); !reflect.DeepEqual(got, p) {
			t.Errorf("%+v\n%+v", got, p)
		}
	}
}

// A table of one's own has the columns it has, in its own units and marks; what it has not is as usual.
func TestOwnTable(t *testing.T) {
	table := Setups()
	headers := []string{"Setup", "Depth under the rod (ft)", "heads (oz)", "current at the surface (m/s)", "flavour"}
	if !table.Is(headers) || table.Is([]string{"time", "depth"}) {
		t.Error("it is not known, or something else is")
	}
	if got := table.Unknown(headers); !slices.Equal(got, []string{"flavour"}) {
		t.Errorf("%v", got)
	}
	name, got, err := table.Read(headers, []string{"Mine", "10", "1/4; 1/2", "0,25", "anise"})
	want := setup.Default()
	want.Water.Depth, want.Flow.Speed, want.Heads = 3.048, 0.25, []float64{0.25 * 0.028349523125, 0.5 * 0.028349523125}
	if err != nil || name != "Mine" || !alike(reflect.ValueOf(got), reflect.ValueOf(want)) {
		t.Errorf("%q %v\n%+v\n%+v", name, err, got, want)
	}
}

// A spreadsheet writes days and times as its country does; what cannot be told is asked for.
func TestCellsOfSpreadsheets(t *testing.T) {
	table := Plans()
	for day, want := range map[string]string{"2026-11-27": "2026-11-27", "27.11.2026": "2026-11-27",
		"27/11/2026": "2026-11-27", "11/27/2026": "2026-11-27", "46353": "2026-11-27"} {
		if _, got, err := table.Read([]string{"plan", "day", "from", "to"}, []string{"P", day, "05:30:00",
			"0.5"}); err != nil || got.Plan.Date != want || got.From != "05:30" || got.To != "12:00" {
			t.Errorf("%s: %s %s %s %v", day, got.Plan.Date, got.From, got.To, err)
		}
	}
	tests := Tests()
	for cell, want := range map[[2]string]string{
		{"plan day", "05/06/2026"}: "day: “05/06/2026” can be read two ways; write 2026-05-12",
		{"plan day", "soon"}:       "day: “soon” is not a day; write 2026-05-12",
		{"plan from", "dawn"}:      "from: “dawn” is not a time of the day; write 19:30",
		{"plan rods", "two"}:       "rods: “two” is not a number of rods",
		{"plan position", "here"}: "position: “here” is not a position; write its degrees, " +
			"56.1234 -5.4321",
		{"plan wind by the hour, m/s and degrees",
			"3 9"}: "wind by the hour, m/s and degrees: “3 9” cannot be read; write it such as 06:00 3.5 90",
		{"plan current by times, m/s and degrees",
			"x"}: "current by times, m/s and degrees: “x” cannot be read; write it such as 06:00 to 09:30 0.4 180",
		{"plan high and low waters, m", "high noon 1"}: "high and low waters, m: “high noon 1” is not a high or low " +
			"water; write high 2026-11-27T04:10:00Z 1.2",
		{"plan tide station", "Ardvellan"}: "tide station: it is not as it was written; leave it empty, or as it " +
			"goes out",
		{"plan drift measured", "maybe"}: "drift measured: “maybe” is neither yes nor no",
		{"plan depth under the rod", "7,125"}: "depth under the rod: “7,125” can be read two ways; write 7125 or " +
			"7.125; give a length such as 18 m or 60 ft",
		{"drop times, s", "quick"}: "times, s: “quick” is not a drop; write its seconds, 12.4",
		{"drop times, s", "12 long"}: "times, s: “12 long” is not a drop; write its seconds and the line out, 12.4 " +
			"19.5 m",
	} {
		of, header, _ := strings.Cut(cell[0], " ")
		_, _, err := table.Read([]string{"plan", header}, []string{"P", cell[1]})
		if of == "drop" {
			_, _, err = tests.Read([]string{"drop test", header}, []string{"P", cell[1]})
		}
		if err == nil || err.Error() != want {
			t.Errorf("%s %s: %v", cell[0], cell[1], err)
		}
	}
}

// No number has three decimals.
func TestNumber(t *testing.T) {
	for v, want := range map[float64]string{0: "0", 7.125: "7.1250", 0.1 + 0.2: "0.3", 1234: "1234",
		1.0 / 3: "0.333333333333", -0.001: "-0.0010", 2.5: "2.5", 0.01: "0.01"} {
		if got := number(v); got != want {
			t.Errorf("%g: %s, not %s", v, got, want)
		}
	}
}

// Whatever stands in the cells is read, or refused with the name of its column; what is read can be written.
func FuzzCells(f *testing.F) {
	for _, cell := range []string{"7.1", "7,1 g", "high 2026-11-27T04:10:00Z 1.2", "06:00 3 90", "12.4 19 m struck",
		"[]", `{"name":"x"}`, "=1+1", "46353", "0.5", "yes"} {
		f.Add(cell, uint(3))
	}
	setups, tests, plans := Setups(), Tests(), Plans()
	f.Fuzz(func(t *testing.T, cell string, at uint) {
		read(t, setups, cell, at)
		read(t, tests, cell, at)
		read(t, plans, cell, at)
	})
}

func read[T any](t *testing.T, table Table[T], cell string, at uint) {
	headers := table.Headers()
	header := headers[at%uint(len(headers))]
	_, value, err := table.Read([]string{header}, []string{cell})
	switch {
	case err != nil && !strings.HasPrefix(err.Error(), exchange.BareHeader(header)):
		t.Errorf("%s: %v", header, err)
	case err == nil && len(table.Row("n", value)) != len(headers):
		t.Error("it is written in other columns")
	}
}
