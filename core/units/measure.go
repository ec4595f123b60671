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
	Example   string   // as one is typed
}

var measures = []Measure{
	{"mass", Mass, []string{"g", "oz"}, 3, "3.5 g or 1/8 oz"},
	{"depth", Length, []string{"m", "ft"}, 3, "4.5 m, 15 ft or 12-15 ft"},
	{"size", Length, []string{"mm", "in"}, 3, "90 mm or 3 1/2 in"},
	{"diameter", Length, []string{"mm", "in"}, 3, "0.16 mm or PE 0.8"},
	{"speed", Speed, []string{"m/s", "kn", "km/h", "mph", "ft/s"}, 2, "0.3 m/s or 0.6 kn"},
	{"wind", Speed, []string{"m/s", "kn", "km/h", "mph"}, 2, "4 m/s or 10 mph"},
	{"temperature", Temperature, []string{"°C", "°F"}, 3, "12 °C or 54 °F"},
	{"time", Time, []string{"s"}, 3, "15 s"},
	{"force", Force, []string{"gf", "ozf", "N"}, 2, "5 gf"},
	{"turns", Count, []string{"turns"}, 3, "2"},
	{"rate", Rate, []string{"/s"}, 2, "1.5 /s"},
	{"strength", Mass, []string{"kg", "lb"}, 2, "5 kg or 12 lb"},
	{"share", Ratio, []string{"%"}, 2, "80 %"},
	{"multiple", Ratio, []string{"×"}, 2, "1.2"},
	{"index", Ratio, []string{"of 10"}, 2, "5"},
	{"angle", Angle, []string{"°"}, 3, "90°"},
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
			return fmt.Errorf("%s cannot be shown in “%s”; choose one of %s", name, symbol,
				strings.Join(m.Symbols, ", "))
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
