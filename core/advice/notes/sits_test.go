package notes

import (
	"fmt"
	"strings"
	"testing"

	"dunvel/core/advice/say"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// Every bait of a rig is told of by its name: on its own weight, on the bed or held off it
// by the line, and drawn down where something heavier is fixed beside it.
func TestEveryBaitSits(t *testing.T) {
	for kind, want := range map[string]string{
		rigging.SingleHead:    "the head 7.1 g",
		rigging.TwoHeads:      "the lower head 7.1 g, the upper head 3.5 g over",
		rigging.SlidingSinker: "the bait 0.0 g",
		rigging.SplitShot:     "the bait 0.0 g drawn",
		rigging.DropShot:      "the bait 0.0 g over drawn",
		rigging.FixedFloat:    "the head 7.1 g over",
		rigging.SlidingFloat:  "the head 7.1 g over",
	} {
		s := setup.Default()
		s.Rigging.Kind = kind
		c, err := trial.New(s, stage.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		seats, err := Noter{say.Sayer{Case: c}}.Sits(7.1e-3)
		if err != nil {
			t.Fatal(err)
		}
		var said []string
		for _, seat := range seats {
			words := fmt.Sprintf("%s %.1f g", seat.Name, seat.Mass*1e3)
			if seat.Over {
				words += " over"
			}
			if seat.Drawn {
				words += " drawn"
			}
			said = append(said, words)
		}
		if got := strings.Join(said, ", "); got != want {
			t.Errorf("%s: %s, not %s", kind, got, want)
		}
	}
}

// The words on how a bait sits name it where there are several, and follow what holds it.
func TestPosture(t *testing.T) {
	for kind, want := range map[string]string{
		rigging.SingleHead: "On the bed it lies. It falls nose down at 38° to the vertical on a slack line, 53° on a " +
			"tight one; drawn along its tail hangs 7° low. Left slack",
		rigging.TwoHeads: "On the bed the lower head lies. The lower head falls nose down at 38° to the vertical " +
			"on a slack line, 53° on a tight one; drawn along its tail hangs 7° low. Left slack",
		rigging.DropShot: "It is drawn down nose first, tail up; drawn along its tail hangs 7° low. The hook",
		rigging.FixedFloat: "It falls nose down at 38° to the vertical on a slack line, 53° on a tight one; drawn " +
			"along its tail hangs 7° low. Left slack it may glide or circle, 0.4 times as far aside as down. Hanging " +
			"still its tail is 22° low.",
	} {
		s := setup.Default()
		s.Rigging.Kind = kind
		c, err := trial.New(s, stage.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		notes, err := Noter{say.Sayer{Case: c}}.attitude(7.1e-3)
		if err != nil {
			t.Fatal(err)
		}
		if got := notes[0].Words; !strings.HasPrefix(got, want) {
			t.Errorf("%s: %s", kind, got)
		}
	}
}
