package judgement

// The instruments of a boat: how long each is smoothed over, and from when what they say is
// unsteady or at odds.
var (
	DepthOver      = Value{3, "s", 0, "the bed under a drifting boat is another in some seconds"}
	HeadingOver    = Value{5, "s", 0, "a boat swings in some seconds"}
	DriftOver      = Value{20, "s", 0, "some waves, and the noise of a satellite fix"}
	WindOver       = Value{30, "s", 0, "some gusts"}
	DepthUnsteady  = Value{0.1, "1", 0, "a sounder that sways by a tenth is over a slope, or off the bed"}
	MotionUnsteady = Value{0.4, "1", 0, "what sways by two fifths has no one speed"}

	Standing = Value{0.1, "m/s", 0, "satellites give no course below that: the boat lies still"}
	LogFrom  = Value{0.2, "m/s", 0, "the paddle wheel of a log stands still below that"}

	DiffersDepth       = Value{0.5, "m", 0, "two transducers of one boat are within that of each other"}
	DiffersDrift       = Value{0.15, "m/s", 0, "two receivers on one boat are"}
	DiffersWind        = Value{2, "m/s", 0, "two vanes on one boat are"}
	DiffersShare       = Value{0.3, "1", 0, "or within that share of what they measure"}
	DiffersTemperature = Value{1.5, "°C", 0, "two thermometers in one water are"}
	DiffersHeading     = Value{15, "degrees", 0, "two compasses on one boat are"}
)

// The weight for now, by what the instruments say.
var (
	Forgotten = Value{300, "s", 0, "what was heard five minutes ago may be another by now"}
	UnderWay  = Value{2.2, "m/s", 0, "more than four knots is no drift"}
	Swings    = Value{0.15, "m/s", 0, "a boat at anchor swings slower than that"}
	SwayShare = Value{0.5, "1", 0, "half of what a speed sways by is noise of the instrument"}
	SwayMost  = Value{0.5, "1", 0, "what sways by more is told as unsteady"}
	TiedGrace = Value{0.05, "1", 0, "a head that is as sure as wanted but for that stays on"}
	FirstFor  = Value{30, "s", 0, "instruments settle in half a minute"}
	FailsFor  = Value{30, "s", 0, "a head that is likelier to fail than not is changed soon: one cast is lost by " +
		"waiting"}
	WeakensFor = Value{120, "s", 0, "a head that is less sure than wanted is changed once that has lasted for some " +
		"gusts"}
	LighterFor = Value{300, "s", 0, "a lighter head is worth a knot only when it lasts"}
	BackFor    = Value{30, "s", 0, "what was told stays told for as long, so that nothing flickers"}
	StaysFor   = Value{900, "s", 0, "whoever stays with a head is not told again for a quarter of an hour"}
)

// Fish that are seen and led.
var (
	LeadReact    = Value{2.5, "s", 0.3, "to see, to turn and to swing"}
	LeadFlight   = Value{18, "m/s", 0.2, "mean speed of a head through the air: a cast of 20 m takes a second"}
	LeadClear    = Value{2, "m", 0, "a splash nearer than that sends them away"}
	LeadLeast    = Value{0.5, "s", 0, "a bait that is there no sooner is not there before them"}
	LeadMost     = Value{3, "s", 0, "a bait that is there sooner has fallen past by then"}
	LeadSight    = Value{2, "m", 0, "in clear water, of a small bait"}
	LeadStanding = Value{0.05, "m/s", 0, "fish that swim slower stand"}
	LeadLongest  = Value{8, "s", 0, "however slow they are, nobody lets a bait wait for longer"}
	LeadWorth    = Value{0.25, "1", 0, "fish that are seen are worth a cast that does it one time in four"}
	LeadPlaced   = Value{0.06, "1", 0, "scatter of where it lands against fish that are seen, over the distance: the " +
		"eye that errs on one errs alike on the other"}
	FishSpeed = Value{0, "1", 0.25, "how fast it swims"}
	FishDepth = Value{0, "1", 0.15, "how deep it is"}
	FishWay   = Value{12, "degrees", 0, "where it swims to"}
	LeadAlike = Value{0.05, "1", 0, "chances that are drawn differ by that by chance: of those the head that is seen " +
		"longest goes first"}
)

// The fish of a round of practice that are led.
var (
	LedLeast      = Value{12, "m", 0, "nearer ones are not led but scared"}
	LedMost       = Value{28, "m", 0, "farther off fish are not seen"}
	LedBearing    = Value{50, "degrees", 0, "to either side of the cast: what an angler sees without turning round"}
	LedAcross     = Value{20, "degrees", 0, "they swim by, and not at the rod"}
	LedAcrossMost = Value{110, "degrees", 0, "and not away from it"}
	LedSlowest    = Value{0.3, "m/s", 0, "slower ones need no lead"}
	LedFastest    = Value{0.9, "m/s", 0, "faster ones are gone before a bait is down"}
	LedSeen       = Value{2, "s", 0, "a bait that is seen for as long is one to be taken: all points"}
)

// How a drift is found along a track, and how it is held against itself.
var (
	DriftLook  = Value{30, "s", 0, "over less the noise of fixes looks like way"}
	DriftLeast = Value{120, "s", 0, "a shorter stretch is a pause, and no drift to go by"}
	DriftApart = Value{60, "s", 0, "between points that are farther apart anything may have been done"}
	DriftLeg   = Value{60, "s", 0, "gusts and waves are over in a minute: what its minutes differ by is the drift's " +
		"own"}
)
