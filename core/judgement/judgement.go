// Package judgement is the one table of numbers that rest on judgement rather
// than on measurement or a published source. Each has a relative spread (one
// standard deviation) and a reason, so that it can be argued with, shown as
// such, and replaced by a measurement.
package judgement

// Value is a judged number.
type Value struct {
	Number float64
	Unit   string
	Spread float64 // relative standard deviation
	Why    string
}

// Leeway is the share of the wind speed that a boat makes through the water.
var Leeway = map[string]Value{
	"bank":     {0, "1", 0, "a bank does not drift"},
	"anchored": {0, "1", 0, "held by its anchor"},
	"skiff":    {0.03, "1", 0.35, "open boats drift at 2 to 4 % of the wind"},
	"kayak":    {0.02, "1", 0.35, "low freeboard, part of the hull under water"},
	"drogue":   {0.012, "1", 0.4, "a sea anchor takes more than half of an open boat's leeway"},
}

// Bed is what the bottom does to a head and to the flow.
type Bed struct {
	Friction        Value // head against bed, share of the push
	ProfileExponent Value // power of the current profile
}

const (
	frictionWhy = "metal and hook on this bed, between smooth sliding and catching"
	smoothWhy   = "one-seventh power law of a turbulent channel over a smooth bed"
	roughWhy    = "a rough bed slows a thicker layer of water"
)

// Beds by kind of bottom.
var Beds = map[string]Bed{
	"sand":     {Value{0.5, "1", 0.3, frictionWhy}, Value{1.0 / 7, "1", 0.3, smoothWhy}},
	"mud":      {Value{0.4, "1", 0.3, frictionWhy}, Value{1.0 / 7, "1", 0.3, smoothWhy}},
	"gravel":   {Value{0.55, "1", 0.3, frictionWhy}, Value{1.0 / 7, "1", 0.3, smoothWhy}},
	"rock":     {Value{0.6, "1", 0.3, frictionWhy}, Value{1.0 / 7, "1", 0.3, smoothWhy}},
	"boulders": {Value{0.6, "1", 0.3, frictionWhy}, Value{1.0 / 5, "1", 0.3, roughWhy}},
	"kelp":     {Value{0.5, "1", 0.3, frictionWhy}, Value{1.0 / 5, "1", 0.3, roughWhy}},
	"weed":     {Value{0.5, "1", 0.3, frictionWhy}, Value{1.0 / 7, "1", 0.3, smoothWhy}},
}

// Word is a word for a speed, for people with no instrument.
type Word struct {
	Name  string
	Speed Value // m/s
}

const wordWhy = "what anglers mean when they have no instrument"

// CurrentWords and WindWords from least to most.
var (
	CurrentWords = []Word{
		{"none", Value{0, "m/s", 0.35, wordWhy}}, {"slow", Value{0.1, "m/s", 0.35, wordWhy}},
		{"moderate", Value{0.25, "m/s", 0.35, wordWhy}}, {"strong", Value{0.5, "m/s", 0.35, wordWhy}},
		{"hard", Value{0.9, "m/s", 0.35, wordWhy}},
	}
	WindWords = []Word{
		{"calm", Value{0.5, "m/s", 0.35, wordWhy}}, {"light", Value{3, "m/s", 0.35, wordWhy}},
		{"fresh", Value{7, "m/s", 0.35, wordWhy}}, {"strong", Value{11, "m/s", 0.35, wordWhy}},
	}
)

// LineSurface is how a line's surface takes the flow.
type LineSurface struct {
	Tangential Value // drag coefficient along the line, on its wetted surface
	Normal     Value // factor on the drag of a smooth cylinder across the line
}

// LineSurfaces by material.
var LineSurfaces = map[string]LineSurface{
	"braid":        {Value{0.02, "1", 0.4, "woven surface, rougher than drawn line"}, Value{1.1, "1", 0.1, "woven, not quite round"}},
	"nylon":        {Value{0.015, "1", 0.4, "smooth drawn line"}, Value{1, "1", 0.1, "smooth and round"}},
	"fluorocarbon": {Value{0.015, "1", 0.4, "smooth drawn line"}, Value{1, "1", 0.1, "smooth and round"}},
	"wire":         {Value{0.015, "1", 0.4, "coated trace"}, Value{1, "1", 0.1, "smooth and round"}},
}

