package tackle

import (
	"errors"
	"fmt"
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/water"
)

// HeadMaterials with their densities in kg/m3 (CRC Handbook of Chemistry and
// Physics; tungsten is the alloy heads are made of).
var HeadMaterials = map[string]float64{
	"lead": 11340, "tungsten": 17500, "brass": 8500, "bismuth": 9780,
	"tin": 7300, "zinc": 7140, "steel": 7850, "glass": 2500,
}

const hookDensity = 7850 // kg/m3, carbon steel

// Head is a weighted head with its hook.
type Head struct {
	Mass     float64 // kg; 0 is an unweighted hook
	Weighed  bool    // Mass was weighed and includes the hook; otherwise it is the mark, without it
	Material string
	Shape    string
	Hook     string // size, such as "3/0"
	Wire     string
	Skirt    bool
	Tie      float64 // of the eye to the shank, degrees, see catalogue.HeadShape; 0 as is usual for the shape
}

// HookMass is the mass of the hook in kg.
func (h Head) HookMass() float64 {
	return catalogue.HookMass[h.Hook].Number * catalogue.HookWire[h.Wire].Number
}

// metal returns the mass in kg of the head without its hook.
func (h Head) metal(hook float64) float64 {
	if h.Weighed {
		return max(0, h.Mass-hook)
	}
	return h.Mass
}

// Bait is a soft bait.
type Bait struct {
	Form    string
	Length  float64 // m, as it is fished
	Body    string  // what it is made of, see catalogue.BaitDensity
	Weighed float64 // kg; 0 where it is not weighed
	Trimmed float64 // m cut off; width and height stay those of the whole bait
	NoTail  bool    // the tail went with it
	Width   float64 // m, measured; 0 as is usual for the form and length
	Tall    float64 // m, its height measured, or 0
	Put     string  // where the hook goes through it, see catalogue.Puts
	Drag    float64 // of the lure it makes, as it falls, over what is usual for the form; 0 where it was not measured
}

// size is how wide and high a bait is, m.
func (b Bait) size() (width, height float64) {
	f, whole := catalogue.BaitForms[b.Form], b.Length+b.Trimmed
	width, height = f.Width*whole, f.Height*whole
	if b.Width > 0 {
		width = b.Width
	}
	if b.Tall > 0 {
		height = b.Tall
	}
	return width, height
}

// Height of a bait in m.
func (b Bait) Height() float64 {
	_, height := b.size()
	return height
}

// Volume in m3 from the proportions of the form.
func (b Bait) Volume() float64 {
	width, height := b.size()
	return catalogue.BaitForms[b.Form].Fullness * b.Length * width * height
}

// Mass in kg, weighed or from volume and density.
func (b Bait) Mass() float64 {
	if b.Weighed > 0 {
		return b.Weighed
	}
	return b.Volume() * catalogue.BaitDensity[b.Body].Number
}

// Lure is head, hook and bait as the water sees them.
type Lure struct {
	Mass          float64 // kg
	WeightInWater float64 // N; negative floats
	WeightSpread  float64 // N, one standard deviation of WeightInWater
	TowArea       float64 // Cd A in m2, pulled along
	FallSlack     float64 // Cd A in m2, falling on a slack line
	FallTight     float64 // Cd A in m2, falling on a tight line
	FallDrawn     float64 // Cd A in m2, drawn down nose first by a weight further down the line
	Displaced     float64 // kg of water
	AirArea       float64 // Cd A in m2, in flight
	HeadSize      float64 // m across, of a ball of the head's volume
}

// sphereArea is the frontal area of a sphere over its volume to the 2/3:
// pi/4 (6/pi)^(2/3).
const sphereArea = 1.2089939655123523

// BallArea is the drag area of a ball of a volume in m3, m2.
func BallArea(volume float64) float64 {
	return catalogue.HeadShapes["ball"].Drag.Number * sphereArea * math.Pow(volume, 2.0/3)
}

