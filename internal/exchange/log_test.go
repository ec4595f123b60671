package exchange

import (
	"bytes"
	"context"
	"encoding/csv"
	"errors"
	"fmt"
	"strings"
	"testing"
	"time"

	"dunvel/core/input"
	"dunvel/core/logbook"
)

var dusk = time.Date(2026, 9, 12, 19, 30, 0, 0, time.FixedZone("", 3600))

func evening() logbook.Log {
	with := logbook.With{Mass: 7.1e-3, Shape: "ball", Bait: "slim minnow 120 mm", Technique: "hop", Bed: "rock",
		BedDepth: 18, Expected: 36, FallSpeed: 0.5}
	return logbook.Log{Name: "The Sill, 12 September 2026", Trip: logbook.Trip{Place: "The Sill", Start: dusk},
		Events: []logbook.Event{
			{Key: "key-00000001", Time: dusk, Kind: logbook.Splash, With: with},
			{Key: "key-00000002", Time: dusk.Add(20 * time.Second), Kind: logbook.Fish, Phase: logbook.Falling,
				Since: 20, Depth: 10.1, Low: 9, High: 11.5, Species: "pollack, small", Length: 0.352, Released: true,
				Note: "=HYPERLINK(\"x\")", With: with},
			{Key: "key-00000003", Time: dusk.Add(time.Minute), Kind: logbook.Bottom, Rod: 1, Phase: logbook.OnBottom,
				Seconds: 37.5, Note: "-5 says \"hm\"\nand more", With: with},
		}}
}

