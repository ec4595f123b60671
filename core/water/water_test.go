package water

import (
	"math"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"
)

func near(t *testing.T, what string, got, want, relative float64) {
	t.Helper()
	if !(math.Abs(got-want) <= relative*math.Abs(want)) {
		t.Errorf("%s: got %g, want %g", what, got, want)
	}
}

// Check values published with EOS-80 (UNESCO 44, 1983), and the usual figures
// at 15 degrees Celsius.
func TestDensityAndViscosity(t *testing.T) {
	near(t, "fresh, 5 C", Density(0, 5), 999.96675, 1e-8)
	near(t, "35, 5 C", Density(35, 5), 1027.67547, 1e-8)
	near(t, "35, 25 C", Density(35, 25), 1023.34306, 1e-8)
	near(t, "fresh, 15 C", Density(0, 15), 999.1, 1e-4)
	near(t, "viscosity, fresh, 15 C", Viscosity(0, 15), 1.14e-6, 0.005)
	near(t, "viscosity, salt, 15 C", Viscosity(35, 15), 1.19e-6, 0.005)
	near(t, "viscosity, fresh, 20 C", Viscosity(0, 20), 1.0035e-6, 0.005)
}

func TestNewRefuses(t *testing.T) {
	for _, tt := range []struct {
		kind        string
		temperature float64
	}{{"swamp", 10}, {"salt", -5}, {"salt", 60}, {"fresh", math.NaN()}} {
		if _, err := New(tt.kind, tt.temperature); err == nil {
			t.Errorf("%q at %g was taken", tt.kind, tt.temperature)
		}
	}
}

func TestCurrentProfile(t *testing.T) {
	c := Current{Surface: r3.Vec{X: 0.5, Y: 0.2}, Exponent: 1.0 / 7}
	if c.At(20, 20) != c.Surface || c.At(25, 20) != c.Surface {
		t.Error("at and above the surface the flow is the surface flow")
	}
	if c.At(0, 20) != (r3.Vec{}) || c.At(-1, 20) != (r3.Vec{}) {
		t.Error("at the bed the flow is nil")
	}
	near(t, "half way", c.At(10, 20).X, 0.5*math.Pow(0.5, 1.0/7), 1e-12)
	p, err := FitExponent(0.5, c.At(1, 20).X, 1, 20)
	if err != nil {
		t.Fatal(err)
	}
	near(t, "fitted power", p, 1.0/7, 1e-9)
	for _, bad := range [][4]float64{{0, 1, 1, 20}, {0.5, 0.6, 1, 20}, {0.5, 0.4, 20, 20}, {0.5, 1e-9, 19, 20},
		{math.NaN(), 1, 1, 2}} {
		if _, err := FitExponent(bad[0], bad[1], bad[2], bad[3]); err == nil {
			t.Errorf("%v was taken", bad)
		}
	}
}

func TestDrift(t *testing.T) {
	got := Drift(r3.Vec{X: 0.2}, r3.Vec{X: 3, Y: -6}, 0.03)
	near(t, "along", got.X, 0.29, 1e-12)
	near(t, "across", got.Y, -0.18, 1e-12)
}

func TestSwell(t *testing.T) {
	// Long waves over shallow water: k = omega / sqrt(g D), so that the
	// orbital amplitude tends to H/2 sqrt(g/D).
	long := WavesOver(Swell{Height: 0.2, Period: 60}, 1.8)
	near(t, "long wave", long.NearBed(), 0.1*math.Sqrt(Gravity/1.8), 0.01)
	for _, depth := range []float64{0.5, 2, 10, 50} {
		omega := 2 * math.Pi / 7
		k := waveNumber(omega, depth)
		near(t, "dispersion", Gravity*k*math.Tanh(k*depth), omega*omega, 1e-9)
	}
	// 0.8 m high, 8 s long, over 3 m, half way down, a quarter of a wave after the
	// crest has passed: k from the dispersion relation by bisection (python3).
	w := WavesOver(Swell{Height: 0.8, Period: 8, Direction: math.Pi / 2}, 3)
	k, omega := 0.1495149, 2*math.Pi/8
	near(t, "wave number", w.number, k, 1e-6)
	crest := w.At(r3.Vec{Z: -1.5}, 0)
	near(t, "along at the crest", crest.Y, 0.4*omega*math.Cosh(k*1.5)/math.Sinh(k*3), 1e-3)
	near(t, "across at the crest", crest.X+1, 1, 1e-9)
	near(t, "up at the crest", crest.Z+1, 1, 1e-9)
	near(t, "up a quarter on", w.At(r3.Vec{Z: -1.5}, 6).Z, 0.4*omega*math.Sinh(k*1.5)/math.Sinh(k*3), 1e-3)
	near(t, "half a wave on", w.At(r3.Vec{Y: math.Pi / k, Z: -1.5}, 0).Y, -crest.Y, 1e-3)
	if w.Period() != 8 || w.Broken || w.At(r3.Vec{Z: 1}, 0) != w.At(r3.Vec{}, 0) {
		t.Errorf("%+v", w)
	}
	// Steeper than half the depth it is taken as that.
	steep, half := WavesOver(Swell{Height: 1.51, Period: 8}, 3), WavesOver(Swell{Height: 1.5, Period: 8}, 3)
	if !steep.Broken || half.Broken || steep.NearBed() != half.NearBed() {
		t.Errorf("%+v, %+v", steep, half)
	}
	for _, none := range []Waves{WavesOver(Swell{}, 2), WavesOver(Swell{Height: 1, Period: 6}, 0),
		WavesOver(Swell{Height: 1}, 3)} {
		if none.Moves() || none.Period() != 0 || none.At(r3.Vec{Z: -1}, 2) != (r3.Vec{}) {
			t.Errorf("%+v", none)
		}
	}
}

func TestBed(t *testing.T) {
	b := Bed{Depth: 10, Slope: 0.2}
	near(t, "depth", b.DepthAt(5), 11, 1e-12)
	along := b.Along(r3.Vec{X: 1})
	near(t, "goes down", along.Z, -0.2/math.Hypot(1, 0.2), 1e-12)
	if math.Abs(r3.Dot(along, b.Normal())) > 1e-12 {
		t.Error("the bed's normal is not normal to it")
	}
	if b.Along(r3.Vec{}) != (r3.Vec{}) {
		t.Error("no direction along the bed from none")
	}
}

func TestBedOfPieces(t *testing.T) {
	b, err := Pieces([]Sounding{{-5, 4}, {5, 4}, {15, 9}}, 0.5)
	if err != nil {
		t.Fatal(err)
	}
	for x, want := range map[float64]float64{-50: 4, 0: 4, 10: 6.5, 15: 9, 80: 9} {
		near(t, "depth", b.DepthAt(x), want, 1e-12)
	}
	p := b.Plane(10)
	near(t, "plane at its place", p.DepthAt(10), 6.5, 1e-12)
	near(t, "plane's slope", p.Slope, 0.5, 1e-12)
	near(t, "normal", b.NormalAt(10).X/b.NormalAt(10).Z, 0.5, 1e-12)
	for _, bad := range [][]Sounding{nil, {{0, 3}, {0, 4}}, {{0, 3}, {1, 40}}, {{0, math.NaN()}}, {{3, 3}, {1, 3}}} {
		if _, err := Pieces(bad, 0.5); err == nil {
			t.Errorf("%v was taken", bad)
		}
	}
}
