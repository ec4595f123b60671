package notes

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/advice/say"
	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/trial"
	"dunvel/core/units"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// rigNotes say what a rig of more than a head does to the bait.
func (t Noter) rigNotes(h *judge.Head, f trial.Fall) ([]Note, error) {
	s := t.Setup.Rigging
	out := []Note{}
	add := func(caution bool, format string, args ...any) {
		out = append(out, Note{"rig", caution, fmt.Sprintf(format, args...)})
	}
	if float, ok := s.Float(); ok {
		add(false, "Under the float it hangs at %s in this current.", t.Depth(t.Hangs(h.Mass)))
		if free := float.Mass - h.Weight/water.Gravity; free > judgement.FloatFree.Number*float.Mass {
			add(false, "It carries %s, what hangs on it weighs %s in water: %s of shot would have it sit low and "+
				"show a take.",
				t.Mass(float.Mass), t.Mass(h.Weight/water.Gravity), t.Mass(free-judgement.FloatShows.Number*float.Mass))
		}
		if !float.Slides && s.FloatStop() > judgement.FixedFloatMost.Number {
			add(true, "A float fixed %s up is hard to cast; let it slide.", t.Depth(s.FloatStop()))
		}
		return out, nil
	}
	bodies, key := s.Bodies()
	if s.Kind == rigging.TwoHeads {
		add(false, "%s", t.pair(h.Mass))
	}
	if len(bodies) < 2 || !t.OnBed || !h.Arrived() {
		return out, nil
	}
	add(false, "%s", touches(bodies, f))
	if slices.ContainsFunc(bodies[:key], rigging.Part.Baited) {
		add(false, "%s", t.onTrace(bodies[key].At))
	}
	lines, err := t.standing(h, f)
	if err != nil {
		return nil, err
	}
	for i, b := range bodies[key+1:] {
		if b.Baited() {
			out = append(out, t.overBed(lines, called(bodies, key+1+i), b.At-bodies[key].At)...)
		}
	}
	return out, nil
}

// pair names two heads, the upper first as they hang, and the next pair up.
func (t Noter) pair(lower float64) string {
	upper := t.Setup.Rigging.Upper
	named := fmt.Sprintf("%s over %s, %s in all.", t.Mass(upper), t.Mass(lower), t.Mass(upper+lower))
	for _, next := range t.Setup.Heads {
		if next > lower {
			return fmt.Sprintf("%s The next pair up is %s over %s.", named, t.Mass(upper), t.Mass(next))
		}
	}
	return named
}

// touches say in which order the bodies of a rig come to the bed.
func touches(bodies []rigging.Part, f trial.Fall) string {
	var down []int
	var off []string
	for i, b := range bodies {
		switch {
		case b.What == rigging.PartSwivel:
		case i < len(f.Touches) && f.Touches[i] > 0:
			down = append(down, i)
		default:
			off = append(off, called(bodies, i))
		}
	}
	slices.SortStableFunc(down, func(a, b int) int { return cmp.Compare(f.Touches[a], f.Touches[b]) })
	if len(down) == 0 {
		return "Nothing of it touches."
	}
	said := fmt.Sprintf("To the bed comes %s in %s", called(bodies, down[0]), units.Seconds(f.Touches[down[0]]))
	for _, next := range down[1:] {
		said += fmt.Sprintf(", %s %s later", called(bodies, next), units.Seconds(f.Touches[next]-f.Touches[down[0]]))
	}
	if len(off) > 0 {
		said += fmt.Sprintf("; still off it some seconds later: %s", strings.Join(off, ", "))
	}
	return said + "."
}

// called is what one of the bodies of a rig is called among the others.
func called(bodies []rigging.Part, i int) string {
	same, before := 0, 0
	for k, b := range bodies {
		if b.What != bodies[i].What {
			continue
		}
		if same++; k < i {
			before++
		}
	}
	name := bodies[i].What
	if name == rigging.PartHook {
		name = "bait"
	}
	switch {
	case same == 1:
		return "the " + name
	case before == 0:
		return "the lower " + name
	case before == same-1:
		return "the upper " + name
	case same == 3:
		return "the middle " + name
	}
	return fmt.Sprintf("%s %d from the end", name, before+1)
}

