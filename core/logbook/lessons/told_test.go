package lessons

import (
	"strings"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/core/logbook/chance"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// turn is one of the casts that a test makes, two minutes apart: on a bait so long, with what came of it.
func turn(l *logbook.Log, length float64, kinds ...string) {
	s := l.Trip.Rods[0].State
	s.Setup.Bait.Length = length
	at := dawn.Add(time.Duration(len(l.Events)) * 2 * time.Minute)
	l.Events = append(l.Events, logbook.Event{Kind: logbook.Changed, Time: at, State: &s},
		logbook.Event{Kind: logbook.Splash, Time: at.Add(time.Second), With: logbook.With{Margin: 1, Shape: "ball"}})
	for i, kind := range kinds {
		l.Events = append(l.Events, logbook.Event{Kind: kind, Time: at.Add(time.Duration(10+10*i) * time.Second),
			With: logbook.With{Shape: "ball"}})
	}
}

func atTheSill() logbook.Log {
	return logbook.Log{Trip: logbook.Trip{Place: "The Sill", Start: dawn,
		Rods: []logbook.Rod{{State: logbook.State{Setup: setup.Default(), Technique: "hop"}}}}}
}

// Short bites say smaller bait where the log bears it out, and fish that were hooked and lost are told
// beside those landed.
func TestShortBitesAndLanded(t *testing.T) {
	l := atTheSill()
	for i := range 10 {
		turn(&l, 0.12, logbook.Short)
		turn(&l, 0.08, []string{logbook.Fish, logbook.Fish, logbook.Dropped}[i%3])
	}
	turn(&l, 0.12, logbook.Bite, logbook.Fish)
	got := learn(t, l)
	if got.Totals.Takes != 21 || got.Totals.Fish != 8 || got.Totals.Dropped != 3 || got.Totals.Short != 10 {
		t.Errorf("%+v", got.Totals)
	}
	told := ""
	for _, c := range got.Claims {
		told += c.Words + "\n"
	}
	if !strings.Contains(told, "10 of 11 bites on baits from 120 mm up were short, 0 of 10 on shorter ones: try a "+
		"smaller bait.") {
		t.Error(told)
	}
	for _, g := range got.Landed {
		if g.Name == "Shape" && (len(g.Rows) != 1 || g.Rows[0].Casts != 11 || g.Rows[0].Takes != 8 ||
			g.Rows[0].Low < 0.4 || g.Rows[0].High > 0.95) {
			t.Errorf("%+v", g)
		}
	}
	if len(got.Landed) != 4 {
		t.Errorf("%+v", got.Landed)
	}
}

// A question is answered by what was fished since it was asked, and by nothing before.
func TestAsked(t *testing.T) {
	l := atTheSill()
	for range 12 {
		turn(&l, 0.08, logbook.Fish)
		turn(&l, 0.12)
	}
	asked := l.Events[len(l.Events)-1].Time
	l.Trip.Asked = []logbook.Question{{Of: "Length of the bait", Label: "80 to 85 mm", Since: asked}}
	steps := dimensions[10].labels(sightsOf([]logbook.Log{l}), nil)
	l.Trip.Asked[0].Label = steps[0]
	if got := learn(t, l).Asked; len(got) != 1 || got[0].Sure || got[0].Words != "Not told yet: 0 casts on baits of "+
		steps[0]+", 0 otherwise." {
		t.Errorf("%+v", got)
	}
	for _, kinds := range [][]string{{logbook.Bite}, {logbook.Bite}, nil, {logbook.Short}, nil, {logbook.Bite},
		{logbook.Fish}, nil, nil, {logbook.Bite}} {
		turn(&l, 0.08, kinds...)
		if len(kinds) == 0 {
			turn(&l, 0.08)
		}
		turn(&l, 0.12)
	}
	if got := learn(t, l).Asked; len(got) != 1 || !got[0].Sure || got[0].Words != "Yes, more on baits of "+steps[0]+
		": 6 in 14 casts, else 0 in 10." {
		t.Errorf("%+v", got)
	}
	l.Trip.Asked[0].Label = steps[1]
	if got := learn(t, l).Asked; got[0].Sure ||
		!strings.HasPrefix(got[0].Words, "Not told yet: on baits of "+steps[1]+" 0 in 10 casts, else 6 in 14") {
		t.Errorf("%+v", got)
	}
}

// One sentence for what is the same under several names; a second is told only where it holds within what
// falls to the first and within the rest.
func TestTree(t *testing.T) {
	l := atTheSill()
	at := dawn
	cast := func(with logbook.With, bite bool) {
		at = at.Add(2 * time.Minute)
		l.Events = append(l.Events, logbook.Event{Kind: logbook.Splash, Time: at, With: with})
		if bite {
			l.Events = append(l.Events, logbook.Event{Kind: logbook.Bite, Time: at.Add(10 * time.Second), With: with})
		}
	}
	// Football heads are those of 14 g, and all bites are on them; three in four of these casts fall fast.
	scattered := []bool{true, false, true, true, false, true, true, true, false, true, false, true, true, false,
		false, true}
	for i := range 64 {
		heavy := scattered[i%16] != scattered[i*7%16]
		with := logbook.With{Shape: "ball", Mass: 7e-3, FallSpeed: 0.3}
		if heavy {
			with = logbook.With{Shape: "football", Mass: 14e-3, FallSpeed: 0.3}
			if i%4 > 0 {
				with.FallSpeed = 0.7
			}
		}
		cast(with, heavy && scattered[(i*5+3)%16])
	}
	got := learn(t, l)
	if len(got.Claims) != 1 || !strings.Contains(got.Claims[0].Words, " bites on 14 g, ") {
		t.Errorf("%+v", got.Claims)
	}
}

// Quantities are divided into steps of the person's unit, heads of 1/4 oz and 7.1 g are one, and a retrieve
// is one by its key and by its name.
func TestLabels(t *testing.T) {
	steps := stepsOf([]float64{4, 5, 6, 7, 8, 9, 10, 11, 12}, units.MustLookup("m"))
	for v, want := range map[float64]string{4: "4 to 6 m", 5.99: "4 to 6 m", 6: "6 to 8 m", 11.9: "10 to 12 m", 0: ""} {
		if got := steps(v); got != want {
			t.Errorf("%g: %s", v, got)
		}
	}
	if got := stepsOf([]float64{0, 0}, units.MustLookup("m"))(0); got != "" {
		t.Error(got)
	}
	if got := stepsOf([]float64{0.09}, units.MustLookup("mm"))(0.09); !strings.HasSuffix(got, " mm") {
		t.Error(got)
	}
	l := log("The Sill", casts(3, 0, logbook.With{Mass: 7.1e-3})...)
	l.Events = append(l.Events, log("", casts(1, 0, logbook.With{Mass: 7.0874e-3})...).Events...)
	l.Events = append(l.Events, log("", casts(1, 0, logbook.With{Mass: 7.4e-3})...).Events...)
	masses := map[float64]int{}
	for _, s := range sightsOf([]logbook.Log{l}) {
		masses[s.cast.Splash.With.Mass]++
	}
	if masses[7.1e-3] != 4 || masses[7.4e-3] != 1 {
		t.Errorf("%v", masses)
	}
	if a, b := retrieve("drag"), retrieve("Drag and stop"); a != b || a != "drag and stop" {
		t.Errorf("%s, %s", a, b)
	}
	if got := hourBin(time.Date(2026, 5, 1, 17, 59, 0, 0, time.UTC)); got != "from 15 to 18 h" {
		t.Error(got)
	}
	deep := setup.Default()
	deep.Water.Depth, deep.Water.SplashDepth = 5, 8
	for _, tt := range []struct {
		splash float64
		want   string
	}{{8, "cast into deeper water"}, {3, "cast into shallower water"}, {5.01, "over level ground"}} {
		deep.Water.SplashDepth = tt.splash
		s := sight{cast: &logbook.Cast{Known: true, State: &logbook.State{Setup: deep}}}
		if got := slope(s, nil); got != tt.want {
			t.Errorf("%g m: %s", tt.splash, got)
		}
		if s.cast.Known = false; slope(s, nil) != "" {
			t.Error("a table says where it slopes")
		}
	}
}

// Casts go by their number: where one label is known of other casts than another, those that fall to the
// first are told apart all the same.
func TestBesideGoesByCasts(t *testing.T) {
	found := newLook([]chance.Trial{{Of: 1, Label: "a"}, {Of: 2, Label: "b", Hit: true}}, "a", true, nil)
	other := newLook([]chance.Trial{{Of: 0, Label: "x"}, {Of: 1, Label: "x"}, {Of: 2, Label: "y", Hit: true}},
		"x", true, nil)
	left := beside([]look{found, other}, found, 3)
	if len(left) != 1 || left[0].trials[0].Beside != 0 || left[0].trials[1].Beside != 1<<3 ||
		left[0].trials[2].Beside != 0 || other.trials[1].Beside != 0 {
		t.Errorf("%+v", left)
	}
}
