package units

import (
	"fmt"
	"strings"
)

// Measure is a kind of quantity that is shown to people in one unit of their
// choice: depths may be shown in feet while bait lengths stay in millimetres.
type Measure struct {
	Name      string
	Dimension Dimension
	Symbols   []string // the units to choose from; the first is the default
	Digits    int      // significant figures shown
}

var measures = []Measure{
	{"mass", Mass, []string{"g", "oz"}, 3},
	{"depth", Length, []string{"m", "ft"}, 3},
	{"size", Length, []string{"mm", "in"}, 3},
	{"diameter", Length, []string{"mm", "in"}, 3},
	{"speed", Speed, []string{"m/s", "kn", "km/h", "mph", "ft/s"}, 2},
	{"wind", Speed, []string{"m/s", "kn", "km/h", "mph"}, 2},
	{"temperature", Temperature, []string{"°C", "°F"}, 3},
	{"time", Time, []string{"s"}, 3},
	{"force", Force, []string{"gf", "N"}, 2},
	{"turns", Count, []string{"turns"}, 3},
	{"rate", Rate, []string{"/s"}, 2},
	{"strength", Mass, []string{"kg", "lb"}, 2},
	{"share", Ratio, []string{"%"}, 2},
	{"multiple", Ratio, []string{"×"}, 2},
	{"index", Ratio, []string{"of 10"}, 2},
	{"angle", Angle, []string{"°"}, 3},
}

// Measures returns every measure, in the order in which they are listed to
// people.
func Measures() []Measure { return append([]Measure(nil), measures...) }

// LookupMeasure finds a measure by name.
func LookupMeasure(name string) (Measure, bool) {
	for _, m := range measures {
		if m.Name == name {
			return m, true
		}
	}
	return Measure{}, false
}

// Choice is the unit a person wants for each measure; measures left out are
// shown in their default unit.
type Choice map[string]string

// Validate refuses unknown measures, unknown units and units of another
// dimension.
func (c Choice) Validate() error {
	for name, symbol := range c {
		m, ok := LookupMeasure(name)
		if !ok {
			return fmt.Errorf("there is no measure “%s”", name)
		}
		if u, ok := Lookup(symbol); !ok || u.Dimension != m.Dimension {
			return fmt.Errorf("%s cannot be shown in “%s”; choose one of %s", name, symbol, strings.Join(m.Symbols, ", "))
		}
	}
	return nil
}

// Unit returns the unit in which the named measure is shown. It panics on a
// measure that does not exist, since names are fixed in code.
func (c Choice) Unit(measure string) Unit {
	m, ok := LookupMeasure(measure)
	if !ok {
		panic(fmt.Sprintf("units: no measure %q", measure))
	}
	if symbol, chosen := c[measure]; chosen {
		return MustLookup(symbol)
	}
	return MustLookup(m.Symbols[0])
}

// Show writes a base value in the chosen unit of the named measure.
func (c Choice) Show(measure string, base float64) string {
	m, _ := LookupMeasure(measure)
	return Format(base, c.Unit(measure), m.Digits)
}
