// Package setup is what a person tells Dunvel: the water, the boat, the cast,
// the line, the bait, the heads to choose from and how it is to be fished. It
// knows the limits of every field and turns a valid setup into the scene, the
// rig and the gait the engine works on.
//
// Values are in kg, m, m/s and s, with temperatures in degrees Celsius and
// directions in degrees: 0 away from the rod along the cast, 90 to the left of
// it, 180 towards the rod.
package setup

import (
	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/tackle"
)

// Setup is the whole set of conditions and tackle. Version is that of its form as
// JSON; see Decode.
type Setup struct {
	Version  int             `json:"version"`
	Water    Water           `json:"water"`
	Flow     Flow            `json:"flow"`
	Other    Other           `json:"other"`
	Wind     Wind            `json:"wind"`
	Swell    Swell           `json:"swell"`
	Boat     Boat            `json:"boat"`
	Rod      Rod             `json:"rod"`
	Hand     Hand            `json:"hand"`
	Cast     Cast            `json:"cast"`
	Target   Target          `json:"target"`
	Line     Line            `json:"line"`
	Leader   Leader          `json:"leader"`
	Bait     Bait            `json:"bait"`
	Head     Head            `json:"head"`
	Rigging  rigging.Rigging `json:"rig"`
	Heads    []float64       `json:"heads"` // the ladder: masses in kg
	Approach Approach        `json:"approach"`
}

// Water is the kind of water and the shape of its bed.
type Water struct {
	Salinity    string  `json:"salinity"`
	Temperature float64 `json:"temperature"`
	Depth       float64 `json:"depth"`       // under the rod
	SplashDepth float64 `json:"splashDepth"` // where the cast lands; 0: as under the rod
	Bed         string  `json:"bed"`
	Weed        float64 `json:"weed"`  // m that weed stands over the bed, where it is of such; 0: not known
	Snags       float64 `json:"snags"` // over what is usual for the bed, as losses have it; 0: not known
}

// Flow is the current at the surface, with a second speed one metre over the
// bed where one was measured (0: not measured).
type Flow struct {
	Speed     float64 `json:"speed"`
	Direction float64 `json:"direction"`
	NearBed   float64 `json:"nearBed"`
	Source    string  `json:"source"` // how it is known
	Spread    float64 `json:"spread"` // how well, where that was measured too: relative standard deviation; 0: as usual
}

// Other is a second state of the flow that is answered for beside the first
// where Asked, for places where it comes and goes.
type Other struct {
	Asked     bool    `json:"asked"`
	Speed     float64 `json:"speed"`
	Direction float64 `json:"direction"`
}

// How a flow or a wind is known.
const (
	ByEye     = "by eye"
	FloatTest = "float test"
	Forecast  = "forecast"
	Meter     = "meter"
)

// Wind blows towards Direction.
type Wind struct {
	Speed     float64 `json:"speed"`
	Gusts     float64 `json:"gusts"` // times the wind; 0 as usual
	Direction float64 `json:"direction"`
	Source    string  `json:"source"`
}

// Swell is 0 high where there is none. It travels towards Direction; 0 is as
// usual, towards a bank and away from the rod of a boat, and 360 away from the rod
// whatever is fished from.
type Swell struct {
	Height    float64 `json:"height"`
	Period    float64 `json:"period"`
	Direction float64 `json:"direction"`
}

// Boat is what is fished from. Its drift is estimated from flow and wind
// unless Measured.
type Boat struct {
	Kind      string  `json:"kind"`
	Measured  bool    `json:"measured"`
	Speed     float64 `json:"speed"`
	Direction float64 `json:"direction"`
	Spread    float64 `json:"spread"` // as of Flow, of a drift that was measured
}

// Rod has its tip at TipHeight over the water. Thrown is the length of a cast
// that was measured with it and a head of ThrownMass with the bait of the
// setup; 0 where none was.
type Rod struct {
	TipHeight   float64 `json:"tipHeight"`
	Spool       string  `json:"spool"`
	LineOnSpool float64 `json:"lineOnSpool"` // m
	Least       float64 `json:"least"`       // kg that it casts, with hook and bait; 0: not given
	Most        float64 `json:"most"`
	Length      float64 `json:"length"` // m
	Thrown      float64 `json:"thrown"`
	ThrownMass  float64 `json:"thrownMass"`
	PerTurn     float64 `json:"perTurn"` // m of line that a turn of the reel takes in
	Outfit      string  `json:"outfit"`  // how fine its touch is for the line on it
}

// The outfits: a rod goes with its line, or is finer or stouter than that.
const (
	OutfitUsual = "as its line"
	OutfitLight = "light"
	OutfitHeavy = "heavy"
)

