package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"dunvel/core/units"
)

// Position is a place on the earth in degrees, north and east.
type Position struct{ North, East float64 }

var coordinate = units.Pattern(`(?i)([NSEW])?\s*([-+]?\d+(?:[.,]\d+)?)\s*(?:[°ºd]?\s*(\d+(?:[.,]\d+)?)\s*['′’m]?\s*)?(?:(\d+(?:[.,]\d+)?)\s*["″”]?\s*)?([NSEW])?`)

// ReadPosition reads a position as a plotter shows it: degrees with decimals, "12.3456, -4.5678", or with
// minutes, "12°20.736'N 4°34.068'W". The error is in words for the angler.
func ReadPosition(text string) (Position, error) {
	wrong := fmt.Errorf("“%s” is not a position; write degrees, 12.3456, -4.5678, or 12°20.736'N 4°34.068'W",
		strings.TrimSpace(text))
	halves := halve(text)
	if len(halves) != 2 {
		return Position{}, wrong
	}
	north, ok := readHalf(halves[0], "NS")
	east, also := readHalf(halves[1], "EW")
	if !ok || !also || math.Abs(north) > 90 || math.Abs(east) > 180 {
		return Position{}, wrong
	}
	return Position{north, east}, nil
}

// readHalf reads latitude or longitude in degrees. sides are its two letters, such as "NS"; the second makes
// it negative.
func readHalf(half, sides string) (degrees float64, ok bool) {
	half = strings.TrimSpace(half)
	m := coordinate().FindStringSubmatch(half)
	if m == nil || m[0] != half {
		return 0, false
	}
	scale, sign := 1.0, 1.0
	for _, part := range m[2:5] {
		if part == "" {
			break
		}
		v, err := strconv.ParseFloat(strings.Replace(part, ",", ".", 1), 64)
		if err != nil || scale < 1 && (v < 0 || v >= 60) {
			return 0, false
		}
		if scale == 1 && v < 0 {
			sign, v = -1, -v
		}
		degrees += v * scale
		scale /= 60
	}
	side := strings.ToUpper(m[1] + m[5])
	if side == sides[1:] {
		sign = -sign
	}
	return sign * degrees, side == "" || side == sides[:1] || side == sides[1:]
}

// halve splits a position into latitude and longitude: at a letter for a compass point, at a comma, or in the
// middle of the numbers.
func halve(text string) []string {
	text = strings.TrimSpace(text)
	const sky = "NSEWnsew"
	if i := strings.IndexAny(text, sky); i > 0 { // the letter ends the latitude
		return []string{text[:i+1], strings.TrimLeft(text[i+1:], " ,;")}
	} else if i == 0 { // a letter begins each half
		if k := strings.IndexAny(text[1:], sky); k >= 0 {
			return []string{strings.TrimRight(text[:1+k], " ,;"), text[1+k:]}
		}
	}
	for _, at := range []string{";", ", ", ","} {
		if parts := strings.Split(text, at); len(parts) == 2 {
			return parts
		}
	}
	return strings.Fields(text)
}
