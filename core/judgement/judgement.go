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

// Skirt is the drag area a skirt or feathers add, over the head's frontal area.
var Skirt = Value{2.5, "1", 0.4, "strands trail wide and let water through"}

// How well a speed, a diameter or a depth is known, by where it comes from.
var (
	FlowSpread = map[string]Value{
		"by eye":     {0, "1", 0.35, "judged from words or by eye"},
		"float test": {0, "1", 0.15, "a float timed over a known length"},
		"meter":      {0, "1", 0.05, "a log or a current meter"},
	}
	WindSpread = map[string]Value{
		"by eye":   {0, "1", 0.35, "judged from words or by eye"},
		"forecast": {0, "1", 0.3, "forecasts are for open water and an hour or more"},
		"meter":    {0, "1", 0.1, "gusts pass a hand-held meter by"},
	}
	WindFished     = Value{10.7, "m/s", 0, "the end of a fresh breeze on the Beaufort scale; few fish in more, and no change of the pick is looked for there"}
	WindMatters    = Value{1, "m/s", 0, "a lighter wind moves neither boat nor line to speak of"}
	DriftSpread    = Value{0, "1", 0.05, "speed over the ground from a satellite fix"}
	PrintedSpread  = Value{0, "1", 0.08, "diameters as printed, or from a strength on the label"}
	MeasuredSpread = Value{0, "1", 0.03, "a gauge on a soft line"}
	NormalSpread   = Value{0, "1", 0.10, "drag across a line: a long still cylinder, and a line that is neither"}
	DepthSpread    = Value{0, "1", 0.03, "sounder, tide and where exactly it lands"}
	BaitWeighed    = Value{0, "1", 0.02, "a pocket scale"}
)

// A spinning blade under the head.
var (
	BladeArea = Value{1.5, "1", 0.4, "drag area of a turning blade over the head's frontal area"}
	BladeMass = Value{0.1, "1", 0.3, "a blade and its swivel over the head"}
)

// Head weights: what is marked is the metal without the hook.
var (
	MarkedSpread  = Value{0, "1", 0.06, "casting and marking tolerance of heads"}
	WeighedSpread = Value{0, "1", 0.01, "a pocket scale"}
)

// Drag of the parts of a falling or towed lure.
var (
	SideDrag      = Value{1.0, "1", 0.25, "body broadside to the flow"}
	FrontDrag     = Value{0.3, "1", 0.3, "body end on, falling"}
	TowFrontDrag  = Value{0.4, "1", 0.3, "body end on, towed"}
	FallArea      = Value{1, "1", 0.25, "fall area of a bait before a drop test"}
	TowArea       = Value{1, "1", 0.30, "tow area of a bait"}
	SpoolFixed    = Value{0.005, "N", 0.5, "line leaving a fixed spool with the bail open"}
	SpoolRevolver = Value{0.02, "N", 0.5, "line turning a revolving spool"}
)

// Drop tests: see package measure.
var (
	DragMost = Value{3, "1", 0, "drag over what is usual for the form, at most, and inverted at least: past " +
		"that something else is wrong"}
	Timing    = Value{0.25, "s", 0, "a thumb on a stopwatch"}
	DropModel = Value{0, "1", 0.05,
		"one drop and another: a bait glides and turns, and does not fall as the model has it"}
	DropTested     = Value{0, "1", 0.1, "what is left open of a bait after six drops on two heads"}
	WorthMeasuring = Value{0.97, "1", 0, "a measurement is named where it leaves no more of a range than that"}
	OnBait         = Value{0.03, "m", 0, "how far over its hook a sinker is that lies on the nose of a bait"}
	DoubtTold      = Value{0.1, "1", 0, "a second unknown is named from a tenth of the variance on"}
	CountMost      = Value{120, "s", 0, "past two minutes nobody counts a bait down"}
	FedByHand      = Value{1e-4, "N", 0, "the pull of line that a hand feeds, so that it stays slack"}
	LineCounted    = Value{0, "1", 0.06, "line out by the colours of the line or turns of the reel"}
	RiseModel      = Value{0, "1", 0.10, "a bait that rises without a line in the model"}
	WaterModel     = Value{0, "1", 0.08, "gusts, boils and a hand that does not let line run as it should"}
	CarryLength    = Value{0, "1", 0.10, "the same bait twice as long, or half: its tail does not grow quite with it"}
	CarryTrim      = Value{0, "1", 0.08, "the same bait with another part of it cut off"}
	CarryTail      = Value{0, "1", 0.15, "the same bait with its tail, or without"}
	FloatOwn       = Value{0, "1", 0.12, "a float swims in the fastest water, and the wind has a hand in it"}
	FloatRun       = Value{0, "1", 0.10, "one run of a float and another"}
	AngleByEye     = Value{2, "deg", 0, "an angle of a line read by eye"}
	Fix            = Value{4, "m", 0, "a satellite fix in the open"}
	TurnLine       = Value{0, "1", 0.03, "line a turn, as the spool empties"}
	MinutesLow     = Value{0.6, "1", 0, "a time that is so much of what is expected, or more, were it minutes, was " +
		"written in minutes"}
	MinutesHigh = Value{1.7, "1", 0, "and so much, or less"}
	SameLength  = Value{0.01, "1", 0, "lengths of a bait that differ by less are the same"}
	OverStill   = Value{0.3, "m", 0, "the hand holds the line so far over still water"}
	OddDrop     = Value{3, "1", 0, "standard deviations from the others at which a time looks wrong"}
	DropDepth   = map[string]Value{
		"tank":            {0, "1", 0.01, "a ruler on the glass"},
		"beside the boat": {0, "1", 0.03, "a sounder, or line marked in metres"},
		"pier":            {0, "1", 0.02, "a line with a weight let down to the bottom"},
	}
)

