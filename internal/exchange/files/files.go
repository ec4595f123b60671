// Package files reads files that are texts, whatever charset they are in, and says what is wrong
// with a file.
package files

import (
	"bytes"
	"unicode/utf8"

	"dunvel/core/input"

	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"
)

// Faulty is what is wrong with a file as a whole.
func Faulty(format string, args ...any) error {
	return input.Fault("text", "The file: "+format, args...)
}

// Decoded is a text as UTF-8 with plain line ends: of UTF-16 with a mark of its order, and of what is no
// UTF-8 as spreadsheets of western Europe write it (Windows-1252).
func Decoded(text []byte) ([]byte, error) {
	var err error
	switch {
	case bytes.HasPrefix(text, []byte{0xff, 0xfe}) || bytes.HasPrefix(text, []byte{0xfe, 0xff}):
		if text, err = unicode.UTF16(unicode.LittleEndian, unicode.UseBOM).NewDecoder().Bytes(text); err != nil {
			return nil, Faulty("it is no UTF-16 that can be read.")
		}
	case bytes.HasPrefix(text, []byte("\ufeff")):
		text = text[3:]
	}
	if bytes.IndexByte(text, 0) >= 0 {
		return nil, Faulty("it is no text.")
	}
	if !utf8.Valid(text) {
		if text, err = charmap.Windows1252.NewDecoder().Bytes(text); err != nil {
			return nil, Faulty("it is no text that can be read; save it as CSV UTF-8.")
		}
	}
	if !bytes.Contains(text, []byte("\n")) {
		text = bytes.ReplaceAll(text, []byte("\r"), []byte("\n"))
	}
	return text, nil
}
