package exchange

import (
	"bytes"
	"errors"
	"strings"
	"testing"
	"time"

	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/internal/exchange/moments"

	"github.com/xuri/excelize/v2"
)

// What a table can be read two ways in is asked, unless some of its cells tell.
func TestAsks(t *testing.T) {
	head := "when,what happened,since\n"
	for _, tt := range []struct {
		rows, order, decimal, asks string
	}{
		{"05/12/2026 19:30,bite,1", "", "", "order 05/12/2026 19:30"},
		{"05/12/2026 19:30,bite,1\n25/12/2026 19:30,bite,2", moments.DayFirst, "", ""},
		{"05/12/2026 19:30,bite,1\n5/25/2026 19:30,bite,2", moments.MonthFirst, "", ""},
		{"25/12/2026 19:30,bite,1\n5/25/2026 19:30,bite,2", "", "", "order both are there"},
		{"05/05/2026 19:30,bite,1", "", "", ""}, {"2026-05-12 19:30,bite,\"18,324\"", "", "", "decimal 18,324"},
		{"2026-05-12 19:30,bite,\"18,324\"\n2026-05-12 19:31,bite,\"6,5\"", "", ",", ""},
		{"2026-05-12 19:30,bite,\"1,324\"\n2026-05-12 19:31,bite,6.5", "", ".", ""},
		{"2026-05-12 19:30,bite,6", "", "", ""},
	} {
		got := table(t, head+tt.rows, nil)
		asks := ""
		for _, a := range got.Asks {
			asks += a.About + " " + a.Example
		}
		if got.Order != tt.order || got.Decimal != tt.decimal || asks != tt.asks {
			t.Errorf("%s: %q %q %q", tt.rows, got.Order, got.Decimal, asks)
		}
	}
	// Parted by semicolons it is decimals.
	semi := table(t, "time;what happened;since the splash (s)\n2026-05-12 19:30;bite;18,324", nil)
	if read, refused := logs(t, semi); semi.Decimal != "," || len(refused) != 0 || read[0].Events[0].Since != 18.324 {
		t.Errorf("%+v %v", read, refused)
	}
	// What is said is used.
	said, err := ReadTable(t.Context(), []byte(head+"05/12/2026 19:30,bite,\"1,324\""),
		How{Order: moments.MonthFirst, Decimal: ".", Zone: time.FixedZone("", 3600)})
	if err != nil || len(said.Asks) != 0 {
		t.Fatalf("%+v %v", said, err)
	}
	if read, refused := logs(t, said); len(refused) != 0 || read[0].Events[0].Since != 1324 ||
		read[0].Events[0].Time.Format(time.RFC3339) != "2026-05-12T19:30:00+01:00" {
		t.Errorf("%+v %v", read, refused)
	}
}

// A plain angler's table: titles over the headers, two columns for the time, words of their own, a quote for
// inches, a column that nobody knows.
func TestAnglersTable(t *testing.T) {
	text := "sep=;\nMy season;;;;;;;\n;;;;;;;\nDate;Time;Where;Species;Length in;Weight " +
		"lb;Lure;Mood;Comments\n25/05/26;7:30 pm;Gull Bar;pollack;18;2.5;paddle tail;good;on a 4\" " +
		"bait\n26/05/26;;Gull Bar;;;;;;nothing\n"
	got := table(t, text, nil)
	if strings.Join(got.Unused, ",") != "Mood" || got.Order != moments.DayFirst {
		t.Errorf("%+v", got)
	}
	read, refused := logs(t, got)
	if len(refused) != 0 || len(read) != 2 {
		t.Fatalf("%+v %v", read, refused)
	}
	fish, note := read[0].Events[0], read[1].Events[0]
	if fish.Kind != logbook.Fish || fish.Species != "pollack" || fish.Length < 0.457 || fish.Length > 0.458 ||
		fish.Weight < 1.13 || fish.Weight > 1.14 || fish.With.Bait != "paddle tail" || fish.Note != `on a 4" bait` ||
		fish.Time.Hour() != 19 {
		t.Errorf("%+v", fish)
	}
	if note.Kind != logbook.Note || note.Time.Hour() != 12 || read[1].Trip.Place != "Gull Bar" {
		t.Errorf("%+v", note)
	}
	if says := got.Says(read[0], fish); says != "25 May 2026 19:30, Gull Bar, fish, paddle tail, pollack, length "+
		"45.72 cm, weight 1.13 kg, on a 4\" bait" {
		t.Error(says)
	}
	// A weight without fish beside it is that of the head; old ends of lines, and a text of western Europe.
	old := table(t, "When,Caught,Weight\r2026-05-12 19:30,caught,7\r2026-05-12 19:31,Pl\xf6tze,7\r", nil)
	if read, refused := logs(t, old); len(refused) != 1 ||
		!strings.Contains(refused[0].Why, "“plötze” is not one of") || read[0].Events[0].With.Mass != 7e-3 {
		t.Errorf("%+v %v", read, refused)
	}
}

