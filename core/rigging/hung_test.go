package rigging

import "testing"

// What hangs is counted, and how far over a sinker: rigs in numbers.
func TestWhatHangs(t *testing.T) {
	own := func(parts ...Part) Rigging { return Rigging{Kind: OwnRig, Parts: parts} }
	for name, c := range map[string]struct {
		rig    Rigging
		hooks  int
		raised float64
		alone  bool
	}{
		"a head":               {own(Part{What: PartHead}), 1, 0, true},
		"with a stinger":       {own(Part{What: PartHead}, Part{What: PartStinger}), 2, 0, true},
		"with a wire":          {own(Part{What: PartHead}, Part{What: PartWire, At: 0.2}), 1, 0, true},
		"a head of its weight": {own(Part{What: PartHead, Mass: 0.01}), 1, 0, false},
		"two heads":            {own(Part{What: PartHead}, Part{What: PartHead, At: 1, Mass: 0.01}), 2, 0, false},
		"with a swivel":        {own(Part{What: PartHead}, Part{What: PartSwivel, At: 1}), 1, 0, false},
		"over a sinker":        {own(Part{What: PartSinker}, Part{What: PartHook, At: 0.4}), 1, 0.4, false},
		"over a sinker, up the line": {own(Part{What: PartSwivel}, Part{What: PartSinker, At: 0.25},
			Part{What: PartHook, At: 0.5}), 1, 0.25, false},
		"over and below": {own(Part{What: PartHook}, Part{What: PartSinker, At: 0.4}), 1, 0, false},
		"below a shot": {own(Part{What: PartHook}, Part{What: PartShot, At: 0.4},
			Part{What: PartHook, At: 0.7}), 2, 0, false},
		"over one, on a float": {own(Part{What: PartSinker}, Part{What: PartHook, At: 0.4},
			Part{What: PartFloat, At: 1, Mass: 0.01}), 1, 0, false},
		"no part that is baited": {own(Part{What: PartSinker}), 0, 0, false},
	} {
		if c.rig.Hooks() != c.hooks || c.rig.Raised() != c.raised || c.rig.Alone() != c.alone {
			t.Errorf("%s: %d hooks, %g m over, alone %v", name, c.rig.Hooks(), c.rig.Raised(), c.rig.Alone())
		}
	}
}
