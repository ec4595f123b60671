package musts

import (
	"math"
	"slices"

	"dunvel/core/trial"
)

const (
	// much is by how much the logarithm of a number changes from which on what does it may not do the opposite the other
	// way; muchTime that of a time: falls are asked about to the second.
	much, muchTime = 0.2, 0.06
	// hardlyLifted is the share of its weight that a line may take off a head to be like none.
	hardlyLifted = 0.05
)

// always are what ranges are told of, and how far the current carries a head, on which the rest hangs.
var always = []int{ReadTime, ReadLine, ReadSpeed, ReadSteep}

// MovesMuch tells whether something that is not known, which changes a reading of a case by so much, may not do the opposite
// the other way: as far as musts go by it, or it stands for more.
func MovesMuch(c *trial.Case, r, by Reading) bool {
	moves := func(at int) bool {
		from, to, most := r[at], r[at]+by[at], much
		switch at {
		case ReadTime, ReadLate:
			most = muchTime
		case ReadLift:
			from, to = max(from, math.Log(hardlyLifted)), max(to, math.Log(hardlyLifted))
		}
		return math.Abs(to-from) > most
	}
	if slices.ContainsFunc(always, moves) {
		return true
	}
	for _, m := range In(c) {
		if slices.ContainsFunc(byMust[m].reads, moves) {
			return true
		}
	}
	return false
}
