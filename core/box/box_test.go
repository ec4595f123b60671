package box

import (
	"errors"
	"math"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/units"
)

// A change touches the cells it names, and nothing else of the item.
func TestChange(t *testing.T) {
	rows, err := Read(Line, [][]string{{"leader", "fluorocarbon", "12 lb", "", "", "spring", "40"}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	was := rows[0]
	was.Left = 39.123456789
	got, err := was.Change(map[string]string{"since": " autumn "}, units.Choice{"depth": "ft"})
	want := was
	want.Since = "autumn"
	if err != nil || got != want || !got.Estimated {
		t.Errorf("%+v, not %+v (%v)", got, want, err)
	}
	for _, tt := range []struct {
		of    Item
		cells map[string]string
		field string
		words string
	}{
		{was, map[string]string{"count": "3"}, "rows.0", "A line has no such cells"},
		{was, map[string]string{"left": "far"}, "rows.0.left", "does not start with a number"},
		{Item{Kind: Rod, Length: 2, Least: 0.01}, map[string]string{"most": "5 g"}, "rows.0.most",
			"5 g is less than what it casts from, 10 g"},
	} {
		var errs input.Errors
		if got, err := tt.of.Change(tt.cells, nil); !errors.As(err, &errs) || errs[0].Field != tt.field ||
			!strings.Contains(errs[0].Message, tt.words) {
			t.Errorf("%v: %+v %v", tt.cells, got, err)
		}
	}
}

func TestBulk(t *testing.T) {
	for _, tt := range []struct {
		text  string
		grams []float64
		item  Item
	}{
		{"ball, lead, 1/16 1/8 3/16 1/4, hook 1/0, 6 each", []float64{1.772, 3.544, 5.316, 7.087},
			Item{Kind: Head, Shape: "ball", Material: "lead", Hook: "1/0", Wire: "standard", Count: 6}},
		{"football, tungsten, 3.5 7 g, 3/0, heavy wire, x2, weighed", []float64{3.5, 7}, Item{
			Kind: Head, Shape: "football", Material: "tungsten", Hook: "3/0", Wire: "heavy", Count: 2, Weighed: true}},
		{"5g 10g, Tin, guarded", []float64{5, 10},
			Item{Kind: Head, Shape: "ball", Material: "tin", Hook: "1/0", Wire: "standard", Guard: true}},
		{"3/8 ½ oz", []float64{10.631, 14.175},
			Item{Kind: Head, Shape: "ball", Material: "lead", Hook: "1/0", Wire: "standard"}},
	} {
		got, err := Bulk(tt.text, nil)
		if err != nil || len(got) != len(tt.grams) {
			t.Errorf("%q: %v %v", tt.text, got, err)
			continue
		}
		for i, item := range got {
			if math.Abs(item.Mass*1e3-tt.grams[i]) > 0.001 {
				t.Errorf("%q: %g g, not %g", tt.text, item.Mass*1e3, tt.grams[i])
			}
			item.Mass = 0
			if item != tt.item {
				t.Errorf("%q: %+v, not %+v", tt.text, item, tt.item)
			}
		}
	}
	for text, want := range map[string]string{
		"":                        "no weight in it",
		"ball, lead":              "no weight in it",
		"ball, gold, 7 g":         "“gold” is neither",
		"ball, 7 stone":           "“7 stone” is neither",
		"ball, 900 g":             "outside what is allowed",
		"thick wire, 7 g":         "not one of standard, fine, heavy",
		strings.Repeat("7 ", 700): "too long",
	} {
		if _, err := Bulk(text, nil); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: %v, not %q", text, err, want)
		}
	}
}

func TestRead(t *testing.T) {
	items, err := Read(Bait, [][]string{
		{"Paddle Tail", "3 in", "", "1/4", "12", "10 mm", "yes", "", "0,7", "", "11 mm", "9 mm"}, {"", "80"}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	if b := items[0]; b.Form != "paddle tail" || math.Abs(b.Length-0.0762) > 1e-9 || b.Body != "plain" ||
		math.Abs(b.Mass-7.087e-3) > 1e-6 || b.Count != 12 || b.Trimmed != 0.01 || !b.NoTail || b.Price != 0.7 ||
		b.Width != 0.011 || b.Height != 0.009 {
		t.Errorf("%+v", b)
	}
	if b := items[1]; b.Form != "paddle tail" || b.Length != 0.08 || b.Mass != 0 {
		t.Errorf("%+v", b)
	}
	lines, err := Read(Line, [][]string{{"leader", "fluorocarbon", "12 lb", "", "", "May", "30 ft"}}, nil)
	if err != nil || !lines[0].Estimated || math.Abs(lines[0].Diameter-0.303e-3) > 1e-6 {
		t.Errorf("%+v %v", lines, err)
	}
	ounces, err := Read(Head, [][]string{{"0.5"}}, units.Choice{"mass": "oz"})
	if err != nil || math.Abs(ounces[0].Mass-14.175e-3) > 1e-6 {
		t.Errorf("%+v %v", ounces, err)
	}
}

func TestReadRefuses(t *testing.T) {
	for _, tt := range []struct {
		kind, field, words string
		row                []string
	}{
		{"hat", "kind", "no “hat”", nil},
		{Head, "rows.0.mass", "it is empty", []string{""}},
		{Head, "rows.0.mass", "“3/0” is the size of a hook", []string{"3/0"}},
		{Head, "rows.0.mass", "outside what is allowed", []string{"-3 g"}},
		{Head, "rows.0.shape", "“box” is not one of", []string{"3 g", "box"}},
		{Head, "rows.0.weighed", "neither yes nor no", []string{"3 g", "", "", "", "", "maybe"}},
		{Head, "rows.0.count", "“many” is not a number", []string{"3 g", "", "", "", "", "", "", "", "many"}},
		{Head, "rows.0.count", "-1 is outside what is allowed, 0 to 10000",
			[]string{"3 g", "", "", "", "", "", "", "", "-1"}},
		{Head, "rows.0.note", "too long", []string{"3 g", "", "", "", "", "", "", "", "", "", strings.Repeat("n", 90)}},
		{Head, "rows.0", "12 cells, there are 11 columns", make([]string, 12)},
		{Line, "rows.0.diameter", "“PE 1” is a braid number", []string{"line", "nylon", "PE 1"}},
		{Rod, "rows.0.most", "less than what it casts from", []string{"2 m", "20 g", "10 g"}},
	} {
		_, err := Read(tt.kind, [][]string{tt.row}, nil)
		var fields input.Errors
		if !errors.As(err, &fields) {
			t.Errorf("%v: %v", tt.row, err)
			continue
		}
		found := false
		for _, f := range fields {
			found = found || f.Field == tt.field && strings.Contains(f.Message, tt.words)
		}
		if !found {
			t.Errorf("%v: %v, not %s: %s", tt.row, fields, tt.field, tt.words)
		}
	}
	if _, err := Read(Head, nil, nil); err == nil {
		t.Error("no rows were read")
	}
	// One bad row, and none is read.
	if items, err := Read(Head, [][]string{{"3 g"}, {"x"}}, nil); err == nil || items != nil {
		t.Errorf("%v", items)
	}
}

// Things that are alike have one name, things that differ have not.
func TestName(t *testing.T) {
	seen := map[string]bool{}
	for _, text := range []string{"ball, 7 g", "ball, 7 g, weighed", "ball, 7 g, hook 3/0", "ball, tin, 7 g",
		"football, 7 g", "ball, 10 g", "ball, 7 g, fine wire", "ball, 7 g, guarded"} {
		items, err := Bulk(text, nil)
		if err != nil {
			t.Fatal(err)
		}
		name := items[0].Name(nil)
		if seen[name] || name == "" {
			t.Errorf("%q is %q, as another", text, name)
		}
		seen[name] = true
		items[0].Count, items[0].Price = 3, 2
		if items[0].Name(nil) != name {
			t.Errorf("the count is part of %q", items[0].Name(nil))
		}
	}
	for _, d := range Kinds() {
		long := Item{Kind: d.Kind, Note: strings.Repeat("ä", 100)}
		if n := len([]rune(long.Name(nil))); n > input.MostName {
			t.Errorf("a name of %d characters", n)
		}
	}
}
