package almanac

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
)

// ReadStation reads harmonic constants: a line each with the name of the constituent, its
// amplitude in m and its lag at Greenwich in degrees ("M2 1.42 178"), with the mean height
// on one of its own ("mean 2.6"), or a Station in JSON. Constituents that cannot be reckoned
// with are refused, as leaving one out would move the tide. Errors: *LineError.
func ReadStation(text string) (Station, error) {
	if strings.HasPrefix(strings.TrimSpace(text), "{") {
		return readStationJSON(text)
	}
	out := Station{Name: "of your own"}
	for i, line := range strings.Split(text, "\n") {
		fields := strings.FieldsFunc(line, func(r rune) bool { return strings.ContainsRune(" \t\r;,", r) })
		if len(fields) == 0 {
			continue
		}
		wrong := func(why string) (Station, error) { return Station{}, &LineError{i + 1, strings.TrimSpace(line), why} }
		var numbers []float64
		for _, f := range fields[1:] {
			v, err := strconv.ParseFloat(f, 64)
			if err != nil {
				return wrong("after its name it has numbers alone, such as M2 1.42 178.")
			}
			numbers = append(numbers, v)
		}
		switch {
		case strings.EqualFold(fields[0], "mean") && len(numbers) == 1:
			out.Mean = numbers[0]
		case len(numbers) == 2:
			out.Constituents = append(out.Constituents, Constituent{strings.ToUpper(fields[0]), numbers[0], numbers[1]})
		default:
			return wrong("it is no constituent with amplitude and lag, such as M2 1.42 178, and no mean, such as " +
				"mean 2.6.")
		}
		if why := out.Check(); why != "" {
			return wrong(why)
		}
	}
	if len(out.Constituents) == 0 {
		return Station{}, &LineError{1, "", "there is no constituent in it, such as M2 1.42 178."}
	}
	return out, nil
}

func readStationJSON(text string) (Station, error) {
	var out Station
	d := json.NewDecoder(bytes.NewReader([]byte(text)))
	d.DisallowUnknownFields()
	if err := d.Decode(&out); err != nil {
		return Station{}, &LineError{1, "{", "it is no station with name, mean and constituents in JSON."}
	}
	why := out.Check()
	if why == "" && len(out.Constituents) == 0 {
		why = "there is no constituent in it."
	}
	if why != "" {
		return Station{}, &LineError{1, "{", why}
	}
	return out, nil
}

// Check is what is wrong with a station, or "".
func (s Station) Check() string {
	if !(math.Abs(s.Mean) <= MostHeight) {
		return fmt.Sprintf("a mean of %g m is outside what is allowed, %d m over and under the datum.",
			s.Mean, MostHeight)
	}
	seen := map[string]bool{}
	for _, c := range s.Constituents {
		switch {
		case !knows(c.Name):
			return fmt.Sprintf("“%s” is no constituent that can be reckoned with; those are %s.", c.Name,
				strings.Join(reckoned(), ", "))
		case seen[c.Name]:
			return fmt.Sprintf("%s is there twice.", c.Name)
		case !(math.Abs(c.Amplitude) <= MostHeight) || !(math.Abs(c.Lag) <= 360):
			return fmt.Sprintf("%s of %g m and %g degrees is outside what is allowed, %d m and 360 degrees.", c.Name,
				c.Amplitude, c.Lag, MostHeight)
		}
		seen[c.Name] = true
	}
	return ""
}

// reckoned are the names of the constituents that can be reckoned with.
func reckoned() []string {
	var out []string
	for name := range waves {
		out = append(out, name)
	}
	slices.Sort(out)
	return out
}
