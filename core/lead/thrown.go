package lead

import (
	"context"

	"dunvel/core/judgement"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

// Thrown is what comes of a bait that was thrown at fish.
type Thrown struct {
	Lands  float64 // m from them, as it lands
	Down   float64 // s from now until it is at their depth; 0 where it does not get there
	Ahead  float64 // m that it is before them then, along their way; below 0 it is behind
	Aside  float64 // m that it is to the left of their way then
	Sees   float64 // s that they see it
	Before bool    // they come to see it from behind it, and not when it is past
}

// Throw is what comes of a head that lands so far off in a direction, s from now. The setup
// is valid as the fish are.
func Throw(ctx context.Context, s setup.Setup, f Fish, mass, degrees, distance, land float64) (Thrown, error) {
	w, err := falls(ctx, s, f, mass, degrees, distance)
	if err != nil {
		return Thrown{}, err
	}
	b := bait{w, meeting{land: land, at: flat(distance, degrees)}}
	out := Thrown{Lands: r3.Norm(level(r3.Sub(b.at(land), f.at(land))))}
	out.Sees, out.Before = b.sight(f)
	if w.down > 0 {
		out.Down = land + w.down
		to := r3.Sub(b.at(out.Down), f.at(out.Down))
		out.Ahead, out.Aside = r3.Dot(to, flat(1, f.Way)), r3.Dot(to, flat(1, f.Way+90))
	}
	return out, nil
}

// Lasts is how long a cast is in the air, s.
func Lasts(distance float64) float64 { return distance / judgement.LeadFlight.Number }
