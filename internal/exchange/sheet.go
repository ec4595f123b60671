package exchange

import (
	"bytes"
	"context"
	"encoding/csv"
	"fmt"
	"io"
	"strings"

	"dunvel/internal/exchange/files"

	"github.com/xuri/excelize/v2"
)

// Limits of one file.
const (
	MostRows = 100000
	MostText = 48 << 20 // bytes

	mostColumns  = 200
	mostCuts     = 4000      // marks that part cells on one line, some of them within quotes
	mostUnpacked = 256 << 20 // bytes, of a workbook
)

// sheet is a file of cells. Its rows can be read more than once.
type sheet struct {
	comma    rune
	text     []byte
	workbook *excelize.File
}

// others are kinds of files that are no tables, by their first bytes, with what the angler can do.
var others = []struct{ begins, says string }{
	{"\xd0\xcf\x11\xe0", "it is a workbook of an old kind (.xls); save it as XLSX or as CSV."},
	{"%PDF", "it is a PDF; give the table that it was made of."},
	{"\x89PNG", "it is a picture."}, {"\xff\xd8\xff", "it is a picture."}, {"GIF8", "it is a picture."},
	{"SQLite format 3", "it is a database; dunvel restore puts one in the place of yours."},
	{"\x1f\x8b", "it is packed (gzip); unpack it first."},
}

// markup are kinds of markup that are no tables, by their first element, with what the angler can do.
var markup = []struct{ holds, says string }{
	{"<gpx", "it is a GPX; name it .gpx, so that it is taken for waypoints and tracks."},
	{"<kml", "it is a KML; save the places as GPX, which is read."},
	{"<html", "it is a web page; save the table as CSV."},
}

// openSheet opens a file of cells: CSV with any delimiter, or the first sheet of a workbook (XLSX). The error
// is input.Errors for the field "text"; for other kinds of files it says which kind it is.
func openSheet(text []byte) (*sheet, error) {
	switch {
	case len(bytes.TrimSpace(text)) == 0:
		return nil, files.Faulty("it is empty.")
	case len(text) > MostText:
		return nil, files.Faulty("it has %d MB; at most %d are read.", len(text)>>20, MostText>>20)
	}
	for _, o := range others {
		if bytes.HasPrefix(text, []byte(o.begins)) {
			return nil, files.Faulty("%s", o.says)
		}
	}
	if bytes.HasPrefix(text, []byte("PK\x03\x04")) {
		return openWorkbook(text)
	}
	return openText(text)
}

// openWorkbook opens the first sheet of a workbook.
func openWorkbook(text []byte) (*sheet, error) {
	if bytes.Contains(text[:min(len(text), 100)], []byte("opendocument")) {
		return nil, files.Faulty("it is an OpenDocument; save it as XLSX or as CSV.")
	}
	workbook, err := excelize.OpenReader(bytes.NewReader(text),
		excelize.Options{RawCellValue: true, UnzipSizeLimit: mostUnpacked, UnzipXMLSizeLimit: mostUnpacked})
	if err != nil {
		return nil, files.Faulty("it is no workbook that can be read (%v).", err)
	}
	return &sheet{workbook: workbook}, nil
}

// openText opens a text of cells, whatever its charset and delimiter.
func openText(text []byte) (*sheet, error) {
	text, err := files.Decoded(text)
	if err != nil {
		return nil, err
	}
	start := strings.ToLower(string(text[:min(len(text), 1000)]))
	for _, m := range markup {
		if strings.HasPrefix(strings.TrimSpace(start), "<") && strings.Contains(start, m.holds) {
			return nil, files.Faulty("%s", m.says)
		}
	}
	if begins := strings.TrimSpace(start); strings.HasPrefix(begins, "{") || strings.HasPrefix(begins, `[{`) {
		return nil, files.Faulty("it is JSON; name it .json, so that it is taken for a backup.")
	}
	s := &sheet{text: text}
	if first, rest, found := bytes.Cut(text, []byte("\n")); found && bytes.HasPrefix(first, []byte("sep=")) &&
		len(bytes.TrimSpace(first)) == 5 {
		s.comma, s.text = rune(first[4]), rest // as spreadsheets say what parts the cells
	} else {
		s.comma = delimiter(text)
	}
	if line := s.overfull(); line > 0 {
		return nil, files.Faulty("line %d has more than %d cells.", line, mostColumns)
	}
	return s, nil
}

// overfull returns the first line with more delimiters than any line of a log has, 0 for none. It is found
// before cells are made, which would take too much memory.
func (s *sheet) overfull() int {
	line, cuts, mark := 1, 0, byte(s.comma)
	for _, b := range s.text {
		switch b {
		case '\n':
			line, cuts = line+1, 0
		case mark:
			if cuts++; cuts > mostCuts {
				return line
			}
		}
	}
	return 0
}

// delimiter returns the character between the cells of most of the first lines, titles included.
func delimiter(text []byte) rune {
	best, most := ',', 0
	for _, d := range []rune{',', ';', '\t'} {
		n, rest := 0, text
		for range mostTitles {
			var line []byte
			line, rest, _ = bytes.Cut(rest, []byte("\n"))
			n = max(n, bytes.Count(line, []byte(string(d))))
		}
		if n > most {
			best, most = d, n
		}
	}
	return best
}

// each calls do for every row, with its line and how far into the file it is (0 to 1), until do returns an
// error. The cells are valid during the call only.
func (s *sheet) each(ctx context.Context, do func(line int, row []string, share float64) error) error {
	if s.workbook != nil {
		return s.eachOfWorkbook(ctx, do)
	}
	in := csv.NewReader(bytes.NewReader(s.text))
	// A quote within a cell most often means inches.
	in.Comma, in.FieldsPerRecord, in.ReuseRecord, in.LazyQuotes = s.comma, -1, true, true
	for {
		row, err := in.Read()
		if err == io.EOF {
			return nil
		}
		if err == nil {
			err = ctx.Err()
		} else {
			err = files.Faulty("%s.", strings.TrimPrefix(err.Error(), "parse error on "))
		}
		if err != nil {
			return err
		}
		line, _ := in.FieldPos(0)
		if err := whole(line, row); err != nil {
			return err
		}
		if err := do(line, row, float64(in.InputOffset())/float64(len(s.text))); err != nil {
			return err
		}
	}
}

// whole refuses a row with too many cells.
func whole(line int, row []string) error {
	if len(row) > mostColumns {
		return files.Faulty("line %d has more than %d cells.", line, mostColumns)
	}
	return nil
}

func (s *sheet) eachOfWorkbook(ctx context.Context, do func(line int, row []string, share float64) error) error {
	names := s.workbook.GetSheetList()
	if len(names) == 0 {
		return files.Faulty("it is a workbook without a sheet.")
	}
	rows, err := s.workbook.Rows(names[0])
	if err != nil {
		return files.Faulty("its first sheet cannot be read (%v).", err)
	}
	defer func() { _ = rows.Close() }()
	for line := 1; rows.Next(); line++ {
		row, err := rows.Columns()
		if err != nil {
			return files.Faulty("line %d of its first sheet cannot be read (%v).", line, err)
		}
		if err := ctx.Err(); err != nil {
			return err
		}
		if err := whole(line, row); err != nil {
			return err
		}
		if err := do(line, row, float64(min(line, MostRows))/MostRows); err != nil {
			return err
		}
	}
	if err := rows.Error(); err != nil {
		return files.Faulty("its first sheet cannot be read (%v).", err)
	}
	return nil
}

// errEnough stops reading rows.
var errEnough = fmt.Errorf("exchange: enough rows")
