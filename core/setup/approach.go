package setup

// The approaches.
const (
	SlowFall    = "slow fall"
	HoldBottom  = "hold bottom"
	LiftAndDrop = "lift and drop"
	Swim        = "swim"
	Hover       = "hover"
)

// approachKind is what sets one approach apart from the others in what is asked of it.
type approachKind struct {
	name  string
	hangs bool // a bait under a float can be fished so
	swims bool // it snags as a bait does that is swum back
	// It is waited for; it is worked on the bed or falls to it; its target may be over the bed.
	waits, works, anywhere bool

	check func(*checking)
}

// approachKinds are all of them, as they are listed. A new one needs a row here, one in
// trial/school.go for what is looked at, and one in judge/musts.go for what it has to do.
var approachKinds = []approachKind{
	{name: SlowFall, hangs: true, waits: true, works: true, anywhere: true},
	{name: HoldBottom, waits: true, works: true, anywhere: true},
	{name: LiftAndDrop, waits: true, works: true, check: (*checking).lift},
	{name: Swim, swims: true, anywhere: true, check: (*checking).swim},
	{name: Hover, waits: true, anywhere: true, check: (*checking).hover},
}

// Approaches are the names of all of them.
var Approaches = approachesThat(func(approachKind) bool { return true })

// approachesThat are the names of those that are so.
func approachesThat(so func(approachKind) bool) []string {
	var out []string
	for _, a := range approachKinds {
		if so(a) {
			out = append(out, a.name)
		}
	}
	return out
}

func (s Setup) approach() approachKind {
	for _, a := range approachKinds {
		if a.name == s.Approach.Kind {
			return a
		}
	}
	return approachKind{}
}

// Swims tells whether a bait is swum back, and snags so.
func (s Setup) Swims() bool { return s.approach().swims }
