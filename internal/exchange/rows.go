package exchange

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"regexp"
	"strconv"
	"strings"

	"dunvel/internal/exchange/files"
	"dunvel/internal/exchange/moments"

	"github.com/xuri/excelize/v2"
)

// WriteRows writes rows of cells as a table (RFC 4180, UTF-8), the headers first. A cell that a
// spreadsheet would take for a formula begins with an apostrophe.
func WriteRows(w io.Writer, rows [][]string) error {
	out := bufio.NewWriter(w)
	for _, row := range rows {
		record := make([]string, len(row))
		for i, cell := range row {
			record[i] = harmless(cell)
		}
		writeRecord(out, record)
	}
	if err := out.Flush(); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	return nil
}

// WriteBook writes rows of cells as a workbook (XLSX, ECMA-376) with one sheet, the headers first. A
// cell that is a number stands as one.
func WriteBook(w io.Writer, sheet string, rows [][]string) (err error) {
	f := excelize.NewFile()
	defer func() { err = errors.Join(err, f.Close()) }()
	if err := f.SetSheetName("Sheet1", sheet); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	for line, row := range rows {
		cells := make([]any, len(row))
		for i, text := range row {
			if v, ok := numeral(text); ok && line > 0 {
				cells[i] = v
			} else if text != "" {
				cells[i] = text
			}
		}
		if err := f.SetSheetRow(sheet, fmt.Sprintf("A%d", line+1), &cells); err != nil {
			return fmt.Errorf("exchange: %w", err)
		}
	}
	return f.Write(w)
}

// numeral returns the number that a text is the plain form of. Texts such as 007 and 1e5 are names.
func numeral(text string) (float64, bool) {
	v, err := strconv.ParseFloat(text, 64)
	if strings.Contains(text, ".") {
		text = strings.TrimSuffix(strings.TrimRight(text, "0"), ".")
	}
	return v, err == nil && strconv.FormatFloat(v, 'f', -1, 64) == text
}

// Row is a row of a table, with its line in the file.
type Row struct {
	Line  int
	Cells []string
}

// mostKept is how many rows are read from one file.
const mostKept = 10000

// commaNumber matches a number with a decimal comma, in a table with semicolons between cells.
var commaNumber = regexp.MustCompile(`^[+-]?\d+,\d+$`)

// ReadRows reads the rows of a table or a workbook, the headers first, without empty ones. ok is false where
// begins does not know the headers. Between semicolons a comma is a decimal comma. The error is input.Errors
// for the field "text", or that of ctx.
func ReadRows(ctx context.Context, text []byte, begins func(headers []string) bool) (rows []Row, ok bool, err error) {
	s, err := openSheet(text)
	if err != nil {
		return nil, false, err
	}
	err = s.each(ctx, func(line int, row []string, _ float64) error {
		r := Row{line, make([]string, len(row))}
		empty := true
		for i, cell := range row {
			r.Cells[i] = strings.Clone(plain(strings.TrimSpace(cell)))
			if s.comma == ';' && commaNumber.MatchString(r.Cells[i]) {
				r.Cells[i] = strings.Replace(r.Cells[i], ",", ".", 1)
			}
			empty = empty && r.Cells[i] == ""
		}
		switch {
		case empty:
			return nil
		case len(rows) == 0 && !begins(r.Cells):
			return errEnough
		case len(rows) > mostKept:
			return files.Faulty("it has more than %d rows.", mostKept)
		}
		rows = append(rows, r)
		return nil
	})
	if errors.Is(err, errEnough) {
		return nil, false, nil
	}
	return rows, err == nil && len(rows) > 0, err
}

// Day reads the day in a cell, whatever the order of day, month and year, if only one order is possible. The
// error says that it is not.
func Day(text string) (string, error) {
	m := moments.Reader{}
	if order, either := moments.Order(text); either {
		return "", fmt.Errorf("“%s” can be read two ways; write 2026-05-12", text)
	} else {
		m.Order = order
	}
	year, month, date, _, ok := m.Day(text)
	if !ok {
		return "", fmt.Errorf("“%s” is not a day; write 2026-05-12", text)
	}
	return fmt.Sprintf("%04d-%02d-%02d", year, month, date), nil
}

// Clock reads the time of day in a cell, to the minute. The error says that it is none.
func Clock(text string) (string, error) {
	hour, minute, _, _, ok := moments.Reader{}.Clock(text)
	if !ok || text == "" {
		return "", fmt.Errorf("“%s” is not a time of the day; write 19:30", text)
	}
	return fmt.Sprintf("%02d:%02d", hour, minute), nil
}
