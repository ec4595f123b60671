package guide

const (
	byJudgement = "Judgement: the number is Dunvel's own and stands in its table of such."
	byMechanics = "Statics."
)

var terms = []Term{
	{"added-water", "Added water", "A body that speeds up in water takes some of the water around it along, so that " +
		"it is slower to start and to stop than its own mass would have it.",
		"mass that moves = own mass + 1.0 × displaced water", byJudgement},
	{"band", "Band", "The depths between which the bait is wanted: those at which the fish are, or a little over " +
		"them, for they look up more than down.", "", ""},
	{"belly", "Belly", "The curve that current or wind presses into the line between rod and bait. It hides what " +
		"happens at the bait, and pulls it up and along.",
		"belly = the greatest distance of the line from the straight way between its ends", ""},
	{"bow", "Bow", "The curve that the wind puts into the line over the water, before it goes in.", "", ""},
	{"contact-margin", "Contact margin",
		"The share of its weight with which a head pushes on the bed. At nothing it is about to lift; at a tenth it " +
			"holds the bed and is felt.",
		"contact margin = push of the bed / net weight", byMechanics},
	{"count", "Count", "The seconds from the splash until the bait is where it is wanted. Counted aloud it is the " +
		"only depth finder that a caster has; the range beside it is where it comes in 8 casts of 10.", "", ""},
	{"current-profile", "Current by depth",
		"Water runs fastest near the top and slows down towards the bed, the more so the rougher that is.",
		"u(h) = u at the top × (h / depth)^(1/7), or ^(1/5) over boulders and kelp",
		"The power law of rough channels; the exponents are judgement."},
	{"drag-area", "Drag area", "How large a plate head-on to the water would hold back as much as this bait. " +
		"Falling, drawn along and flying each have their own, for it turns differently each time.",
		"force = 1/2 × density of water × drag area × speed²", "Newton's law of drag, as in Hoerner (1965)."},
	{"drift", "Drift", "How fast the boat goes over the ground, by wind and current together. It drags the line " +
		"along, and the bait with it.", "drift = current at the top + leeway × wind, unless it was measured",
		byJudgement},
	{"drop-test", "Drop test", "The fall of one's own head and bait timed over a known depth. A few of them replace " +
		"what is usual for a form by what this bait does.",
		"drag of the bait = the one that makes the computed times the measured ones",
		"Least squares; Tarantola (2005)."},
	{"fall-slack", "Fall on a slack line",
		"The bail is open, or line is fed as it is taken: the bait goes down nose first, nearly straight.", "", ""},
	{"fall-tight", "Fall on a tight line",
		"The bail is closed: the bait swings in towards the rod, flatter and slower, and every touch is felt.", "", ""},
	{"felt", "Felt", "Whether what happens at the head can be told from what hand, wind and swirl do to the line. " +
		"From 2 on it is sure, under 1 it is lost in them.",
		"felt = pull at which the head starts to move / sqrt(hand² + gusts² + swirl²)", byJudgement},
	{"glide", "Glide", "A bait that goes down with its axis aslant slides aside as well as down, for water holds it " +
		"less along its axis than across it.",
		"tan of the way = (along × sin − across × cos) / (along × cos + across × sin)",
		"Balance of drag along and across the axis."},
	{"keeper", "Keeper", "The barb, collar or screw that holds a bait at the head. A collar tears fewer baits than a " +
		"barb, a screw fewer than both.", "", ""},
	{"leader", "Leader", "The last piece of line before the bait: stiffer and clearer than the main line, and meant " +
		"to be the weakest link, so that little is lost with a snag.", "", ""},
	{"lift-off", "Lift-off speed", "The speed from which a head that is drawn along leaves the bed, as the line " +
		"pulls it up.", "the speed at which contact margin is 0", byMechanics},
	{"net-weight", "Net weight", "What head, hook and bait weigh in water, each less what it displaces. A floating " +
		"bait takes some of the head's.",
		"net weight = g × sum of mass × (1 − density of water / its own)", "Archimedes."},
	{"odds", "Odds", "How many of ten casts come out so, with all that is not known exactly (flow, wind, line, " +
		"weights, drag) drawn within its range. 8 in 10 is asked for unless you say otherwise.", "", ""},
	{"run-out", "Run-out", "How fast line leaves the spool. Where it stops, or slows down to half, the bait is on " +
		"the bed, or a fish has it.", "", ""},
	{"rung", "Rung", "One of the weights there are to choose from: the next one up or down is the least step there is.",
		"", ""},
	{"scope", "Scope", "How much line is out, against the depth. The more there is, the more water presses on it, " +
		"and the flatter it comes to the bait.", "scope = line out / depth", ""},
	{"snag-index", "Snag index", "How likely this way of fishing hangs up, from 0 to 10: by bed, weed, shape, how " +
		"the point is hidden, guard and speed, and by the losses of your log where it has some.",
		"bed × shape × point × guard × (landing speed / 0.5 m/s)^(1/2) × dragging", byJudgement},
	{"spool-drag", "Spool drag", "What it takes to draw line off an open spool: little from a fixed one, more from a " +
		"revolving one, nothing where line is thrown after it.", "0.005 N fixed, 0.02 N revolving", byJudgement},
	{"stinger", "Stinger", "A second hook, further back in a long bait, on a piece of wire or line with a little " +
		"slack, so that the bait stays straight.", "", ""},
	{"target", "Target", "Where the bait is to be: a depth, or a height over the bed.", "", ""},
	{"tilt", "Tilt", "How far the axis of head and bait is from upright as it falls. The flatter, the slower.",
		"fall area = head × cos³ + side × sin³ + 0.3 × front × cos³ + tail",
		"Cross-flow principle; Hoerner (1965). The tilts are judgement."},
	{"touch-down", "Touch-down", "The moment at which the bait first comes to the bed: the line stops running out, " +
		"its belly stays as it is, the rod tip springs back.", "", ""},
	{"trace", "Trace", "The piece between a sinker and the bait, or the wire that keeps teeth off.", "", ""},
}
