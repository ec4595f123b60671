package musts

import (
	"math"

	"dunvel/core/trial"
)

// much is by how much the logarithm of a number changes from which on what does it may not do the opposite the other
// way; muchTime that of a time: falls are asked about to the second.
const much, muchTime = 0.2, 0.06

// always are what ranges are told of, and how far the current carries a head, on which the rest hangs.
var always = []int{ReadTime, ReadLine, ReadSpeed, ReadSteep}

// MovesMuch tells whether something that is not known, which changes a reading in a case by so much, may not do the opposite
// the other way: as far as musts go by it, or it stands for more.
func MovesMuch(c *trial.Case, by Reading) bool {
	if movesMuch(by, always) {
		return true
	}
	for _, m := range In(c) {
		if movesMuch(by, byMust[m].reads) {
			return true
		}
	}
	return false
}

// movesMuch is MovesMuch at some places of a reading.
func movesMuch(by Reading, places []int) bool {
	for _, at := range places {
		most := much
		if at == ReadTime || at == ReadLate {
			most = muchTime
		}
		if math.Abs(by[at]) > most {
			return true
		}
	}
	return false
}
