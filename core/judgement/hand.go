package judgement

// Gram is the pull of a gram in N: hands and rods are spoken of in grams.
const Gram = 9.80665e-3

// How the hand holds the line on the fall: see package trial.
var (
	FingerPull = Value{0.02, "N", 0.3, "two grams: line fed under a finger"}
	LowestTip  = Value{0.3, "m", 0, "a rod held down keeps its tip a foot over the water"}
	DownFrom   = Value{1, "m/s", 0, "in less wind nobody holds the rod down for it"}
	InHand     = Value{0.5, "1", 0, "a handling that uses half of what may be is good enough, whatever another " +
		"would do"}
	HandlingGain = Value{0.05, "1", 0, "a handling that is better by less is not worth the trouble"}
	SlackMost    = Value{0.5, "1", 0, "line out over what the way to the bait takes: past half as much again nothing " +
		"is told by it"}
	FedLess   = Value{0.9, "1", 0, "line over what an open bail lets out: a finger that saves less saves nothing"}
	FedSlower = Value{1.25, "1", 0, "a finger that makes a fall longer by more holds the bait up, and not the line"}
	SlackIn   = Value{0.7, "m/s", 0, "a turn a second takes slack line up"}
)

// What is felt of the bed: see trial.Feel.
var (
	FeelHand     = Value{Gram, "N", 0.3, "what a hand tells through a line of FeelDiameter that does not stretch"}
	FeelDiameter = Value{0.2e-3, "m", 0, "rods and hands go with their lines"}
	FeelLight    = Value{0.7, "1", 0.2, "an outfit that is fine for its line"}
	FeelHeavy    = Value{1.5, "1", 0.2, "an outfit that is stout for its line"}
	Gusts        = Value{0.4, "1", 0.3, "gusts blow a fifth faster than the wind, and push two fifths more"}
	Swirl        = Value{0.1, "1", 0.3, "how unsteady a flow is, over its mean"}
	FeltBand     = Value{0.1, "m", 0, "a bait that is to swim lower than that is steered by the bed it touches"}
	ToldDepth    = Value{1.5, "m", 0, "in shallower water the touch is seen coming"}
	ToldFall     = Value{3, "s", 0, "what is down sooner is down"}
)

// Patience, by what is waited for.
var (
	WaitPerMetre    = Value{3, "s/m", 0, "patience of slow-fall fishing"}
	WaitLeast       = Value{8, "s", 0, "shortest wait that is not felt as one"}
	WaitMost        = Value{60, "s", 0, "longest wait before attention goes"}
	BedWait         = Value{8, "s", 0, "whoever fishes the bed waits so long in any water"}
	BedWaitPerMetre = Value{1.2, "s/m", 0, "and so much more for each metre: patience does not grow in step with depth"}
	WaitGrace       = Value{1.05, "1", 0,
		"a wait is counted by hand: a twentieth over is still in time; a drift waits for nobody"}
	HangGrace = Value{1.2, "1", 0, "who asks for a slow fall waits a fifth longer than it takes"}
)

// What a head does on the bed.
var (
	TakenUpLeast = Value{1.01, "1", 0, "line over the way to the bait, when a hand has taken all of it up"}
	TakenUpMost  = Value{1.3, "1", 0, "and when it has left as much as may help"}
	SlackPull    = Value{0.01, "1", 0, "pull of a line at a head that lies, over its weight in water, that counts as none"}
	ContactLeast = Value{0.01, "1", 0, "share of its weight on the bed below which it does not touch it"}
	MarginWanted = Value{0.1, "1", 0, "a head that pushes with a tenth of its weight touches the bed all the way"}
	CreepMost    = Value{0.05, "m/s", 0, "what creeps no faster is still in place"}
	DragShare    = Value{0.5, "1", 0, "a head that keeps the bed for half of the way keeps it: under the rod any " +
		"line lifts it"}
	DragSlower = Value{1.3, "1", 0, "a hand that feels it lift drags so much slower"}
	SteepMost  = Value{1, "1", 0, "way that the current carries it over the depth: a fall flatter than 45 degrees is " +
		"no fall to a place"}
	BackMost   = Value{3, "s", 0, "past three seconds the hand has lost the bed"}
	Lift       = Value{0.5, "m", 0, "a hop that is seen and not a leap"}
	LiftShare  = Value{0.5, "1", 0, "of the depth, at most: a hop stays in the water"}
	SwellHeld  = Value{0.5, "1", 0, "share of each wave for which a head that holds is on the bed"}
	SwellWalk  = Value{1, "m", 0, "a head that holds walks no farther in SwellWaves waves"}
	SwellWaves = Value{10, "1", 0, "so many waves are a minute or two: as long as a bait is left"}
)

// A bait that swims, or hovers.
var (
	SwimHand = Value{1.3, "1", 0, "a hand that feels the bed, or feels nothing, reels so much slower or faster"}
	SwimNear = Value{0.3, "1", 0, "a speed within that of the wanted one is the wanted one: anglers name speeds " +
		"badly"}
	PaceAlike = Value{0.05, "1", 0, "no hand tells speeds apart that differ by a twentieth: the slower of two has " +
		"it, which lighter heads take"}
	SwimSlowest = Value{0.15, "m/s", 0, "nobody reels slower"}
	SwimFastest = Value{1.5, "m/s", 0, "nobody reels faster for long"}
	SkimFrom    = Value{0.05, "m", 0, "a band that begins lower begins at the bed: the bait may touch now and then"}
	SkimLifts   = Value{0.25, "1", 0, "share of the way off the bed, reeled faster, of a bait that skims it"}
	SkimOff     = Value{0.03, "m", 0, "over the bed a bait does not touch it: less is a stone that it rides over"}
	SwimClear   = Value{0.3, "m", 0, "over weed, timber and the like a retrieve begins before the bait is in them"}
	TakeUp      = Value{0.15, "m/s", 0, "a turn in five seconds holds a bait up and does not pull it away"}
	TakeUpLeast = Value{0.05, "m/s", 0, "slower than a turn in fifteen seconds is standing still"}
	TakeUpMost  = Value{0.35, "m/s", 0, "faster is a retrieve"}
)

// The pick.
var (
	Even         = Value{0.5, "1", 0, "as likely as not: the least that is worth tying on"}
	HeavyMost    = Value{3, "1", 0, "times the pick: heavier on purpose is not as heavy as can be"}
	MuchHeavier  = Value{1.9, "1", 0, "about twice the weight is another way of fishing, and worth a word"}
	HookSteps    = Value{2, "1", 0, "a head that hooks of its size do not come on gives way to one so many steps up"}
	RemediesTold = Value{4, "1", 0, "more than that to choose from is no help"}
	AsksClearly  = Value{0.25, "1", 0, "what makes a head so much likelier where it is not there asks for the weight"}
	AsksSurely   = Value{0.95, "1", 0, "where it makes it this sure, nothing else is looked at: it would do it as well at best"}
	AsksOf       = Value{0.5, "1", 0, "share of the pick that is looked at for that: lighter by less hardly shows it"}
	HeadMost     = Value{0.17, "kg", 0, "six ounces: no soft bait is fished with more on a spinning rod"}
)
