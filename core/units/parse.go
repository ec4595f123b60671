package units

import (
	"fmt"
	"strconv"
	"strings"
)

// ParseError says why a text is not the quantity that was asked for. Its
// message is meant for the person who typed it.
type ParseError struct {
	Text   string
	Reason string
}

func (e *ParseError) Error() string { return fmt.Sprintf("“%s” %s", e.Text, e.Reason) }

// examples are shown in messages, one for each dimension.
var examples = map[Dimension]string{
	Mass:        "a weight such as 7 g or 1/4 oz",
	Length:      "a length such as 18 m or 60 ft",
	Speed:       "a speed such as 0.4 m/s or 0.8 kn",
	Temperature: "a temperature such as 11 °C or 52 °F",
	Time:        "a time such as 45 s or 2 min",
	Angle:       "an angle such as 90°",
	Force:       "a pull such as 5 gf",
	Count:       "a number of turns such as 2",
	Rate:        "a rate such as 1.5 /s",
	Ratio:       "a number such as 3 or 80 %",
	Grade:       "a PE number such as PE 1",
}

// small is the length of a unit in which baits and lines are measured, m, and not water.
const small = 0.1

// example is how a quantity is written, where one without a unit is in bare.
func example(want Dimension, bare Unit) string {
	if want == Length && bare.Dimension == Length && bare.Scale < small {
		return "a size such as 0.15 mm or 3 1/2 in"
	}
	return examples[want]
}

const longestText = 40

var (
	plainText = strings.NewReplacer(
		"½", " 1/2", "¼", " 1/4", "¾", " 3/4", "⅛", " 1/8", "⅜", " 3/8", "⅝", " 5/8", "⅞", " 7/8",
		"⅓", " 1/3", "⅔", " 2/3", "⁄", "/", "−", "-", "\u00a0", " ", "\u202f", " ", "≈", "")
	fraction  = Pattern(`^([+-]?)\s*(?:(\d+)[\s-]+)?(\d+)\s*/\s*(\d+)\s*(.*)$`)
	decimal   = Pattern(`^([+-]?\s*(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*(.*)$`)
	ambiguous = Pattern(`^[+-]?[1-9]\d{0,2},\d{3}$`)
	grade     = Pattern(`^[Pp][Ee]\s*(.+)$`)
)

// Parse reads text as a quantity of dimension want and returns it in the base
// unit of want, with the unit it was written in. A bare number is taken to be
// in the unit bare. A comma is a decimal comma. Errors are *ParseError: an
// empty text, no number, a number that can be read two ways ("1,250"), a unit
// that is unknown or of another dimension.
func Parse(text string, want Dimension, bare Unit) (float64, Unit, error) {
	number, unit, err := Read(text, bare)
	if err != nil {
		err.Reason += "; give " + example(want, bare)
		return 0, Unit{}, err
	}
	if unit.Dimension != want {
		return 0, Unit{}, &ParseError{strings.TrimSpace(text),
			fmt.Sprintf("is in %s; give %s", unit.Symbol, example(want, bare))}
	}
	// What is converted is not to be past a limit by the last of its digits.
	return RoundSignificant(unit.ToBase(number), 12), unit, nil
}

// Read splits text into its number and its unit (bare where none is written),
// whatever the dimension.
func Read(text string, bare Unit) (float64, Unit, *ParseError) {
	s := strings.TrimSpace(plainText.Replace(text))
	fail := func(reason string) (float64, Unit, *ParseError) {
		return 0, Unit{}, &ParseError{strings.TrimSpace(text), reason}
	}
	switch {
	case s == "":
		return fail("is empty")
	case len(s) > longestText:
		return fail("is too long")
	}
	if m := grade().FindStringSubmatch(s); m != nil {
		s = m[1] + " PE"
	}
	var number float64
	var rest string
	if m := fraction().FindStringSubmatch(s); m != nil {
		whole, _ := strconv.ParseFloat("0"+m[2], 64)
		top, _ := strconv.ParseFloat(m[3], 64)
		bottom, _ := strconv.ParseFloat(m[4], 64)
		if bottom == 0 {
			return fail("divides by zero")
		}
		number, rest = whole+top/bottom, m[5]
		if m[1] == "-" {
			number = -number
		}
	} else if m := decimal().FindStringSubmatch(s); m != nil {
		digits := strings.ReplaceAll(m[1], " ", "")
		if ambiguous().MatchString(digits) {
			return fail(fmt.Sprintf("can be read two ways; write %s or %s",
				strings.Replace(digits, ",", "", 1), strings.Replace(digits, ",", ".", 1)))
		}
		var err error
		if number, err = strconv.ParseFloat(strings.Replace(digits, ",", ".", 1), 64); err != nil {
			return fail("is not a number")
		}
		rest = m[2]
	} else {
		return fail("does not start with a number")
	}
	if rest == "" {
		return number, bare, nil
	}
	unit, ok := Lookup(rest)
	if !ok {
		return fail(fmt.Sprintf("has a unit that is not known (%s)", rest))
	}
	return number, unit, nil
}
