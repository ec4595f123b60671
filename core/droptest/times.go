package droptest

import (
	"fmt"
	"strconv"
	"strings"

	"dunvel/core/input"
	"dunvel/core/units"
)

var (
	clock   = units.Pattern(`^(\d{1,2}):(\d{2}(?:[.,]\d+)?)$`)
	between = units.Pattern(`[\s;]+|,\s+`)
)

// ReadTimes reads times as they are written down, several at once: "5.2 4.9, 5.1",
// with a decimal comma "5,2; 4,9", or in minutes and seconds, "1:05". Errors are
// setup.Errors for the field "times", and nothing is read then.
func ReadTimes(text string) ([]float64, error) {
	bad := func(format string, args ...any) ([]float64, error) {
		return nil, input.Errors{{Field: "times", Message: "Times: " + fmt.Sprintf(format, args...)}}
	}
	var out []float64
	for _, word := range between().Split(strings.TrimSpace(text), -1) {
		words := []string{word}
		if strings.Contains(word, ".") {
			words = strings.Split(word, ",") // no decimal comma
		}
		for _, one := range words {
			if one = strings.TrimSuffix(strings.TrimSuffix(one, ","), "s"); one == "" {
				continue
			}
			s, ok := ReadTime(one)
			if !ok {
				return bad("“%s” is not a time; write seconds, 5.2, or minutes and seconds, 1:05.", one)
			}
			if message := CheckTime(s); message != "" {
				return nil, input.Errors{{Field: "times", Message: message}}
			}
			out = append(out, s)
		}
	}
	switch {
	case len(out) == 0:
		return bad("there is none; write seconds, such as 5.2 4.9 5.1.")
	case len(out) > MostDrops:
		return bad("%d are too many; at most %d are kept.", len(out), MostDrops)
	}
	return out, nil
}

// ReadTime reads seconds, or minutes and seconds.
func ReadTime(text string) (s float64, ok bool) {
	text = strings.Replace(text, ",", ".", 1)
	minutes := 0.0
	if m := clock().FindStringSubmatch(text); m != nil {
		minutes, _ = strconv.ParseFloat(m[1], 64)
		text = m[2]
	}
	s, err := strconv.ParseFloat(text, 64)
	return 60*minutes + s, err == nil
}