// Hand is how the line is held while it falls, where the angler has a way of their
// own: the height of the rod, the bail, and when it is closed, s after the splash. Patience
// and Feel are how long they wait and which pull they tell, over what is usual, as their log
// has it; 0: not known.
type Hand struct {
	Rod      string  `json:"rod"`
	Line     string  `json:"line"`
	Closes   float64 `json:"closes"`
	Patience float64 `json:"patience"`
	Feel     float64 `json:"feel"`
}

// How the rod may be held: as the answer finds it better, at TipHeight, or down to
// the water.
const (
	RodSuits = "as suits"
	RodHeld  = "as held"
	RodDown  = "down"
)

// How the line may be held on the fall.
const (
	LineOpen    = "bail open"
	LineFed     = "fed under a finger"
	LineClosed  = "closed at the splash"
	LinePartWay = "closed part-way"
)

// HandLines are all of them.
var HandLines = []string{LineOpen, LineFed, LineClosed, LinePartWay}

// Cast lands Distance from the rod; the head is then dragged towards the rod
// at Drag, or worked in place where that is 0. Where it is made to fish that
// are Sighted in shallow water, a head heavier than SplashMost scares them.
type Cast struct {
	Distance   float64 `json:"distance"`
	Drag       float64 `json:"drag"`
	Sighted    bool    `json:"sighted"`
	SplashMost float64 `json:"splashMost"`
}

// Target is a Depth, or a Height over the bed where the cast lands, or the bed
// where both are 0. Fish to hover over, or a bait to swim where Depth is given,
// are from there to Band below it.
type Target struct {
	Depth  float64 `json:"depth"`
	Height float64 `json:"height"`
	Band   float64 `json:"band"`
}

// Line is the main line. Estimated tells that the diameter was worked out from
// a strength on a label, Measured that it was taken with a gauge; otherwise it
// is as printed. Strength is what it breaks at, kg; 0 where it is not given.
type Line struct {
	Material  string  `json:"material"`
	Diameter  float64 `json:"diameter"`
	Estimated bool    `json:"estimated"`
	Measured  bool    `json:"measured"`
	Strength  float64 `json:"strength"`
	Thicker   float64 `json:"thicker"` // over its diameter, as falls that were timed have it; 0: not known
}

// Width is how thick the line is in the water, m: as it is said, or as falls have it.
func (l Line) Width() float64 {
	if l.Thicker == 0 {
		return l.Diameter
	}
	return min(max(l.Diameter*l.Thicker, tackle.MinDiameter), tackle.MaxDiameter)
}

// Leader is the line next to the bait; 0 long where there is none. Loop tells
// that a loop is tied in it, which weakens it.
type Leader struct {
	Material  string  `json:"material"`
	Diameter  float64 `json:"diameter"`
	Length    float64 `json:"length"`
	Estimated bool    `json:"estimated"`
	Measured  bool    `json:"measured"`
	Strength  float64 `json:"strength"`
	Loop      bool    `json:"loop"`
}

// Bait is a soft bait as long as it is fished; Trimmed is what was cut off it,
// with its tail where NoTail. Weighed is 0 where its mass is worked out. Drag is
// how much it drags as it falls over what is usual for its form, as drop tests
// have it, and DragSpread how well that is known; 0 where there were none.
type Bait struct {
	Form    string  `json:"form"`
	Length  float64 `json:"length"`
	Body    string  `json:"body"`
	Weighed float64 `json:"weighed"`
	Trimmed float64 `json:"trimmed"` // m
	NoTail  bool    `json:"noTail"`
	Width   float64 `json:"width"`  // m, measured; 0 as is usual for its form
	Height  float64 `json:"height"` // m
	Put     string  `json:"put"`    // where the hook goes through it

	Drag       float64 `json:"drag"`
	DragSpread float64 `json:"dragSpread"`
}

// Head is what all heads of the ladder have in common.
type Head struct {
	Shape    string  `json:"shape"`
	Material string  `json:"material"`
	Hook     string  `json:"hook"`
	Wire     string  `json:"wire"`
	Skirt    bool    `json:"skirt"`
	Weighed  bool    `json:"weighed"` // masses were weighed with the hook, not read off the mark
	Point    string  `json:"point"`   // how that of the hook sits in the bait
	Guard    bool    `json:"guard"`   // over the point
	Offset   bool    `json:"offset"`  // the shank of the hook is
	Keeper   string  `json:"keeper"`  // that holds the bait
	Tie      float64 `json:"tie"`     // degrees of the eye to the shank: 90 on top; 0: as usual for the shape
	Snags    float64 `json:"snags"`   // over what is usual for shape and guard, as losses have it; 0: not known
}

// HookAsTheyCome is no one hook for the whole ladder: each head has the one that fits the
// bait, or where it is too light for that the largest that comes on such heads.
const HookAsTheyCome = "as they come"