// HeadShape is the form of a head against a sphere of the same volume.
type HeadShape struct {
	Frontal Value // frontal area over that of the sphere
	Drag    Value // drag coefficient on the frontal area
	Tilts   Tilts // attitude when falling
}

// Tilts are angles of the lure's axis from the vertical while it falls, in
// degrees, for a bait that sinks and one that floats.
type Tilts struct {
	Slack, Tight               Value
	SlackBuoyant, TightBuoyant Value
}

func tilt(degrees float64) Value {
	return Value{degrees, "deg", 0.2, "attitude in the water; drop tests correct the fall area it leads to"}
}

var (
	noseTilts  = Tilts{tilt(45), tilt(60), tilt(25), tilt(40)}
	shankTilts = Tilts{tilt(75), tilt(80), tilt(75), tilt(80)}
	// BareTilts is for a bait without a weight.
	BareTilts = Tilts{tilt(85), tilt(85), tilt(85), tilt(85)}
)

func shape(frontal, drag float64, tilts Tilts) HeadShape {
	const why = "form against published drag of spheres, discs and streamlined bodies"
	return HeadShape{Value{frontal, "1", 0.1, why}, Value{drag, "1", 0.2, why}, tilts}
}

// HeadShapes by name.
var HeadShapes = map[string]HeadShape{
	"ball":     shape(1.0, 0.45, noseTilts),
	"football": shape(1.35, 0.6, noseTilts),
	"swing":    shape(1.35, 0.6, noseTilts),
	"mushroom": shape(1.1, 0.6, noseTilts),
	"stand-up": shape(1.1, 0.6, noseTilts),
	"bullet":   shape(0.9, 0.3, noseTilts),
	"dart":     shape(0.95, 0.35, noseTilts),
	"flat":     shape(1.1, 0.5, noseTilts),
	"belly":    shape(0.8, 0.4, shankTilts),
	"screw-in": shape(0.9, 0.4, noseTilts),
}

// Skirt is the drag area a skirt or feathers add, over the head's frontal area.
var Skirt = Value{2.5, "1", 0.4, "strands trail wide and let water through"}

// Head weights: what is marked is the metal without the hook.
var (
	MarkedSpread  = Value{0, "1", 0.06, "casting and marking tolerance of heads"}
	WeighedSpread = Value{0, "1", 0.01, "a pocket scale"}
)

// HookMass by size, standard wire, kg; HookWire is the factor of other wires.
var (
	HookMass = map[string]Value{}
	HookWire = map[string]Value{
		"fine":     {0.7, "1", 0.1, "thinner wire"},
		"standard": {1, "1", 0, "the table as it stands"},
		"heavy":    {1.4, "1", 0.1, "thicker wire"},
	}
	// HookSizes from small to large.
	HookSizes = []string{"#10", "#8", "#6", "#4", "#2", "#1", "1/0", "2/0", "3/0", "4/0", "5/0", "6/0", "8/0", "10/0", "12/0"}
)

func init() {
	grams := []float64{0.06, 0.10, 0.15, 0.20, 0.30, 0.38, 0.5, 0.7, 0.9, 1.2, 1.6, 2.0, 3.0, 4.5, 6}
	for i, size := range HookSizes {
		HookMass[size] = Value{grams[i] * 1e-3, "kg", 0.15, "typical jig hook of this size"}
	}
}

// BaitForm is the shape of a soft bait in proportion to its length.
type BaitForm struct {
	Width, Height float64 // over length
	Fullness      float64 // volume over length x width x height
	SideFill      float64 // side area over length x mean of width and height
	Tail          float64 // tail drag area over height squared
}

// BaitFormSpread is the spread and reason of every figure in BaitForms.
var BaitFormSpread = Value{0, "1", 0.15, "proportions vary from mould to mould"}

// BaitForms by name.
var BaitForms = map[string]BaitForm{
	"paddle tail":   {.14, .165, .41, .75, .9},
	"curl tail":     {.15, .15, .35, .6, .8},
	"straight worm": {.06, .06, .60, .9, .1},
	"stick":         {.08, .08, .70, .95, .05},
	"slim minnow":   {.085, .11, .50, .8, .15},
	"creature":      {.16, .12, .47, .7, 1.2},
	"craw":          {.16, .12, .47, .7, 1.0},
	"tube":          {.15, .15, .40, .85, .6},
	"stub":          {.13, .13, .68, .95, .05},
	"crab":          {.35, .18, .50, .8, .8},
}

