package setup

import (
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
)

// Handling is how the hand holds rod and line on the fall.
type Handling struct {
	Down   bool    `json:"down"`   // the rod is held down to the water
	Tip    float64 `json:"tip"`    // of the rod over the water, m
	Line   string  `json:"line"`   // see Hand
	Closes float64 `json:"closes"` // s after the splash at which the bail is closed part-way; 0: half way down
}

// Fed is the handling with the line fed under a finger, where the bail is open.
func (h Handling) Fed() Handling {
	if h.Line == LineOpen {
		h.Line = LineFed
	}
	return h
}

// Held is the setup with rod and line held as in a handling, and in no other way.
func (s Setup) Held(h Handling) Setup {
	s.Rod.TipHeight = h.Tip
	s.Hand = Hand{Rod: RodHeld, Line: h.Line, Closes: h.Closes}
	return s
}

// Falls are the phases of a fall with the line held as in the setup, that ends as
// until does.
func (s Setup) Falls(until mechanics.Phase) []mechanics.Phase {
	switch s.Hand.Line {
	case LineClosed:
		return []mechanics.Phase{until}
	case LinePartWay:
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
func (s Setup) fingers() float64 {
	spool := judgement.SpoolFixed.Number
	if s.Rod.Spool == "revolving" {
		spool = judgement.SpoolRevolver.Number
	}
	if s.Hand.Line == LineFed {
		return max(spool, judgement.FingerPull.Number)
	}
	return spool
}
