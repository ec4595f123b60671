package exchange

import (
	"fmt"
	"io"
	"strconv"
	"time"

	"dunvel/core/logbook"

	"github.com/xuri/excelize/v2"
)

// WriteWorkbook writes logs as a workbook (XLSX, ECMA-376) with the same columns as the table. Times and
// numbers are stored as such, and texts as texts, whatever they begin with.
func WriteWorkbook(w io.Writer, logs []logbook.Log) (err error) {
	f := excelize.NewFile()
	defer func() {
		if closed := f.Close(); err == nil {
			err = closed
		}
	}()
	const sheet = "Log"
	if err := f.SetSheetName("Sheet1", sheet); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	format := sortableCell
	moments, err := f.NewStyle(&excelize.Style{CustomNumFmt: &format})
	if err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	out, err := f.NewStreamWriter(sheet)
	if err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	line := 1
	put := func(cells []any) error {
		at, err := excelize.CoordinatesToCellName(1, line)
		line++
		if err == nil {
			err = out.SetRow(at, cells)
		}
		return err
	}
	headers := make([]any, len(written))
	for i, c := range written {
		headers[i] = c.Header
	}
	if err := put(headers); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	for _, l := range logs {
		for _, e := range l.Events {
			if err := put(cellsOf(l, e, moments)); err != nil {
				return fmt.Errorf("exchange: %w", err)
			}
		}
	}
	if err := out.Flush(); err != nil {
		return fmt.Errorf("exchange: %w", err)
	}
	return f.Write(w)
}

// sortableCell is the layout sortable in the words of a workbook.
const sortableCell = "yyyy-mm-dd hh:mm:ss"

// cellsOf returns the cells of an event.
func cellsOf(l logbook.Log, e logbook.Event, moments int) []any {
	out := make([]any, len(written))
	for i, c := range written {
		text := c.write(l, e)
		switch {
		case text == "":
		case c.Key == "time":
			// A workbook has no time zones: it gets the local time.
			out[i] = excelize.Cell{StyleID: moments, Value: time.Date(e.Time.Year(), e.Time.Month(), e.Time.Day(),
				e.Time.Hour(), e.Time.Minute(), e.Time.Second(), 0, time.UTC)}
		case c.unit != "":
			if v, err := strconv.ParseFloat(text, 64); err == nil {
				out[i] = v
			}
		default:
			out[i] = text
		}
	}
	return out
}
