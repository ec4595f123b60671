package catalogue

// Put is where the hook goes through a bait.
type Put struct {
	Name   string
	At     float64 // the place, as a share of the length from the nose
	Swings bool    // the bait turns about that place: it is not threaded on the shank
	Folds  bool    // both ends of it bend away from there
	Across value   // share of its side that faces the water as it is drawn along
	Uneven value   // what the water takes hold of on one side more than on the other, over its side
	Lasts  value   // fish that it stands, over one that is threaded
}

// The ways to put a bait on.
const (
	PutThreaded = "along the hook"
	PutNose     = "by the nose"
	PutMiddle   = "by the middle"
	PutBack     = "through the back"
	PutSide     = "by the side"
)

const (
	acrossWhy = "how far its side faces the water"
	unevenWhy = "a bait that is held off its axis is not even to both sides"
	lastsWhy  = "little of it holds on the hook"
)

func put(name string, at, across, uneven, lasts float64) Put {
	return Put{
		Name: name, At: at, Swings: true, Across: judged(across, "1", 0.4, acrossWhy),
		Uneven: judged(uneven, "1", 0.5, unevenWhy), Lasts: judged(lasts, "1", 0.4, lastsWhy),
	}
}

// Puts are all of them, the usual one first.
var Puts = []Put{
	{Name: PutThreaded, Across: judged(0, "1", 0, acrossWhy), Uneven: judged(0, "1", 0, unevenWhy),
		Lasts: judged(1, "1", 0, "what the others are against")},
	put(PutNose, 0, 0, 0, 0.6),
	folding(put(PutMiddle, 0.5, 0.3, 0.1, 0.4)),
	put(PutBack, 0.35, 0.1, 0.05, 0.5),
	put(PutSide, 0.3, 0.3, 0.15, 0.5),
}

func folding(p Put) Put {
	p.Folds = true
	return p
}

// PutOf is the way of a name; one that does not exist is the usual one.
func PutOf(name string) Put {
	for _, p := range Puts {
		if p.Name == name {
			return p
		}
	}
	return Puts[0]
}

// PutNames are what they are called.
func PutNames() []string {
	names := make([]string, len(Puts))
	for i, p := range Puts {
		names[i] = p.Name
	}
	return names
}

// The keepers that hold a bait on a head.
const (
	KeeperCollar = "collar"
	KeeperWire   = "wire"
	KeeperScrew  = "screw"
	KeeperGlue   = "glued"
)

// KeeperNames are all of them, the usual one first.
var KeeperNames = []string{KeeperCollar, KeeperWire, KeeperScrew, KeeperGlue}

// Keepers by name: the fish that a bait stands on them, over those on a collar.
var Keepers = map[string]value{
	KeeperCollar: judged(1, "1", 0, "what the others are against"),
	KeeperWire:   judged(1.2, "1", 0.3, "it tears less than a collar"),
	KeeperScrew:  judged(1.5, "1", 0.3, "the nose is held all round"),
	KeeperGlue:   judged(2, "1", 0.4, "it does not slide down the hook"),
}

// BaitLasts are the fish that a bait stands by what it is made of, threaded on a collar.
var BaitLasts = map[string]value{
	"floating":       judged(12, "1", 0.5, "elastomer stretches before it tears"),
	"plain":          judged(4, "1", 0.5, "a few fish, then the nose is torn"),
	"lightly salted": judged(3, "1", 0.5, "salt weakens the plastic"),
	"heavily salted": judged(2, "1", 0.5, "salt weakens the plastic"),
	"natural":        judged(1.5, "1", 0.5, "flesh comes off with the fish"),
}

// Unevenness by form: what the water takes hold of on one side more than on the other,
// over the side of the bait. Forms that are not named are even.
var Unevenness = map[string]value{
	"curl tail":     judged(0.03, "1", 0.5, "a single tail swims off the axis"),
	"natural strip": judged(0.1, "1", 0.5, "cut by hand"),
	"natural fish":  judged(0.02, "1", 0.5, "it is seldom put on quite straight"),
}
