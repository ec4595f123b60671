package units

import (
	"fmt"
	"strconv"
	"strings"
)

// Typed is a quantity as it was typed: a number, or from one to another.
type Typed struct {
	Value     float64 // in the base unit; of a range its middle
	Low, High float64 // of a range; both 0 otherwise
	Unit      Unit    // that it was written in
}

// IsRange tells whether it was typed as a range.
func (t Typed) IsRange() bool { return t.High > t.Low }

const number = `\d+(?:[.,]\d+)?`

var (
	feet = Pattern(`^(\d+)\s*(?:'|′|ft|feet|foot)\s*(` + number +
		`|(?:\d+\s+)?\d+/\d+)\s*(?:''|"|″|in|inch|inches)?$`)
	clock    = Pattern(`^(\d{1,2})\s*(?::|m|min|minutes?)\s*([0-5]?\d)\s*(?:s|sec|seconds?)?$`)
	between  = Pattern(`^(` + number + `)\s*([^\d\s.,/-]*)\s*(?:-|–|—|to)\s*(` + number + `)\s*([^\d/]*)$`)
	pace     = Pattern(`^(` + number + `)\s*(?:s|sec|seconds?)\s*(?:/|a|per|for each)\s*(m|metre|meter|ft|foot)$`)
	turning  = Pattern(`^(` + number + `|a|one)\s*turns?\s*(?:/|a|per)\s*s(?:ec|econd)?$`)
	slowly   = Pattern(`^(?:a|one|1)\s*turn\s*(?:in|every)\s*(` + number + `)\s*s(?:ec|econds?)?$`)
	fractal  = Pattern(`^(?:\d+[\s-]+)?\d+\s*/\s*\d+$`)
	listed   = Pattern(`(?i)((?:\d+[\s-]+)?\d+\s*/\s*\d+|\d*[.,]?\d+)\s*([a-z]*)`)
	commas   = Pattern(`,(?:\s|$)|/\d+,|,\s*\d+\s*/`)
	gapped   = Pattern(`[.\d]\s+[.\d]`)
	trailing = Pattern(`[,;\s]+$`)
)

// ParseTyped is Parse, and reads what else anglers write of a dimension: 6'10", 12-15 ft, 1:30 of minutes and seconds,
// 2 s/ft, and of a speed of the reel 1.5 turns a second where m of line to a turn are
// given. A fraction of a weight without a unit can be read two ways where weights are not
// shown in ounces, and is asked about.
func ParseTyped(text string, want Dimension, bare Unit, perTurn float64) (Typed, error) {
	s := strings.ToLower(strings.TrimSpace(plainText.Replace(text)))
	if len(s) > longestText {
		return Typed{}, &ParseError{strings.TrimSpace(text), "is too long"}
	}
	switch want {
	case Length:
		if typed, ok := parseFeet(s); ok {
			return typed, nil
		}
	case Time:
		if m := clock().FindStringSubmatch(s); m != nil {
			minutes, _ := strconv.ParseFloat(m[1], 64)
			seconds, _ := strconv.ParseFloat(m[2], 64)
			return Typed{Value: 60*minutes + seconds, Unit: MustLookup("min")}, nil
		}
	case Speed:
		if typed, ok := parsePace(s, bare); ok {
			return typed, nil
		}
		if rate, ok := turns(s); ok && perTurn <= 0 {
			return Typed{}, &ParseError{strings.TrimSpace(text),
				"counts turns of the reel, and the line that a turn takes in is not known; give " + example(want, bare)}
		} else if ok {
			return Typed{Value: RoundSignificant(rate*perTurn, 12), Unit: bare}, nil
		}
	}
	if m := between().FindStringSubmatch(s); m != nil && !fractal().MatchString(s) {
		return parseRange(text, m, want, bare)
	}
	if want == Mass && bare.Fractions == nil && fractal().MatchString(s) {
		return Typed{}, askOunces(text, s, bare)
	}
	v, unit, err := Parse(text, want, bare)
	return Typed{Value: v, Unit: unit}, err
}

