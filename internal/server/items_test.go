package server

import (
	"fmt"
	"strings"
	"testing"
)

// thing is an item of the box over HTTP.
type thing struct {
	ID      int64
	Version int64
	Name    string
	Item    struct {
		Kind  string
		Mass  float64
		Count float64
	}
}

func TestBoxOverHTTP(t *testing.T) {
	s := start(t)
	var made, all []thing
	if status, _, body := s.ask("POST", "/api/items/bulk", `{"text":"ball, lead, 1/8 1/4, hook 1/0, 6 each"}`,
		&made); status != 201 || len(made) != 2 {
		t.Fatalf("%d %s", status, body)
	}
	rows := `{"kind":"head","units":{"mass":"oz"},"rows":[["1/2","football"],["1"]]}`
	if status, _, body := s.ask("POST", "/api/items", rows, &made); status != 201 ||
		made[0].Name != "1/2 oz football, lead, 1/0 hook" {
		t.Fatalf("%d %s", status, body)
	}
	// What is called by what it is has a name in any units.
	if s.ask("GET", "/api/items?units[mass]=oz", "", &all); len(all) != 4 || all[0].Name != "1/8 oz ball, lead, 1/0 hook" {
		t.Errorf("%+v", all)
	}
	if status, _, body := s.ask("GET", "/api/items?units[mass]=stone", "", nil); status != 422 ||
		!strings.Contains(body, "Units: mass cannot be shown in “stone”; choose one of g, oz.") {
		t.Errorf("%d %s", status, body)
	}
	s.ask("GET", "/api/items", "", &all)
	if len(all) != 4 || all[0].Name != "3.54 g ball, lead, 1/0 hook" || all[0].Item.Mass > all[1].Item.Mass {
		t.Errorf("%+v", all)
	}

	// One row that is there already, or cannot be, and none is kept.
	for body, words := range map[string]string{
		`{"kind":"head","rows":[["5 g"],["1/8"]]}`: "Row 2: “3.54 g ball, lead, 1/0 hook” is in the box " +
			"already",
		`{"kind":"head","units":{"mass":"oz"},"rows":[["5 g"],["1/8"]]}`: "Row 2: “1/8 oz ball, lead, 1/0 hook” is",
		`{"kind":"head","rows":[["5 g"],["5 g"]]}`:                       "Row 2: “5 g ball",
		`{"kind":"head","rows":[["5 g"],["heavy"]]}`:                     "does not start with a number",
		`{"kind":"hat","rows":[["5 g"]]}`:                                "there is no “hat” in a box",
		`{"kind":"head","rows":[]}`:                                      "give 1 to 200",
		`{"kind":"head","rows":[["5 g"]],"units":{"mass":"m"}}`:          "cannot be shown in",
	} {
		status, _, text := s.ask("POST", "/api/items", body, nil)
		if status != 422 || !strings.Contains(text, words) {
			t.Errorf("%s: %d %s", body, status, text)
		}
	}
	if s.ask("GET", "/api/items", "", &all); len(all) != 4 {
		t.Errorf("%d items", len(all))
	}

	// Changed with its version, and not with an older one.
	change := func(version int64, cells string) (int, string) {
		status, _, body := s.ask("PATCH", fmt.Sprintf("/api/items/%d", made[0].ID),
			fmt.Sprintf(`{"version":%d,"cells":%s}`, version, cells), nil)
		return status, body
	}
	if status, body := change(1, `{"mass":"15 g","count":"3"}`); status != 200 ||
		!strings.Contains(body, "15 g football") {
		t.Errorf("%d %s", status, body)
	}
	if status, body := change(1, `{"mass":"16 g"}`); status != 409 {
		t.Errorf("%d %s", status, body)
	}
	if status, body := change(2, `{"weight":"16 g"}`); status != 422 || !strings.Contains(body, "no such cells") {
		t.Errorf("%d %s", status, body)
	}
	if status, body := change(2, `{"mass":"1/8","shape":"ball"}`); status != 422 ||
		!strings.Contains(body, "in the box already") {
		t.Errorf("%d %s", status, body)
	}
	path := fmt.Sprintf("/api/items/%d", made[0].ID)
	if status, _, _ := s.ask("DELETE", path, "", nil); status != 204 {
		t.Errorf("taken out: %d", status)
	}
	if status, _, _ := s.ask("DELETE", path, "", nil); status != 404 {
		t.Errorf("taken out twice: %d", status)
	}
	var back thing
	if status, _, _ := s.ask("POST", fmt.Sprintf("/api/items/%d/spend", made[1].ID), "", nil); status != 422 {
		t.Errorf("one of none gone: %d", status)
	}
	if status, _, _ := s.ask("POST", path+"/restore", "", &back); status != 200 || back.Item.Count != 3 {
		t.Errorf("put back: %d %+v", status, back)
	}
	if status, _, _ := s.ask("POST", path+"/spend", "", &back); status != 200 || back.Item.Count != 2 {
		t.Errorf("one gone: %d %+v", status, back)
	}
}
