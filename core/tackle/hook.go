package tackle

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/water"
)

// HookExit returns how far behind the nose of a bait the hook comes out, m.
func HookExit(hook string) float64 {
	return catalogue.HookGap[hook].Number * judgement.ShankOverGap.Number
}

// HookStrength is the pull in kg that straightens a hook of a size and a wire: its wire,
// as thick as its mass makes it, gives in its bend, where the pull has the gap for a
// lever. A round wire of diameter d gives all through at a moment of stress d^3/6
// (Timoshenko, Strength of Materials, 1930).
func HookStrength(hook, wire string) float64 {
	gap := catalogue.HookGap[hook].Number
	mass := catalogue.HookMass[hook].Number * catalogue.HookWire[wire].Number
	diameter := math.Sqrt(mass / (hookDensity * math.Pi / 4 * judgement.WireOverGap.Number * gap))
	return judgement.HookStress.Number * math.Pow(diameter, 3) / 6 / gap / water.Gravity
}
