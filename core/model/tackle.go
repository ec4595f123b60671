package model

import (
	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/tackle"
)

// Tackle returns the head of the given mass in kg and the bait.
func Tackle(s setup.Setup, mass float64) (tackle.Head, tackle.Bait) {
	bait := bait(s)
	hook := s.Head.Hook
	if hook == setup.HookAsTheyCome {
		hook = catalogue.HookFitting(GapWanted(s))
		if most := catalogue.HookFor(mass); catalogue.HookMass[most].Number < catalogue.HookMass[hook].Number {
			hook = most
		}
	}
	return tackle.Head{
		Mass: mass, Weighed: s.Head.Weighed, Material: s.Head.Material, Shape: s.Head.Shape,
		Hook: hook, Wire: s.Head.Wire, Skirt: s.Head.Skirt, Tie: s.Head.Tie,
	}, bait
}

func bait(s setup.Setup) tackle.Bait {
	b := s.Bait
	return tackle.Bait{
		Form: b.Form, Length: b.Length, Body: b.Body, Weighed: b.Weighed, Trimmed: b.Trimmed, NoTail: b.NoTail,
		Width: b.Width, Tall: b.Height, Put: b.Put, Drag: b.Drag,
	}
}

// FishFor is how many fish a bait stands, by judgement.
func FishFor(s setup.Setup) float64 {
	fish := catalogue.BaitLasts[s.Bait.Body].Number * catalogue.PutOf(s.Bait.Put).Lasts.Number
	if s.Rigging.Takes() == rigging.PartHead && !catalogue.PutOf(s.Bait.Put).Swings {
		fish *= catalogue.Keepers[s.Head.Keeper].Number
	}
	return fish
}

// GapWanted is the gap in m that a hook has over the body of the bait: as it is high, and
// more where it hides the point.
func GapWanted(s setup.Setup) float64 {
	if s.Head.Point != catalogue.PointExposed {
		return bait(s).Height() * judgement.HookHidden.Number
	}
	return bait(s).Height()
}

// OffsetHook tells whether the shank of the hook is offset, by itself or as such heads come.
func OffsetHook(s setup.Setup) bool {
	return s.Head.Offset || catalogue.HeadShapes[s.Head.Shape].Offset
}
