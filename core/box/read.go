package box

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"dunvel/core/input"
	"dunvel/core/tackle"
	"dunvel/core/units"
)

// Limits of what is read at once.
const (
	MostRows    = 200
	longestCell = 80
)

// Read reads rows of cells as items of a kind, in the order of its columns;
// cells left out or empty take what is usual. Errors are setup.Errors, with
// fields such as "rows.2.mass", and nothing is read then.
func Read(kind string, rows [][]string, choice units.Choice) ([]Item, error) {
	columns, ok := columnsOf(kind)
	if !ok {
		return nil, input.Errors{{Field: "kind", Message: fmt.Sprintf("Kind: there is no “%s” in a box.", kind)}}
	}
	if len(rows) == 0 || len(rows) > MostRows {
		return nil, input.Errors{{Field: "rows",
			Message: fmt.Sprintf("Rows: give 1 to %d, not %d.", MostRows, len(rows))}}
	}
	var errs input.Errors
	items := make([]Item, len(rows))
	for r, row := range rows {
		items[r].Kind = kind
		if len(row) > len(columns) {
			errs = append(errs, input.FieldError{Field: fmt.Sprintf("rows.%d", r),
				Message: fmt.Sprintf("Row %d: it has %d cells, there are %d columns.", r+1, len(row), len(columns))})
			continue
		}
		for c, column := range columns {
			cell := ""
			if c < len(row) {
				cell = strings.TrimSpace(row[c])
			}
			if message := column.read(cell, &items[r], choice); message != "" {
				errs = append(errs, input.FieldError{Field: fmt.Sprintf("rows.%d.%s", r, column.Key), Message: message})
			}
		}
		errs = append(errs, items[r].clashes(r, choice)...)
	}
	if errs != nil {
		return nil, errs
	}
	return items, nil
}

// Change reads some cells of an item, by the keys of their columns, and leaves
// the rest of it as it is. Errors are setup.Errors, with fields such as
// "rows.0.mass".
func (i Item) Change(cells map[string]string, choice units.Choice) (Item, error) {
	columns, _ := columnsOf(i.Kind)
	var errs input.Errors
	read := 0
	for _, c := range columns {
		cell, ok := cells[c.Key]
		if !ok {
			continue
		}
		read++
		if message := c.read(strings.TrimSpace(cell), &i, choice); message != "" {
			errs = append(errs, input.FieldError{Field: "rows.0." + c.Key, Message: message})
		}
	}
	if read < len(cells) {
		errs = append(errs, input.FieldError{Field: "rows.0", Message: fmt.Sprintf("A %s has no such cells.", i.Kind)})
	}
	errs = append(errs, i.clashes(0, choice)...)
	if errs != nil {
		return Item{}, errs
	}
	return i, nil
}

// Validate returns nil or setup.Errors for an item that was read from elsewhere, in the
// units of choice.
func (i Item) Validate(choice units.Choice) error {
	columns, ok := columnsOf(i.Kind)
	if !ok {
		return input.Fault("kind", "Kind: there is no “%s” in a box.", i.Kind)
	}
	var errs input.Errors
	for _, c := range columns {
		message := ""
		switch {
		case c.number != nil:
			if value := *c.number(&i); value != 0 || c.Zero == "" {
				message = c.check(value, choice)
			}
		case c.Type == "text":
			message = input.CheckText(c.Label, *c.choice(&i), longestCell, false)
		case c.choice != nil && !slices.Contains(c.Options, *c.choice(&i)):
			message = fmt.Sprintf("%s: “%s” is not one of %s.", c.Label, *c.choice(&i), strings.Join(c.Options, ", "))
		}
		if message != "" {
			errs = append(errs, input.FieldError{Field: c.Key, Message: message})
		}
	}
	if errs = append(errs, i.clashes(0, choice)...); errs != nil {
		return errs
	}
	return nil
}

