package logbook

import (
	"math"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/droptest"
	"dunvel/core/input"
	"dunvel/core/judgement"
)

// A place is on the earth, as far as its poles and its other side.
func TestPlacesAtTheirEdges(t *testing.T) {
	for _, tt := range []struct {
		place Place
		ok    bool
	}{
		{Place{North: 90, East: 180}, true}, {Place{North: -90, East: -180}, true}, {Place{North: 90.01}, false},
		{Place{North: -90.01}, false},
		{Place{East: 180.01}, false}, {Place{East: -180.01}, false}, {Place{North: math.NaN()}, false},
		{Place{Note: strings.Repeat("n", longNote)}, true}, {Place{Note: strings.Repeat("n", longNote+1)}, false},
	} {
		if err := tt.place.Validate(nil); (err == nil) != tt.ok {
			t.Errorf("%+v: %v", tt.place, err)
		}
	}
}

// The last that is taken of a trip or an event, and the first that is not.
func TestTripsAndEventsAtTheirEdges(t *testing.T) {
	key := func(n int) string { return strings.Repeat("k", n) }
	rods := func(n int) func(*Trip) {
		return func(trip *Trip) {
			one := trip.Rods[0]
			trip.Rods = nil
			for range n {
				trip.Rods = append(trip.Rods, one)
			}
		}
	}
	for name, tt := range map[string]struct{ last, first func(*Trip) }{
		"key":       {func(t *Trip) { t.Key = key(mostKey) }, func(t *Trip) { t.Key = key(mostKey + 1) }},
		"short key": {func(t *Trip) { t.Key = key(leastKey) }, func(t *Trip) { t.Key = key(leastKey - 1) }},
		"rods":      {rods(MostRods), rods(MostRods + 1)},
		"no rods":   {rods(1), rods(0)},
		"end": {func(t *Trip) { e := t.Start; t.End = &e },
			func(t *Trip) { e := t.Start.Add(-time.Second); t.End = &e }},
		"questions": {func(t *Trip) { t.Asked = make([]Question, 0) }, func(t *Trip) {
			for range mostAsked + 1 {
				t.Asked = append(t.Asked, Question{Of: "Bait", Label: "craw", Since: t.Start})
			}
		}},
	} {
		for ok, change := range map[bool]func(*Trip){true: tt.last, false: tt.first} {
			trip := outing()
			change(&trip)
			if err := trip.Validate(nil); (err == nil) != ok {
				t.Errorf("%s: %v", name, err)
			}
		}
	}
	depth := func(d, low, high float64) func(*Event) {
		return func(e *Event) { e.Depth, e.Low, e.High = d, low, high }
	}
	for name, tt := range map[string]struct{ last, first func(*Event) }{
		"key":       {func(e *Event) { e.Key = key(mostKey) }, func(e *Event) { e.Key = key(mostKey + 1) }},
		"short key": {func(e *Event) { e.Key = key(leastKey) }, func(e *Event) { e.Key = key(leastKey - 1) }},
		"rod": {func(e *Event) { e.Rod = len(outing().Rods) - 1 },
			func(e *Event) { e.Rod = len(outing().Rods) }},
		"no rod": {func(e *Event) { e.Rod = 0 }, func(e *Event) { e.Rod = -1 }},
		"since":  {func(e *Event) { e.Since = 6 * 3600 }, func(e *Event) { e.Since = 6*3600 + 1 }},
		"least":  {depth(5, 5, 7), depth(4.99, 5, 7)},
		"most":   {depth(7, 5, 7), depth(7.01, 5, 7)},
		"turned": {depth(0, 5, 5), depth(0, 5.01, 5)},
		"before": {func(e *Event) { e.Time = outing().Start.Add(-slack) },
			func(e *Event) { e.Time = outing().Start.Add(-slack - time.Second) }},
		"no seconds": {func(e *Event) { e.Kind, e.Seconds = Bottom, 1 },
			func(e *Event) { e.Kind, e.Seconds = Bottom, 0 }},
	} {
		for ok, change := range map[bool]func(*Event){true: tt.last, false: tt.first} {
			e := event(Bite, change)
			if err := e.Validate(outing(), nil); (err == nil) != ok {
				t.Errorf("%s: %v", name, err)
			}
		}
	}
	e := event(Bite, func(e *Event) { e.Rod = 7 })
	if err := e.Validate(outing(), nil); err == nil ||
		!strings.Contains(err.Error(), "Rod: there is no number 8 on this trip.") {
		t.Error(err)
	}
}

