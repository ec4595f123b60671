package musts

import (
	"testing"

	"dunvel/core/setup"
)

// What moves a number by more than much is looked at the other way too, if a must of the approach goes by that number or a range
// is told of it: times from a sixteenth on, others from a fifth.
func TestMovesMuch(t *testing.T) {
	fall := func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.SlowFall, 8 }
	hold := func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.HoldBottom, 8 }
	lift := func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.LiftAndDrop, 8 }
	for name, tt := range map[string]struct {
		change func(*setup.Setup)
		place  int
		most   float64 // that it may move by; 0: by anything
	}{
		"the time of a fall":            {fall, ReadTime, 0.06},
		"the time there is for it":      {fall, ReadLate, 0.06},
		"line out":                      {hold, ReadLine, 0.2},
		"the speed down":                {hold, ReadSpeed, 0.2},
		"line out over the chord":       {fall, ReadOut, 0},
		"how steep it falls":            {fall, ReadSteep, 0.2},
		"how far what is held is swept": {hold, ReadSteep, 0.2},
		"what is lifted":                {hold, ReadLift, 0.2},
		"the grip of what is to hold":   {hold, ReadGrip, 0.2},
		"the grip of what is to fall":   {fall, ReadGrip, 0},
		"what is felt":                  {fall, ReadFelt, 0.2},
		"line that runs off afterwards": {fall, ReadKeeps, 0},
		"the time back":                 {lift, ReadBack, 0.2},
		"the time back of what is held": {hold, ReadBack, 0},
		"the walk of what no wave goes": {hold, ReadWalk, 0},
	} {
		c, _ := asked(t, tt.change)
		by := make(Reading, ReadTrack)
		if MovesMuch(c, by) {
			t.Errorf("%s: it moves by nothing", name)
		}
		for _, sign := range []float64{1, -1} {
			by[tt.place] = sign * (tt.most + 0.001)
			if MovesMuch(c, by) != (tt.most > 0) {
				t.Errorf("%s: %+.3f is much: %t", name, by[tt.place], tt.most == 0)
			}
			if by[tt.place] = sign * (tt.most - 0.001); tt.most > 0 && MovesMuch(c, by) {
				t.Errorf("%s: %+.3f is much", name, by[tt.place])
			}
		}
	}
}
