package setup

import (
	"sort"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/tackle"
	"dunvel/core/water"
)

// Field describes one number or choice of a setup: its limits, and the words
// it is shown with.
type Field struct {
	Path    string // as in JSON: "water.depth"
	Label   string
	Measure string  // units measure of a number; empty for a choice
	Min     float64 // of a number
	Max     float64
	Zero    string   // what 0 means, where it is not just a small number
	Options []string // of a choice

	number func(*Setup) *float64
	choice func(*Setup) *string
}

// Set sets the number of f in a setup, whatever its limits.
func (f Field) Set(s *Setup, value float64) { *f.number(s) = value }

// Choose sets the choice of f in a setup, whatever its options.
func (f Field) Choose(s *Setup, option string) { *f.choice(s) = option }

// headMass are the limits of every rung of the ladder.
var headMass = Field{Path: "heads", Label: "Head", Measure: "mass", Min: 0, Max: 0.5}

// MaxHeads is how many heads a ladder may have.
const MaxHeads = 40

var fields = []Field{
	choice("water.salinity", "Water", []string{"fresh", "brackish", "salt"}, func(s *Setup) *string { return &s.Water.Salinity }),
	number("water.temperature", "Water temperature", "temperature", water.MinTemperature, water.MaxTemperature, "", func(s *Setup) *float64 { return &s.Water.Temperature }),
	number("water.depth", "Depth under the rod", "depth", 0.3, 200, "", func(s *Setup) *float64 { return &s.Water.Depth }),
	number("water.splashDepth", "Depth where it lands", "depth", 0, 200, "as under the rod", func(s *Setup) *float64 { return &s.Water.SplashDepth }),
	choice("water.bed", "Bed", keys(catalogue.Beds), func(s *Setup) *string { return &s.Water.Bed }),
	number("water.snags", "Snags, over what is usual", "multiple", 0, 5, "by the log", func(s *Setup) *float64 { return &s.Water.Snags }),
	number("flow.speed", "Current at the surface", "speed", 0, 3, "", func(s *Setup) *float64 { return &s.Flow.Speed }),
	number("flow.direction", "Current runs", "angle", 0, 360, "", func(s *Setup) *float64 { return &s.Flow.Direction }),
	number("flow.nearBed", "Current 1 m over the bed", "speed", 0, 3, "not measured", func(s *Setup) *float64 { return &s.Flow.NearBed }),
	choice("flow.source", "Current known", []string{ByEye, FloatTest, Meter}, func(s *Setup) *string { return &s.Flow.Source }),
	number("flow.spread", "Current known to", "share", 0, 1, "as usual", func(s *Setup) *float64 { return &s.Flow.Spread }),
	number("other.speed", "Current at the other time", "speed", 0, 3, "none", func(s *Setup) *float64 { return &s.Other.Speed }),
	number("other.direction", "It runs", "angle", 0, 360, "", func(s *Setup) *float64 { return &s.Other.Direction }),
	number("wind.speed", "Wind", "wind", 0, 40, "", func(s *Setup) *float64 { return &s.Wind.Speed }),
	number("wind.direction", "Wind blows", "angle", 0, 360, "", func(s *Setup) *float64 { return &s.Wind.Direction }),
	choice("wind.source", "Wind known", []string{ByEye, Forecast, Meter}, func(s *Setup) *string { return &s.Wind.Source }),
	number("swell.height", "Swell height", "depth", 0, 5, "none", func(s *Setup) *float64 { return &s.Swell.Height }),
	number("swell.period", "Swell period", "time", 2, 25, "", func(s *Setup) *float64 { return &s.Swell.Period }),
	number("swell.direction", "Swell runs", "angle", 0, 360, "as usual there", func(s *Setup) *float64 { return &s.Swell.Direction }),
	choice("boat.kind", "Fished from", catalogue.Boats, func(s *Setup) *string { return &s.Boat.Kind }),
	number("boat.speed", "Drift", "speed", 0, 3, "", func(s *Setup) *float64 { return &s.Boat.Speed }),
	number("boat.direction", "Drift goes", "angle", 0, 360, "", func(s *Setup) *float64 { return &s.Boat.Direction }),
	number("boat.spread", "Drift known to", "share", 0, 1, "as usual", func(s *Setup) *float64 { return &s.Boat.Spread }),
	number("rod.tipHeight", "Rod tip over the water", "depth", 0.05, 10, "", func(s *Setup) *float64 { return &s.Rod.TipHeight }),
	choice("rod.spool", "Spool", []string{"fixed", "revolving"}, func(s *Setup) *string { return &s.Rod.Spool }),
	number("rod.lineOnSpool", "Line on the spool", "depth", 5, 1000, "", func(s *Setup) *float64 { return &s.Rod.LineOnSpool }),
	number("rod.least", "Rod casts from", "mass", 0, 1, "not given", func(s *Setup) *float64 { return &s.Rod.Least }),
	number("rod.most", "Rod casts up to", "mass", 0, 1, "not given", func(s *Setup) *float64 { return &s.Rod.Most }),
	number("rod.length", "Rod length", "depth", 0.5, 6, "", func(s *Setup) *float64 { return &s.Rod.Length }),
	number("rod.thrown", "A cast you measured", "depth", 0, 150, "none", func(s *Setup) *float64 { return &s.Rod.Thrown }),
	number("rod.thrownMass", "It was with a head of", "mass", 0, 0.5, "the bare hook", func(s *Setup) *float64 { return &s.Rod.ThrownMass }),
	number("rod.perTurn", "Line a turn of the reel", "depth", 0.2, 2, "", func(s *Setup) *float64 { return &s.Rod.PerTurn }),
	choice("rod.outfit", "Its touch", []string{OutfitUsual, OutfitLight, OutfitHeavy}, func(s *Setup) *string { return &s.Rod.Outfit }),
	choice("hand.rod", "Rod on the fall", []string{RodSuits, RodHeld, RodDown}, func(s *Setup) *string { return &s.Hand.Rod }),
	choice("hand.line", "Line on the fall", []string{LineOpen, LineFed, LineClosed, LinePartWay}, func(s *Setup) *string { return &s.Hand.Line }),
	number("hand.closes", "Bail closed after", "time", 0, 600, "half way down", func(s *Setup) *float64 { return &s.Hand.Closes }),
	number("cast.distance", "Cast", "depth", 0, 150, "dropped under the rod", func(s *Setup) *float64 { return &s.Cast.Distance }),
	number("cast.drag", "Dragged towards you at", "speed", 0, 2, "worked in place", func(s *Setup) *float64 { return &s.Cast.Drag }),
	number("cast.splashMost", "They bear a splash of", "mass", 0, 0.5, "any", func(s *Setup) *float64 { return &s.Cast.SplashMost }),
	number("target.depth", "Target depth", "depth", 0, 200, "the bed", func(s *Setup) *float64 { return &s.Target.Depth }),
	number("target.height", "Target over the bed by", "depth", 0, 200, "not given", func(s *Setup) *float64 { return &s.Target.Height }),
	number("target.band", "Band from there down", "depth", 0.1, 50, "", func(s *Setup) *float64 { return &s.Target.Band }),
	choice("line.material", "Line", lines, func(s *Setup) *string { return &s.Line.Material }),
	number("line.diameter", "Line diameter", "diameter", tackle.MinDiameter, tackle.MaxDiameter, "", func(s *Setup) *float64 { return &s.Line.Diameter }),
	number("line.strength", "Line breaks at", "strength", 0, 200, "from its diameter", func(s *Setup) *float64 { return &s.Line.Strength }),
	choice("leader.material", "Leader", lines, func(s *Setup) *string { return &s.Leader.Material }),
	number("leader.diameter", "Leader diameter", "diameter", tackle.MinDiameter, tackle.MaxDiameter, "", func(s *Setup) *float64 { return &s.Leader.Diameter }),
	number("leader.length", "Leader length", "depth", 0, 30, "none", func(s *Setup) *float64 { return &s.Leader.Length }),
	number("leader.strength", "Leader breaks at", "strength", 0, 200, "from its diameter", func(s *Setup) *float64 { return &s.Leader.Strength }),
	choice("bait.form", "Bait", keys(catalogue.BaitForms), func(s *Setup) *string { return &s.Bait.Form }),
	number("bait.length", "Bait length", "size", 0.01, 0.4, "", func(s *Setup) *float64 { return &s.Bait.Length }),
	choice("bait.body", "Made of", []string{"floating", "plain", "lightly salted", "heavily salted"}, func(s *Setup) *string { return &s.Bait.Body }),
	number("bait.trimmed", "Cut off it", "size", 0, 0.3, "nothing", func(s *Setup) *float64 { return &s.Bait.Trimmed }),
	number("bait.weighed", "Bait weighed", "mass", 0, 0.3, "not weighed", func(s *Setup) *float64 { return &s.Bait.Weighed }),
	number("bait.drag", "Drag as it falls, over its form's", "multiple", 0, judgement.DragMost.Number, "by drop tests", func(s *Setup) *float64 { return &s.Bait.Drag }),
	number("bait.dragSpread", "Drag known to", "share", 0, 1, "exactly", func(s *Setup) *float64 { return &s.Bait.DragSpread }),
	choice("head.shape", "Head shape", keys(catalogue.HeadShapes), func(s *Setup) *string { return &s.Head.Shape }),
	choice("head.material", "Head metal", keys(tackle.HeadMaterials), func(s *Setup) *string { return &s.Head.Material }),
	choice("head.hook", "Hook", catalogue.HookSizes, func(s *Setup) *string { return &s.Head.Hook }),
	choice("head.wire", "Hook wire", []string{"fine", "standard", "heavy"}, func(s *Setup) *string { return &s.Head.Wire }),
	choice("rig.kind", "Rig", Rigs, func(s *Setup) *string { return &s.Rigging.Kind }),
	number("rig.gap", "Between the two", "depth", 0.05, 60, "", func(s *Setup) *float64 { return &s.Rigging.Gap }),
	number("rig.second", "Upper head, or float carries", "mass", 0, 0.5, "the bare hook", func(s *Setup) *float64 { return &s.Rigging.Second }),
	number("rig.wire", "Wire trace", "depth", 0, 2, "none", func(s *Setup) *float64 { return &s.Rigging.Wire }),
	choice("approach.kind", "Approach", []string{SlowFall, HoldBottom, LiftAndDrop, Swim, Hover}, func(s *Setup) *string { return &s.Approach.Kind }),
	number("approach.ceiling", "Falls at most at", "speed", 0, 5, "any speed", func(s *Setup) *float64 { return &s.Approach.Ceiling }),
	choice("approach.leaning", "Of those that do it", []string{Usual, JustEnough, WithMargin, Heavy}, func(s *Setup) *string { return &s.Approach.Leaning }),
	number("approach.speed", "Reeled at", "speed", 0.05, 3, "", func(s *Setup) *float64 { return &s.Approach.Speed }),
	number("approach.bandLow", "Over the bed, at least", "depth", 0, 100, "", func(s *Setup) *float64 { return &s.Approach.BandLow }),
	number("approach.bandHigh", "Over the bed, at most", "depth", 0.02, 100, "", func(s *Setup) *float64 { return &s.Approach.BandHigh }),
	choice("approach.begins", "Retrieve begins", []string{BeginsAsSuits, BeginsAtTouch, BeginsAtCount, BeginsAtSplash}, func(s *Setup) *string { return &s.Approach.Begins }),
	number("approach.count", "It begins at a count of", "time", 0, 300, "the band", func(s *Setup) *float64 { return &s.Approach.Count }),
	choice("approach.still", "In place it is to lie", []string{InPlace, DeadStill, MaySwing}, func(s *Setup) *string { return &s.Approach.Still }),
	number("approach.liftTurns", "Lifted by turns of the reel", "turns", 0, 10, "by the rod", func(s *Setup) *float64 { return &s.Approach.LiftTurns }),
	number("approach.lift", "Lifted by", "depth", 0, 3, "as usual", func(s *Setup) *float64 { return &s.Approach.Lift }),
	number("approach.backLeast", "Back on the bed after, at least", "time", 0, 60, "at once", func(s *Setup) *float64 { return &s.Approach.BackLeast }),
	number("approach.backMost", "Back on the bed after, at most", "time", 0.1, 60, "", func(s *Setup) *float64 { return &s.Approach.BackMost }),
	number("approach.takeUp", "Taken up at", "speed", 0, 1, "what suits", func(s *Setup) *float64 { return &s.Approach.TakeUp }),
	number("approach.wait", "Longest wait", "time", 0, 600, "as usual", func(s *Setup) *float64 { return &s.Approach.Wait }),
	number("approach.sure", "How sure it must be", "share", 0.5, 0.95, "", func(s *Setup) *float64 { return &s.Approach.Sure }),
	number("approach.margin", "Weight left on the bed", "share", 0.01, 0.9, "", func(s *Setup) *float64 { return &s.Approach.Margin }),
	number("approach.share", "In the band for", "share", 0.1, 1, "", func(s *Setup) *float64 { return &s.Approach.Share }),
	number("approach.stays", "In the band for at least", "time", 1, 30, "", func(s *Setup) *float64 { return &s.Approach.Stays }),
	number("approach.snagMost", "Snags at most", "index", 0, 10, "any", func(s *Setup) *float64 { return &s.Approach.SnagMost }),
}

var lines = keys(tackle.LineMaterials)

func number(path, label, measure string, low, high float64, zero string, get func(*Setup) *float64) Field {
	return Field{Path: path, Label: label, Measure: measure, Min: low, Max: high, Zero: zero, number: get}
}

func choice(path, label string, options []string, get func(*Setup) *string) Field {
	return Field{Path: path, Label: label, Options: options, choice: get}
}

func keys[V any](m map[string]V) []string {
	out := make([]string, 0, len(m))
	for k := range m {
		out = append(out, k)
	}
	sort.Strings(out)
	return out
}

// LookupField returns the field of a path fixed in code; it panics on one that
// does not exist.
func LookupField(path string) Field {
	for _, f := range fields {
		if f.Path == path {
			return f
		}
	}
	panic("setup: no field " + path)
}

// Fields returns the description of every number and choice of a setup, and of
// a rung of its ladder ("heads").
func Fields() []Field { return append(append([]Field(nil), fields...), headMass) }
