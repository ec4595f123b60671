package exchange

import (
	"bytes"
	"strings"
	"testing"

	"dunvel/core/box"
)

// owned is what somebody has, as they have typed it.
func owned(t *testing.T) (items []box.Item) {
	t.Helper()
	for _, text := range []string{"ball, lead, 3.5 g 7.1 g, hook 1/0, 6 each", "football, tungsten, 10.6 g, hook 2/0"} {
		heads, err := box.Bulk(text, nil)
		if err != nil {
			t.Fatal(err)
		}
		items = append(items, heads...)
	}
	for _, kind := range box.Kinds() {
		if kind.Kind != box.Bait && kind.Kind != box.Line && kind.Kind != box.Rod {
			continue
		}
		row := make([]string, len(kind.Columns))
		for i, c := range kind.Columns {
			switch {
			case c.Key == "length":
				row[i] = map[string]string{box.Bait: "90 mm", box.Rod: "2.1 m"}[kind.Kind]
			case c.Key == "diameter":
				row[i] = "0.26 mm"
			case c.Type == "text":
				row[i] = "=my, own"
			case c.Type == "flag":
				row[i] = "yes"
			}
		}
		read, err := box.Read(kind.Kind, [][]string{row}, nil)
		if err != nil {
			t.Fatalf("%s: %v", kind.Kind, err)
		}
		items = append(items, read...)
	}
	return items
}

// What is owned goes out and comes back as it was, as a table and as a workbook.
func TestBoxRoundTrip(t *testing.T) {
	items := owned(t)
	for name, write := range map[string]func(*bytes.Buffer) error{
		"table":    func(b *bytes.Buffer) error { return WriteBox(b, items) },
		"workbook": func(b *bytes.Buffer) error { return WriteBoxWorkbook(b, items) },
	} {
		var out bytes.Buffer
		if err := write(&out); err != nil {
			t.Fatal(err)
		}
		rows, refused, ok, err := ReadBox(t.Context(), out.Bytes())
		if err != nil || !ok || len(refused) != 0 {
			t.Fatalf("%s: %v %v %v", name, refused, ok, err)
		}
		var back []box.Item
		for _, of := range rows {
			read, err := box.Read(of.Kind, of.Rows, nil)
			if err != nil {
				t.Fatalf("%s: %v\n%q", name, err, of.Rows)
			}
			back = append(back, read...)
		}
		if len(back) != len(items) || len(items) < 4 {
			t.Fatalf("%s: %d of %d", name, len(back), len(items))
		}
		for i := range back {
			if back[i] != items[i] {
				t.Errorf("%s: %+v\n%+v", name, back[i], items[i])
			}
		}
	}
}

// Other units and orders of columns, decimal commas; a kind that there is none of is refused by its line, and
// a table of something else is none.
func TestReadBox(t *testing.T) {
	rows, refused, ok, err := ReadBox(t.Context(),
		[]byte("Shape;Kind;"+header(t, "mass")+" (oz);Hook\nball;head;0,25;1/0\n;spoon;1;\n"))
	if err != nil || !ok || len(rows) != 1 || len(refused) != 1 || refused[0].Line != 3 ||
		refused[0].Why != "there is no kind “spoon” in a box" {
		t.Fatalf("%+v %v %v %v", rows, refused, ok, err)
	}
	items, err := box.Read(rows[0].Kind, rows[0].Rows, nil)
	if err != nil || items[0].Mass < 7.08e-3 || items[0].Mass > 7.09e-3 || items[0].Hook != "1/0" {
		t.Errorf("%+v %v", items, err)
	}
	for _, text := range []string{"time,kind\n2026-05-12 19:30,bite\n", "a,b\n1,2\n", "kind\n"} {
		if _, _, ok, err := ReadBox(t.Context(), []byte(text)); ok || err != nil {
			t.Errorf("%q: %v %v", text, ok, err)
		}
	}
}

// header is that of a column of heads, by its key.
func header(t *testing.T, key string) string {
	t.Helper()
	for _, kind := range box.Kinds() {
		for _, c := range kind.Columns {
			if kind.Kind == box.Head && c.Key == key {
				return strings.ToUpper(c.Label)
			}
		}
	}
	t.Fatal("no such column")
	return ""
}