// known is an error where a table has no entry of a name.
func known[V any](what, name string, table map[string]V) error {
	if _, ok := table[name]; !ok {
		return fmt.Errorf("tackle: no %s %q", what, name)
	}
	return nil
}

// check refuses names that are not known, masses below 0 and a bait without a length.
func check(head Head, bait Bait) error {
	if err := errors.Join(
		known("head shape", head.Shape, catalogue.HeadShapes), known("head material", head.Material, HeadMaterials),
		known("hook size", head.Hook, catalogue.HookMass), known("hook wire", head.Wire, catalogue.HookWire),
		known("bait form", bait.Form, catalogue.BaitForms), known("bait material", bait.Body, catalogue.BaitDensity),
	); err != nil {
		return err
	}
	if !(head.Mass >= 0) || !(bait.Length > 0) || !(bait.Weighed >= 0) || !(bait.Trimmed >= 0) || !(bait.Width >= 0) ||
		!(bait.Tall >= 0) {
		return fmt.Errorf("tackle: head %g kg, bait %g m, %g kg: masses must not be negative and the bait must have "+
			"a length", head.Mass, bait.Length, bait.Weighed)
	}
	return nil
}

// Assemble returns the lure that head and bait make in a fluid. Unknown names,
// a mass below 0 and a length that is not positive are errors.
func Assemble(head Head, bait Bait, fluid water.Fluid) (Lure, error) {
	if err := check(head, bait); err != nil {
		return Lure{}, err
	}
	hook := head.HookMass()
	metal := head.metal(hook)
	metalVolume := metal / HeadMaterials[head.Material]
	hookVolume := hook / hookDensity
	volume := metalVolume + hookVolume + bait.Volume()
	lure := Lure{Mass: metal + hook + bait.Mass(), Displaced: volume * fluid.Density}
	lure.WeightInWater = weight(head, bait, fluid)
	lure.WeightSpread = weightSpread(head, bait, fluid)
	front := frontOf(head, bait)
	slack, tight := front.tilts(head, bait, fluid, lure.WeightInWater)
	lure.FallSlack, lure.FallTight, lure.FallDrawn = front.fall(slack), front.fall(tight), front.drawn(bait, fluid)
	if bait.Drag > 0 {
		lure.FallSlack *= bait.Drag
		lure.FallTight *= bait.Drag
		lure.FallDrawn *= bait.Drag
	}
	lure.TowArea = front.tow()
	lure.AirArea = judgement.AirHead.Number*front.frontal + judgement.AirSide.Number*front.side + front.trailing
	lure.HeadSize = 2 * math.Cbrt(3*metalVolume/(4*math.Pi))
	return lure, nil
}

// weightSpread is one standard deviation of what head and bait weigh in a fluid, N.
func weightSpread(head Head, bait Bait, fluid water.Fluid) float64 {
	hook := head.HookMass()
	hookSpread := math.Hypot(catalogue.HookMass[head.Hook].Spread, catalogue.HookWire[head.Wire].Spread)
	metalSpread := judgement.MarkedSpread.Spread
	if head.Weighed {
		metalSpread, hookSpread = judgement.WeighedSpread.Spread, 0
	}
	// Of a bait that was not weighed neither volume nor density is known.
	proportions, body := catalogue.BaitForms[bait.Form].Proportions.Spread, catalogue.BaitDensity[bait.Body].Spread
	baitVolume, baitMass := (bait.Mass()-bait.Volume()*fluid.Density)*proportions, bait.Mass()*body
	if bait.Weighed > 0 {
		baitVolume, baitMass = bait.Volume()*fluid.Density*proportions, bait.Mass()*judgement.BaitWeighed.Spread
	}
	return water.Gravity * math.Sqrt(squares(
		metalSpread*submerged(head.metal(hook), HeadMaterials[head.Material], fluid),
		hookSpread*submerged(hook, hookDensity, fluid), baitVolume, baitMass))
}

// submerged is what a mass of a density weighs in a fluid, kg.
func submerged(mass, density float64, fluid water.Fluid) float64 {
	return mass * (1 - fluid.Density/density)
}

