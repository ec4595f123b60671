package day

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"dunvel/core/explore"
	"dunvel/core/judgement"
	"dunvel/core/setup"
)

// A choice of rods is better by a minute more of the day, then by fewer changes, fewer rods, more
// surely, and last by lighter heads.
func TestBetter(t *testing.T) {
	than := worth{covered: 7200, changes: 2, sure: 6000, weight: 9, rods: 2}
	for name, change := range map[string]struct {
		better func(w *worth)
		worse  func(w *worth)
	}{
		"covered": {func(w *worth) { w.covered += 61; w.changes += 5 },
			func(w *worth) { w.covered -= 61; w.changes = 0 }},
		"changes": {func(w *worth) { w.changes--; w.rods += 3 }, func(w *worth) { w.changes++; w.rods = 1 }},
		"rods":    {func(w *worth) { w.rods--; w.sure = 1 }, func(w *worth) { w.rods++; w.sure = 7000 }},
		"sure":    {func(w *worth) { w.sure++; w.weight += 9 }, func(w *worth) { w.sure--; w.weight = 1 }},
		"weight":  {func(w *worth) { w.weight-- }, func(w *worth) { w.weight++ }},
		"a minute is no more": {func(w *worth) { w.covered -= 60; w.changes-- },
			func(w *worth) { w.covered += 60; w.changes++ }},
	} {
		up, down := than, than
		change.better(&up)
		change.worse(&down)
		if !up.better(than) || than.better(up) || down.better(than) || !than.better(down) {
			t.Errorf("%s: %+v and %+v against %+v", name, up, down, than)
		}
	}
	if than.better(than) {
		t.Error("it is better than itself")
	}
}

// What a choice is worth is the time in which a head does it, and that times its chance.
func TestWorth(t *testing.T) {
	c := chooser{stretches: []Stretch{{Lasts: 600, Sure: []float64{0.9, 0.5}}, {Lasts: 300, Sure: []float64{0.2, 0.8}},
		{Lasts: 100, Sure: []float64{0, 0}}}}
	got := c.worth(Rods{Heads: []int{0, 1}, Use: []int{0, 1, -1}})
	if want := (worth{covered: 900, changes: 1, sure: 600*0.9 + 300*0.8, weight: 1, rods: 2}); got != want {
		t.Errorf("%+v, not %+v", got, want)
	}
}

// Of two heads that do it at the same times the surer stays, and of two that are as sure the lighter one, which
// comes first on the ladder.
func TestAbleOfAlike(t *testing.T) {
	able := func(first, second float64) []int {
		c := chooser{stretches: []Stretch{{Lasts: 60, Sure: []float64{first, second}}},
			does: [][]bool{{true}, {true}}}
		return c.able([]bool{true, true})
	}
	for _, tt := range []struct {
		first, second float64
		want          int
	}{{0.9, 0.8, 0}, {0.8, 0.9, 1}, {0.9, 0.9, 0}} {
		if got := able(tt.first, tt.second); len(got) != 1 || got[0] != tt.want {
			t.Errorf("%g and %g: %v", tt.first, tt.second, got)
		}
	}
}

// A leader is tied for each rod and again for every three heads that are lost, and a head is taken besides
// those that are likely to be lost.
func TestTakenForLosses(t *testing.T) {
	d, err := holding().Open(nil)
	if err != nil {
		t.Fatal(err)
	}
	w, _ := onStandIn(t, d, func(float64) float64 { return 0 })
	lost := 0
	for i := range w.Heads {
		if want := 1 + enough(w.Heads[i].Lost, judgement.PackSure.Number); w.Heads[i].Take != want || want < 1 {
			t.Errorf("%d of %g g are taken, not %d", w.Heads[i].Take, w.Heads[i].Mass*1e3, want)
		}
		w.Heads[i].Take += 2 // as if some were lost on a day of more snags
		lost += w.Heads[i].Take - 1
	}
	asked := Asked{FishFor: func(setup.Setup) float64 { return 4 }, Choice: nil}
	want := fmt.Sprintf("%d × leader of ", len(w.Rods)+int(math.Ceil(float64(lost)/3)))
	if !slices.ContainsFunc(d.pack(w, asked), func(p Packed) bool { return strings.HasPrefix(p.Words, want) }) ||
		lost < 4 {
		t.Errorf("%d heads are lost off %d rods, and no %q", lost, len(w.Rods), want)
	}
	// A bait goes with each that is lost, besides one to begin with and those that fish wear out, four to one.
	want = fmt.Sprintf("%d × ", 1+lost+int(math.Ceil(judgement.PackTakes.Number*d.hours(0)/4)))
	if !slices.ContainsFunc(d.pack(w, asked), func(p Packed) bool {
		return strings.HasPrefix(p.Key, "bait ") && strings.HasPrefix(p.Words, want)
	}) {
		t.Errorf("no %q baits: %v", want, d.pack(w, asked))
	}
}

