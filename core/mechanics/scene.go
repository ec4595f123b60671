package mechanics

import (
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// Scene is the water and the air a rig works in.
type Scene struct {
	Water     water.Fluid
	Current   water.Current
	Swell     water.Waves // felt by drops; equilibria are those of the current alone
	Wind      r3.Vec      // velocity, m/s
	Bed       water.Bed
	TipHeight float64 // of the rod tip over the surface, m

	// LineInertia is the least mass in kg that a metre of line is taken to
	// have; 0 takes every line as it is.
	LineInertia float64

	// fixedNormal replaces the drag coefficient across the line, so that
	// closed solutions can be compared with.
	fixedNormal float64
}

// Outcome names how a question to the engine came out.
type Outcome string

// The outcomes.
const (
	OnBed       Outcome = "on the bed"             // the end body pushes on the bed
	Slack       Outcome = "slack"                  // on the bed with more line out than the water can tighten
	Hangs       Outcome = "hangs"                  // in the water, off the bed
	Trails      Outcome = "trails"                 // off the bed with more line out than the water can tighten
	Held        Outcome = "held"                   // lies still on the bed, held by friction
	Sweeps      Outcome = "sweeps"                 // on the bed, but line and flow drag it along
	Lifts       Outcome = "lifts"                  // line and flow lift it from where it lies
	Floats      Outcome = "floats"                 // lighter than water: it does not sink
	Unreachable Outcome = "no line length reaches" // flow or a floating line carries it off, however much is out
	Touched     Outcome = "touched"                // every body came to the bed
	Done        Outcome = "done"                   // the last phase ended
	TimeUp      Outcome = "time limit"             // it took longer than was asked for
	ReeledIn    Outcome = "reeled in"              // the rig came to the rod tip
	OutOfLine   Outcome = "out of line"            // the spool is empty
	StepsUp     Outcome = "step limit"             // it took more steps than are allowed
	Unsolved    Outcome = "not solved"             // the forces could not be balanced
	AboveWater  Outcome = "above the water"        // the line does not reach the surface
	NoWater     Outcome = "no water there"         // the bed is at or above the surface
)

// Outcomes are all of them.
var Outcomes = []Outcome{OnBed, Slack, Hangs, Trails, Held, Sweeps, Lifts, Floats, Unreachable, Touched, Done, TimeUp,
	ReeledIn, OutOfLine, StepsUp, Unsolved, AboveWater, NoWater}

// Gait is how a rig moves over the ground while its shape does not change.
type Gait struct {
	Velocity r3.Vec // of rod tip, line and bodies over the ground, m/s
	// Pull is the direction in which a head on the bed is about to slide
	// where Velocity is zero; zero means none.
	Pull r3.Vec
}

// sliding returns the unit vector along the bed in which the head slides.
func (g Gait) sliding(bed water.Bed) r3.Vec {
	if g.Velocity.X != 0 || g.Velocity.Y != 0 || g.Velocity.Z != 0 {
		return bed.Along(g.Velocity)
	}
	return bed.Along(g.Pull)
}
