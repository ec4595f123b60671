package service

import (
	"bytes"
	"strings"
	"testing"

	"dunvel/internal/demo"
	"dunvel/internal/exchange"
	"dunvel/internal/service/intake"
)

// table is one of the tables as it goes out.
func table(t *testing.T, s *Service, of string) []byte {
	t.Helper()
	rows, err := s.Flat(t.Context(), of)
	if err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	if err := exchange.WriteRows(&out, rows); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

// Setups, drop tests and plans go out as tables and into another database, once however often; a row that
// says something else changes what is here where it is to.
func TestFlatComesBack(t *testing.T) {
	if testing.Short() {
		t.Skip("thousands of rows")
	}
	s, st := begin(t)
	if err := demo.Seed(t.Context(), st, morning); err != nil {
		t.Fatal(err)
	}
	other, _ := begin(t)
	for of, n := range map[string]int{"setups": 13, "drop-tests": 5, "plans": 2} {
		text := table(t, s, of)
		for _, known := range []int{0, n} {
			r, err := takeIn(t, other, intake.LogFile, text, true)
			if err != nil || r.Entries != n || r.Known != known || r.Changed != 0 || len(r.Unused) != 0 {
				t.Fatalf("%s: %+v %v", of, r, err)
			}
		}
		if back := table(t, other, of); !bytes.Equal(back, text) {
			t.Errorf("%s:\n%s\n%s", of, back, text)
		}
	}
	if _, err := s.Flat(t.Context(), "trips"); err == nil {
		t.Error("there is no such table")
	}
	kept, err := other.Setups.List(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	name := kept[0].Name
	for _, changes := range []bool{false, true} {
		r, err := other.TakeIn(t.Context(), intake.File{Kind: intake.LogFile,
			Text: []byte("setup,water temperature (°C)\n\"" + name + "\",4.4\nNew,5\n"), Take: true, Changes: changes})
		if err != nil || r.Changed != 1 || r.Entries != 2 {
			t.Fatalf("%+v %v", r, err)
		}
		now, err := other.Setups.Get(t.Context(), kept[0].ID)
		if err != nil || (now.Value.Water.Temperature == 4.4) != changes {
			t.Errorf("to be changed %t: %+v %v", changes, now.Value.Water, err)
		}
	}
}

// A row that cannot be is told with its line, and nothing is taken.
func TestFlatIsLookedAt(t *testing.T) {
	s, _ := begin(t)
	r, err := takeIn(t, s, intake.LogFile,
		[]byte("setup,bed,depth under the rod "+
			"(m),flavour\nA,mud,5,x\nB,lava,5,x\n,mud,5,x\nC,mud,deep,x\nA,mud,6,x\nD,mud,900,x\n"), false)
	if err != nil || len(r.Unused) != 1 || r.Entries != 1 {
		t.Fatalf("%+v %v", r, err)
	}
	var why []string
	for _, f := range r.Refused {
		why = append(why, strings.TrimSpace(string(rune('0'+f.Line))+" "+f.Why))
	}
	got := strings.Join(why, "\n")
	for _, want := range []string{"3 Bed: “lava” is not one of ", "4 Name: give it a name",
		"5 depth under the rod: “deep” ", "6 “A” stands there twice",
		"7 Depth under the rod: 900 m is outside what is allowed"} {
		if !strings.Contains(got, want) {
			t.Errorf("%s is not in\n%s", want, got)
		}
	}
	if _, err := takeIn(t, s, intake.LogFile, []byte("setup,bed\nA,mud\nB,lava\n"), true); err == nil ||
		!strings.HasPrefix(err.Error(), "The file: 1 of its rows cannot be taken, so nothing is; the first, line 3: "+
			"Bed: ") {
		t.Errorf("%v", err)
	}
	if kept, err := s.Setups.List(t.Context()); err != nil || len(kept) != 0 {
		t.Errorf("%+v %v", kept, err)
	}
}