// onTrace says where a bait is whose sinker lies some way up the line.
func (t Noter) onTrace(trace float64) string {
	if height := t.FloatsUp(); height > 0 {
		return fmt.Sprintf("On its trace it floats %s over the bed; a free one can ride up to %s.", t.Depth(height),
			t.Depth(trace))
	}
	return fmt.Sprintf("On its trace it lies on the bed, up to %s down the current; one that swims or floats can "+
		"ride as high.", t.Depth(trace))
}

// standing are the lines up from what holds the bed: far out, and under the rod.
type standing struct{ far, near []trial.Point }

func (t Noter) standing(h *judge.Head, f trial.Fall) (standing, error) {
	far, err := t.Drawn(h.Mass, h.Handling, f, h.Rest)
	if err != nil {
		return standing{}, err
	}
	near, err := t.UnderRod(h.Mass, h.Handling)
	return standing{far, near}, err
}

// overBed says how high a bait is that is some way up the line, far out and under the
// rod, whether weed hides it, and how far up it belongs for the height that is wanted.
func (t Noter) overBed(lines standing, name string, along float64) []Note {
	height, angle := t.over(lines.far, along)
	near := ""
	if len(lines.near) > 0 {
		under, _ := t.over(lines.near, along)
		near = fmt.Sprintf("; under the rod %s", t.Depth(under))
	}
	out := []Note{{"rig", false, fmt.Sprintf("%s is %s over the bed, %s up a line that stands at %.0f°%s.",
		say.Capital(name), t.Depth(height), t.Depth(along), angle, near)}}
	weed := t.Setup.Water.Weed
	if weed > 0 && height < weed {
		out = append(out, Note{"rig", true, fmt.Sprintf("Weed of %s hides it there.", t.Depth(weed))})
	}
	wanted := t.Setup.BaitOver() + weed
	if wanted == 0 {
		return out
	}
	over := t.Depth(t.Setup.BaitOver()) + " over the bed"
	if weed > 0 {
		over = t.Depth(t.Setup.BaitOver()) + " over the weed"
		if t.Setup.BaitOver() == 0 {
			over = "just over the weed"
		}
	}
	gap, ok := t.up(lines.far, wanted)
	if !ok {
		return append(out, Note{"rig", true, fmt.Sprintf("No gap has it %s: the line lies too flat.", over)})
	}
	said := fmt.Sprintf("To have it %s takes %s between the two", over, t.Depth(gap))
	if gap, ok := t.up(lines.near, wanted); ok {
		said += fmt.Sprintf(", %s under the rod", t.Depth(gap))
	}
	return append(out, Note{"rig", false, said + "."})
}

// up is how far up a line it is so high over the bed, m; false where it never is under
// water.
func (t Noter) up(curve []trial.Point, height float64) (float64, bool) {
	long := 0.0
	for i := 1; i < len(curve); i++ {
		a, b := r3.Vec(curve[i-1]), r3.Vec(curve[i])
		low, high := a.Z+t.DepthAt(a.X), b.Z+t.DepthAt(b.X)
		piece := r3.Norm(r3.Sub(b, a))
		if high >= height {
			share := 1.0
			if high > low {
				share = max((height-low)/(high-low), 0)
			}
			return long + share*piece, a.Z+share*(b.Z-a.Z) < 0
		}
		long += piece
	}
	return 0, false
}

// over is how high over the bed the line is some way up from its end, m, and
// the angle of that stretch to the bed in degrees.
func (t Noter) over(curve []trial.Point, along float64) (height, angle float64) {
	if len(curve) < 2 {
		return 0, 0
	}
	end := r3.Vec(curve[0])
	left, place := along, end
	for i := 1; i < len(curve); i++ {
		a, b := r3.Vec(curve[i-1]), r3.Vec(curve[i])
		piece := r3.Norm(r3.Sub(b, a))
		place = b
		if piece >= left {
			place = r3.Add(a, r3.Scale(left/piece, r3.Sub(b, a)))
			break
		}
		left -= piece
	}
	height = max(place.Z+t.DepthAt(place.X), 0)
	flat := math.Hypot(place.X-end.X, place.Y-end.Y)
	return height, math.Atan2(place.Z-end.Z, flat) * 180 / math.Pi
}
