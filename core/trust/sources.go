package trust

// Source is a check: which test tells its figure, and what that is of.
type Source struct {
	Key, Group, Title, Against, Words string
	Unit                              Unit
	Package, Test                     string
}

// Unit is how figures of a check are said.
type Unit int

// The units.
const (
	Percent     Unit = iota // a share
	Tolerance               // a multiple of what a case tolerates
	Millijoules             // of joules
	Count                   // a whole number
)

// The groups, in the order in which they are shown.
const (
	ofEngine  = "The line in the water"
	ofRanges  = "How sure it is"
	ofMeasure = "What is learnt from measurements"
	ofAnswers = "The answers"
)

const (
	mechanics = "./core/mechanics"
	judge     = "./core/judge"
	droptest  = "./core/droptest"
)

// Sources are all checks, in the order in which they are shown.
var Sources = []Source{
	{"independent drops", ofEngine, "Falls, swings, drags and retrieves",
		"an independent solver: lumped masses with their inertia, integrated explicitly, each case refined until it " +
			"stood still",
		"The largest difference in touch time, place, line out, tension, angle or contact.",
		Tolerance, "./core/mechanics/cases", "TestWorkedCases"},
	{"independent hand", ofEngine, "A hand on the line, and swell",
		"the same solver, with the line fed, held and reeled, and the water going to and fro",
		"The largest difference in the same.",
		Tolerance, "./core/mechanics/cases", "TestWorkedCases"},
	{"explicit", ofEngine, "Falls by a second method",
		"a small explicit solver of the tests, extrapolated to fine nodes",
		"The largest difference in touch time.", Percent, mechanics, "TestExplicitSolverAgrees"},
	{"catenary", ofEngine, "A heavy line in still water",
		"the closed form of the catenary",
		"The largest difference in line out, tension and distance.", Percent, mechanics, "TestCatenary"},
	{"uniform flow", ofEngine, "A weightless line in a uniform current",
		"the closed form s = (T/q)(cot φ − cot φ₀)",
		"The largest difference in line out, tension and angle.", Percent, mechanics, "TestUniformFlowClosedForm"},
	{"ball", ofEngine, "A ball on a line that hardly drags",
		"the closed form of its fall, with the line drawn down along itself",
		"The difference in touch time.", Percent, mechanics, "TestFallsAtTerminalSpeed"},
	{"long times", ofEngine, "A line that is left alone for long",
		"the line at rest, worked out another way",
		"The largest difference in depth, distance and tension.", Percent, mechanics, "TestLongTimeIsStatics"},
	{"cylinders", ofEngine, "Drag of a round line",
		"drag of long cylinders as published (Tritton, 1959; Wieselsberger, 1921)",
		"The largest difference in the coefficient, Reynolds numbers 1 to 10,000.", Percent, mechanics,
		"TestCylinderDragAgainstPublished"},
	{"spheres", ofEngine, "Drag of a ball head",
		"drag of spheres as published (Clift, Grace and Weber, 1978)",
		"The difference in drag area.", Percent, "./core/tackle", "TestBareBallAgainstSphere"},
	{"resolution", ofEngine, "Finer nodes and steps, as shown",
		"twice the nodes and half the error of a step",
		"Differences in touch time over random falls.", Percent, mechanics, "TestAgainstTwiceTheResolution"},
	{"fair resolution", ofEngine, "Finer nodes and steps, as heads are checked whose chance is not plain",
		"twice the nodes and half the error of a step",
		"Differences in touch time over random falls.", Percent, mechanics, "TestAgainstTwiceTheResolution"},
	{"rough resolution", ofEngine, "Finer nodes and steps, as chances are told by",
		"twice the nodes and half the error of a step",
		"Differences in touch time over random falls.", Percent, mechanics, "TestAgainstTwiceTheResolution"},
	{"retrieves", ofEngine, "Finer nodes and steps, of what swims",
		"the same as shown, with four times the nodes and a sixth of the error of a step",
		"Differences in the speed of the hand that suits a head, as chances are told by.", Percent, "./core/trial",
		"TestRetrievesOnTheRoughGrain"},
	{"energy", ofEngine, "Energy in still water with the bail closed",
		"that it never grows",
		"The largest growth in a step, over random rigs with sliding parts.", Millijoules, mechanics,
		"TestRandomRigsThatSlide"},
	{"chances", ofRanges, "The chance that a head does it",
		"the engine run with everything that is unknown drawn at random, 256 times for each of some waters",
		"The largest difference in chance.", Percent, judge, "TestChanceAgreesWithManyDraws"},
	{"ranges", ofRanges, "The 80 % range of the count",
		"the same draws",
		"The share of draws that lie in the range.", Percent, judge, "TestChanceAgreesWithManyDraws"},
	{"not looked at", ofRanges, "What is not looked at, because it decides nothing any more",
		"the same heads with everything looked at, over random waters",
		"The largest difference in chance.", Percent, judge, "TestWhatIsNotLookedAtDecidesNothing"},
	{"drop tests", ofMeasure, "The drag of a bait from six drops",
		"made-up drops of baits whose drag is known, timed as a thumb does",
		"The share of 80 % ranges that hold the true drag.", Percent, droptest, "TestFitCovers"},
	{"drop tests mean", ofMeasure, "The drag of a bait on average",
		"the same drops",
		"How far the fit is off on average.", Percent, droptest, "TestFitCovers"},
	{"places", ofMeasure, "The current at a place, from times on the water",
		"made-up trips to a place whose current is known",
		"The share of 80 % ranges that hold the next day's.", Percent, droptest, "TestBiasCovers"},
	{"lines", ofMeasure, "A line that is thicker than its label, from times on the water",
		"made-up trips with a line whose diameter is known",
		"The share of 80 % ranges that hold it.", Percent, droptest, "TestBiasCovers"},
	{"situations", ofAnswers, "Waters with the weights that anglers accept there",
		"ranges in grams that experienced anglers would not laugh at",
		"Waters in which the head to tie on, or the lightest that may do, is in the range.", Count, "./core/advice",
		"TestSituations"},
}

// left is what is not modelled.
var left = []string{
	"The fish: nothing here says that one bites.",
	"Currents that turn with depth, eddies behind rocks and bridge piers, upwelling: the current has one direction " +
		"and a profile.",
	"Waves that break and the wash behind them; swell is a regular wave, cut off at half the depth.",
	"Weed, branches and rocks that a line touches on its way, and line that freezes, ices or collects weed.",
	"How a bait wobbles, glides and turns from one fall to the next: it falls at one angle, and its scatter is in " +
		"the ranges.",
	"A knot, a twist in the line, and line that springs off the spool in coils.",
	"Stretch, but for what keeps a taut line from being rigid: a strike is not worked out.",
	"Soft beds that a head sinks into, but for a limit on how fast it may land there.",
}
