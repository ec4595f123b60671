package setup

import (
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/tackle"
	"dunvel/core/water"
)

// group is what is filled in together.
type group struct {
	name   string
	fields []*Field
}

const groupHeads = "Heads"

var lines = keys(tackle.LineMaterials)

// Conditions that several fields share.
var (
	cast     = more("cast.distance")
	flows    = more("flow.speed")
	blows    = more("wind.speed")
	drifts   = is("boat.kind", boatsThat(func(b catalogue.Boat) bool { return !b.Held })...)
	led      = more("leader.length")
	floating = is("rig.kind", rigging.Those(func(r rigging.Kind) bool { return r.Floats })...)
	held     = is("rig.kind", rigging.Those(func(r rigging.Kind) bool { return !r.Floats })...)
	named    = is("rig.kind", rigging.Those(func(r rigging.Kind) bool { return r.Name != rigging.OwnRig })...)
	swum     = is("approach.kind", Swim)
	lifted   = is("approach.kind", LiftAndDrop)
	hovered  = is("approach.kind", Hover)
	holds    = is("approach.kind", HoldBottom)
	waited   = is("approach.kind", approachesThat(func(a approachKind) bool { return a.waits })...)
	worked   = is("approach.kind", approachesThat(func(a approachKind) bool { return a.works })...)
	anywhere = is("approach.kind", approachesThat(func(a approachKind) bool { return a.anywhere })...)
)

// straightHooks are the shapes whose hook has a straight shank unless it is said otherwise.
var straightHooks = slices.DeleteFunc(keys(catalogue.HeadShapes),
	func(shape string) bool { return catalogue.HeadShapes[shape].Offset })