// Of 150 casts in an hour at a snag index of 5, of which two in five are fished, 3.6 heads are lost; as many more
// are taken as that may come to.
func TestLostInAnHour(t *testing.T) {
	lost := expected(explore.Hour{Snags: 5, Cast: 24}, 3600)
	if !(math.Abs(lost-0.012*5*0.4*150) < 1e-9) || expected(explore.Hour{Snags: 5}, 3600) != 0 {
		t.Errorf("%g heads", lost)
	}
	w := &Worked{Ladder: []float64{5e-3, 10e-3}}
	f := fishing{stretches: []Stretch{{Lasts: 3600}, {Lasts: 1800}}, losses: []float64{lost, 9}}
	w.take(f, Rods{Heads: []int{1}, Use: []int{1, 0}}, func(float64) float64 { return 3 })
	want := Taken{Mass: 10e-3, Owned: 3, Hours: 1, Lost: lost, Take: 1 + enough(lost, judgement.PackSure.Number)}
	if len(w.Heads) != 1 || w.Heads[0] != want || want.Take < 5 {
		t.Errorf("%+v, not %+v", w.Heads, want)
	}
}

// The lightest head of a ladder is one as the others are: tied on, told as what to fish, and what others are too
// heavy beside.
func TestLightestOfAll(t *testing.T) {
	ladder := []float64{5e-3, 5e-3 * judgement.RodHeavier.Number * 1.01}
	hour := explore.Hour{Pick: 0, Sure: []float64{0.9, 0.8}, Counts: []float64{4, 3}, Downs: []bool{true, false}}
	w := &Worked{Ladder: ladder}
	span := Fished{To: time.Date(2026, 5, 1, 9, 0, 0, 0, time.UTC)}
	w.tieOn(fishing{spans: []Fished{span}, hours: []explore.Hour{hour}}, Rods{Use: []int{0}})
	if f := w.Fished; len(f) != 1 || f[0].Mass != ladder[0] || f[0].Low != 4 || f[0].High != 4 || !f[0].Down {
		t.Errorf("%+v is fished", f)
	}
	if got := suiting(hour, ladder); !slices.Equal(got, []float64{0.9, 0}) {
		t.Errorf("%v", got)
	}
	pieces := opened(t, holding()).pieces(0, []explore.Hour{hour}, ladder)
	if len(pieces) != 1 || pieces[0].Mass != ladder[0] || pieces[0].Low != 0.9 {
		t.Errorf("%+v", pieces)
	}
}

// Neighbours that are fished alike are one span, from the shallowest to the deepest of both; a depth of nothing is
// none.
func TestJoined(t *testing.T) {
	at := func(minutes int) time.Time { return time.Date(2026, 5, 1, 8, minutes, 0, 0, time.UTC) }
	spans := []Fished{
		{From: at(0), To: at(10), Mass: 1, Low: 0, High: 2}, {From: at(10), To: at(20), Mass: 1, Low: 3, High: 5},
		{From: at(20), To: at(30), Mass: 1, Low: 2, High: 4}, {From: at(30), To: at(40), Mass: 1, Low: 0, High: 0},
		{From: at(40), To: at(40), Mass: 2}, {From: at(40), To: at(50), Mass: 2, Low: 1, High: 1},
	}
	got := joined(spans)
	if len(got) != 2 || got[0].Low != 2 || got[0].High != 5 || got[0].To != at(40) || got[1].From != at(40) ||
		got[1].Low != 1 {
		t.Errorf("%+v", got)
	}
}