// The log: see packages logbook and lessons.
var (
	OnBottomFor  = Value{2, "s", 0, "a bite so soon after the touch is one on the bottom"}
	TapLate      = Value{1, "s", 0, "a wet thumb is so early or late"}
	SnagRate     = Value{0.012, "1", 0.5, "share of casts that lose a head, for one step of the snag index"}
	PatternSure  = Value{0.1, "1", 0, "a pattern that chance makes less often than this is claimed"}
	PatternWide  = Value{0.8, "1", 0, "a stretch with more of the fall than this is nearly all of it, and no pattern"}
	TriedLittle  = Value{0.25, "1", 0, "what had fewer casts than this share of the most was hardly tried"}
	FallStep     = Value{0.2, "m/s", 0, "fall speeds that a hand tells apart"}
	PatternLess  = Value{5, "1", 0, "fewer than this are too few to say anything"}
	FallSurprise = Value{1.25, "1", 0, "a fall so much beyond its 80 % range is told at once"}
	QuietCasts   = Value{15, "1", 0, "after so many casts without a take it is told what was tried least"}
	OneFish      = Value{60, "s", 0, "two takes so soon after one another, no cast between them, are of one fish"}
	SameRung     = Value{1.03, "1", 0, "masses that differ by no more are the same head: 1/4 oz and 7.1 g"}
	WithinTrips  = Value{0.5, "1", 0, "share of what could be told that is left where casts are compared within " +
		"trips alone, at least"}
	WithinPlaces  = Value{0.2, "1", 0, "and within places alone; else one place would speak for another"}
	ShoalCasts    = Value{8, "1", 0, "casts over which a shoal is looked for"}
	OtherThanEven = Value{1.2, "1", 0, "like with like is told where it expects so much more or less than the share " +
		"of the casts"}
	HandCasts  = Value{3, "1", 0, "an outfit that was cast so often was meant"}
	HandLeast  = Value{3, "1", 0, "fewer outfits than this are too few to say how somebody ties"}
	HandSame   = Value{1.1, "1", 0, "heads that differ by no more are about the same"}
	HandBefore = Value{1, "1", 0.4, "how anglers differ in patience and feel, before anything is known of one"}
	HandChoice = Value{1, "1", 0.4, "how one who ties by either differs from outfit to outfit: rungs, moods and " +
		"what was at hand"}
	HandBinds = Value{0.7, "1", 0, "patience or feel decide over a weight that uses so much of what they allow"}
	HandMost  = Value{4, "1", 0, "nobody is so much more patient than usual, or tells so little; and the other way " +
		"round"}
	ThickerMost = Value{3, "1", 0, "no line is so much thicker than it is said to be"}
	BiasTold    = Value{0.95, "1", 0, "a bias is told once it is known by a twentieth better than before"}
	SpotShare   = Value{0.5, "1", 0, "share of what a current may be off by that a place keeps from trip to trip; " +
		"the rest is the day's"}
	KnotCasts = Value{80, "1", 0.5, "casts after which a knot is to be tied anew"}
	KnotRubs  = Value{5, "1", 0.5, "fish and snags that wear it as much"}
	LineTrim  = Value{150, "1", 0.5, "casts over which the first metres of a line wear so that they are to be cut " +
		"off"}
	LineCasts   = Value{2500, "1", 0.5, "casts after which a line is to be renewed"}
	CastLongest = Value{600, "s", 0, "a cast that was not followed by another was in the water no longer"}
)

