package day

import (
	"fmt"
	"math"
	"slices"
	"time"

	"dunvel/core/care"
	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/logbook"
	"dunvel/core/setup"
	"dunvel/core/technique"
)

// Packed is a thing that is taken along. Its key stays when its number changes, so that it
// stays ticked.
type Packed struct {
	Key   string `json:"key"`
	Words string `json:"words"`
	Short int    `json:"short"` // how many of it are not in the box
}

// Limits of what is packed.
const (
	mostOwn  = 40
	longest  = 100 // letters
	mostTick = 120
)

// checkPack checks the things that were added and ticked.
func (o *opening) checkPack() {
	p := o.day.Plan
	if len(p.Own) > mostOwn || len(p.Ticked) > mostTick {
		o.add("own", "Packing: %d things of your own and %d ticks are more than %d and %d.", len(p.Own), len(p.Ticked),
			mostOwn, mostTick)
		return
	}
	for i, own := range p.Own {
		if message := input.CheckText("Thing to take", own, longest, true); message != "" {
			o.add(fmt.Sprintf("own.%d", i), "%s", message)
		}
	}
	for _, key := range p.Ticked {
		if message := input.CheckText("Tick", key, 2*longest, true); message != "" {
			o.add("ticked", "%s", message)
		}
	}
}

// pack lists what is taken along: rods, heads, leaders and baits by the hours that they are
// fished and what is expected to be lost, and what the cautions ask for.
func (d *Day) pack(w *Worked, a Asked) []Packed {
	out := []Packed{{Key: "rods", Words: rodsWord(max(len(w.Rods), 1)) + " and a reel for each"}}
	if len(w.Rods) == 1 {
		out[0].Words = "one rod and reel"
	}
	lost := 0
	for _, h := range w.Heads {
		lost += h.Take - 1
		out = append(out, Packed{
			Key: fmt.Sprintf("head %g", h.Mass),
			Words: counted(h.Take, fmt.Sprintf("%s %s", a.Choice.Show("mass", h.Mass), d.Spots[0].Setup.Head.Shape),
				"head"),
			Short: max(h.Take-int(h.Owned), 0),
		})
	}
	out = append(out, d.leaders(a, max(len(w.Rods), 1)+int(math.Ceil(float64(lost)/judgement.LeaderKnots.Number)))...)
	out = append(append(out, d.baits(a, 1+lost)...), Packed{Key: "licence", Words: "licence, and the local rules"})
	for _, thing := range care.Things(w.Care) {
		out = append(out, Packed{Key: thing, Words: thing})
	}
	return out
}

// leaders are so many of each kind that the spots are fished with.
func (d *Day) leaders(a Asked, n int) []Packed {
	var out []Packed
	for _, s := range d.Spots {
		l := s.Setup.Leader
		key := fmt.Sprintf("leader %s %g %g", l.Material, l.Diameter, l.Length)
		if l.Length == 0 || slices.ContainsFunc(out, func(p Packed) bool { return p.Key == key }) {
			continue
		}
		out = append(out, Packed{Key: key, Words: fmt.Sprintf("%d × leader of %s %s, %s", n, l.Material,
			a.Choice.Show("diameter", l.Diameter), a.Choice.Show("depth", l.Length))})
	}
	return out
}

// baits are those of each kind for the hours that it is fished, and so many more.
func (d *Day) baits(a Asked, more int) []Packed {
	var out []Packed
	worn := map[string]float64{} // baits, by their key
	for spot, s := range d.Spots {
		b := s.Setup.Bait
		key := fmt.Sprintf("bait %s %g", b.Form, b.Length)
		worn[key] += judgement.PackTakes.Number * d.hours(spot) / a.FishFor(s.Setup)
		p := Packed{Key: key, Words: counted(more+int(math.Ceil(worn[key])),
			fmt.Sprintf("%s %s", a.Choice.Show("size", b.Length), b.Form), "bait")}
		if i := slices.IndexFunc(out, func(p Packed) bool { return p.Key == key }); i >= 0 {
			out[i] = p
		} else {
			out = append(out, p)
		}
	}
	return out
}

// hours are how many a spot is fished.
func (d *Day) hours(spot int) float64 {
	from, to := d.Hours(spot)
	return to.Sub(from).Hours()
}

// counted is a number of things: “3 × 14.2 g ball heads”.
func counted(n int, what, thing string) string {
	if n != 1 {
		thing += "s"
	}
	return fmt.Sprintf("%d × %s %s", n, what, thing)
}

// rods are the rods as a trip begins with them, each in the water that it is fished in first.
func (d *Day) rods(w *Worked) ([]logbook.Rod, error) {
	out := []logbook.Rod{}
	for i, h := range w.Heads {
		first := slices.IndexFunc(w.Fished, func(f Fished) bool { return f.Mass == h.Mass })
		if first < 0 {
			continue
		}
		f := w.Fished[first]
		s, err := d.At(f.Spot, f.From.Add(min(f.To.Sub(f.From)/2, time.Hour)))
		if err != nil {
			return nil, err
		}
		out = append(out, logbook.Rod{Name: fmt.Sprintf("Rod %d", i+1),
			State: logbook.State{Setup: s, Mass: h.Mass, Technique: worked(s)}})
	}
	return out, nil
}

// worked is the way of working a bait that goes with what is wanted of it.
func worked(s setup.Setup) string {
	key := map[string]string{setup.SlowFall: "drop", setup.LiftAndDrop: "hop", setup.Swim: "roll", setup.Hover: "hover",
		setup.HoldBottom: "dead"}[s.Approach.Kind]
	if s.Approach.Kind == setup.HoldBottom && s.Cast.Drag > 0 {
		key = "drag"
	}
	if p, ok := technique.Lookup(key); ok {
		return p.Key
	}
	return technique.Presets()[0].Key
}
