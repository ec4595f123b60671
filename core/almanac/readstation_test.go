package almanac

import (
	"math"
	"strings"
	"testing"
	"time"
)

// Constants of one's own are read as they are copied, and what cannot be reckoned with is
// refused by its name.
func TestReadStation(t *testing.T) {
	want := Station{Name: "of your own", Mean: 2.6, Constituents: []Constituent{{"M2", 1.42, 178}, {"MS4", 0.05, 12.5}}}
	for _, text := range []string{"mean 2.6\nM2 1.42 178\nms4\t0.05\t12.5\n",
		"MEAN;2.6\r\nM2;1.42;178\r\n\r\nMS4;0.05;12.5",
		`{"name":"of your own","mean":2.6,"constituents":[{"name":"M2","amplitude":1.42,"lag":178},{"name":"MS4","amplitude":0.05,"lag":12.5}]}`} {
		got, err := ReadStation(text)
		if err != nil || got.Mean != want.Mean || got.Name != want.Name || len(got.Constituents) != 2 ||
			got.Constituents[0] != want.Constituents[0] || got.Constituents[1] != want.Constituents[1] {
			t.Errorf("%q: %+v %v", text, got, err)
		}
	}
	for text, why := range map[string]string{
		"":         "there is no constituent in it",
		"mean 2.6": "there is no constituent in it",
		"M2 1.42":  "it is no constituent with amplitude and lag",
		"M2 a 178": "after its name it has numbers alone",
		"M2 1 1\nX9 1 2": "line 2 (“X9 1 2”): “X9” is no constituent that can be reckoned with; those are " +
			"2N2, J1,",
		"M2 1 1\nM2 1 2":         "M2 is there twice.",
		"M2 21 1":                "M2 of 21 m and 1 degrees is outside what is allowed, 20 m and 360 degrees.",
		"M2 NaN 1":               "is outside what is allowed",
		"M2 1 361":               "is outside what is allowed",
		"mean 21\nM2 1 1":        "a mean of 21 m is outside what is allowed",
		`{"name":"a"}`:           "there is no constituent in it",
		`{"name":"a","depth":3}`: "it is no station",
		`{"constituents":[{"name":"X9","amplitude":1,"lag":1}]}`: "“X9” is no constituent",
	} {
		if _, err := ReadStation(text); err == nil || !strings.Contains(err.Error(), why) {
			t.Errorf("%q: %v", text, err)
		}
	}
}

// Each wave goes as fast as it is known to (degrees an hour; Pugh, 1987, table 4:1).
func TestSpeeds(t *testing.T) {
	from := time.Date(2026, 5, 12, 0, 0, 0, 0, time.UTC)
	for name, speed := range map[string]float64{
		"M2": 28.9841042, "S2": 30, "N2": 28.4397295, "K2": 30.0821373, "K1": 15.0410686, "O1": 13.9430356,
		"M4":  57.9682084,
		"2N2": 27.8953548, "MU2": 27.9682084, "NU2": 28.5125831, "L2": 29.5284789, "P1": 14.9589314, "Q1": 13.3986609,
		"J1":  15.5854433,
		"MS4": 58.9841042, "MN4": 57.4238337, "M6": 86.9523127, "MM": 0.5443747, "MF": 1.0980331, "SSA": 0.0821373,
		"SA": 0.0410686,
	} {
		s := Station{Constituents: []Constituent{{name, 1, 0}}}
		wave := time.Duration(360 / speed * float64(time.Hour))
		waves := 20 // a thousandth off in speed is 7 degrees after so many
		if wave > 48*time.Hour {
			waves = 1 // the node moves meanwhile
		}
		for _, start := range []time.Time{from, from.Add(wave / 4)} { // one of the two is not at its top
			a, _ := s.Height(start)
			b, _ := s.Height(start.Add(time.Duration(waves) * wave))
			if math.Abs(a-b) > 0.02 {
				t.Errorf("%s: %g, and %g after %d waves", name, a, b, waves)
			}
		}
	}
	if len(waves) != 21 {
		t.Errorf("%d waves", len(waves))
	}
}

// At noon of 1 January 2000, with the moon at 218.316 degrees, the sun at 280.466, the perigee
// at 83.353 and the node at 125.045, each wave stands where its equilibrium argument and its
// node put it (Pugh, 1987, tables 4:1 and 4:3), worked by hand.
func TestArguments(t *testing.T) {
	for name, want := range map[string]float64{
		"2N2": -0.85983, "MU2": -0.40099, "NU2": 0.94792, "L2": 0.22027, "P1": -0.98336, "Q1": -0.88097, "J1": 0.64660,
		"MS4": -0.54993, "MN4": -0.36010, "M6": 1.05539, "MM": -0.75940, "MF": 0.43588, "SSA": -0.93400, "SA": 0.18166,
	} {
		got, _ := Station{Constituents: []Constituent{{name, 1, 0}}}.Height(clock("2000-01-01 12:00"))
		within(t, name, got, want, 1e-3)
	}
}
