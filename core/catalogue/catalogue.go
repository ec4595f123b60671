// Package catalogue is what exists on the water and in the shop: beds, boats,
// words for speeds, line surfaces, head shapes, hooks and bait forms, each with
// its judged numbers. What counts as good enough stands in package judgement.
package catalogue

import (
	"slices"

	"dunvel/core/judgement"
)

type value = judgement.Value

func judged(number float64, unit string, spread float64, why string) value {
	return value{Number: number, Unit: unit, Spread: spread, Why: why}
}

// Boat is what may be fished from. Leeway is the share of the wind speed that it makes
// through the water.
type Boat struct {
	Name   string
	Says   string // in more words
	Held   bool   // it stays where it is
	Ashore bool
	Open   bool // a drogue would slow it
	Leeway value
}

// The boats.
const (
	Bank     = "bank"
	Anchored = "anchored"
	Skiff    = "skiff"
	Kayak    = "kayak"
	Drogue   = "drogue"
)

var boats = []Boat{
	{Name: Bank, Says: "bank or pier", Held: true, Ashore: true, Leeway: judged(0, "1", 0, "a bank does not drift")},
	{Name: Anchored, Says: "boat, held", Held: true, Leeway: judged(0, "1", 0, "held by its anchor")},
	{Name: Skiff, Says: "open skiff, drifting", Open: true,
		Leeway: judged(0.03, "1", 0.35, "open boats drift at 2 to 4 % of the wind")},
	{Name: Kayak, Says: "kayak, drifting", Open: true,
		Leeway: judged(0.02, "1", 0.35, "low freeboard, part of the hull under water")},
	{Name: Drogue, Says: "boat on a drogue",
		Leeway: judged(0.012, "1", 0.4, "a sea anchor takes more than half of an open boat's leeway")},
}

// Boats are all of them.
func Boats() []Boat { return slices.Clone(boats) }

// BoatOf is the boat of a name; one that does not exist is held.
func BoatOf(name string) Boat {
	for _, b := range boats {
		if b.Name == name {
			return b
		}
	}
	return Boat{Name: name, Held: true}
}

// Bed is what the bottom does to a head and to the flow.
type Bed struct {
	Friction        value // head against bed, share of the push
	ProfileExponent value // power of the current profile
	Snags           value // snag index of a ball that falls on it at SnagSpeed
	Softness        value // m/s at which a head may land without digging in; 0: any
	Tall            bool  // it stands up into the water: a bait that swims over it is not let down into it first
}

const (
	frictionWhy = "metal and hook on this bed, between smooth sliding and catching"
	smoothWhy   = "one-seventh power law of a turbulent channel over a smooth bed"
	roughWhy    = "a rough bed slows a thicker layer of water"
)

func bed(friction, exponent float64, why string, snags, softness float64) Bed {
	return Bed{
		Friction: judged(friction, "1", 0.3, frictionWhy), ProfileExponent: judged(exponent, "1", 0.3, why),
		Snags:    judged(snags, "of 10", 0.5, "what anglers lose on such a bed; the log corrects it"),
		Softness: judged(softness, "m/s", 0, "a heavy fast head sinks into what is soft and hangs there"),
	}
}

// standing is a bed that stands up into the water.
func standing(b Bed) Bed {
	b.Tall = true
	return b
}

// Beds by kind of bottom.
var Beds = map[string]Bed{
	"sand":     bed(0.5, 1.0/7, smoothWhy, 0.5, 0),
	"mud":      bed(0.4, 1.0/7, smoothWhy, 1, 1.2),
	"leaves":   bed(0.45, 1.0/7, smoothWhy, 3, 0.9),
	"gravel":   bed(0.55, 1.0/7, smoothWhy, 2, 0),
	"shell":    bed(0.6, 1.0/7, smoothWhy, 5, 0),
	"rock":     bed(0.6, 1.0/7, smoothWhy, 5, 0),
	"boulders": bed(0.6, 1.0/5, roughWhy, 7, 0),
	"timber":   standing(bed(0.6, 1.0/5, roughWhy, 8, 0)),
	"kelp":     standing(bed(0.5, 1.0/5, roughWhy, 6, 0)),
	"weed":     standing(bed(0.5, 1.0/7, smoothWhy, 4, 1)),
}

