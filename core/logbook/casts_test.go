package logbook

import (
	"testing"
	"time"

	"dunvel/core/input"
)

// at is an event of a rod so many seconds after noon.
func at(seconds float64, kind string, rod int) Event {
	return Event{Kind: kind, Rod: rod, Time: noon.Add(time.Duration(seconds * float64(time.Second)))}
}

// What happens to a rod belongs to its last splash; a bite and the fish that it was are one take, where
// and when it was taken first; what was tied on is that of then.
func TestFished(t *testing.T) {
	other := outing().Rods[0].State
	other.Colour, other.Mass = "green", 14e-3
	later := other
	later.Spot, later.Kind = "the point", "point"
	changed, moved := at(100, Changed, 0), at(300, Conditions, 0)
	changed.State, moved.State = &other, &later
	bite, fish := at(31, Bite, 0), at(60, Fish, 0)
	bite.Phase, bite.Depth, fish.Phase, fish.Length = Falling, 4, Working, 0.4
	l := Log{Trip: outing(), Events: []Event{
		fish, at(20, Splash, 0), bite, at(25, Splash, 1), at(40, Bottom, 1), changed, at(200, Splash, 0),
		at(230, Short, 0), moved, at(310, Splash, 1), at(330, Dropped, 1), at(340, Short, 1),
		at(950, Bite, 0), at(970, Fish, 0), at(1200, Bite, 0),
	}}
	casts, loose := l.Fished(10 * time.Minute)
	if len(casts) != 4 || len(loose) != 2 {
		t.Fatalf("%d casts, %d without", len(casts), len(loose))
	}
	take, ok := casts[0].Take()
	if !ok || take.Kind != Fish || take.Length != 0.4 || take.Phase != Falling || take.Depth != 4 ||
		!take.Time.Equal(bite.Time) {
		t.Errorf("%+v", take)
	}
	if _, ok := casts[1].Take(); ok || len(casts[1].Events) != 1 || casts[1].Number != 2 {
		t.Errorf("%+v", casts[1])
	}
	if casts[0].State.Mass != 7.1e-3 || casts[2].State.Mass != 14e-3 || casts[2].State.Colour != "green" ||
		casts[3].State.Mass != 21.3e-3 || casts[3].State.Spot != "the point" || casts[2].State.Spot != "" {
		t.Errorf("%+v", casts)
	}
	if take, _ := casts[3].Take(); take.Kind != Dropped {
		t.Errorf("%+v", take)
	}
	if take, _ := loose[0].Take(); take.Kind != Fish || len(loose[0].Events) != 2 || len(loose[1].Events) != 1 {
		t.Errorf("%+v", loose)
	}
	if casts[0].Known {
		t.Error("conditions that no engine has placed are known")
	}
}

// Own words are kept short, and what is one of a few is one of them.
func TestWordsOfAState(t *testing.T) {
	for field, change := range map[string]func(*State){
		"rods.0.kind": func(s *State) { s.Kind = "puddle" }, "rods.0.clear": func(s *State) { s.Clear = "brown" },
		"rods.0.colour": func(s *State) { s.Colour = string(make([]byte, 61)) },
	} {
		trip := outing()
		change(&trip.Rods[0].State)
		errs, _ := trip.Validate(nil).(input.Errors)
		if len(errs) != 1 || errs[0].Field != field {
			t.Errorf("%s: %v", field, errs)
		}
	}
	trip := outing()
	trip.Rods[0].State.Kind, trip.Rods[0].State.Clear, trip.Rods[0].State.Colour = "weed edge", "hazy", "motor oil"
	trip.Asked = make([]Question, 5)
	for i := range trip.Asked {
		trip.Asked[i] = Question{Of: "Bait", Label: "craw 80 mm", Since: noon}
	}
	if err := trip.Validate(nil); err != nil {
		t.Error(err)
	}
	trip.Asked = append(trip.Asked, trip.Asked[0])
	if errs, _ := trip.Validate(nil).(input.Errors); len(errs) != 1 ||
		errs[0].Message != "Questions: at most 5 are asked on a trip, not 6." {
		t.Errorf("%v", errs)
	}
}

