package model

import "dunvel/core/setup"

// Handling is how the hand holds rod and line on the fall.
type Handling struct {
	Down   bool    `json:"down"`   // the rod is held down to the water
	Tip    float64 `json:"tip"`    // of the rod over the water, m
	Line   string  `json:"line"`   // see Hand
	Closes float64 `json:"closes"` // s after the splash at which the bail is closed part-way; 0: half way down
}

// Fed is the handling with the line fed under a finger, where the bail is open.
func (h Handling) Fed() Handling {
	if h.Line == setup.LineOpen {
		h.Line = setup.LineFed
	}
	return h
}

// Held is the setup with rod and line held as in a handling, and in no other way.
func Held(s setup.Setup, h Handling) setup.Setup {
	s.Rod.TipHeight = h.Tip
	s.Hand = setup.Hand{Rod: setup.RodHeld, Line: h.Line, Closes: h.Closes}
	return s
}
