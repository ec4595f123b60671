package water

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Swell is a train of regular waves: height crest to trough in m, period in s,
// the way it travels in rad to the left of x, and its phase in rad at x = y = 0
// at time 0.
type Swell struct {
	Height, Period   float64
	Direction, Phase float64
}

// SteepestSwell is the height over the depth beyond which waves break and linear
// theory says nothing of them (McCowan, 1894, has 0.78; it errs long before).
const SteepestSwell = 0.5

// Waves is what a swell does to the water over a level bed: it moves it to and
// fro (Airy, 1845). The zero value moves nothing.
type Waves struct {
	// Broken tells that the swell is higher than SteepestSwell of the depth; it is
	// taken as high as that then.
	Broken bool

	speed  float64 // a w / sinh(kD), m/s
	number float64 // k, rad/m
	omega  float64 // w, rad/s
	depth  float64 // D, m
	along  r3.Vec  // unit vector of the way it travels
	phase  float64
}

// WavesOver is the swell over a bed at depth m. No height, period or depth is no
// waves.
func WavesOver(s Swell, depth float64) Waves {
	if s.Height <= 0 || s.Period <= 0 || depth <= 0 {
		return Waves{}
	}
	height := min(s.Height, SteepestSwell*depth)
	sin, cos := math.Sincos(s.Direction)
	w := Waves{Broken: s.Height > height, omega: 2 * math.Pi / s.Period, depth: depth, along: r3.Vec{X: cos, Y: sin},
		phase: s.Phase}
	w.number = waveNumber(w.omega, depth)
	w.speed = height / 2 * w.omega / math.Sinh(w.number*depth)
	return w
}

// Moves tells whether there are waves at all.
func (w Waves) Moves() bool { return w.speed > 0 }

// Period is that of the waves in s; 0 where there are none.
func (w Waves) Period() float64 {
	if !w.Moves() {
		return 0
	}
	return 2 * math.Pi / w.omega
}

// At returns the velocity in m/s that waves give the water at p and a time in s:
// a w cosh(k(z+D))/sinh(kD) cos(theta) along their way and a w sinh(k(z+D))/sinh(kD)
// sin(theta) up, theta being the way travelled in waves less the time. Places over
// the still surface or under the bed are taken at the nearer of the two.
func (w *Waves) At(p r3.Vec, time float64) r3.Vec {
	theta, height := w.Place(p, time)
	sin, cos := math.Sincos(theta)
	return w.Flow(sin, cos, math.Exp(height))
}

// Place is theta of At in rad at p and a time in s, and k(z+D), of no unit, which is a number wherever p is.
func (w *Waves) Place(p r3.Vec, time float64) (theta, height float64) {
	height = p.Z + w.depth
	switch {
	case height > w.depth:
		height = w.depth
	case !(height > 0):
		height = 0
	}
	return w.number*(p.X*w.along.X+p.Y*w.along.Y) - w.omega*time + w.phase, w.number * height
}

// Flow is At in m/s, by the sine and the cosine of theta and the exponential of k(z+D).
func (w *Waves) Flow(sin, cos, up float64) r3.Vec {
	down := 1 / up
	level := w.speed / 2 * (up + down) * cos
	return r3.Vec{X: level * w.along.X, Y: level * w.along.Y, Z: w.speed / 2 * (up - down) * sin}
}

// NearBed returns the amplitude in m/s of the to and fro at the bed.
func (w Waves) NearBed() float64 { return w.speed }

// waveNumber solves omega^2 = g k tanh(kD) for k by Newton's method, started
// from the explicit approximation of Eckart (1952), which is within 5 %.
func waveNumber(omega, depth float64) float64 {
	deep := omega * omega / Gravity
	k := deep / math.Sqrt(math.Tanh(deep*depth))
	for range 20 {
		th := math.Tanh(k * depth)
		f := Gravity*k*th - omega*omega
		slope := Gravity * (th + k*depth*(1-th*th))
		step := f / slope
		k -= step
		if math.Abs(step) < 1e-12*k {
			break
		}
	}
	return k
}
