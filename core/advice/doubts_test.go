package advice

import (
	"slices"
	"testing"

	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trust"
	"dunvel/core/units"
)

// inDoubt is what is said of where a range comes from, in some waters.
var inDoubt = []struct {
	name    string
	show    units.Choice
	change  func(*setup.Setup)
	words   string
	known   string // the first unknown
	measure []string
}{
	{
		name: "still", change: func(s *setup.Setup) { s.Wind.Speed = 0 }, known: "± 25 %",
		words: "With 5.3 g, the count is 35 to 47 s four times in five. Most of that range comes from the drag of " +
			"the bait as it falls (60 %) and how hard water holds the line along its length (21 %).",
		measure: []string{"Six timed drops of the bait on two heads would make that 36 to 45 s, if it finds what is " +
			"assumed now.", "The head on a pocket scale would make that 35 to 46 s, if it finds what is assumed now."},
	},
	{
		name: "held in a current", known: "± 35 %", change: func(s *setup.Setup) {
			hold(s)
			s.Flow.Speed, s.Flow.Direction, s.Water.Depth = 0.2, 90, 6
		},
		words: "With 14.2 g, the contact margin is 86 % to 98 % four times in five. Most of that range comes from " +
			"the speed of the current (97 %).",
		measure: []string{"A float timed over a known way would make that 91 % to 96 %, and the chance that it does " +
			"all that is asked more than 9 in 10 instead of 8 in 10, if it finds what is assumed now."},
	},
	{
		name: "hovering, in feet, where a gauge moves no figure", show: units.Choice{"depth": "ft"}, known: "± 13 %",
		change: func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Target.Depth, s.Bait.Length, s.Head.Hook = setup.Hover, 11, 3, 0.09, "1/0"
		},
		words: "With 2.5 g, the mean depth is 11 ft four times in five. Most of that range comes from how hard " +
			"water pushes across the line (63 %) and what head and bait weigh (21 %).",
	},
	{
		name: "a bait that floats its head",
		change: func(s *setup.Setup) {
			s.Heads, s.Bait.Body, s.Bait.Length, s.Head.Hook = []float64{0.0002}, "floating", 0.14, "#6"
		},
		words: "0.2 g does not get there, so that nothing can be said of how sure its numbers are.",
	},
}

// What is said is said word for word, and each doubt comes from numbers that are in the list of
// what is judged.
func TestDoubts(t *testing.T) {
	listed := map[string]bool{}
	for _, n := range trust.Told().Judged {
		listed[n.Name] = true
	}
	for _, tt := range inDoubt {
		s := setup.Default()
		tt.change(&s)
		d, err := New(stage.Knowledge{}).Doubts(t.Context(), s, tt.show)
		if err != nil {
			t.Fatal(err)
		}
		var measure []string
		for _, m := range d.Measure {
			measure = append(measure, m.Words)
		}
		if d.Words != tt.words || !slices.Equal(measure, tt.measure) || tt.known != "" && d.Parts[0].Known != tt.known {
			t.Errorf("%s: %q, %q, %+v", tt.name, d.Words, measure, d.Parts)
		}
		for _, p := range d.Parts {
			if p.Name == "" || len(p.From) == 0 {
				t.Errorf("%s: %+v", tt.name, p)
			}
			for _, name := range p.From {
				if !listed[name] {
					t.Errorf("%s: %q is not in the list", tt.name, name)
				}
			}
		}
	}
}

// Where something was measured the numbers that it then rests on are named, or none.
func TestDoubtsOfWhatIsMeasured(t *testing.T) {
	s := setup.Default()
	s.Flow.Speed, s.Flow.Spread, s.Line.Measured, s.Head.Weighed, s.Bait.Weighed = 0.1, 0.1, true, true, 0.008
	s.Bait.Drag, s.Bait.DragSpread, s.Boat.Kind, s.Boat.Measured, s.Boat.Speed, s.Hand.Line = 1.1, 0.1, "skiff", true,
		0.1, setup.LineFed
	s.Wind.Speed, s.Wind.Source = 3, "meter"
	d, err := New(stage.Knowledge{}).Doubts(t.Context(), s, nil)
	if err != nil {
		t.Fatal(err)
	}
	from := map[string][]string{}
	for _, p := range d.Parts {
		from[p.Name] = p.From
	}
	for name, want := range map[string][]string{
		"the speed of the current": {}, "the drag of the bait as it falls": {}, "the drift": {"drift spread"},
		"the wind":                              {"wind spread, meter"},
		"how hard water pushes across the line": {"normal spread", "measured spread"},
		"what head and bait weigh": {"weighed spread", "Bait form, slim minnow, proportions",
			"bait weighed"},
		"how hard the spool or finger holds the line": {"finger pull"},
	} {
		if got, ok := from[name]; !ok || !slices.Equal(got, want) {
			t.Errorf("%s: %q, want %q", name, got, want)
		}
	}
}
