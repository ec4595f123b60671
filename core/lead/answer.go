package lead

import (
	"context"
	"fmt"
	"math"
	"slices"

	"dunvel/core/abreast"
	"dunvel/core/judgement"
	"dunvel/core/spread"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// Answer is which head to lead fish with, and how.
type Answer struct {
	Heads    []Head   `json:"heads"` // light to heavy
	Pick     int      `json:"pick"`  // -1 where none is worth it
	Sentence string   `json:"sentence"`
	Words    []string `json:"words"` // of the others, and what to mind
	Fish     []Point  `json:"fish"`  // where they swim
	Sight    float64  `json:"sight"` // m that they see a bait over
}

// Ask is what one head does, by its mass in kg.
type Ask func(ctx context.Context, mass float64) (Head, error)

// Find looks at heads of masses in kg and chooses: the surest, and of those that are as sure
// the one that they see longest. Errors are those of asking.
func Find(ctx context.Context, f Fish, masses []float64, ask Ask, choice units.Choice) (*Answer, error) {
	masses = slices.Sorted(slices.Values(masses))
	out := &Answer{Heads: make([]Head, len(masses)), Pick: -1, Words: []string{}, Fish: []Point{}, Sight: f.sees()}
	err := abreast.Each(len(masses), func(i int) (err error) {
		out.Heads[i], err = ask(ctx, masses[i])
		return err
	})
	if err != nil {
		return nil, err
	}
	out.Pick = pick(out.Heads)
	until := horizonOf(out)
	for t := 0.0; t <= until; t += max(until/100, 0.1) {
		p := f.at(t)
		out.Fish = append(out.Fish, Point{round(t), round(p.X), round(p.Y), round(p.Z)})
	}
	w := writer{f, choice}
	out.Sentence, out.Words = w.sentence(out), w.words(out)
	return out, nil
}

// pick is the head that they see longest of those that are as sure as the surest; -1 where
// none is worth the cast.
func pick(heads []Head) int {
	most, best := surest(heads), -1
	for i, h := range heads {
		if h.Why != "" || h.Sure < max(judgement.LeadWorth.Number, most-judgement.LeadAlike.Number) {
			continue
		}
		if best < 0 || h.Sees > heads[best].Sees {
			best = i
		}
	}
	return best
}

// surest is how sure the surest is.
func surest(heads []Head) float64 {
	most := 0.0
	for _, h := range heads {
		most = max(most, h.Sure)
	}
	return most
}

// horizonOf is how far ahead fish are shown, s: until they have seen the bait that is
// picked, or as long as the slowest of the others takes.
func horizonOf(a *Answer) float64 {
	most := 8.0
	for i, h := range a.Heads {
		if n := len(h.Way); n > 0 && (a.Pick < 0 || i == a.Pick) {
			most = max(most, h.Way[n-1].Time)
		}
	}
	return most
}

// writer writes what is said of fish.
type writer struct {
	fish   Fish
	choice units.Choice
}

func (w writer) mass(m float64) string { return w.choice.Show("mass", m) }

func (w writer) depth(m float64) string {
	return w.choice.Show("depth", math.Round(m*10)/10)
}

func (w writer) sentence(a *Answer) string {
	if a.Pick < 0 {
		return w.none(a)
	}
	h := a.Heads[a.Pick]
	begin := "Cast now"
	if h.Throw >= 0.5 {
		begin = fmt.Sprintf("Wait %s, then cast", units.Seconds(h.Throw))
	}
	there := fmt.Sprintf("it is at %s %s later, %s before they are there", w.depth(w.fish.Depth), units.Seconds(h.Down),
		units.Seconds(h.Before))
	if w.fish.Speed < judgement.LeadStanding.Number {
		there = fmt.Sprintf("it is at %s %s later", w.depth(w.fish.Depth), units.Seconds(h.Down))
	}
	return fmt.Sprintf("%s: let %s land %s out, %s, in %s; %s, and they see it for %s (%s).",
		begin, w.mass(h.Mass), w.depth(h.Distance), w.aside(h), units.Seconds(h.Land), there, units.Seconds(h.Sees),
		spread.Odds(h.Sure))
}

// aside is where it lands against where the fish are now.
func (w writer) aside(h Head) string {
	off := math.Remainder(h.Bearing-w.fish.Bearing, 360)
	switch turn := math.Round(math.Abs(off)); {
	case turn < 3:
		return "straight at where they are"
	case off > 0:
		return fmt.Sprintf("%.0f° to the left of where they are", turn)
	default:
		return fmt.Sprintf("%.0f° to the right of where they are", turn)
	}
}

// none is why no head does it.
func (w writer) none(a *Answer) string {
	best := 0
	for i, h := range a.Heads {
		if h.Why == "" && (a.Heads[best].Why != "" || h.Sure > a.Heads[best].Sure) {
			best = i
		}
	}
	h := a.Heads[best]
	if h.Why == "" {
		return fmt.Sprintf("None is worth the cast: with %s, the likeliest, they see it %s.", w.mass(h.Mass),
			spread.Odds(h.Sure))
	}
	heaviest := a.Heads[len(a.Heads)-1]
	return fmt.Sprintf("None does it: even %s %s.", w.mass(heaviest.Mass), heaviest.Why)
}

// words say why not lighter or heavier, and what else there is to it.
func (w writer) words(a *Answer) []string {
	out := []string{}
	if a.Pick > 0 {
		h := a.Heads[a.Pick-1]
		out = append(out, fmt.Sprintf("Not lighter: %s %s.", w.mass(h.Mass), w.why(h, a.Heads)))
	}
	if a.Pick >= 0 && a.Pick+1 < len(a.Heads) {
		h := a.Heads[a.Pick+1]
		out = append(out, fmt.Sprintf("Not heavier: %s %s.", w.mass(h.Mass), w.why(h, a.Heads)))
	}
	if a.Pick < 0 && w.fish.Speed >= judgement.LeadStanding.Number &&
		r3.Dot(flat(1, w.fish.Bearing), flat(1, w.fish.Way)) < 0 {
		out = append(out, "They come nearer: look again when they have.")
	}
	if w.fish.Speed < judgement.LeadStanding.Number {
		out = append(out, "They stand: the splash is over them. Let it land a little beyond, and let it come to them.")
	}
	return out
}

// why is why a head is not the one: it does not do it, is less sure, or is seen for less.
func (w writer) why(h Head, all []Head) string {
	switch {
	case h.Why != "":
		return h.Why
	case h.Sure < surest(all)-judgement.LeadAlike.Number:
		return fmt.Sprintf("is seen %s, where another is %s", spread.Odds(h.Sure), spread.Odds(surest(all)))
	}
	return "is seen for " + units.Seconds(h.Sees)
}
