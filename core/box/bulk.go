package box

import (
	"fmt"
	"slices"
	"strings"

	"dunvel/core/input"
	"dunvel/core/units"
)

var (
	each     = units.Pattern(`^(\d+)\s*(?:each|pcs|pieces)$|^(?:x|×)\s*(\d+)$`)
	atPrice  = units.Pattern(`^(?:at|@)\s*(\d+(?:[.]\d+)?)$`)
	hookPart = units.Pattern(`^(?:hook\s+)?(#\d+|\d+/0)$`)
)

// Bulk reads heads as they are listed in one go: "ball, lead, 1/16 1/8 3/16
// 1/4, hook 1/0, 6 each". What is left out is as usual. Errors are
// setup.Errors of the field "text".
func Bulk(text string, choice units.Choice) ([]Item, error) {
	refuse := func(format string, args ...any) ([]Item, error) {
		return nil, input.Errors{{Field: "text", Message: "Heads: " + fmt.Sprintf(format, args...)}}
	}
	if len(text) > 1000 {
		return refuse("that is too long; at most 1000 characters are read.")
	}
	columns, _ := columnsOf(Head)
	cells := make([]string, len(columns))
	at := func(key string) int { return slices.IndexFunc(columns, func(c Column) bool { return c.Key == key }) }
	var masses []string
	for _, part := range strings.Split(text, ",") {
		part = strings.TrimSpace(part)
		lower := strings.ToLower(part)
		switch {
		case part == "":
		case each().MatchString(lower):
			m := each().FindStringSubmatch(lower)
			cells[at("count")] = m[1] + m[2]
		case atPrice().MatchString(lower):
			cells[at("price")] = atPrice().FindStringSubmatch(lower)[1]
		case hookPart().MatchString(lower):
			cells[at("hook")] = hookPart().FindStringSubmatch(lower)[1]
		case strings.HasSuffix(lower, " wire"):
			cells[at("wire")] = strings.TrimSuffix(lower, " wire")
		case lower == "weighed":
			cells[at("weighed")] = "yes"
		case lower == "guarded":
			cells[at("guard")] = "yes"
		case option(columns[at("shape")], lower):
			cells[at("shape")] = lower
		case option(columns[at("material")], lower):
			cells[at("material")] = lower
		default:
			found, ok := massList(part)
			if !ok {
				return refuse("“%s” is neither a shape, a metal, a hook, a count such as “6 each”, a price such as "+
					"“at 0.45”, nor a list of weights.", part)
			}
			masses = append(masses, found...)
		}
	}
	if masses == nil {
		return refuse("there is no weight in it; write for example “ball, lead, 1/16 1/8 1/4, hook 1/0, 6 each”.")
	}
	rows := make([][]string, len(masses))
	for i, mass := range masses {
		rows[i] = slices.Clone(cells)
		rows[i][at("mass")] = mass
	}
	items, err := Read(Head, rows, choice)
	if err != nil {
		return refuse("%s", err)
	}
	return items, nil
}

func option(c Column, word string) bool { return slices.Contains(c.Options, word) }

// massList splits "1/16 1/8 oz" and "3.5 7 10g" into weights with their units:
// a unit at the end is that of all before it that have none.
func massList(part string) ([]string, bool) {
	var out []string
	unit := ""
	words := strings.Fields(part)
	for i := len(words) - 1; i >= 0; i-- {
		word := words[i]
		if !strings.ContainsAny(word, "0123456789½¼¾⅛⅜⅝⅞") {
			if _, known := units.Lookup(word); !known {
				return nil, false
			}
			unit = " " + word
			continue
		}
		if strings.Trim(word, "0123456789.,/½¼¾⅛⅜⅝⅞") == "" {
			word += unit
		}
		out = append(out, word)
	}
	slices.Reverse(out)
	return out, out != nil
}