// Word is a word for a speed, for people with no instrument.
type Word struct {
	Name  string
	Speed value // m/s
}

const wordWhy = "what anglers mean when they have no instrument"

// CurrentWords and WindWords from least to most.
var (
	CurrentWords = []Word{
		{"none", judged(0, "m/s", 0.35, wordWhy)}, {"slow", judged(0.1, "m/s", 0.35, wordWhy)},
		{"moderate", judged(0.25, "m/s", 0.35, wordWhy)}, {"strong", judged(0.5, "m/s", 0.35, wordWhy)},
		{"hard", judged(0.9, "m/s", 0.35, wordWhy)},
	}
	WindWords = []Word{
		{"calm", judged(0.5, "m/s", 0.35, wordWhy)}, {"light", judged(3, "m/s", 0.35, wordWhy)},
		{"fresh", judged(7, "m/s", 0.35, wordWhy)}, {"strong", judged(11, "m/s", 0.35, wordWhy)},
	}
)

// LineSurface is how a line's surface takes the flow.
type LineSurface struct {
	Tangential value // drag coefficient along the line, on its wetted surface
	Normal     value // factor on the drag of a smooth cylinder across the line
	Stretch    value // what it takes to feel something through it, over a line that does not stretch
}

// LineSurfaces by material.
var LineSurfaces = map[string]LineSurface{
	"braid": {judged(0.02, "1", 0.4, "woven surface, rougher than drawn line"),
		judged(1.1, "1", 0.1, "woven, not quite round"), judged(1, "1", 0.2, "it hardly gives")},
	"nylon": {judged(0.015, "1", 0.4, "smooth drawn line"), judged(1, "1", 0.1, "smooth and round"),
		judged(1.6, "1", 0.2, "it gives a tenth and more")},
	"fluorocarbon": {judged(0.015, "1", 0.4, "smooth drawn line"), judged(1, "1", 0.1, "smooth and round"),
		judged(1.3, "1", 0.2, "it gives, but less than nylon")},
	"wire": {judged(0.015, "1", 0.4, "coated trace"), judged(1, "1", 0.1, "smooth and round"),
		judged(1, "1", 0.2, "it does not give")},
}

// Point is how the point of the hook sits in the bait.
type Point struct {
	Snags value // against one that is exposed
	Holds value // share of the fish held that an exposed one holds
}

// The points.
const (
	PointExposed = "exposed"
	PointSkinned = "in the skin"
	PointBuried  = "buried"
)

// Points by name.
var Points = map[string]Point{
	PointExposed: {judged(1, "1", 0, "what the others are against"), judged(1, "1", 0, "what the others are against")},
	PointSkinned: {judged(0.7, "1", 0.3, "it slides over what it lies on and comes out at a pull"),
		judged(0.9, "1", 0.1, "some are missed while it comes out")},
	PointBuried: {judged(0.5, "1", 0.3, "hardly anything catches on it"),
		judged(0.75, "1", 0.15, "it has to be driven through the bait")},
}

// PointNames are all of them, from most to least to be seen.
var PointNames = []string{PointExposed, PointSkinned, PointBuried}

// HookMass by size, standard wire, kg; HookWire is the factor of other wires.
var (
	HookMass = map[string]value{}
	HookWire = map[string]value{
		"fine":     judged(0.7, "1", 0.1, "thinner wire"),
		"standard": judged(1, "1", 0, "the table as it stands"),
		"heavy":    judged(1.4, "1", 0.1, "thicker wire"),
	}
	// HookHeads are the lightest heads that hooks of a size usually come on, kg.
	HookHeads = map[string]value{}
	// HookSizes from small to large.
	HookSizes = []string{"#10", "#8", "#6", "#4", "#2", "#1", "1/0", "2/0", "3/0", "4/0", "5/0", "6/0", "8/0",
		"10/0", "12/0"}
)