// LineDays is how long a line may be on a reel, days.
var LineDays = map[string]Value{
	"braid":        {1095, "d", 0.4, "it frays rather than ages"},
	"fluorocarbon": {730, "d", 0.4, "it takes a set, and hardly ages"},
	"nylon":        {365, "d", 0.4, "light and water make it brittle"},
}

// Practice: see package practice.
var (
	HiddenLeast = Value{0.55, "1", 0, "a hidden depth over the one that is set, at least: not to be counted from"}
	HiddenMost  = Value{1.45, "1", 0, "and at most"}
	FishLeast   = Value{0.3, "1", 0, "fish over the depth of the bed, at least: high enough to be counted to"}
	FishMost    = Value{0.85, "1", 0, "and at most: off the bed"}
	AfterLeast  = Value{4, "s", 0, "a round goes on so long after the touch, at least, so that its end tells nothing"}
	AfterMost   = Value{9, "s", 0, "and at most"}
	CallGrace   = Value{0.3, "s", 0, "a hand needs so long to do what the eye has seen"}
	CallLoss    = Value{50, "points/s", 0, "two seconds off is no call"}
	FishGrace   = Value{0.08, "1", 0, "share of their depth by which fish come up or down"}
	FishFar     = Value{0.4, "1", 0, "share of their depth at which they do not see it any more"}
	BowClose    = Value{0.15, "1", 0, "so close to the count without line and current it was that count"}
)

// The cast: see package casting.
var (
	RodOwnMass  = Value{0.35, "1", 0.2, "the part of a rod that moves with the lure, over the middle of its window"}
	ThrowSpeed  = Value{28, "m/s", 0.12, "an easy overhead throw with the middle of the window"}
	LaunchMost  = Value{38, "m/s", 0.1, "a tip moves no faster, however little hangs on it"}
	LaunchAngle = Value{35, "deg", 0.15, "a usual overhead throw"}
	AirHead     = Value{0.5, "1", 0.2, "a head in flight"}
	AirSide     = Value{0.6, "1", 0.3, "a bait that tumbles in flight shows part of its side"}
	ReachSpread = Value{0, "1", 0.15, "one hand and another with the same rod"}
	ReachFitted = Value{0, "1", 0.07, "one throw and another of the same hand"}
	InDoubt     = Value{0.5, "1", 0, "a little beyond a limit of judgement is as likely kept as not"}
	SnagsMany   = Value{6, "of 10", 0, "from there losses are to be reckoned with"}
	LeaderOver  = Value{1.02, "1", 0, "leader over line: less is a matter of rounding"}
	RodBeyond   = Value{0.15, "1", 0, "a rod casts a little beyond what is printed on it"}
	SnagSpeed   = Value{0.5, "m/s", 0, "a middling landing"}
	SnagTop     = Value{10, "of 10", 0, "what the scale goes towards and never comes to"}
	SnagMiddle  = Value{5, "of 10", 0, "from there the scale is drawn together, so that what snags much can be told " +
		"apart"}
	SnagGuard    = Value{0.65, "1", 0.3, "a guard keeps the point off most of what it slides over"}
	SnagDragged  = Value{1.3, "1", 0.3, "a head that is dragged meets more of the bed"}
	SnagSwum     = Value{0.4, "1", 0.4, "a bait that swims clear of the bed meets it where it errs"}
	SnagSpeedFar = Value{1.5, "1", 0, "the most and, inverted, the least that the landing speed does to snags"}
)

// What is tried instead, where an outfit is varied or no head does it: how much
// an angler changes at once.
var (
	Thinner      = Value{0.7, "1", 0, "about two steps in the diameters that lines are sold in"}
	Thicker      = Value{1.4, "1", 0, "the same the other way"}
	Smaller      = Value{0.75, "1", 0, "the next smaller bait of a mould"}
	Straight     = Value{0.8, "1", 0, "straight fluorocarbon is fished somewhat thinner than a leader"}
	Shorter      = Value{0.6, "1", 0, "a cast clearly shorter"}
	ShortestCast = Value{6, "m", 0, "a shorter cast is not made shorter"}
	Shallower    = Value{0.7, "1", 0, "a place clearly shallower"}
	LongerWait   = Value{1.5, "1", 0, "half as long again is still waited"}
	Drogue       = Value{0.5, "1", 0.3, "what a sea anchor leaves of a measured drift"}
)