// logs reads the rows of a table.
func logs(t *testing.T, of *Table) ([]logbook.Log, []Refused) {
	t.Helper()
	taken, refused, err := of.Logs(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	out := make([]logbook.Log, len(taken))
	for i, l := range taken {
		out[i] = l.Log
	}
	return out, refused
}

func table(t *testing.T, text string, chosen map[string]int) *Table {
	t.Helper()
	out, err := ReadTable(t.Context(), []byte(text), How{Columns: chosen})
	if err != nil {
		t.Fatal(err)
	}
	return out
}

// What is written is read back as it was, and is nothing that a spreadsheet runs.
func TestLogRoundTrip(t *testing.T) {
	var out bytes.Buffer
	if err := WriteLog(&out, []logbook.Log{evening()}); err != nil {
		t.Fatal(err)
	}
	text := out.String()
	if !strings.HasPrefix(text, "trip,place,time,zone,what happened,") || !strings.Contains(text, "head (g)") ||
		strings.Count(text, "\r\n") < 4 {
		t.Errorf("%s", text)
	}
	records, err := csv.NewReader(strings.NewReader(text)).ReadAll()
	if err != nil {
		t.Fatal(err)
	}
	for _, record := range records {
		for _, cell := range record {
			if cell != "" && strings.ContainsRune("=+-@", rune(cell[0])) {
				t.Errorf("a spreadsheet would run %q", cell)
			}
		}
	}
	logs, refused := logs(t, table(t, text, nil))
	if len(refused) != 0 || len(logs) != 1 || len(logs[0].Events) != 3 || len(logs[0].Trip.Rods) != 2 ||
		logs[0].Name != evening().Name {
		t.Fatalf("%+v %v", logs, refused)
	}
	for i, got := range logs[0].Events {
		want := evening().Events[i]
		if !got.Time.Equal(want.Time) {
			t.Errorf("%v, not %v", got.Time, want.Time)
		}
		got.Time, want.Time = time.Time{}, time.Time{}
		if fmt.Sprintf("%+v", got) != fmt.Sprintf("%+v", want) {
			t.Errorf("%+v\n%+v", got, want)
		}
	}
}

// However a spreadsheet parts its cells, none of them begins a formula.
func TestNoCellIsRun(t *testing.T) {
	for note, want := range map[string]string{
		"ok;=cmd|'/C calc'!A0": `,"ok;=cmd|'/C calc'!A0",`,
		"x\t=1+1":              ",\"x\t=1+1\",",
		"\n=1+1":               ",\"'\n=1+1\",",
		"  @now":               ",'  @now,",
		`says "go", goes`:      `,"says ""go"", goes",`,
		"plain words":          ",plain words,",
	} {
		l := evening()
		l.Events[0].Note = note
		var out bytes.Buffer
		if err := WriteLog(&out, []logbook.Log{l}); err != nil {
			t.Fatal(err)
		}
		if !strings.Contains(out.String(), want) {
			t.Errorf("%q is not in %s", want, out.String())
		}
		// It reads back as it was, but for space around it.
		logs, refused := logs(t, table(t, out.String(), nil))
		if len(refused) != 0 || strings.TrimSpace(logs[0].Events[0].Note) != strings.TrimSpace(note) {
			t.Errorf("%q became %q, %v", note, logs[0].Events[0].Note, refused)
		}
	}
}

// A cell that begins with a tab or a line's end is marked, whatever follows.
func TestTabsAtTheStart(t *testing.T) {
	for _, species := range []string{"\tcod", "\rcod"} {
		l := evening()
		l.Events[0].Species = species
		var out bytes.Buffer
		if err := WriteLog(&out, []logbook.Log{l}); err != nil {
			t.Fatal(err)
		}
		if want := ",\"'" + species + "\","; !strings.Contains(out.String(), want) {
			t.Errorf("%q is not in %q", want, out.String())
		}
	}
}

// A plain spreadsheet: other headers, other parts, units in the header, a mark
// at the start, and no keys.
func TestPlainTable(t *testing.T) {
	text := "\ufeffWhen;Event;Spot;Depth (ft);Weight\r\n2026-05-12 19:30;fish;Gull Bar;20;3/8 oz\r\n12.5.2026 " +
		"19:45;Bite;Gull Bar;6,5 m;\r\n\r\n"
	first := table(t, text, nil)
	if len(first.Headers) != 5 || first.Columns["depth"] != 3 || first.Columns["head"] != 4 || first.Decimal != "," ||
		len(first.Unused) != 0 {
		t.Errorf("%+v", first)
	}
	if logs, refused := logs(t, table(t, text, map[string]int{"time": -1})); len(logs) != 0 || len(refused) != 1 ||
		refused[0].Why != "there is no column for the time; say below which it is" {
		t.Errorf("%+v %v", logs, refused)
	}
	chosen := map[string]int{"time": 0, "kind": 1, "place": 2, "head": 4}
	read := func() logbook.Log {
		logs, refused := logs(t, table(t, text, chosen))
		if len(refused) != 0 || len(logs) != 1 || len(logs[0].Events) != 2 {
			t.Fatalf("%+v %v", logs, refused)
		}
		return logs[0]
	}
	l := read()
	fish, bite := l.Events[0], l.Events[1]
	if l.Name != "Gull Bar, 12 May 2026" || fish.Depth < 6.09 || fish.Depth > 6.1 || fish.With.Mass < 10.6e-3 ||
		fish.With.Mass > 10.7e-3 || bite.Depth != 6.5 || bite.Time.Hour() != 19 {
		t.Errorf("%+v", l)
	}
	if again := read(); again.Events[0].Key != fish.Key || fish.Key == bite.Key {
		t.Error("the same line has another key, or two lines the same")
	}
}

func TestTableRefused(t *testing.T) {
	for text, words := range map[string]string{
		"":                     "it is empty",
		"just words\nand more": "no columns can be told apart",
		"a,b\n\x00,1":          "it is no text",
		"PK\x03\x04 something": "no workbook that can be read",
		"PK\x03\x04" + strings.Repeat(" ", 26) +
			"mimetypeapplication/vnd.oasis.opendocument.spreadsheet": "it is an OpenDocument",
		"\xd0\xcf\x11\xe0":                  "an old kind (.xls)",
		"%PDF-1.7":                          "it is a PDF",
		"<?xml version='1.0'?><gpx>":        "it is a GPX; name it .gpx",
		"<kml xmlns='x'>":                   "it is a KML",
		"<!DOCTYPE html><html>":             "it is a web page",
		"{\"made\": 1}":                     "it is JSON",
		strings.Repeat(",", mostColumns):    "line 1 has more than 200 cells",
		"a,b\n" + strings.Repeat(",", 4001): "line 2 has more than 200 cells",
	} {
		var errs input.Errors
		if _, err := ReadTable(t.Context(), []byte(text), How{}); !errors.As(err, &errs) ||
			!strings.Contains(err.Error(), words) {
			t.Errorf("%.20q: %v", text, err)
		}
	}
	if _, err := ReadTable(t.Context(), make([]byte, MostText+1), How{}); err == nil {
		t.Error("a file of 48 MB and a byte")
	}
	for text, words := range map[string]string{
		strings.Repeat("x,y\n", MostRows+2): "more than 100000 lines",
		"a,b\n" + strings.Repeat(",", 200):  "line 2 has more than 200 cells",
	} {
		var errs input.Errors
		if _, err := ReadTable(t.Context(), []byte(text), How{}); !errors.As(err, &errs) ||
			!strings.Contains(err.Error(), words) {
			t.Errorf("%.20q: %v", text, err)
		}
	}
	// As many rows and cells as are allowed are read.
	if _, _, err := table(t, strings.Repeat("x,y\n", MostRows+1)+strings.Repeat(",", 199), nil).Logs(
		t.Context()); err != nil {
		t.Error(err)
	}
	ended, end := context.WithCancel(t.Context())
	end()
	if _, _, err := table(t, "time,kind\n1,2\n", nil).Logs(ended); !errors.Is(err, context.Canceled) {
		t.Errorf("after its end: %v", err)
	}
	header := "time,kind,phase,rod,depth,released,length,key\n"
	for line, words := range map[string]string{
		"31/31/2026 19:30,bite,,,,,,":       "there is no such day",
		"soon,bite,,,,,,":                   "is not a day and a time",
		"2026-05-12 19:30,tea,,,,,,":        "“tea” is not one of",
		"2026-05-12 19:30,bite,up,,,,,":     "“up” is not one of",
		"2026-05-12 19:30,bite,,9,,,,":      "rod: “9”",
		"2026-05-12 19:30,bite,,,deep,,,":   "does not start with a number",
		"2026-05-12 19:30,bite,,,-3,,,":     "below zero",
		"2026-05-12 19:30,bite,,,9000 m,,,": "outside what is allowed",
		"2026-05-12 19:30,fish,,,,maybe,,":  "neither yes nor no",
		"2026-05-12 19:30,bottom,,,,,,":     "give the seconds",
		"2026-05-12 19:30,bite,,,,,,short":  "outside what is allowed, 8 to 64",
		"2026-05-12 19:30,fish,,,,,99 m,":   "outside what is allowed",
	} {
		_, refused := logs(t, table(t, header+line, nil))
		if len(refused) != 1 || !strings.Contains(refused[0].Why, words) {
			t.Errorf("%s: %v", line, refused)
		}
	}
}
