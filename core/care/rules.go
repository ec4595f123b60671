package care

import (
	"fmt"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/units"
)

// always is a condition that is the same in all units.
func always(words string) func(units.Choice) string {
	return func(units.Choice) string { return words }
}

// told is a condition with a value of the table of judgement in it, in a measure.
func told(format, measure string, value float64) func(units.Choice) string {
	return func(u units.Choice) string { return fmt.Sprintf(format, u.Show(measure, value)) }
}

// as it stands, if it does.
func as(words string, stands bool) string {
	if !stands {
		return ""
	}
	return words
}

// strong is what anglers call a strong current, m/s.
var strong = catalogue.CurrentWords[3].Speed.Number

// rules are all cautions, what hurts first.
var rules = []rule{
	{
		key: "eyes", take: "glasses", words: "A head that slips or springs back goes for the eyes: glasses on, and a " +
			"look behind you before each cast.",
		when: told("Heads from %s that are cast.", "mass", judgement.CareHeavy.Number),
		since: func(c Case, u units.Choice) string {
			return as(u.Show("mass", c.Mass)+" on the cast", c.Setup.Cast.Distance > 0 &&
				c.Mass >= judgement.CareHeavy.Number)
		},
	},
	{
		key: "cold", take: "life jackets",
		words: "Water this cold takes the breath before you can swim: the life jacket is worn, not stowed.",
		when:  told("Water under %s.", "temperature", judgement.CareCold.Number),
		since: func(c Case, u units.Choice) string {
			return as("water of "+u.Show("temperature", c.Setup.Water.Temperature),
				c.Setup.Water.Temperature < judgement.CareCold.Number)
		},
	},
	{
		key: "swell", words: "Swell breaks over bars and sweeps rocks: watch it for ten minutes first, and never " +
			"turn your back on it.",
		when: told("Swell over %s.", "depth", judgement.CareSwell.Number),
		since: func(c Case, u units.Choice) string {
			return as("swell of "+u.Show("depth", c.Setup.Swell.Height),
				c.Setup.Swell.Height > judgement.CareSwell.Number)
		},
	},
	{
		key: "cut off", take: "the time of the way back",
		words: "The tide comes in behind you: know the way back, and the time until which it is dry.",
		when:  always("On foot where there is a tide."),
		since: func(c Case, _ units.Choice) string { return as("on foot with the tide", c.Tide && c.onFoot()) },
	},
	{
		key: "sluice", words: "A sluice or weir opens without a word: keep off its apron, and do not anchor above it.",
		when:  always("A current that comes and goes by times."),
		since: func(c Case, _ units.Choice) string { return as("a current by times", c.Sluice) },
	},
	{
		key: "drift", words: "One of you watches where the boat goes while the others fish.",
		when:  always("A boat that drifts."),
		since: func(c Case, _ units.Choice) string { return as(c.Setup.Boat.Kind+", drifting", c.drifts()) },
	},
	{
		key: "rock", take: "studded soles",
		words: "Wet rock slips: studded soles, and no step that you would not take without a rod.",
		when:  always("On foot by rock or boulders."),
		since: func(c Case, _ units.Choice) string {
			return as("on foot by "+c.Setup.Water.Bed, c.onFoot() &&
				(c.Setup.Water.Bed == "rock" || c.Setup.Water.Bed == "boulders"))
		},
	},
	{
		key: "wading", take: "a belt for the waders",
		words: "Water that runs takes the legs from whoever stands in it: no deeper than the knee, across it and not " +
			"with it, and a belt round the waders.",
		when: told("On foot by a current from %s.", "speed", strong),
		since: func(c Case, u units.Choice) string {
			return as("on foot by a current of "+u.Show("speed", c.Setup.Flow.Speed), c.onFoot() &&
				c.Setup.Flow.Speed >= strong)
		},
	},
	{
		key: "mud", take: "a staff", words: "Mud holds a foot and the water does not wait: feel ahead with a staff, " +
			"and turn back where it pulls.",
		when: always("On foot by mud."),
		since: func(c Case, _ units.Choice) string {
			return as("on foot by mud", c.onFoot() && c.Setup.Water.Bed == "mud")
		},
	},
	{
		key: "dark", take: "a lamp and a spare one",
		words: "In the dark a lamp and a spare one, and somebody ashore who knows when you are back.",
		when:  always("Fished before sunrise or after sunset."),
		since: func(c Case, _ units.Choice) string { return as("fished in the dark", c.Dark) },
	},
	{
		key: "thunder", words: "At the first thunder the rods go down and you come off the water: carbon draws it.",
		when: told("Warm days, by water from %s.", "temperature", judgement.CareThunder.Number),
		since: func(c Case, u units.Choice) string {
			return as("water of "+u.Show("temperature", c.Setup.Water.Temperature),
				c.Setup.Water.Temperature >= judgement.CareThunder.Number)
		},
	},
	{
		key: "lines over", words: "A long rod reaches lines overhead: look up before you put it together and before " +
			"you cast.",
		when: told("Rods from %s.", "depth", judgement.CareLong.Number),
		since: func(c Case, u units.Choice) string {
			return as("a rod of "+u.Show("depth", c.Setup.Rod.Length), c.Setup.Rod.Length >= judgement.CareLong.Number)
		},
	},
	{
		key: "thin braid", take: "a piece of wood to pull with",
		words: "Thin braid cuts to the bone: pull a snag free with the line round a piece of wood, never round the " +
			"hand.",
		when: func(u units.Choice) string {
			return fmt.Sprintf("Braid under %s with a snag index from %.0f.",
				u.Show("diameter", judgement.CareThin.Number), judgement.SnagsMany.Number)
		},
		since: func(c Case, u units.Choice) string {
			return as(fmt.Sprintf("braid of %s, snag index %.0f", u.Show("diameter", c.Setup.Line.Diameter), c.Snags),
				c.Setup.Line.Material == "braid" && c.Setup.Line.Diameter < judgement.CareThin.Number &&
					c.Snags >= judgement.SnagsMany.Number)
		},
	},
	{
		key: "wire", take: "a gag and long pliers",
		words: "Cut and crimp wire with glasses on, and cover its ends; for what bites through line a gag and long " +
			"pliers, and fingers away.",
		when:  always("A wire trace."),
		since: func(c Case, _ units.Choice) string { return as("a wire trace", c.wired()) },
	},
	{
		key: "deep fish", words: "Fish from so deep may not live when they go back: stop when you have what you keep.",
		when: told("Water over %s deep.", "depth", judgement.CareDeep.Number),
		since: func(c Case, u units.Choice) string {
			return as(u.Show("depth", c.Setup.Water.Depth)+" of water", c.Setup.Water.Depth > judgement.CareDeep.Number)
		},
	},
	{
		key: "lead", take: "something to wash hands with",
		words: "Lead comes off on the hands: wash them before you eat, and keep it from children. Small weights of " +
			"it are banned in places.", local: true,
		metal: "tungsten",
		when:  always("Heads, sinkers or shot of lead."),
		since: func(c Case, _ units.Choice) string { return as("lead", c.Setup.Head.Material == "lead") },
	},
	{
		key: "hooks", words: "How many hooks may be on one line is not the same everywhere: look at the local rules.",
		local: true,
		when:  always("Two hooks or more on a line: pairs, stingers, trailing baits."),
		since: func(c Case, _ units.Choice) string {
			n := c.Setup.Rigging.Hooks()
			return as(fmt.Sprintf("%d hooks on the line", n), n > 1)
		},
	},
	{
		key: "live bait", words: "Live and natural bait are not allowed everywhere, nor brought from other water: " +
			"look at the local rules.", local: true,
		when:  always("A bait that is natural."),
		since: func(c Case, _ units.Choice) string { return as("a natural bait", c.Setup.Bait.Body == "natural") },
	},
	{
		key: "licence", words: "Licence, season, size and how many may be kept: look at the local rules.", local: true,
		when:  always("Every plan and every trip, by its place."),
		since: func(c Case, _ units.Choice) string { return c.Place },
	},
}