// Written another way by a spreadsheet, a row is the same; two alike are two.
func TestSameRows(t *testing.T) {
	keys := func(text string) (out []string) {
		read, refused := logs(t, table(t, text, nil))
		if len(refused) > 0 {
			t.Fatal(refused)
		}
		for _, e := range read[0].Events {
			out = append(out, e.Key)
		}
		return out
	}
	a := keys("time,what happened,place,depth\n2026-05-12 19:30,bite,Gull Bar,6\n2026-05-12 19:30,bite,Gull Bar,7\n")
	b := keys("time;what happened;place;depth (m)\n12.05.2026 19:30:00;Bite;Gull Bar;6,0\n12.05.2026 " +
		"19:30:00;bite;Gull Bar;7,5\n")
	if a[0] != b[0] || a[1] != b[1] || a[0] == a[1] {
		t.Errorf("%v\n%v", a, b)
	}
	if c := keys("time,what happened,place,rod\n2026-05-12 19:30,bite,Gull Bar,2\n"); c[0] == a[0] {
		t.Error("another rod")
	}
}

// What a row says otherwise is taken over, and what was only rounded is not.
func TestMerge(t *testing.T) {
	of := table(t, "time,what happened,depth,note,length\n2026-05-12 19:30,fish,6.13,late,\n", nil)
	read, _ := logs(t, of)
	row := read[0].Events[0]
	kept := row
	kept.Depth, kept.Low, kept.High, kept.Note, kept.Species, kept.Since = 6.1284, 5, 7, "late", "cod", 12
	if _, differs := of.Merge(kept, row); differs {
		t.Error("what was rounded is another thing")
	}
	row.Depth, row.Low, row.High, row.Note, row.Length = 6.5, 6.5, 6.5, "early", 0.3
	next, differs := of.Merge(kept, row)
	if !differs || next.Depth != 6.5 || next.Low != 6.5 || next.Note != "early" || next.Length != 0.3 ||
		next.Species != "cod" || next.Since != 12 {
		t.Errorf("%+v", next)
	}
}

// What is written as a workbook is read back as it was.
func TestWorkbookRoundTrip(t *testing.T) {
	var out bytes.Buffer
	if err := WriteWorkbook(&out, []logbook.Log{evening()}); err != nil {
		t.Fatal(err)
	}
	read, refused := logs(t, table(t, out.String(), nil))
	if len(refused) != 0 || len(read) != 1 || len(read[0].Events) != 3 {
		t.Fatalf("%+v %v", read, refused)
	}
	for i, got := range read[0].Events {
		want := evening().Events[i]
		if !got.Time.Equal(want.Time) {
			t.Errorf("%s, not %s", got.Time, want.Time)
		}
		if got.Time = want.Time; got != want {
			t.Errorf("%+v\n%+v", got, want)
		}
	}
	f, err := excelize.OpenReader(bytes.NewReader(out.Bytes()))
	if err != nil {
		t.Fatal(err)
	}
	formula, err := f.GetCellFormula("Log", "Y3")
	if note, _ := f.GetCellValue("Log", "Y3"); err != nil || formula != "" || note != evening().Events[1].Note {
		t.Errorf("%q is run, %q stands there", formula, note)
	}
	if at, _ := f.GetCellValue("Log", "C2"); at != "2026-09-12 19:30:00" {
		t.Error(at)
	}
}

// A workbook is read as its first sheet, its days as the numbers that they are.
func TestWorkbook(t *testing.T) {
	f := excelize.NewFile()
	for cell, v := range map[string]any{
		"A1": "Season", "A3": "When", "B3": "What happened", "C3": "Depth [ft]", "D3": "Note",
		"A4": time.Date(2026, 5, 25, 19, 30, 0, 0, time.UTC), "B4": "fish", "C4": 20.5, "D4": "12,5",
		"A5": "26.05.2026 08:00", "B5": "bite", "C5": "7 m",
	} {
		if err := f.SetCellValue("Sheet1", cell, v); err != nil {
			t.Fatal(err)
		}
	}
	var out bytes.Buffer
	if err := f.Write(&out); err != nil {
		t.Fatal(err)
	}
	read, refused := logs(t, table(t, out.String(), nil))
	if len(refused) != 0 || len(read) != 2 {
		t.Fatalf("%+v %v", read, refused)
	}
	if e := read[0].Events[0]; !e.Time.Equal(time.Date(2026, 5, 25, 19, 30, 0, 0, time.UTC)) || e.Depth < 6.24 ||
		e.Depth > 6.25 || e.Note != "12,5" {
		t.Errorf("%+v", e)
	}
	if e := read[1].Events[0]; e.Depth != 7 || e.Time.Hour() != 8 {
		t.Errorf("%+v", e)
	}
	var errs input.Errors
	if _, err := ReadTable(t.Context(), out.Bytes()[:200], How{}); !errors.As(err, &errs) {
		t.Errorf("cut off: %v", err)
	}
}
