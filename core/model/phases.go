package model

import (
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
)

// Falls are the phases of a fall with the line held as in the setup, that ends as
// until does.
func Falls(s setup.Setup, until mechanics.Phase) []mechanics.Phase {
	switch s.Hand.Line {
	case setup.LineClosed:
		return []mechanics.Phase{until}
	case setup.LinePartWay:
		open := mechanics.Phase{Open: true, Landed: until.Landed, Time: s.Hand.Closes}
		if s.Hand.Closes == 0 {
			target := s.TargetDepth()
			if target == 0 {
				target = s.DepthAtSplash()
			}
			open.Deep, open.Time = target/2, until.Time
		}
		return []mechanics.Phase{open, until}
	}
	until.Open = true
	return []mechanics.Phase{until}
}

// fingers is the pull in N of line that leaves the spool: against the spool alone, or
// under a finger.
func fingers(s setup.Setup) float64 {
	spool := judgement.SpoolFixed.Number
	if s.Rod.Spool == "revolving" {
		spool = judgement.SpoolRevolver.Number
	}
	if s.Hand.Line == setup.LineFed {
		return max(spool, judgement.FingerPull.Number)
	}
	return spool
}
