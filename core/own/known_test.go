package own

import (
	"reflect"
	"testing"

	"dunvel/core/droptest"
	"dunvel/core/logbook/lessons"
	"dunvel/core/setup"
)

// What is learnt of an angler is set where the setup does not set it, and told where it matters.
func TestOwnInforms(t *testing.T) {
	line := setup.Default().Line
	learnt := Known{Patience: 0.7, Feel: 1.3,
		Lines: []droptest.LineAs{{Material: line.Material, Diameter: 1.1 * line.Diameter, Factor: 2},
			{Material: line.Material, Diameter: 1.01 * line.Diameter, Factor: 1.1}}}
	s := setup.Default()
	s.Approach.Kind = setup.HoldBottom
	want := "As your log has it, braid of 0.18 mm drags as if it were 1.10 times as thick; you wait 0.7 times as " +
		"long as is usual; you tie on for 1.3 times the pull that is usually told."
	if words := learnt.Inform(&s, nil); words != want || s.Line.Thicker != 1.1 || s.Hand.Patience != 0.7 ||
		s.Hand.Feel != 1.3 {
		t.Errorf("%+v %+v\n%s", s.Line, s.Hand, words)
	}
	if words := learnt.Inform(&s, nil); words != "" {
		t.Errorf("told again: %s", words)
	}
	for name, tt := range map[string]struct {
		own    Known
		change func(*setup.Setup)
	}{
		"set by hand":      {learnt, func(s *setup.Setup) { s.Hand.Patience, s.Hand.Feel, s.Line.Thicker = 1, 1, 1 }},
		"nothing is known": {Known{}, func(*setup.Setup) {}},
		"about the same":   {Known{Patience: 1.04, Feel: 0.96}, func(*setup.Setup) {}},
		"the wait is set":  {Known{Patience: 0.7}, func(s *setup.Setup) { s.Approach.Wait = 20 }},
	} {
		s := setup.Default()
		tt.change(&s)
		if words := tt.own.Inform(&s, nil); words != "" {
			t.Errorf("%s: %s", name, words)
		}
	}
}

// What is learnt is used as far as it is not refused.
func TestRefusable(t *testing.T) {
	learnt := &Learnt{Patience: lessons.Own{Factor: 0.7}, Feel: lessons.Own{Factor: 1.3},
		Bias: droptest.Bias{Lines: []droptest.LineAs{{Factor: 1.1}}}}
	for i, what := range lessons.Refusable {
		got := Preferences{Learnt: learnt, Refused: []string{what}}.Known()
		given := []bool{got.Patience == 0.7, got.Feel == 1.3, len(got.Lines) == 1}
		for k := range given {
			if given[k] == (k == i) {
				t.Errorf("%s refused: %+v", what, got)
			}
		}
	}
	if got := (Preferences{}).Known(); !reflect.DeepEqual(got, Preferences{Refused: lessons.Refusable}.Known()) {
		t.Errorf("%+v", got)
	}
}