// Approach is what the angler wants of the head. Wait is the longest wait for
// the target in s; 0 takes the usual one for the depth.
// Leaning is which of the heads that do it is preferred. HoldBottom in place keeps
// Still as it says. Swim brings it back through the water at Speed with the bait
// between BandLow and BandHigh over the bed, from where it Begins, after Count s
// where that is a count. LiftAndDrop lifts the bait by Lift, or LiftTurns of the
// reel, and wants it back on the bed in BackLeast to BackMost; both 0 is as usual.
// Hover takes line up from the top of the target's band at TakeUp, or where that is
// 0 as fast as suits the head.
type Approach struct {
	Kind     string  `json:"kind"`
	Wait     float64 `json:"wait"`
	Ceiling  float64 `json:"ceiling"` // m/s that it may fall at most; 0: none
	Leaning  string  `json:"leaning"`
	Speed    float64 `json:"speed"`
	BandLow  float64 `json:"bandLow"`
	BandHigh float64 `json:"bandHigh"`

	Lift      float64 `json:"lift"`      // m
	BackLeast float64 `json:"backLeast"` // s
	BackMost  float64 `json:"backMost"`  // s
	TakeUp    float64 `json:"takeUp"`    // m/s

	LiftTurns float64 `json:"liftTurns"`
	Begins    string  `json:"begins"`
	Count     float64 `json:"count"` // s
	Still     string  `json:"still"`

	Sure     float64 `json:"sure"`     // probability with which a head must do it
	Margin   float64 `json:"margin"`   // contact margin wanted
	Share    float64 `json:"share"`    // of the way in the band, when it swims
	Stays    float64 `json:"stays"`    // s in the band, when it hovers
	SnagMost float64 `json:"snagMost"` // snag index at most; 0: any
}

// What a head that is worked in place may do on the bed.
const (
	InPlace   = "in place" // creep a little
	DeadStill = "dead still"
	MaySwing  = "may swing" // with the current
)

// Where a retrieve may begin: where it suits the band, or as it says.
const (
	BeginsAsSuits  = "as suits"
	BeginsAtTouch  = "at the touch"
	BeginsAtCount  = "at a count"
	BeginsAtSplash = "at the splash"
)

// The leanings: the lightest head that is as sure as wanted, the lightest that is as
// likely as not, the next one up from the usual, and the heaviest that is sensible.
const (
	Usual      = "as usual"
	JustEnough = "just enough"
	WithMargin = "with a margin"
	Heavy      = "heavy on purpose"
)

// Ladder is the usual range of heads in kg, 1/64 to 1 1/2 oz.
func Ladder() []float64 {
	return []float64{0.4e-3, 0.9e-3, 1.3e-3, 1.8e-3, 2.5e-3, 3.5e-3, 5.3e-3, 7.1e-3, 10.6e-3, 14.2e-3, 17.7e-3, 21.3e-3,
		28.4e-3, 42.5e-3}
}

// Default is the setup a person starts from: eighteen metres of salt water at
// slack, a slim minnow cast 20 m from a held boat.
func Default() Setup {
	return Setup{
		Version: Version,
		Water:   Water{Salinity: "salt", Temperature: 11, Depth: 18, Bed: "rock"},
		Flow:    Flow{Source: ByEye},
		Wind:    Wind{Speed: 0.5, Source: ByEye},
		Swell:   Swell{Period: 7},
		Boat:    Boat{Kind: catalogue.Anchored},
		Rod: Rod{TipHeight: 1.5, Spool: "fixed", LineOnSpool: 200, Length: judgement.RodLength.Number,
			PerTurn: judgement.LinePerTurn.Number, Outfit: OutfitUsual},
		Hand:   Hand{Rod: RodSuits, Line: LineOpen},
		Cast:   Cast{Distance: 20, SplashMost: judgement.SplashMost.Number},
		Target: Target{Band: judgement.HoverBand.Number},
		Line:   Line{Material: "braid", Diameter: 0.18e-3},
		Leader: Leader{Material: "fluorocarbon", Diameter: 0.40e-3, Length: 2},
		Bait:   Bait{Form: "slim minnow", Length: 0.12, Body: "plain", Put: catalogue.PutThreaded},
		Head: Head{Shape: "ball", Material: "lead", Hook: "3/0", Wire: "standard", Point: catalogue.PointExposed,
			Keeper: catalogue.KeeperCollar},
		Rigging: rigging.Rigging{Kind: rigging.SingleHead, Apart: judgement.RigGap.Number, Upper: 3.5e-3,
			Stop: judgement.FloatStop.Number, Carries: 3.5e-3},
		Heads: Ladder(),
		Approach: Approach{
			Kind: SlowFall, Leaning: Usual, Speed: judgement.SwimSpeed.Number, BandLow: judgement.SwimLow.Number,
			BandHigh: judgement.SwimHigh.Number,
			BackMost: judgement.BackMost.Number, Begins: BeginsAsSuits, Still: InPlace,
			Sure: judgement.Sure.Number, Margin: judgement.MarginWanted.Number,
			Share: judgement.SwimShare.Number, Stays: judgement.HoverLeast.Number,
		},
	}
}
