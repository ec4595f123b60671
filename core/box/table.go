package box

import (
	"strconv"

	"dunvel/core/units"
)

// Cell is what of an item stands in a column, as Read reads it: a quantity as a number in the unit of
// Unit, and nothing where it is not known.
func (c Column) Cell(i Item) string {
	switch {
	case c.number != nil:
		v := *c.number(&i)
		if v == 0 && c.Zero != "" {
			return ""
		}
		if c.Measure != "" {
			v = c.Unit().FromBase(v)
		}
		return strconv.FormatFloat(units.RoundSignificant(v, 6), 'f', -1, 64)
	case c.flag != nil:
		if *c.flag(&i) {
			return "yes"
		}
		return ""
	}
	return *c.choice(&i)
}

// Unit is that of the quantities of a column in a table; the zero unit where it holds none.
func (c Column) Unit() units.Unit {
	if c.Measure == "" {
		return units.Unit{}
	}
	return units.Choice(nil).Unit(c.Measure)
}