var groups = []group{
	{"Water", []*Field{
		number("water.depth", "Depth under the rod", "depth", 0.3, 200,
			func(s *Setup) *float64 { return &s.Water.Depth }).essential().dial(),
		number("water.splashDepth", "Depth where it lands", "depth", 0, 200,
			func(s *Setup) *float64 { return &s.Water.SplashDepth }).zero("as under the rod").when(cast),
		choice("water.bed", "Bed", keys(catalogue.Beds), func(s *Setup) *string { return &s.Water.Bed }).essential(),
		number("water.weed", "Weed stands", "depth", 0, 20, func(s *Setup) *float64 { return &s.Water.Weed }).zero(
			"not known").
			means("How high it stands over the bed.").when(
			is("water.bed", bedsThat(func(b catalogue.Bed) bool { return b.Tall })...)),
		number("water.snags", "Snags, over what is usual", "multiple", 0, 5,
			func(s *Setup) *float64 { return &s.Water.Snags }).zero("by the log").
			means("As losses that are logged have it.").when(more("water.snags")),
		choice("water.salinity", "Water", []string{"fresh", "brackish", "salt"},
			func(s *Setup) *string { return &s.Water.Salinity }),
		number("water.temperature", "Water temperature", "temperature", water.MinTemperature, water.MaxTemperature,
			func(s *Setup) *float64 { return &s.Water.Temperature }),
	}},
	{"Current, wind and boat", []*Field{
		number("flow.speed", "Current at the surface", "speed", 0, 3,
			func(s *Setup) *float64 { return &s.Flow.Speed }).essential().dial(),
		number("flow.direction", "Current runs", "angle", 0, 360,
			func(s *Setup) *float64 { return &s.Flow.Direction }).when(flows),
		choice("flow.source", "Current known", []string{ByEye, FloatTest, Meter},
			func(s *Setup) *string { return &s.Flow.Source }).when(flows),
		number("flow.spread", "Current known to", "share", 0, 1,
			func(s *Setup) *float64 { return &s.Flow.Spread }).zero("as usual").
			means("How well it is known, as a relative standard deviation.").when(more("flow.spread")),
		number("flow.nearBed", "Current 1 m over the bed", "speed", 0, 3,
			func(s *Setup) *float64 { return &s.Flow.NearBed }).zero("not measured").when(flows),
		flag("other.asked", "It comes and goes", func(s *Setup) *bool { return &s.Other.Asked }).means(
			"A second state of the flow is answered for."),
		number("other.speed", "Current at the other time", "speed", 0, 3,
			func(s *Setup) *float64 { return &s.Other.Speed }).zero("none").when(on("other.asked")),
		number("other.direction", "It runs", "angle", 0, 360,
			func(s *Setup) *float64 { return &s.Other.Direction }).when(on("other.asked")).when(more("other.speed")),
		number("wind.speed", "Wind", "wind", 0, 40,
			func(s *Setup) *float64 { return &s.Wind.Speed }).essential().dial(),
		number("wind.gusts", "Gusts, times the wind", "multiple", 0, 4,
			func(s *Setup) *float64 { return &s.Wind.Gusts }).zero("as usual").
			means("5 m/s with gusts of 8 is 1.6 times. A bite has to be told from what they push the line by.").when(
			blows),
		number("wind.direction", "Wind blows", "angle", 0, 360,
			func(s *Setup) *float64 { return &s.Wind.Direction }).means("It blows towards.").when(blows),
		choice("wind.source", "Wind known", []string{ByEye, Forecast, Meter},
			func(s *Setup) *string { return &s.Wind.Source }).when(blows),
		boats(func(s *Setup) *string { return &s.Boat.Kind }).essential(),
		flag("boat.measured", "Drift measured", func(s *Setup) *bool { return &s.Boat.Measured }).means(
			"Otherwise it is estimated from current and wind.").when(drifts),
		number("boat.speed", "Drift", "speed", 0, 3, func(s *Setup) *float64 { return &s.Boat.Speed }).dial().when(
			drifts).when(on("boat.measured")),
		number("boat.direction", "Drift goes", "angle", 0, 360,
			func(s *Setup) *float64 { return &s.Boat.Direction }).when(drifts).when(on("boat.measured")),
		number("boat.spread", "Drift known to", "share", 0, 1, func(s *Setup) *float64 { return &s.Boat.Spread }).zero(
			"as usual").
			means("How well it is known, as a relative standard deviation.").when(drifts).when(
			on("boat.measured")).when(more("boat.spread")),
		number("swell.height", "Swell height", "depth", 0, 5, func(s *Setup) *float64 { return &s.Swell.Height }).zero(
			"none"),
		number("swell.period", "Swell period", "time", 2, 25, func(s *Setup) *float64 { return &s.Swell.Period }).when(
			more("swell.height")),
		number("swell.direction", "Swell runs", "angle", 0, 360,
			func(s *Setup) *float64 { return &s.Swell.Direction }).zero("as usual there").
			means("It travels towards; 360: away from the rod.").when(more("swell.height")),
	}},
	{"Line and leader", []*Field{
		choice("line.material", "Line", lines, func(s *Setup) *string { return &s.Line.Material }),
		number("line.diameter", "Line diameter", "diameter", tackle.MinDiameter, tackle.MaxDiameter,
			func(s *Setup) *float64 { return &s.Line.Diameter }).essential(),
		flag("line.estimated", "From its strength", func(s *Setup) *bool { return &s.Line.Estimated }).means(
			"The diameter was worked out from a strength on a label.").when(on("line.estimated")),
		flag("line.measured", "Measured with a gauge", func(s *Setup) *bool { return &s.Line.Measured }),
		number("line.strength", "Line breaks at", "strength", 0, 200,
			func(s *Setup) *float64 { return &s.Line.Strength }).zero("from its diameter"),
		number("line.thicker", "Thickness, over its diameter", "multiple", 0, judgement.ThickerMost.Number,
			func(s *Setup) *float64 { return &s.Line.Thicker }).zero("by the log").
			means("As falls that were timed on the water have it.").when(more("line.thicker")),
		number("leader.length", "Leader length", "depth", 0, 30,
			func(s *Setup) *float64 { return &s.Leader.Length }).zero("none"),
		choice("leader.material", "Leader", lines, func(s *Setup) *string { return &s.Leader.Material }).when(led),
		number("leader.diameter", "Leader diameter", "diameter", tackle.MinDiameter, tackle.MaxDiameter,
			func(s *Setup) *float64 { return &s.Leader.Diameter }).when(led),
		flag("leader.estimated", "From its strength", func(s *Setup) *bool { return &s.Leader.Estimated }).means(
			"The diameter was worked out from a strength on a label.").when(led).when(on("leader.estimated")),
		flag("leader.measured", "Measured with a gauge", func(s *Setup) *bool { return &s.Leader.Measured }).when(
			led).when(on("leader.measured")),
		number("leader.strength", "Leader breaks at", "strength", 0, 200,
			func(s *Setup) *float64 { return &s.Leader.Strength }).zero("from its diameter").when(led),
		flag("leader.loop", "Loop tied in the leader", func(s *Setup) *bool { return &s.Leader.Loop }).when(led),
	}},
	{"Bait", []*Field{
		choice("bait.form", "Bait", keys(catalogue.BaitForms),
			func(s *Setup) *string { return &s.Bait.Form }).essential(),
		number("bait.length", "Bait length", "size", 0.01, 0.4,
			func(s *Setup) *float64 { return &s.Bait.Length }).essential(),
		choice("bait.body", "Made of", []string{"floating", "plain", "lightly salted", "heavily salted", "natural"},
			func(s *Setup) *string { return &s.Bait.Body }),
		number("bait.weighed", "Bait weighed", "mass", 0, 0.3, func(s *Setup) *float64 { return &s.Bait.Weighed }).zero(
			"not weighed"),
		number("bait.trimmed", "Cut off it", "size", 0, 0.3, func(s *Setup) *float64 { return &s.Bait.Trimmed }).zero(
			"nothing"),
		flag("bait.noTail", "Tail or arms are off", func(s *Setup) *bool { return &s.Bait.NoTail }),
		number("bait.width", "Bait width, measured", "size", 0, 0.15,
			func(s *Setup) *float64 { return &s.Bait.Width }).zero("by its form"),
		number("bait.height", "Bait height, measured", "size", 0, 0.15,
			func(s *Setup) *float64 { return &s.Bait.Height }).zero("by its form"),
		choice("bait.put", "Put on", catalogue.PutNames(), func(s *Setup) *string { return &s.Bait.Put }).means(
			"Where the hook goes through it."),
		number("bait.drag", "Drag, over its form's", "multiple", 0, judgement.DragMost.Number,
			func(s *Setup) *float64 { return &s.Bait.Drag }).zero("by drop tests").
			means("As it falls, over what is usual for its form."),
		number("bait.dragSpread", "Drag known to", "share", 0, 1,
			func(s *Setup) *float64 { return &s.Bait.DragSpread }).zero("exactly").when(more("bait.drag")),
	}},
	{groupHeads, []*Field{
		choice("head.shape", "Head shape", keys(catalogue.HeadShapes), func(s *Setup) *string { return &s.Head.Shape }),
		choice("head.material", "Head metal", keys(tackle.HeadMaterials),
			func(s *Setup) *string { return &s.Head.Material }),
		choice("head.hook", "Hook", append(slices.Clone(catalogue.HookSizes), HookAsTheyCome),
			func(s *Setup) *string { return &s.Head.Hook }),
		choice("head.wire", "Hook wire", []string{"fine", "standard", "heavy"},
			func(s *Setup) *string { return &s.Head.Wire }),
		choice("head.point", "Point of the hook", catalogue.PointNames,
			func(s *Setup) *string { return &s.Head.Point }).means("How it sits in the bait."),
		flag("head.guard", "Guard over the point", func(s *Setup) *bool { return &s.Head.Guard }),
		flag("head.offset", "Offset shank", func(s *Setup) *bool { return &s.Head.Offset }).means(
			"Made for a point that is hidden.").when(is("head.shape", straightHooks...)),
		choice("head.keeper", "Keeper", catalogue.KeeperNames, func(s *Setup) *string { return &s.Head.Keeper }).means(
			"What holds the bait on the head."),
		number("head.tie", "Line tie stands at", "angle", 0, 120, func(s *Setup) *float64 { return &s.Head.Tie }).zero(
			"by its shape").
			means("Of the eye to the shank of the hook: 90 is on top, small is at the nose."),
		number("head.snags", "Snags, over what its shape does", "multiple", 0, 5,
			func(s *Setup) *float64 { return &s.Head.Snags }).zero("by the log").
			means("As losses that are logged have it.").when(more("head.snags")),
		flag("head.skirt", "Skirt or feathers", func(s *Setup) *bool { return &s.Head.Skirt }),
		flag("head.weighed", "Weighed with the hook", func(s *Setup) *bool { return &s.Head.Weighed }).means(
			"Not read off the mark."),
	}},
	{"Rig", []*Field{
		choice("rig.kind", "Rig", rigging.Rigs, func(s *Setup) *string { return &s.Rigging.Kind }),
		number("rig.apart", "Between the two", "depth", 0.05, 60, func(s *Setup) *float64 { return &s.Rigging.Apart }).
			means("How far up the line the second weight or bait is.").when(
			is("rig.kind", rigging.Those(func(r rigging.Kind) bool { return r.Two })...)),
		number("rig.over", "Bait wanted over it by", "depth", 0, 10,
			func(s *Setup) *float64 { return &s.Rigging.Over }).zero("not given").
			means("How high over the bed, or the weed on it, the bait is to be: what is between the two for that is " +
				"told.").
			when(is("rig.kind", rigging.Those(func(r rigging.Kind) bool { return r.Raised })...)),
		number("rig.upper", "Upper head", "mass", 0, 0.5, func(s *Setup) *float64 { return &s.Rigging.Upper }).zero(
			"the bare hook").
			when(is("rig.kind", rigging.Those(func(r rigging.Kind) bool { return r.UpperHead })...)),
		number("rig.stop", "Stop at", "depth", 0.05, 60, func(s *Setup) *float64 { return &s.Rigging.Stop }).means(
			"How deep the bait hangs under the float.").when(floating),
		number("rig.carries", "Float carries", "mass", 0, 0.5,
			func(s *Setup) *float64 { return &s.Rigging.Carries }).zero("nothing").when(floating),
		number("rig.wire", "Wire trace", "depth", 0, 2, func(s *Setup) *float64 { return &s.Rigging.Wire }).zero(
			"none").when(named),
		flag("rig.blade", "Blade under the head", func(s *Setup) *bool { return &s.Rigging.Blade }).when(named),
		flag("rig.stinger", "Stinger hook", func(s *Setup) *bool { return &s.Rigging.Stinger }).when(named),
		number("rig.slack", "Slack in its link", "size", 0, 0.1,
			func(s *Setup) *float64 { return &s.Rigging.Slack }).zero("not given").
			means("Of the stinger, over what reaches it when the bait is straight.").when(on("rig.stinger"),
			is("rig.kind", rigging.OwnRig)),
	}},
	{"Cast and approach", []*Field{
		number("cast.distance", "Cast", "depth", 0, 150, func(s *Setup) *float64 { return &s.Cast.Distance }).zero(
			"dropped under the rod").essential().dial(),
		flag("cast.sighted", "To fish that are seen", func(s *Setup) *bool { return &s.Cast.Sighted }).when(cast),
		number("cast.splashMost", "They bear a splash of", "mass", 0, 0.5,
			func(s *Setup) *float64 { return &s.Cast.SplashMost }).zero("any").
			means("Heaviest head whose splash they bear.").when(cast).when(on("cast.sighted")),
		choice("approach.kind", "Approach", Approaches, func(s *Setup) *string { return &s.Approach.Kind }).essential(),
		number("target.depth", "Target depth", "depth", 0, 200,
			func(s *Setup) *float64 { return &s.Target.Depth }).zero("the bed").when(none("target.height")),
		number("target.height", "Target over the bed by", "depth", 0, 200, func(s *Setup) *float64 {
			return &s.Target.Height
		}).zero("not given").when(none("target.depth")).when(anywhere),
		number("approach.speed", "Reeled at", "speed", 0.05, 3,
			func(s *Setup) *float64 { return &s.Approach.Speed }).when(swum),
		number("target.band", "Band from there down", "depth", 0.1, 50, func(s *Setup) *float64 {
			return &s.Target.Band
		}).when(more("target.depth"), more("target.height")).when(anywhere),
		number("approach.bandLow", "Over the bed, at least", "depth", 0, 100, func(s *Setup) *float64 {
			return &s.Approach.BandLow
		}).when(swum).when(none("target.depth")).when(none("target.height")),
		number("approach.bandHigh", "Over the bed, at most", "depth", 0.02, 100, func(s *Setup) *float64 {
			return &s.Approach.BandHigh
		}).when(swum).when(none("target.depth")).when(none("target.height")),
		choice("approach.begins", "Retrieve begins", []string{BeginsAsSuits, BeginsAtTouch, BeginsAtCount,
			BeginsAtSplash}, func(s *Setup) *string { return &s.Approach.Begins }).when(swum),
		number("approach.count", "It begins at a count of", "time", 0, 300, func(s *Setup) *float64 {
			return &s.Approach.Count
		}).zero("the band").when(swum).when(is("approach.begins", BeginsAtCount)),
		number("approach.lift", "Lifted by", "depth", 0, 3, func(s *Setup) *float64 { return &s.Approach.Lift }).zero(
			"as usual").when(lifted).when(none("approach.liftTurns")),
		number("approach.liftTurns", "Lifted by turns of the reel", "turns", 0, 10,
			func(s *Setup) *float64 { return &s.Approach.LiftTurns }).zero("by the rod").when(lifted),
		number("approach.backLeast", "Back on the bed after, at least", "time", 0, 60,
			func(s *Setup) *float64 { return &s.Approach.BackLeast }).zero("at once").when(lifted),
		number("approach.backMost", "Back on the bed after, at most", "time", 0.1, 60,
			func(s *Setup) *float64 { return &s.Approach.BackMost }).when(lifted),
		number("approach.takeUp", "Taken up at", "speed", 0, 1,
			func(s *Setup) *float64 { return &s.Approach.TakeUp }).zero("what suits").when(hovered).when(cast),
		number("approach.wait", "Longest wait", "time", 0, 600,
			func(s *Setup) *float64 { return &s.Approach.Wait }).zero("as usual").when(waited),
		number("approach.ceiling", "Falls at most at", "speed", 0, 5, func(s *Setup) *float64 {
			return &s.Approach.Ceiling
		}).zero("any speed").when(is("approach.kind", SlowFall)),
		choice("approach.leaning", "Of those that do it", []string{Usual, JustEnough, WithMargin, Heavy},
			func(s *Setup) *string { return &s.Approach.Leaning }).means("Which of the heads that do it is preferred."),
		number("cast.drag", "Dragged towards you at", "speed", 0, 2,
			func(s *Setup) *float64 { return &s.Cast.Drag }).zero("worked in place").when(cast).when(worked),
		choice("approach.still", "In place it is to lie", []string{InPlace, DeadStill, MaySwing},
			func(s *Setup) *string { return &s.Approach.Still }).when(holds).when(none("cast.drag")),
	}},
	{"Hand", []*Field{
		choice("hand.rod", "Rod on the fall", []string{RodSuits, RodHeld, RodDown},
			func(s *Setup) *string { return &s.Hand.Rod }).when(held),
		choice("hand.line", "Line on the fall", HandLines, func(s *Setup) *string { return &s.Hand.Line }).when(held),
		number("hand.closes", "Bail closed after", "time", 0, 600,
			func(s *Setup) *float64 { return &s.Hand.Closes }).zero("half way down").
			means("After the splash.").when(held).when(is("hand.line", LinePartWay)),
		choice("rod.outfit", "Its touch", []string{OutfitUsual, OutfitLight, OutfitHeavy},
			func(s *Setup) *string { return &s.Rod.Outfit }).means("How fine the touch of the rod is.").when(held),
		number("hand.patience", "Patience, over what is usual", "multiple", 0, judgement.HandMost.Number,
			func(s *Setup) *float64 { return &s.Hand.Patience }).zero("by the log").
			means("How many times as long as usual is waited, as what is tied on has it.").when(more("hand.patience")),
		number("hand.feel", "Pull that is told, over what is usual", "multiple", 0, judgement.HandMost.Number,
			func(s *Setup) *float64 { return &s.Hand.Feel }).zero("by the log").
			means("More is a coarser hand, as what is tied on has it.").when(more("hand.feel")),
	}},
	{"Rod and reel", []*Field{
		number("rod.tipHeight", "Rod tip over the water", "depth", 0.05, 10,
			func(s *Setup) *float64 { return &s.Rod.TipHeight }),
		choice("rod.spool", "Spool", []string{"fixed", "revolving"}, func(s *Setup) *string { return &s.Rod.Spool }),
		number("rod.lineOnSpool", "Line on the spool", "depth", 5, 1000,
			func(s *Setup) *float64 { return &s.Rod.LineOnSpool }),
		number("rod.least", "Rod casts from", "mass", 0, 1, func(s *Setup) *float64 { return &s.Rod.Least }).zero(
			"not given").means("With hook and bait."),
		number("rod.most", "Rod casts up to", "mass", 0, 1, func(s *Setup) *float64 { return &s.Rod.Most }).zero(
			"not given").means("With hook and bait."),
		number("rod.length", "Rod length", "depth", 0.5, 6, func(s *Setup) *float64 { return &s.Rod.Length }),
		number("rod.perTurn", "Line a turn of the reel", "depth", 0.2, 2,
			func(s *Setup) *float64 { return &s.Rod.PerTurn }).means("Line that a turn of the reel takes in."),
		number("rod.thrown", "A cast you measured", "depth", 0, 150,
			func(s *Setup) *float64 { return &s.Rod.Thrown }).zero("none"),
		number("rod.thrownMass", "It was with a head of", "mass", 0, 0.5,
			func(s *Setup) *float64 { return &s.Rod.ThrownMass }).zero("the bare hook").when(more("rod.thrown")),
	}},
	{"What counts", []*Field{
		number("approach.sure", "How sure it must be", "share", 0.5, 0.95,
			func(s *Setup) *float64 { return &s.Approach.Sure }).means("Probability with which a head must do it."),
		number("approach.margin", "Weight left on the bed", "share", 0.01, 0.9,
			func(s *Setup) *float64 { return &s.Approach.Margin }).means("Contact margin wanted.").when(holds),
		number("approach.share", "In the band for", "share", 0.1, 1,
			func(s *Setup) *float64 { return &s.Approach.Share }).means("Of the way.").when(swum),
		number("approach.stays", "In the band for at least", "time", 1, 30,
			func(s *Setup) *float64 { return &s.Approach.Stays }).when(hovered),
		number("approach.snagMost", "Snags at most", "index", 0, 10,
			func(s *Setup) *float64 { return &s.Approach.SnagMost }).zero("any").means("Snag index, 0 to 10."),
	}},
}

// boats is the choice of what is fished from.
func boats(get func(*Setup) *string) *Field {
	f := choice("boat.kind", "Fished from", boatsThat(func(catalogue.Boat) bool { return true }), get)
	f.Says = map[string]string{}
	for _, b := range catalogue.Boats() {
		f.Says[b.Name] = b.Says
	}
	return f
}

// bedsThat are the names of those that are so, in order.
func bedsThat(so func(catalogue.Bed) bool) []string {
	return slices.DeleteFunc(keys(catalogue.Beds), func(name string) bool { return !so(catalogue.Beds[name]) })
}

// boatsThat are the names of those that are so.
func boatsThat(so func(catalogue.Boat) bool) []string {
	var out []string
	for _, b := range catalogue.Boats() {
		if so(b) {
			out = append(out, b.Name)
		}
	}
	return out
}
