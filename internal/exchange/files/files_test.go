package files

import (
	"strings"
	"testing"
)

// Texts of the charsets that spreadsheets write are read, with plain line ends; what is no text is
// refused by name.
func TestDecoded(t *testing.T) {
	for _, tt := range []struct{ name, text, want, wrong string }{
		{"plain", "größe\n1", "größe\n1", ""},
		{"with a mark", "\ufeffa\nb", "a\nb", ""},
		{"Windows-1252", "gr\xf6\xdfe\n", "größe\n", ""},
		{"UTF-16, little end first", "\xff\xfea\x00\n\x00", "a\n", ""},
		{"UTF-16, big end first", "\xfe\xff\x00a\x00\n", "a\n", ""},
		{"an old Macintosh", "a\rb\r", "a\nb\n", ""},
		{"two line ends", "a\r\nb", "a\r\nb", ""},
		{"a zero", "a\x00b", "", "The file: it is no text."},
	} {
		got, err := Decoded([]byte(tt.text))
		if string(got) != tt.want && tt.wrong == "" || (err == nil) != (tt.wrong == "") || err != nil &&
			!strings.Contains(err.Error(), tt.wrong) {
			t.Errorf("%s: %q, %v", tt.name, got, err)
		}
	}
}