// With is a lure together with another on the same line: their weights and
// areas added.
func (l Lure) With(other Lure) Lure {
	return Lure{
		Mass: l.Mass + other.Mass, WeightInWater: l.WeightInWater + other.WeightInWater,
		WeightSpread: math.Hypot(l.WeightSpread, other.WeightSpread), TowArea: l.TowArea + other.TowArea,
		FallSlack: l.FallSlack + other.FallSlack, FallTight: l.FallTight + other.FallTight,
		Displaced: l.Displaced + other.Displaced, AirArea: l.AirArea + other.AirArea,
		HeadSize: max(l.HeadSize, other.HeadSize),
	}
}

// Trace is a wire trace of a length in m as it weighs on the bait.
func Trace(length float64, fluid water.Fluid) Lure {
	diameter := judgement.WireDiameter.Number
	section := math.Pi / 4 * diameter * diameter
	mass := LineMaterials["wire"] * section * length
	return Lure{
		Mass: mass, WeightInWater: water.Gravity * (mass - fluid.Density*section*length), TowArea: diameter * length,
		Displaced: fluid.Density * section * length, AirArea: diameter * length,
	}
}

// Blade is a spinning blade under a head of a mass in kg and a metal.
func Blade(mass float64, material string, fluid water.Fluid) Lure {
	area := judgement.BladeArea.Number * sphereArea * math.Pow(mass/HeadMaterials[material], 2.0/3)
	own := judgement.BladeMass.Number * mass
	return Lure{
		Mass: own, WeightInWater: water.Gravity * submerged(own, hookDensity, fluid), TowArea: area, FallSlack: area,
		FallTight: area,
		Displaced: own * fluid.Density / hookDensity, AirArea: area / 2,
	}
}

// WireStrength is what a wire trace breaks at, kg, of seven strands that fill 7/9 of its
// section.
func WireStrength() float64 {
	diameter := judgement.WireDiameter.Number
	return judgement.WireStress.Number * 7.0 / 9 * math.Pi / 4 * diameter * diameter / water.Gravity
}

// Stinger is a second hook in the bait, beside a first of the size.
func Stinger(hook string, fluid water.Fluid) Lure {
	mass := judgement.StingerMass.Number * catalogue.HookMass[hook].Number
	return Lure{Mass: mass, WeightInWater: water.Gravity * submerged(mass, hookDensity, fluid),
		Displaced: mass * fluid.Density / hookDensity}
}

// Sinker is a ball of a metal on the line, without hook and bait.
func Sinker(mass float64, material string, fluid water.Fluid) (Lure, error) {
	density, ok := HeadMaterials[material]
	if !ok {
		return Lure{}, fmt.Errorf("tackle: no metal %q", material)
	}
	if !(mass >= 0) {
		return Lure{}, fmt.Errorf("tackle: a sinker of %g kg", mass)
	}
	volume := mass / density
	frontal := sphereArea * math.Pow(volume, 2.0/3)
	area := catalogue.HeadShapes["ball"].Drag.Number * frontal
	weight := water.Gravity * submerged(mass, density, fluid)
	return Lure{
		Mass: mass, WeightInWater: weight, WeightSpread: weight * judgement.MarkedSpread.Spread, TowArea: area,
		FallSlack: area, FallTight: area,
		Displaced: volume * fluid.Density, AirArea: judgement.AirHead.Number * frontal,
		HeadSize: 2 * math.Cbrt(3*volume/(4*math.Pi)),
	}, nil
}

func squares(values ...float64) (sum float64) {
	for _, v := range values {
		sum += v * v
	}
	return sum
}

// FallSpeed returns the speed in m/s at which the lure sinks in still water
// on a slack line that weighs and drags nothing; 0 if it floats.
func (l Lure) FallSpeed(fluid water.Fluid) float64 {
	if l.WeightInWater <= 0 {
		return 0
	}
	return math.Sqrt(2 * l.WeightInWater / (fluid.Density * l.FallSlack))
}