// A bed that was felt says where what follows happened: sooner than expected it is less deep, later it is
// deeper, and what comes after it was not on the fall.
func TestFeltBed(t *testing.T) {
	s := outing().Rods[0].State
	s.Technique = "drop"
	ways, err := s.Ways(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	expected := ways.Place(event(Bottom, func(e *Event) { e.Seconds = 8 }), 0).With
	bite := func(since float64) func(*Event) { return func(e *Event) { e.Since = since } }
	if e := ways.Place(event(Bite, bite(expected.Expected/2)), 0); e.Phase != Falling || e.Depth > 8 {
		t.Errorf("nothing felt: %+v", e)
	}
	early := expected.Low / 3
	ledge := ways.Place(event(Bottom, func(e *Event) { e.Seconds = early }), 0)
	if ledge.Depth > 6 || ledge.Depth < 1 || ledge.Low >= ledge.Depth || ledge.High <= ledge.Depth {
		t.Errorf("a ledge: %+v", ledge)
	}
	if e := ways.Place(event(Fish, bite(early+1)), early); e.Phase != OnBottom || e.Depth != ledge.Depth {
		t.Errorf("a second after a ledge: %+v", e)
	}
	if e := ways.Place(event(Bite, bite(early+1)), 0); e.Phase != Falling {
		t.Errorf("the same without it: %+v", e)
	}
	late := expected.High * 1.5
	hole := ways.Place(event(Bottom, func(e *Event) { e.Seconds = late }), 0)
	if want := 10 * late / expected.Expected; hole.Depth < want-1e-9 || hole.Depth > want+1e-9 {
		t.Errorf("a hole: %+v, wanted %g", hole, want)
	}
	if e := ways.Place(event(Bottom, func(e *Event) { e.Seconds = expected.Expected }), 0); e.Depth != 10 {
		t.Errorf("as expected: %+v", e)
	}
}

// What was felt is of the same rod and cast, and before.
func TestFelt(t *testing.T) {
	felt := at(30, Bottom, 0)
	felt.Key, felt.Seconds = "felt", 9
	again := at(45, Bottom, 0)
	again.Key, again.Seconds = "again", 24
	events := []Event{at(20, Splash, 0), felt, again, at(35, Splash, 1), at(100, Splash, 0)}
	for i := range events {
		events[i].Key += "key"
	}
	for name, tt := range map[string]struct {
		of   Event
		want float64
	}{
		"after": {at(50, Bite, 0), 9}, "of another rod": {at(50, Bite, 1), 0}, "before": {at(29, Bite, 0), 0},
		"of the next cast": {at(120, Bite, 0), 0}, "itself": {events[1], 0}, "felt again": {events[2], 9},
	} {
		if got := Felt(events, tt.of); got != tt.want {
			t.Errorf("%s: %g", name, got)
		}
	}
	sooner := at(50, Bite, 0)
	sooner.Since = 5
	if got := Felt(events, sooner); got != 0 {
		t.Errorf("tapped later than it was: %g", got)
	}
}

// What happened comes in order; what is in order already is not copied, and what is not stays as it was.
func TestInOrder(t *testing.T) {
	early, late := Event{Kind: Splash, Time: after(1)}, Event{Kind: Bite, Time: after(2)}
	mixed := Log{Events: []Event{late, early}}
	if got := mixed.InOrder(); got[0].Kind != Splash || got[1].Kind != Bite || mixed.Events[0].Kind != Bite {
		t.Errorf("%+v of %+v", got, mixed.Events)
	}
	right := Log{Events: []Event{early, late}}
	if got := right.InOrder(); &got[0] != &right.Events[0] {
		t.Error("it is a copy")
	}
}