// clashes are cells of an item that cannot be together.
func (i Item) clashes(row int, choice units.Choice) input.Errors {
	if i.Kind == Rod && i.Most > 0 && i.Most < i.Least {
		message := fmt.Sprintf("Casts up to: %s is less than what it casts from, %s.", choice.Show("mass", i.Most),
			choice.Show("mass", i.Least))
		return input.Errors{{Field: fmt.Sprintf("rows.%d.most", row), Message: message}}
	}
	return nil
}

// read reads one cell into an item and returns what is wrong with it, or "".
func (c Column) read(cell string, into *Item, choice units.Choice) string {
	if len([]rune(cell)) > longestCell {
		return fmt.Sprintf("%s: “%s…” is too long; at most %d characters are kept.", c.Label, string([]rune(cell)[:20]),
			longestCell)
	}
	switch c.Type {
	case "text":
		if message := input.CheckText(c.Label, cell, longestCell, false); message != "" {
			return message
		}
		*c.choice(into) = cell
	case "flag":
		yes, ok := flags[strings.ToLower(cell)]
		if !ok {
			return fmt.Sprintf("%s: “%s” is neither yes nor no.", c.Label, cell)
		}
		*c.flag(into) = yes
	case "choice":
		option := c.Options[0]
		if cell != "" {
			i := slices.IndexFunc(c.Options, func(o string) bool { return strings.EqualFold(o, cell) })
			if i < 0 {
				return fmt.Sprintf("%s: “%s” is not one of %s.", c.Label, cell, strings.Join(c.Options, ", "))
			}
			option = c.Options[i]
		}
		*c.choice(into) = option
	default:
		return c.readNumber(cell, into, choice)
	}
	return ""
}

var flags = map[string]bool{"": false, "no": false, "false": false, "-": false, "0": false, "yes": true, "true": true,
	"x": true, "1": true, "y": true}

func (c Column) readNumber(cell string, into *Item, choice units.Choice) string {
	if cell == "" || strings.EqualFold(cell, c.Zero) {
		if c.Zero == "" {
			return fmt.Sprintf("%s: it is empty; give one.", c.Label)
		}
		*c.number(into) = 0
		return ""
	}
	var value float64
	var err error
	switch {
	case c.Measure == "":
		value, err = strconv.ParseFloat(strings.Replace(cell, ",", ".", 1), 64)
		if err != nil {
			return fmt.Sprintf("%s: “%s” is not a number.", c.Label, cell)
		}
	case c.Measure == "diameter":
		value, into.Estimated, err = tackle.LineSize(cell, into.Material, choice.Unit(c.Measure))
	default:
		value, err = readQuantity(cell, choice.Unit(c.Measure))
	}
	if err != nil {
		return fmt.Sprintf("%s: %s.", c.Label, err)
	}
	if message := c.check(value, choice); message != "" {
		return message
	}
	*c.number(into) = value
	return ""
}

// readQuantity reads a quantity in a unit. A bare fraction of a weight is in
// ounces, whatever the unit: nobody writes three eighths of a gram.
func readQuantity(cell string, unit units.Unit) (float64, error) {
	bare := unit
	if unit.Dimension == units.Mass && unit.Symbol == "g" && fractionOnly(cell) {
		bare = units.MustLookup("oz")
	}
	value, _, err := units.Parse(cell, unit.Dimension, bare)
	if err != nil && slices.Contains(hooks(), strings.ReplaceAll(cell, " ", "")) {
		return 0, fmt.Errorf("“%s” is the size of a hook, not a weight", cell)
	}
	return value, err
}

func fractionOnly(cell string) bool {
	return strings.Contains(cell, "/") && strings.Trim(cell, "0123456789/ -") == "" ||
		strings.Trim(cell, "½¼¾⅛⅜⅝⅞ 0123456789") == "" && strings.ContainsAny(cell, "½¼¾⅛⅜⅝⅞")
}