// BaitDensity of bait materials.
var BaitDensity = map[string]Value{
	"floating":       {930, "kg/m3", 0.02, "elastomer that floats"},
	"plain":          {1030, "kg/m3", 0.02, "plain plastisol"},
	"lightly salted": {1100, "kg/m3", 0.03, "some salt in the plastic"},
	"heavily salted": {1220, "kg/m3", 0.04, "much salt in the plastic"},
}

// Drag of the parts of a falling or towed lure.
var (
	SideDrag      = Value{1.0, "1", 0.25, "body broadside to the flow"}
	FrontDrag     = Value{0.3, "1", 0.3, "body end on, falling"}
	TowFrontDrag  = Value{0.4, "1", 0.3, "body end on, towed"}
	FallArea      = Value{1, "1", 0.25, "fall area of a bait before a drop test"}
	TowArea       = Value{1, "1", 0.30, "tow area of a bait"}
	AddedMass     = Value{1, "1", 0.3, "water moved along, over water displaced"}
	SpoolFixed    = Value{0.005, "N", 0.5, "line leaving a fixed spool with the bail open"}
	SpoolRevolver = Value{0.02, "N", 0.5, "line turning a revolving spool"}
)

// What counts as good enough. Each is a setting's default.
var (
	MarginWanted   = Value{0.3, "1", 0, "a head that pushes with three tenths of its weight is felt and stays"}
	ScopeLimit     = Value{3, "1", 0, "past three times the depth the bite and the bottom are no longer told"}
	ChordLimit     = Value{1.2, "1", 0, "a cast needs its own length and a fifth for the belly"}
	WaitPerMetre   = Value{3, "s/m", 0, "patience of slow-fall fishing"}
	WaitLeast      = Value{8, "s", 0, "shortest wait that is not felt as one"}
	WaitMost       = Value{60, "s", 0, "longest wait before attention goes"}
	FallMost       = Value{300, "s", 0, "past five minutes nobody waits for a head"}
	CueTime        = Value{3, "s", 0, "a line is watched this long after the touch before the hand decides"}
	CueOpen        = Value{0.5, "1", 0, "line that runs off half as fast is seen to stop"}
	CueClosed      = Value{0.3 * 9.80665e-3, "N", 0, "a third of a gram less on the rod is felt with a light hand"}
	CastOverhead   = Value{15, "s", 0.3, "casting, and clearing line and bait"}
	LinePerTurn    = Value{0.75, "m", 0.15, "a middling reel, its spool well filled"}
	NearBed        = Value{0.3, "m", 0, "as high as a bait may rise and still be fished over the bed"}
	RetrieveSpeed  = Value{0.7, "m/s", 0.2, "a steady turn a second"}
	SwimSpeed      = Value{0.5, "m/s", 0.2, "a slow steady retrieve"}
	SwimLow        = Value{0.05, "m", 0, "lower than this it drags"}
	SwimHigh       = Value{0.5, "m", 0, "fish on the bed come up half a metre for it"}
	OffBed         = Value{0.05, "m", 0, "a bait that comes up no more than its own thickness has stayed down"}
	SwimShare      = Value{0.6, "1", 0, "in the band for most of the way is as good as a hand does it"}
	SwimFrom       = Value{0.8, "1", 0, "share of the cast left when the retrieve has settled"}
	SwimTo         = Value{0.2, "1", 0, "share of the cast left when the line lifts the bait anyway"}
	Lift           = Value{0.5, "m", 0, "a hop that is seen and not a leap"}
	BackMost       = Value{2, "s", 0, "past two seconds the hand has lost the bed"}
	HoverBand      = Value{1.5, "m", 0, "a shoal off the bed is about so thick"}
	HoverLeast     = Value{10, "s", 0, "fish that hang off the bed come up slowly"}
	HoverSlack     = Value{0.1, "1", 0, "share of the band by which a bait may ride over it"}
	TakeUp         = Value{0.1, "m/s", 0, "a turn in seven seconds holds a bait up and does not pull it away"}
	CloseCall      = Value{0.15, "1", 0, "a limit met or missed by less than this is a perhaps"}
	PracticalScope = Value{20, "1", 0, "depth grows only as the logarithm of line out: past this no amount of line reaches"}
)