// askOunces asks whether a fraction of a weight without a unit is in ounces.
func askOunces(text, s string, bare Unit) error {
	v, _, err := Read(s, bare)
	if err != nil {
		return err
	}
	return &ParseError{strings.TrimSpace(text),
		fmt.Sprintf("can be read two ways; write %s oz or %s", s, Format(bare.ToBase(v), bare, 3))}
}

// parseFeet reads feet and inches, if a text says them.
func parseFeet(s string) (Typed, bool) {
	m := feet().FindStringSubmatch(s)
	if m == nil {
		return Typed{}, false
	}
	foot, inch := MustLookup("ft"), MustLookup("in")
	whole, _ := strconv.ParseFloat(m[1], 64)
	more, _, err := Read(m[2], inch)
	return Typed{Value: RoundSignificant(foot.ToBase(whole)+inch.ToBase(more), 12), Unit: foot}, err == nil && more < 12
}

// parsePace reads how many seconds a metre or a foot takes, if a text says that.
func parsePace(s string, bare Unit) (Typed, bool) {
	m := pace().FindStringSubmatch(s)
	if m == nil {
		return Typed{}, false
	}
	seconds, _ := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64)
	unit, _ := Lookup(m[2])
	return Typed{Value: RoundSignificant(unit.ToBase(1)/max(seconds, 1e-300), 12), Unit: bare}, seconds > 0
}

// turns is a speed of the reel in turns a second, if a text says one.
func turns(s string) (rate float64, ok bool) {
	read := func(text string) float64 {
		if text == "a" || text == "one" {
			return 1
		}
		v, _ := strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
		return v
	}
	if m := turning().FindStringSubmatch(s); m != nil {
		return read(m[1]), true
	}
	if m := slowly().FindStringSubmatch(s); m != nil && read(m[1]) > 0 {
		return 1 / read(m[1]), true
	}
	return 0, false
}

// parseRange reads from one to another: low, its unit, high, its unit; one unit may stand
// for both.
func parseRange(text string, m []string, want Dimension, bare Unit) (Typed, error) {
	if m[4] = strings.TrimSpace(m[4]); m[2] == "" {
		m[2] = m[4]
	}
	low, unit, err := Parse(m[1]+" "+m[2], want, bare)
	if err != nil {
		return Typed{}, err
	}
	high, _, err := Parse(m[3]+" "+m[4], want, bare)
	if err != nil {
		return Typed{}, err
	}
	if high <= low {
		return Typed{}, &ParseError{strings.TrimSpace(text), "goes from more to less; write the smaller one first"}
	}
	return Typed{Value: RoundSignificant((low+high)/2, 12), Low: low, High: high, Unit: unit}, nil
}

// ParseList reads weights as they are listed: "1/32, 1/16, 1/8 oz", "3.5 7 10", "0,9; 1,8".
// A unit counts for those before it that have none. Errors are *ParseError.
func ParseList(text string, bare Unit) ([]float64, error) {
	s := trailing().ReplaceAllString(plainText.Replace(text), "")
	var parts []string
	switch {
	case strings.ContainsAny(s, ";\n"):
		parts = strings.FieldsFunc(s, func(r rune) bool { return r == ';' || r == '\n' })
	case commas().MatchString(s):
		parts = strings.Split(s, ",")
	case gapped().MatchString(s):
		parts = listed().FindAllString(s, -1)
		if left := strings.TrimSpace(listed().ReplaceAllString(s, "")); left != "" {
			return nil, &ParseError{strings.TrimSpace(text), fmt.Sprintf("holds what is no weight (%s)", left)}
		}
	default:
		parts = []string{s}
	}
	return weights(parts, bare)
}

// weights reads the parts of a list, the last unit first.
func weights(parts []string, bare Unit) ([]float64, error) {
	out := make([]float64, len(parts))
	unit := bare
	for i := len(parts) - 1; i >= 0; i-- {
		v, err := ParseTyped(parts[i], Mass, unit, 0)
		if err != nil {
			return nil, err
		}
		if out[i] = v.Value; v.IsRange() {
			return nil, &ParseError{strings.TrimSpace(parts[i]), "is a range; list each weight"}
		}
		unit = v.Unit
	}
	return out, nil
}
