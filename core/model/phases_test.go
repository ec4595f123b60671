package model

import (
	"reflect"
	"testing"

	"dunvel/core/mechanics"
	"dunvel/core/setup"
)

// How the line is held is what the phases of the fall are.
func TestFalls(t *testing.T) {
	until := mechanics.Phase{Landed: true, Time: 60}
	open := mechanics.Phase{Landed: true, Time: 60, Open: true}
	for _, tt := range []struct {
		hand setup.Hand
		want []mechanics.Phase
	}{
		{setup.Hand{Line: setup.LineOpen}, []mechanics.Phase{open}},
		{setup.Hand{Line: setup.LineFed}, []mechanics.Phase{open}},
		{setup.Hand{Line: setup.LineClosed}, []mechanics.Phase{until}},
		{setup.Hand{Line: setup.LinePartWay, Closes: 7}, []mechanics.Phase{{Open: true, Landed: true, Time: 7}, until}},
		{setup.Hand{Line: setup.LinePartWay}, []mechanics.Phase{{Open: true, Landed: true, Time: 60, Deep: 9}, until}},
	} {
		s := setup.Default()
		s.Hand = tt.hand
		if got := Falls(s, until); !reflect.DeepEqual(got, tt.want) {
			t.Errorf("%+v: %+v", tt.hand, got)
		}
	}
}

// A setup that is held as was chosen has no choice left; a finger pulls two grams, and
// a spool that pulls more pulls that.
func TestHeld(t *testing.T) {
	h := Handling{Down: true, Tip: 0.3, Line: setup.LineOpen}
	s := Held(setup.Default(), h.Fed())
	if s.Hand != (setup.Hand{Rod: setup.RodHeld, Line: setup.LineFed}) || s.Rod.TipHeight != 0.3 {
		t.Errorf("%+v %+v", s.Hand, s.Rod)
	}
	if open, fed := Splash(setup.Default()).SpoolDrag, Splash(s).SpoolDrag; open >= 0.02 || fed != 0.02 {
		t.Errorf("%g N off the spool, %g N under a finger", open, fed)
	}
	closed := Handling{Line: setup.LineClosed}
	if closed.Fed() != closed {
		t.Error("a closed bail is fed")
	}
}