// What is owned.
var (
	FewLeft  = Value{2, "1", 0, "so many go in a morning"}
	SameHead = Value{0.02, "1", 0, "1/8 oz and 3.5 g are one head, 3.5 g and 3.6 g are not"}
	Retied   = Value{0.15, "m", 0.3, "what a knot and its frayed end take of a leader"}
)

// Small parts of a rig.
var (
	WireStress   = Value{1.2e9, "Pa", 0.15, "drawn steel strands, crimped"}
	WireDiameter = Value{0.35e-3, "m", 0.2, "coated seven-strand wire of some 9 kg"}
	StingerMass  = Value{0.5, "1", 0.3, "a second hook over the mass of the first"}
)

// Knots, as shares of the strength of the line they are tied in.
var (
	HeadKnot    = Value{0.85, "1", 0.1, "a common knot at the eye, wetted and drawn down"}
	JoiningKnot = Value{0.75, "1", 0.12, "two lines of unequal thickness"}
	LoopKnot    = Value{0.6, "1", 0.15, "a loop in the middle of a leader"}
)

// How a hook suits a bait.
var (
	ShankOverGap = Value{2.2, "1", 0.12, "from the eye, where the nose sits, to the bend of a usual jig hook"}
	HookMiddle   = Value{0.55, "1", 0.1,
		"where the weight of a hook is, over its shank: the bend weighs more than the eye"}
	BaitCarries = Value{8, "1", 0.4,
		"how far past its hook a bait holds itself out, over its thickness: what is longer hangs or trails"}
	BedFlow      = Value{0.05, "m/s", 0.3, "what passes a bait on the bed that is hardly moved"}
	BaitTrails   = Value{0.85, "1", 0, "a bait of which less than that is held out is seen to bend"}
	PoseTold     = Value{3, "deg", 0, "less off the level is not seen"}
	PoseDiffers  = Value{10, "deg", 0, "two baits that sit so far apart look different"}
	TurnFloating = Value{-0.012, "1", 0,
		"of a floating paddle tail of 89 mm behind 7 g of lead on a 3/0 hook, of which the tilt of floating baits " +
			"is: a test works it out"}
	TurnPlain  = Value{0.037, "1", 0, "and of a plain one, of which that of sinking baits is"}
	StandsFrom = Value{60, "deg", 0, "from there it looks as if it stood"}
	LeansFrom  = Value{15, "deg", 0, "less than that lies"}
	HookSmall  = Value{0.8, "1", 0, "gap over the height of the body; a smaller one takes no hold"}
	HookLarge  = Value{2.2, "1", 0, "gap over the height of the body; a larger one stiffens it"}
	HookHidden = Value{1.2, "1", 0,
		"a body that hides the point takes so much more gap: it has to come out past it"}
	TakesTold    = Value{10, "1", 0, "bites on a point from which the share that was landed says something"}
	HookStraight = Value{0.85, "1", 0.1,
		"share of the fish that a hidden point holds on a straight shank, over one on an offset shank, which is made " +
			"for it"}
	WireOverGap = Value{5, "1", 0.15, "length of the wire of a hook over its gap: shank, bend and point"}
	HookStress  = Value{1.9e9, "Pa", 0.2, "hardened carbon steel before it gives"}
	Flutter     = Value{0.1, "1", 0.4,
		"drag of a limp body that trails from a hook, over its side: flags have 0.05 to 0.2 (Hoerner 1965)"}
	StingerSlackLeast = Value{0.08, "1", 0.3,
		"of the length of a bait: a stinger's link with less pulls it out of shape when it bends"}
	StingerSlackMost = Value{0.2, "1", 0.3, "of the length of a bait: with more it hangs itself up on the first hook"}
	GlideTold        = Value{15, "deg", 0, "less off the vertical is not seen as a glide"}
	TieSnags         = Value{0.4, "1", 0.4,
		"what an eye that is turned from the nose to the top adds to snags where weed or branches stand: they catch " +
			"on the knot"}
	TieHigh = Value{50, "deg", 0, "an eye that stands up more gathers weed"}
)

