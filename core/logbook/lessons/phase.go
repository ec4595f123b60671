package lessons

import (
	"fmt"
	"math"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/units"
)

// byPhase divides bites by the phase of the cast, and compares those on the fall
// with the share of its time that the bait fell.
func byPhase(logs []logbook.Log, sights []sight) (g Group, found []Claim) {
	g.Name = "Phase"
	takes, all := takesByPhase(sights)
	for _, phase := range logbook.Phases {
		if r := takes[phase]; r.Takes > 0 {
			r.Low, r.High = share(r.Takes, all)
			g.Rows = append(g.Rows, r)
		}
	}
	falling, wet := timeInWater(logs)
	if all < int(judgement.PatternLess.Number) || wet == 0 || falling >= wet {
		return g, nil
	}
	even := falling / wet
	n := takes[logbook.Falling].Takes
	onFall, rest := claim(n, all, even), claim(all-n, all, 1-even)
	onFall.Chance, rest.Chance = 2*onFall.Chance, 2*rest.Chance // either could have been found
	onFall.Words = fmt.Sprintf("%d of %d bites on the fall, which is %.0f %% of the time in the water.", n,
		all, 100*even)
	rest.Words = fmt.Sprintf("%d of %d bites after the fall, which is %.0f %% of the time in the water.", all-n, all,
		100*(1-even))
	if float64(n) > even*float64(all) {
		return g, []Claim{onFall}
	}
	return g, []Claim{rest}
}

// splashes are the casts of a log, in order.
func splashes(l logbook.Log) (out []logbook.Event) {
	for _, e := range l.InOrder() {
		if e.Kind == logbook.Splash {
			out = append(out, e)
		}
	}
	return out
}

// mostBins is into how many stretches of depth bites are divided at most.
const mostBins = 20

// timeInWater is for how long, in s, baits fell in all casts, and were in the water.
func timeInWater(logs []logbook.Log) (falling, wet float64) {
	for _, l := range logs {
		casts := splashes(l)
		for i, s := range casts {
			long := judgement.CastLongest.Number
			if i+1 < len(casts) {
				long = min(long, casts[i+1].Time.Sub(s.Time).Seconds()-judgement.CastOverhead.Number)
			}
			if s.With.Expected > 0 && long > 0 {
				falling += min(s.With.Expected, long)
				wet += long
			}
		}
	}
	return falling, wet
}

// takesByPhase counts takes, and the fish among them, by the phase of the cast, and in all.
func takesByPhase(sights []sight) (takes map[string]Row, all int) {
	takes = map[string]Row{}
	for _, s := range sights {
		if !s.taken || s.take.Phase == "" {
			continue
		}
		r := takes[s.take.Phase]
		r.Label = s.take.Phase
		r.Takes++
		if s.take.Kind == logbook.Fish {
			r.Fish++
		}
		takes[s.take.Phase] = r
		all++
	}
	return takes, all
}

// byDepth looks where on the fall bites came: stretches of depth against an even
// fall, and of all runs of them the one that chance makes most seldom.
func byDepth(sights []sight, choice units.Choice) (bins []Bin, found []Claim, looked int) {
	var takes []logbook.Event
	deepest := 0.0
	for _, s := range sights {
		if e := s.take; s.taken && e.Phase == logbook.Falling && e.Depth > 0 && e.With.BedDepth > 0 {
			takes = append(takes, e)
			deepest = max(deepest, e.With.BedDepth)
		}
	}
	bins = []Bin{}
	if len(takes) == 0 {
		return bins, nil, 0
	}
	bins, count := binned(takes, deepest, choice)
	n := len(takes)
	if n < int(judgement.PatternLess.Number) || len(bins) < 3 {
		return bins, nil, 0
	}
	best, from, to, looked := bestRun(bins, count, n)
	if best.Of == 0 {
		return bins, nil, looked
	}
	best.Words = fmt.Sprintf("%d of %d bites on the fall %s to %s down%s; an even fall would have %.0f there.",
		best.Count, n,
		choice.Show("depth", bins[from].From), choice.Show("depth", bins[to].To),
		speeds(takes, bins[from].From, bins[to].To, choice), best.Expected)
	return bins, []Claim{best}, looked
}

// binned puts takes into stretches of depth of one size, and counts them: a take of which a
// range is known is shared by the stretches that it lies in, but counts in one.
func binned(takes []logbook.Event, deepest float64, choice units.Choice) (bins []Bin, count []int) {
	step := choice.Unit("depth").ToBase(1) // a whole one of the person's
	if choice.Unit("depth").Symbol == "ft" {
		step *= 3
	}
	for deepest/step > mostBins {
		step *= 2
	}
	count = make([]int, int(math.Ceil(deepest/step)))
	for i := range count {
		bins = append(bins, Bin{From: float64(i) * step, To: float64(i+1) * step})
	}
	for _, e := range takes {
		in := min(int(e.Depth/step), len(count)-1)
		count[in]++
		for i := range bins {
			bins[i].Expected += overlap(bins[i], 0, e.With.BedDepth) / e.With.BedDepth
			if e.High > e.Low {
				bins[i].Takes += overlap(bins[i], e.Low, e.High) / (e.High - e.Low)
			} else if in == i {
				bins[i].Takes++
			}
		}
	}
	return bins, count
}

// bestRun is the run of stretches with more of n takes than an even fall has there that chance
// makes most seldom, and how many runs were looked at. It is of none where there is none.
func bestRun(bins []Bin, count []int, n int) (best Claim, from, to, looked int) {
	best.Chance = 1
	for i := range bins {
		k, even := 0, 0.0
		for j := i; j < len(bins); j++ {
			k += count[j]
			even += bins[j].Expected / float64(n)
			if even > judgement.PatternWide.Number {
				break // nearly all of it is no pattern
			}
			looked++
			if c := claim(k, n, even); float64(k) > even*float64(n) && c.Chance < best.Chance {
				best, from, to = c, i, j
			}
		}
	}
	return best, from, to, looked
}

func overlap(b Bin, low, high float64) float64 { return max(0, min(b.To, high)-max(b.From, low)) }

// speeds are those at which baits fell that were taken between two depths.
func speeds(takes []logbook.Event, from, to float64, choice units.Choice) string {
	var v []float64
	for _, e := range takes {
		if e.Depth >= from && e.Depth < to && e.With.FallSpeed > 0 {
			v = append(v, e.With.FallSpeed)
		}
	}
	if len(v) < int(judgement.PatternLess.Number) {
		return ""
	}
	slices.Sort(v)
	low, high := v[len(v)/10], v[len(v)-1-len(v)/10]
	unit := choice.Unit("speed")
	if at := fmt.Sprintf("%.1f", unit.FromBase(low)); at == fmt.Sprintf("%.1f", unit.FromBase(high)) {
		return fmt.Sprintf(", at %s %s", at, unit.Symbol)
	}
	return fmt.Sprintf(", at %.1f to %.1f %s", unit.FromBase(low), unit.FromBase(high), unit.Symbol)
}
