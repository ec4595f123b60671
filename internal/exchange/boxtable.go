package exchange

import (
	"context"
	"errors"
	"fmt"
	"io"
	"regexp"
	"slices"
	"strings"

	"dunvel/core/box"
)

// kindHeader is the header of the column that says what kind of thing a row of the box is.
const kindHeader = "kind"

// boxColumn is a column of the table of the box. Some kinds of things have it, others leave it empty.
type boxColumn struct {
	header string
	of     map[string]box.Column // by kind
}

// boxColumns returns the columns of all kinds of things, each header once.
func boxColumns() []boxColumn {
	var out []boxColumn
	for _, kind := range box.Kinds() {
		for _, c := range kind.Columns {
			header := headerOf(c)
			i := slices.IndexFunc(out, func(b boxColumn) bool { return b.header == header })
			if i < 0 {
				i = len(out)
				out = append(out, boxColumn{header, map[string]box.Column{}})
			}
			out[i].of[kind.Kind] = c
		}
	}
	return out
}

// boxRows returns the items of a box as rows, the headers first.
func boxRows(items []box.Item) [][]string {
	columns := boxColumns()
	rows := [][]string{{kindHeader}}
	for _, c := range columns {
		rows[0] = append(rows[0], c.header)
	}
	for _, item := range items {
		row := []string{item.Kind}
		for _, c := range columns {
			cell := ""
			if column, has := c.of[item.Kind]; has {
				cell = column.Cell(item)
			}
			row = append(row, cell)
		}
		rows = append(rows, row)
	}
	return rows
}

// WriteBox writes a box as a table, with units in the headers.
func WriteBox(w io.Writer, items []box.Item) error { return WriteRows(w, boxRows(items)) }

// WriteBoxWorkbook writes a box as a workbook.
func WriteBoxWorkbook(w io.Writer, items []box.Item) error {
	return WriteBook(w, "Box", boxRows(items))
}

// BoxRows are rows of one kind of thing, as box.Read takes them, with their lines.
type BoxRows struct {
	Kind  string
	Rows  [][]string
	Lines []int
}

// plainNumber is a cell without a unit.
var plainNumber = regexp.MustCompile(`^\d+(?:[.,]\d+)?$`)

// ReadBox reads a box from a table. Columns go by their headers, quantities by the unit in brackets there.
// ok is false where the file is no box: it has no column for the kind of thing, or no known kind in it. The
// error is input.Errors for the field "text", or that of ctx.
func ReadBox(ctx context.Context, text []byte) (out []BoxRows, refused []Refused, ok bool, err error) {
	s, err := openSheet(text)
	if err != nil {
		return nil, nil, false, err
	}
	r := boxReader{at: map[string]int{}}
	err = s.each(ctx, func(line int, row []string, _ float64) error { return r.row(line, row) })
	if errors.Is(err, errEnough) || err == nil && (r.headers == nil || len(r.out) == 0) {
		return nil, nil, false, nil
	}
	return r.out, r.refused, true, err
}

// boxReader is a box that is being read.
type boxReader struct {
	headers []string
	kind    int // its column
	out     []BoxRows
	at      map[string]int // which of out a kind is
	refused []Refused
}

func (r *boxReader) row(line int, row []string) error {
	if !slices.ContainsFunc(row, func(c string) bool { return strings.TrimSpace(c) != "" }) {
		return nil
	}
	if r.headers == nil {
		r.kind = slices.IndexFunc(row, func(h string) bool {
			return strings.EqualFold(strings.TrimSpace(h), kindHeader)
		})
		if r.kind < 0 {
			return errEnough
		}
		for _, h := range row {
			r.headers = append(r.headers, strings.Clone(strings.ToLower(strings.TrimSpace(h))))
		}
		return nil
	}
	kind := ""
	if r.kind < len(row) {
		kind = strings.ToLower(strings.TrimSpace(row[r.kind]))
	}
	i := slices.IndexFunc(box.Kinds(), func(d box.Description) bool { return d.Kind == kind })
	if i < 0 {
		if len(r.out) == 0 {
			return errEnough // a table of something else
		}
		r.refused = append(r.refused, Refused{line, fmt.Sprintf("there is no kind “%s” in a box", kind)})
		return nil
	}
	k, there := r.at[kind]
	if !there {
		k = len(r.out)
		r.at[kind] = k
		r.out = append(r.out, BoxRows{Kind: strings.Clone(kind)})
	}
	r.out[k].Rows = append(r.out[k].Rows, r.cells(box.Kinds()[i].Columns, row))
	r.out[k].Lines = append(r.out[k].Lines, line)
	return nil
}

// column finds a column of ours in a row of the file: by its whole header, or else the first of that name
// that is not empty. It is -1 where there is none.
func (r *boxReader) column(of box.Column, row []string) int {
	if at := slices.Index(r.headers, headerOf(of)); at >= 0 && at < len(row) {
		return at
	}
	for at, h := range r.headers {
		if at < len(row) && strings.TrimSpace(row[at]) != "" && BareHeader(h) == BareHeader(headerOf(of)) {
			return at
		}
	}
	return -1
}

// headerOf is the header of a column, with the unit of its quantities.
func headerOf(c box.Column) string {
	if symbol := c.Unit().Symbol; symbol != "" {
		return strings.ToLower(c.Label) + " (" + symbol + ")"
	}
	return strings.ToLower(c.Label)
}

// cells returns the cells of a row in the order of a kind's columns, numbers with the unit of their header.
func (r *boxReader) cells(columns []box.Column, row []string) []string {
	out := make([]string, len(columns))
	for c, column := range columns {
		at := r.column(column, row)
		if at < 0 {
			continue
		}
		out[c] = strings.Clone(plain(strings.TrimSpace(row[at])))
		if symbol := column.Unit().Symbol; symbol != "" && plainNumber.MatchString(out[c]) {
			if u, ok := UnitOf(r.headers[at], column.Unit().Dimension); ok {
				symbol = u.Symbol
			}
			out[c] += " " + symbol
		}
	}
	return out
}
