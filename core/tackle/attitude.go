package tackle

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/water"
)

// Attitude is how a bait sits on the bed behind its head.
type Attitude string

// The attitudes.
const (
	Stands Attitude = "stands" // tail up
	Leans  Attitude = "leans"  // held up by the foot of its head
	Lies   Attitude = "lies"
)

// OnBed returns how head and bait sit on the bed in a fluid, by the moments of
// bait and hook about where the head touches it: the bait's buoyancy at its
// middle against the hook's weight, both at their share of the bait's length
// from there. A floating bait lifts itself; a flat foot holds up one that is
// not too heavy for it.
func OnBed(head Head, bait Bait, fluid water.Fluid) Attitude {
	hook := head.HookMass()
	lift := water.Gravity * (bait.Volume()*fluid.Density - bait.Mass()) * 0.5 * bait.Length
	drop := water.Gravity * hook * (1 - fluid.Density/hookDensity) * judgement.HookMiddle.Number * bait.Length
	moment := lift - drop
	if moment > 0 {
		return Stands
	}
	// The foot of a head reaches its share of the head's radius out from under
	// the middle, where the weight of the head stands on it.
	metal := head.metal(hook)
	density := HeadMaterials[head.Material]
	radius := math.Cbrt(3 * metal / density / (4 * math.Pi))
	foot := catalogue.HeadFeet[head.Shape].Number * radius * water.Gravity * metal * (1 - fluid.Density/density)
	if -moment < foot {
		return Leans
	}
	return Lies
}

// HookExit returns how far behind the nose of a bait the hook comes out, m.
func HookExit(hook string) float64 {
	return catalogue.HookGap[hook].Number * judgement.ShankOverGap.Number
}
