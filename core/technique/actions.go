package technique

import "dunvel/core/setup"

// Description tells what an action is and which of its values are set.
type Description struct {
	Kind   Kind
	Label  string
	Words  string // what it does
	Fields []setup.Field
	Usual  Action
}

// value is the value of a that a field of its kind stands for.
func (a Action) value(f setup.Field) float64 {
	switch f.Path[len("action.")+len(a.Kind)+1:] {
	case "time":
		return a.Time
	case "amount":
		return a.Amount
	}
	return a.Speed
}

func field(kind Kind, value, label, measure string, low, high float64) setup.Field {
	return setup.Field{Path: "action." + string(kind) + "." + value, Label: label, Measure: measure,
		Min: low, Max: high}
}

func seconds(kind Kind, label string, high float64) setup.Field {
	return field(kind, "time", label, "time", 0.1, high)
}

var actions = []Description{
	{Fall, "Fall", "The bail is open until the bait is down.", []setup.Field{seconds(Fall, "At most", 600)},
		Action{Fall, 300, 0, 0}},
	{Close, "Close the bail", "Line no longer leaves the spool.", nil, Action{Kind: Close}},
	{Wait, "Wait", "Nothing is done.", []setup.Field{seconds(Wait, "For", 600)}, Action{Wait, 5, 0, 0}},
	{Pause, "Pause", "Until the bait is down again.", []setup.Field{seconds(Pause, "At most", 600)},
		Action{Pause, 10, 0, 0}},
	{Lift, "Lift", "The rod tip goes up.", []setup.Field{field(Lift, "amount", "By", "depth", 0.02, 3),
		seconds(Lift, "In", 30)}, Action{Lift, 0.6, 0.5, 0}},
	{Lower, "Lower", "The rod goes back; the bait falls on what that gives.", []setup.Field{seconds(Lower, "In", 30)},
		Action{Lower, 0.8, 0, 0}},
	{Turns, "Turns", "Of the reel.", []setup.Field{field(Turns, "amount", "Turns", "turns", 0.1, 200),
		field(Turns, "speed", "At", "rate", 0.05, 5)}, Action{Turns, 0, 2, 1}},
	{SlowRoll, "Slow roll", "A steady retrieve.", []setup.Field{field(SlowRoll, "speed", "At", "speed", 0.02, 3),
		seconds(SlowRoll, "For", 600)}, Action{SlowRoll, 20, 0, 0.4}},
	{Drag, "Drag", "The rod is swept back along the water.",
		[]setup.Field{field(Drag, "amount", "By", "depth", 0.02, 3), seconds(Drag, "In", 60)}, Action{Drag, 4, 0.8, 0}},
	{TakeIn, "Take in", "The rod goes back while the reel takes in what that gives.",
		[]setup.Field{seconds(TakeIn, "In", 30)}, Action{TakeIn, 1.5, 0, 0}},
	{Shake, "Shake", "The rod tip trembles up and down.", []setup.Field{field(Shake, "amount", "By", "depth", 0.005,
		0.5), field(Shake, "speed", "Beats", "rate", 0.2, 5), seconds(Shake, "For", 60)}, Action{Shake, 3, 0.05, 2}},
	{Feed, "Feed", "Line is let out.", []setup.Field{field(Feed, "amount", "Line", "depth", 0.1, 100),
		seconds(Feed, "In", 120)}, Action{Feed, 3, 2, 0}},
}

// Actions returns every action in the order in which they are listed.
func Actions() []Description { return append([]Description(nil), actions...) }

// Fields returns the fields of all actions, "action.lift.amount" and so on.
func Fields() []setup.Field {
	var out []setup.Field
	for _, d := range actions {
		out = append(out, d.Fields...)
	}
	return out
}

func describe(kind Kind) (Description, bool) {
	for _, d := range actions {
		if d.Kind == kind {
			return d, true
		}
	}
	return Description{}, false
}