// What no instrument has is refused, and what one just has is not.
func TestAboardAtItsEdges(t *testing.T) {
	of := func(v float64) *float64 { return &v }
	for name, set := range map[string]struct {
		of          func(*Aboard, *float64)
		least, most float64
	}{
		"depth":       {func(a *Aboard, v *float64) { a.Depth = v }, 0, 1000},
		"drift":       {func(a *Aboard, v *float64) { a.Drift = v }, 0, 50},
		"course":      {func(a *Aboard, v *float64) { a.Course = v }, 0, 360},
		"wind":        {func(a *Aboard, v *float64) { a.Wind = v }, 0, 100},
		"temperature": {func(a *Aboard, v *float64) { a.Temperature = v }, -5, 50},
	} {
		for v, ok := range map[float64]bool{set.least: true, set.least - 0.01: false, set.most: true,
			set.most + 0.01: false} {
			var a Aboard
			set.of(&a, of(v))
			var errs input.Errors
			if a.check(&errs); (errs == nil) != ok {
				t.Errorf("%s %g: %v", name, v, errs)
			}
		}
	}
}

// A fall is told where it stops by so much sooner or goes on by so much longer than expected.
func TestSurprisesAtTheirEdges(t *testing.T) {
	by := judgement.FallSurprise.Number
	with := With{Expected: 20, Low: 16, High: 25}
	for seconds, want := range map[float64]string{
		16 / by: "", 16/by - 0.01: "Sooner than expected", 25 * by: "", 25*by + 0.01: "Later than expected",
	} {
		got := Event{Kind: Bottom, Seconds: seconds, With: with}.Said()
		if want == "" && got != "" || !strings.HasPrefix(got, want) {
			t.Errorf("%g s: %q", seconds, got)
		}
	}
	if got := (Event{Kind: Splash, With: with}).Overdue(); got != 25*by {
		t.Errorf("overdue after %g s", got)
	}
	if got := (Event{Kind: Bottom, Seconds: 90, With: With{Expected: 20}}).Said(); got != "" {
		t.Errorf("of a fall whose range is not known: %q", got)
	}
}

// Times to the bed are drops of the outfit that was tied on then, on the water, as many as a test may
// have.
func TestTimed(t *testing.T) {
	trip := outing()
	trip.Place = "The Sill"
	other := trip.Rods[0].State
	other.Mass *= 2
	l := Log{Trip: trip}
	add := func(seconds, line float64) {
		l.Events = append(l.Events, Event{Kind: Bottom, Time: after(float64(10 * len(l.Events))), Seconds: seconds,
			LineOut: line})
	}
	add(20, 25)
	add(21, 0)
	l.Events = append(l.Events, Event{Kind: Bite, Time: after(25)},
		Event{Kind: Changed, Time: after(30), State: &other})
	add(15, 0)
	got := Timed([]Log{{Trip: trip}, l})
	if len(got) != 2 {
		t.Fatalf("%+v", got)
	}
	first, second := got[0], got[1]
	if first.Where != "The Sill" || first.Trip != 1 || first.Place != droptest.OnWater ||
		first.Held != droptest.Slack || first.Mass != trip.Rods[0].State.Mass {
		t.Errorf("%+v", first)
	}
	if len(first.Drops) != 2 || first.Drops[0] != (droptest.Drop{Time: 20, LineOut: 25}) || first.Drops[1].Time != 21 {
		t.Errorf("%+v", first.Drops)
	}
	if len(second.Drops) != 1 || second.Drops[0].Time != 15 || second.Mass != other.Mass {
		t.Errorf("%+v", second)
	}
	for range droptest.MostDrops {
		add(16, 0)
	}
	if got := Timed([]Log{l}); len(got) != 2 || len(got[1].Drops) != droptest.MostDrops {
		t.Errorf("%d drops", len(got[1].Drops))
	}
	var many []Log
	for range mostTimed + 3 {
		many = append(many, l)
	}
	if got := Timed(many); len(got) != mostTimed || got[mostTimed-1].Trip != mostTimed+2 {
		t.Errorf("%d tests", len(got))
	}
}

// The middle of some positions is half way between those farthest apart, and their size the wider
// of the two ways: a minute of latitude is 1853 m on a sphere of 6371 km, and one of longitude half
// of that at 60 degrees.
func TestExtent(t *testing.T) {
	minute := 1.0 / 60
	at := func(north, east float64) almanac.Position {
		return almanac.Position{Latitude: 60 + north*minute, Longitude: -5 + east*minute}
	}
	for _, tt := range []struct {
		all         []almanac.Position
		north, east float64 // minutes
		size        float64 // m
	}{
		{[]almanac.Position{at(0, 0)}, 0, 0, 0},
		{[]almanac.Position{at(0, 0), at(1, 0), at(-0.5, 0.2)}, 0.25, 0.1, 1.5 * 1853.25},
		{[]almanac.Position{at(0, 0), at(0.1, 2), at(0, -1)}, 0.05, 0.5, 3 * 1853.25 / 2},
	} {
		middle, size := extent(tt.all)
		if math.Abs(middle.Latitude-60-tt.north*minute) > 1e-5 || math.Abs(middle.Longitude+5-tt.east*minute) > 1e-5 ||
			math.Abs(size-tt.size) > 0.002*tt.size {
			t.Errorf("%v: %+v, %g m", tt.all, middle, size)
		}
	}
}
