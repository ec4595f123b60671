package setup

// approachKind is what sets one approach apart from the others.
type approachKind struct {
	hangs bool // a bait under a float can be fished so
	swims bool // it snags as a bait does that is swum back
	check func(*checking)
}

var approachKinds = map[string]approachKind{
	SlowFall:    {hangs: true},
	HoldBottom:  {},
	LiftAndDrop: {check: (*checking).lift},
	Swim:        {swims: true, check: (*checking).swim},
	Hover:       {check: (*checking).hover},
}

func (s Setup) approach() approachKind { return approachKinds[s.Approach.Kind] }