// What counts as good enough. Each is a setting's default.
var (
	Sure           = Value{0.8, "1", 0, "four times in five is as often as a day's fishing tells apart"}
	FixedFloatMost = Value{1, "m", 0, "what hangs lower than that cannot be swung"}
	RodHeavier     = Value{2, "1", 0, "so many times the weight that one would tie on is still fished, to save a " +
		"change of rods; more is another way of fishing"}
	RodMinutes = Value{300, "s", 0, "for less than five minutes nobody changes rods"}
	CastShare  = Value{0.4, "1", 0.3,
		"share of a day's fishing that goes on casts: the rest on moving, tying on, fish and food"}
	PackSure      = Value{0.9, "1", 0, "as many heads are taken as are enough nine days in ten"}
	LeaderKnots   = Value{3, "1", 0, "heads that are lost off a leader before it is too short"}
	PackTakes     = Value{2, "1/h", 1, "takes an hour that baits are packed for: a good day"}
	CareHeavy     = Value{10e-3, "kg", 0, "a head that hurts where it hits"}
	CareCold      = Value{15, "°C", 0, "the gasp of cold water comes under it"}
	CareThunder   = Value{18, "°C", 0, "so warm is the water when thunderstorms are about"}
	CareSwell     = Value{1, "m", 0, "over it bars break and rocks are swept"}
	CareLong      = Value{3, "m", 0, "a rod that reaches lines overhead from the ground"}
	CareThin      = Value{0.2e-3, "m", 0, "braid that cuts a hand before it breaks"}
	CareDeep      = Value{10, "m", 0, "fish that come up from deeper have blown bladders"}
	FloatMass     = Value{0.5, "1", 0.3, "of a float itself over what it carries: balsa or cork on a stem"}
	RigGap        = Value{0.3, "m", 0, "a usual trace, drop or distance between two heads"}
	FloatStop     = Value{1, "m", 0, "what is hung under a float to begin with: it can still be swung"}
	RodLength     = Value{2.1, "m", 0, "a usual spinning rod"}
	SplashMost    = Value{5e-3, "kg", 0, "what falls lighter lands like a leaf or a fry"}
	FallMost      = Value{300, "s", 0, "past five minutes nobody waits for a head"}
	CueTime       = Value{3, "s", 0, "a line is watched this long after the touch before the hand decides"}
	CueOpen       = Value{0.5, "1", 0, "line that runs off half as fast is seen to stop"}
	CastOverhead  = Value{15, "s", 0.3, "casting, and clearing line and bait"}
	LinePerTurn   = Value{0.75, "m", 0.15, "a middling reel, its spool well filled"}
	NearBed       = Value{0.3, "m", 0, "as high as a bait may rise and still be fished over the bed"}
	RetrieveSpeed = Value{0.7, "m/s", 0.2, "a steady turn a second"}
	SwimSpeed     = Value{0.5, "m/s", 0.2, "a slow steady retrieve"}
	SwimLow       = Value{0.05, "m", 0, "lower than this it drags"}
	SwimHigh      = Value{0.5, "m", 0, "fish on the bed come up half a metre for it"}
	OffBed        = Value{0.05, "m", 0, "a bait that comes up no more than its own thickness has stayed down"}
	SwimShare     = Value{0.6, "1", 0, "in the band for most of the way is as good as a hand does it"}
	SwimFrom      = Value{0.8, "1", 0, "share of the cast left when the retrieve has settled"}
	SwimTo        = Value{0.2, "1", 0, "share of the cast left when the line lifts the bait anyway"}
	HoverBand     = Value{1.5, "m", 0, "a shoal off the bed is about so thick"}
	HoverLeast    = Value{10, "s", 0, "fish that hang off the bed come up slowly"}
	HoverSlack    = Value{0.1, "1", 0, "share of the band by which a bait may ride over it"}
	FloatFree     = Value{0.3, "1", 0, "of what a float carries: with more of it left it rides high, and a take is " +
		"not seen"}
	FloatShows     = Value{0.1, "1", 0, "of what a float carries, which is left over the water to be seen"}
	SwivelMass     = Value{0.4e-3, "kg", 0.5, "a small brass swivel"}
	EyeFriction    = Value{0.1, "1", 0.5, "of line that runs through the eye of a sinker or a float"}
	PracticalScope = Value{20, "1", 0, "depth grows only as the logarithm of line out: past this no amount of line " +
		"reaches"}
)
