package lessons

import (
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/spread"
	"dunvel/core/units"
)

// What of what is learnt of an angler can be refused: then it is as usual again.
const (
	OwnPatience = "patience"
	OwnFeel     = "feel"
	OwnLines    = "lines" // and how thick they are
)

// Refusable is all of it.
var Refusable = []string{OwnPatience, OwnFeel, OwnLines}

// decides tells whether patience and feel decide over what is said: how much of what each
// allows the head that is said uses. The one that is used more decides, where it is used enough.
func (r Tied) decides() (patience, feel bool) {
	waited, told := 0.0, 0.0
	if r.Wait > 0 {
		waited = r.Best.Longest / r.Wait
	}
	if r.Best.Pull > 0 {
		told = r.Best.Told / r.Best.Pull
	}
	enough := judgement.HandBinds.Number
	return waited >= enough && waited >= told, told >= enough && told > waited
}

// patience is how long is waited over what is usual, by the outfits in which the wait decides
// over the weight: what is tied on there takes so many times as long as what is said.
func patience(rows []Tied) Own {
	var logs []float64
	for _, r := range rows {
		if decides, _ := r.decides(); decides && r.Own.Time > 0 && r.Best.Time > 0 {
			logs = append(logs, bounded(r.Own.Time/r.Best.Time))
		}
	}
	return ownOf(logs, "How long you wait is taken as usual: the wait decided in %s.",
		"You wait %.1f times as long as is usual (%.1f to %.1f), by %s in which the wait decides.")
}

// feel is the pull that is told over what is usual, by the outfits in which that decides: a
// hand for which what is tied on is as sure to be felt as what is said is for the usual one.
func feel(rows []Tied) Own {
	var logs []float64
	for _, r := range rows {
		if _, decides := r.decides(); decides && r.Own.Pull > 0 && r.Best.Hand > 0 {
			more := r.Own.Pull / r.Best.Pull
			others := r.Best.Told*r.Best.Told - r.Best.Hand*r.Best.Hand // what gusts and flow disturb
			hand := math.Sqrt(max(more*more*r.Best.Told*r.Best.Told-others, 0))
			logs = append(logs, bounded(hand/r.Best.Hand))
		}
	}
	return ownOf(logs, "What you feel is taken as usual: feel decided in %s.",
		"You tie on for %.1f times the pull that is usually told (%.1f to %.1f), by %s in which feel decides.")
}

// bounded is the logarithm of a factor, as far as anybody goes.
func bounded(factor float64) float64 {
	most := math.Log(judgement.HandMost.Number)
	return min(max(math.Log(factor), -most), most)
}

// ownOf is what outfits say of an angler: normal in the logarithm, with how anglers differ
// beforehand and how one differs from outfit to outfit (Gelman et al., 2013, Bayesian Data
// Analysis, section 2.5). It is told in what is usual, with the outfits that there are, where these are too few,
// and else in what is learnt, with the factor and its range before them.
func ownOf(logs []float64, usual, learnt string) Own {
	out := Own{Outfits: len(logs)}
	switch n := len(logs); {
	case n == 0:
		out.Words = fmt.Sprintf(usual, "no outfit yet")
		return out
	case float64(n) < judgement.HandLeast.Number:
		out.Words = fmt.Sprintf(usual, units.Counted(n, "outfit")+" only")
		return out
	}
	before, each := spread.LogSD(judgement.HandBefore.Spread), spread.LogSD(judgement.HandChoice.Spread)
	information, sum := 1/(before*before), 0.0
	for _, v := range logs {
		information += 1 / (each * each)
		sum += v / (each * each)
	}
	mean, reach := sum/information, spread.Reach/math.Sqrt(information)
	out.Factor, out.Low, out.High = math.Exp(mean), math.Exp(mean-reach), math.Exp(mean+reach)
	out.Words = fmt.Sprintf(learnt, out.Factor, out.Low, out.High, units.Counted(len(logs), "outfit"))
	return out
}
