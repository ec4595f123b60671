package almanac

import (
	_ "embed"
	"encoding/csv"
	"math"
	"strconv"
	"strings"
	"testing"
	"time"
)

//go:embed testdata/light.csv
var known string

// column is a number of a record.
func column(t *testing.T, record []string, i int) float64 {
	t.Helper()
	v, err := strconv.ParseFloat(record[i], 64)
	if err != nil {
		t.Fatal(err)
	}
	return v
}

// Sun and moon come up, stand highest and go down when an ephemeris has them (python3-ephem,
// see testdata/light.py): the sun within two minutes, the moon within five, from the equator
// to 78 degrees north, and in 1900 and 2200. Where they come up at a slant it takes longer.
func TestLightAgainstAnEphemeris(t *testing.T) {
	records, err := csv.NewReader(strings.NewReader(known)).ReadAll()
	if err != nil || len(records) != 42 {
		t.Fatal(len(records), err)
	}
	kinds := []string{Dawn, Sunrise, Sunset, Dusk, Moonrise, MoonHighs, Moonset}
	worst := map[string]float64{}
	for _, r := range records {
		at := Position{column(t, r, 0), column(t, r, 1)}
		parts := strings.Split(r[2], "-")
		var date [3]int
		for i, p := range parts {
			if date[i], err = strconv.Atoi(p); err != nil {
				t.Fatal(err)
			}
		}
		start := time.Date(date[0], time.Month(date[1]), date[2], 0, 0, 0, 0, time.UTC)
		light := LightAt(at, start, start.AddDate(0, 0, 1))
		for i, kind := range kinds {
			got := "-"
			for _, c := range light.Crossings {
				if c.Kind == kind {
					got = c.Time.Format("15:04:05")
					break
				}
			}
			want := r[3+i]
			if (got == "-") != (want == "-") {
				t.Errorf("%v: %s at %s, not %s", r[:3], kind, got, want)
			} else if got != "-" {
				a, _ := time.Parse("15:04:05", got)
				b, _ := time.Parse("15:04:05", want)
				off := math.Abs(a.Sub(b).Minutes())
				worst[kind] = max(worst[kind], off)
				most := 2.0
				if i >= 4 {
					most = 5
				}
				if off > most {
					t.Errorf("%v: %s at %s, not %s", r[:3], kind, got, want)
				}
			}
		}
		if math.Abs(light.Lit-column(t, r, 10)) > 0.003 || math.Abs(light.SinceNew-column(t, r, 11)) > 0.02 ||
			math.Abs(light.SinceFull-column(t, r, 12)) > 0.02 {
			t.Errorf("%v: %.4f lit, %.4f and %.4f days, not %v", r[:3], light.Lit, light.SinceNew,
				light.SinceFull, r[10:])
		}
		if light.Waxing != (light.SinceNew < light.SinceFull) {
			t.Errorf("%v: waxing %v", r[:3], light.Waxing)
		}
	}
	t.Log(worst)
}

// Through the polar day and night nothing crosses, and the sun is said to be up or not.
func TestPolarDays(t *testing.T) {
	at := Position{78, 15}
	for month, up := range map[time.Month]bool{time.June: true, time.December: false} {
		start := time.Date(2026, month, 21, 0, 0, 0, 0, time.UTC)
		light := LightAt(at, start, start.AddDate(0, 0, 1))
		for _, c := range light.Crossings {
			if c.Kind == Sunrise || c.Kind == Sunset {
				t.Errorf("%s in %s", c.Kind, month)
			}
		}
		if light.Up != up {
			t.Errorf("up %v in %s", light.Up, month)
		}
	}
	for _, pole := range []Position{{90, 0}, {-90, 0}} {
		start := time.Date(2026, time.March, 1, 0, 0, 0, 0, time.UTC)
		if light := LightAt(pole, start, start.AddDate(0, 0, 1)); math.IsNaN(light.Lit) {
			t.Error("not a number at the pole")
		}
	}
}

func BenchmarkLight(b *testing.B) {
	start := time.Date(2026, time.November, 26, 0, 0, 0, 0, time.UTC)
	for b.Loop() {
		LightAt(Position{58, -6}, start, start.AddDate(0, 0, 1))
	}
}
