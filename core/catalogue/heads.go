package catalogue

// HeadShape is the form of a head against a sphere of the same volume.
type HeadShape struct {
	Frontal value // frontal area over that of the sphere
	Drag    value // drag coefficient on the frontal area
	Tilts   Tilts // attitude when falling
	Snags   value // against a ball
	// Tie is the angle in degrees between the shank of the hook and the eye as heads of the
	// shape usually have it: 0 in line with it at the nose, 90 on top.
	Tie    value
	Foot   Foot // what it stands on; round heads have none
	Offset bool // its hook has an offset shank as it comes
}

// Foot is what a head stands on.
type Foot struct {
	Reach value // how far out it goes, over the radius of a ball of its volume
	Angle value // of the hook over the bed as it stands there without a bait, degrees
}

// HeadShapes by name. This is all that a new shape needs.
var HeadShapes = map[string]HeadShape{
	"ball":     shape{frontal: 1.0, drag: 0.45, snags: 1, tie: 90}.judged(),
	"football": shape{frontal: 1.35, drag: 0.6, snags: 0.7, tie: 60, foot: 0.3, stands: 35}.judged(),
	"swing":    shape{frontal: 1.35, drag: 0.6, snags: 0.8, tie: 20}.judged(),
	"mushroom": shape{frontal: 1.1, drag: 0.6, snags: 0.9, tie: 60, foot: 0.9, stands: 80}.judged(),
	"stand-up": shape{frontal: 1.1, drag: 0.6, snags: 0.8, tie: 60, foot: 1.2, stands: 60}.judged(),
	"bullet":   shape{frontal: 0.9, drag: 0.3, snags: 1.1, tie: 20}.judged(),
	"dart":     shape{frontal: 0.95, drag: 0.35, snags: 1.1, tie: 45}.judged(),
	"flat":     shape{frontal: 1.1, drag: 0.5, snags: 0.9, tie: 45, foot: 0.6, stands: 20}.judged(),
	"belly":    shape{frontal: 0.8, drag: 0.4, snags: 0.7, tie: 10, onShank: true, offset: true}.judged(),
	"tube":     shape{frontal: 0.8, drag: 0.35, snags: 0.8, tie: 90}.judged(),
	"screw-in": shape{frontal: 0.9, drag: 0.4, snags: 0.6, tie: 10, offset: true}.judged(),
}

// shape is a head shape by its numbers.
type shape struct {
	frontal, drag float64
	snags         float64
	tie           float64 // degrees
	foot, stands  float64 // how far out it goes, and the angle of the hook; 0 where it has none
	onShank       bool    // the weight is on the shank, not at the nose
	offset        bool
}

func (s shape) judged() HeadShape {
	const why = "form against published drag of spheres, discs and streamlined bodies"
	out := HeadShape{
		Frontal: judged(s.frontal, "1", 0.1, why), Drag: judged(s.drag, "1", 0.2, why), Tilts: noseTilts,
		Snags: judged(s.snags, "1", 0.3, "wide heads wedge less, and a hidden point takes less hold"),
		Tie:   judged(s.tie, "deg", 0.2, "as such heads are moulded; they are sold with others too"), Offset: s.offset,
	}
	if s.onShank {
		out.Tilts = shankTilts
	}
	if s.foot > 0 {
		out.Foot = Foot{
			judged(s.foot, "1", 0.3, "how wide such heads stand; moulds differ"),
			judged(s.stands, "deg", 0.2, "how such heads hold their hook; moulds differ"),
		}
	}
	return out
}

// Tilts are angles of the lure's axis from the vertical while it falls, in
// degrees, for a bait that sinks and one that floats.
type Tilts struct {
	Slack, Tight               value
	SlackBuoyant, TightBuoyant value
}

func tilt(degrees float64) value {
	return judged(degrees, "deg", 0.2, "attitude in the water; drop tests correct the fall area it leads to")
}

var (
	noseTilts  = Tilts{tilt(45), tilt(60), tilt(25), tilt(40)}
	shankTilts = Tilts{tilt(75), tilt(80), tilt(75), tilt(80)}
	// BareTilts is for a bait without a weight.
	BareTilts = Tilts{tilt(85), tilt(85), tilt(85), tilt(85)}
)
