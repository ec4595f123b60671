package technique

// Preset is a way of working a bait that has a name.
type Preset struct {
	Key       string
	Name      string
	Words     string
	Programme Programme
}

var fall = []Action{{Fall, 300, 0, 0}, {Close, 0, 0, 0}}

// start is the fall with more to it.
func start(more ...Action) []Action { return append(append([]Action(nil), fall...), more...) }

var presets = []Preset{
	{"drop", "Just the fall", "Bail open to the bed, and left there.",
		Programme{Start: start(Action{Wait, 5, 0, 0})}},
	{"tight", "Tight fall", "The bail is closed at the splash: the bait swings in on a tight line.",
		Programme{Start: []Action{{Close, 0, 0, 0}, {Pause, 300, 0, 0}, {Wait, 3, 0, 0}}}},
	{"sink-draw", "Sink and draw", "Two turns, then down again.",
		Programme{start(), []Action{{Turns, 0, 2, 1}, {Pause, 15, 0, 0}}, 6}},
	{"hop", "Lift and drop", "Half a metre up, back down, and the slack taken in.",
		Programme{start(), []Action{{Lift, 0.6, 0.5, 0}, {Lower, 0.8, 0, 0}, {Pause, 10, 0, 0}, {Turns, 0, 0.5, 1},
			{Wait, 2, 0, 0}}, 6}},
	{"drag", "Drag and stop", "Dragged by the rod, then still while the reel takes in.",
		Programme{start(), []Action{{Drag, 4, 0.8, 0}, {Wait, 2, 0, 0}, {TakeIn, 1.5, 0, 0}, {Wait, 2, 0, 0}}, 5}},
	{"roll", "Slow roll", "A steady retrieve just over the bed.",
		Programme{start(), []Action{{SlowRoll, 25, 0, 0.4}}, 1}},
	{"hover", "Hover", "Closed on the way down and taken up slowly, above the fish.",
		Programme{[]Action{{Fall, 15, 0, 0}, {Close, 0, 0, 0}}, []Action{{SlowRoll, 20, 0, 0.1}, {Wait, 5, 0, 0}}, 2}},
	{"burn", "Three fast turns and pause", "Up quickly, then a long fall.",
		Programme{start(), []Action{{Turns, 0, 3, 2.5}, {Pause, 20, 0, 0}}, 5}},
	{"dead", "Dead still", "Left on the bed a minute while the flow works it, with a tremble now and then.",
		Programme{start(), []Action{{Wait, 20, 0, 0}, {Shake, 3, 0.04, 2}}, 3}},
}

// Presets returns the ways of working a bait that have names.
func Presets() []Preset { return append([]Preset(nil), presets...) }

// Lookup returns the preset of a key, and whether there is one.
func Lookup(key string) (Preset, bool) {
	for _, p := range presets {
		if p.Key == key {
			return p, true
		}
	}
	return Preset{}, false
}