// HookFor is the largest hook that comes on heads of a mass in kg.
func HookFor(mass float64) string {
	out := HookSizes[0]
	for _, size := range HookSizes {
		if HookHeads[size].Number <= mass {
			out = size
		}
	}
	return out
}

// HookFitting is the smallest hook whose gap is as wide as a body is high in m, or the
// largest there is.
func HookFitting(height float64) string {
	for _, size := range HookSizes {
		if HookGap[size].Number >= height {
			return size
		}
	}
	return HookSizes[len(HookSizes)-1]
}

func init() {
	grams := []float64{0.06, 0.10, 0.15, 0.20, 0.30, 0.38, 0.5, 0.7, 0.9, 1.2, 1.6, 2.0, 3.0, 4.5, 6}
	gaps := []float64{4, 5, 6, 7, 8.5, 10, 11.5, 13, 14.5, 16, 18, 20, 24, 28, 32}
	heads := []float64{0.2, 0.2, 0.4, 0.6, 0.8, 0.9, 1.8, 2.5, 3.5, 5, 7, 7, 10, 14, 20}
	for i, size := range HookSizes {
		HookHeads[size] = judged(heads[i]*1e-3, "kg", 0, "what such hooks are moulded on")
		HookMass[size] = judged(grams[i]*1e-3, "kg", 0.15, "typical jig hook of this size")
		HookGap[size] = judged(gaps[i]*1e-3, "m", 0.12, "typical jig hook of this size")
	}
}

// BaitForm is the shape of a soft bait in proportion to its length.
type BaitForm struct {
	Width, Height float64 // over length
	Fullness      float64 // volume over length x width x height
	SideFill      float64 // side area over length x mean of width and height
	Tail          float64 // tail drag area over height squared
	Proportions   value   // the spread of every figure here
}

// BaitForms by name.
var BaitForms = map[string]BaitForm{
	"paddle tail":      moulded(.14, .165, .41, .75, .9),
	"slim paddle tail": moulded(.10, .12, .46, .8, .6),
	"curl tail":        moulded(.15, .15, .35, .6, .8),
	"double tail":      moulded(.14, .14, .38, .6, 1.2),
	"ring body":        moulded(.12, .12, .48, .8, .4),
	"straight worm":    moulded(.06, .06, .60, .9, .1),
	"stick":            moulded(.08, .08, .70, .95, .05),
	"slim minnow":      moulded(.085, .11, .50, .8, .15),
	"creature":         moulded(.16, .12, .47, .7, 1.2),
	"craw":             moulded(.16, .12, .47, .7, 1.0),
	"tube":             moulded(.15, .15, .40, .85, .6),
	"stub":             moulded(.13, .13, .68, .95, .05),
	"crab":             moulded(.35, .18, .50, .8, .8),
	"natural fish":     grown(.11, .20, .60, .75, .3),
	"natural worm":     grown(.05, .05, .75, .9, .05),
	"natural strip":    grown(.16, .035, .85, .9, .3),
}

// moulded is a bait that comes out of a mould.
func moulded(width, height, fullness, side, tail float64) BaitForm {
	return BaitForm{width, height, fullness, side, tail, judged(0, "1", 0.15, "proportions vary from mould to mould")}
}

// grown is one that nature made.
func grown(width, height, fullness, side, tail float64) BaitForm {
	return BaitForm{width, height, fullness, side, tail, judged(0, "1", 0.25, "no two are alike")}
}

// BaitDensity of bait materials.
var BaitDensity = map[string]value{
	"floating":       judged(930, "kg/m3", 0.02, "elastomer that floats"),
	"plain":          judged(1030, "kg/m3", 0.02, "plain plastisol"),
	"lightly salted": judged(1100, "kg/m3", 0.03, "some salt in the plastic"),
	"heavily salted": judged(1220, "kg/m3", 0.04, "much salt in the plastic"),
	"natural":        judged(1060, "kg/m3", 0.03, "flesh, with no air left in it"),
}

// HookGap is the width between point and shank in m, by size.
var HookGap = map[string]value{}
