package input

import (
	"strings"
	"testing"
)

func TestCheckText(t *testing.T) {
	for _, tt := range []struct {
		text   string
		needed bool
		want   string
	}{
		{"The Sill", true, ""},
		{"", false, ""},
		{"", true, "Name: it is empty; give one."},
		{strings.Repeat("é", 8), true, ""},
		{strings.Repeat("é", 9), true, "Name: it is too long; at most 8 characters are kept."},
		{"a\xff", false, "Name: it holds characters that are not text."},
		{"a\x00", false, "Name: it holds characters that are not text."},
		{"a\x7f", false, "Name: it holds characters that are not text."},
		{"a\tb\r\nc", false, ""},
		{"\u200b\u200d", true, "Name: it shows nothing; give one that can be seen."},
		{"\u202e", true, "Name: it shows nothing; give one that can be seen."},
		{"\u0301", true, "Name: it shows nothing; give one that can be seen."},
		{"\u3164 \u2800", true, "Name: it shows nothing; give one that can be seen."},
		{"\u200b", false, ""},
		{"\u200bx", true, ""},
		{"🎣", true, ""},
	} {
		if got := CheckText("Name", tt.text, 8, tt.needed); got != tt.want {
			t.Errorf("%q: %q", tt.text, got)
		}
	}
	if got := OneLine("  The \t Sill\n"); got != "The Sill" {
		t.Errorf("%q", got)
	}
}

// A name has single blanks between its words; one that will not do is refused in words.
func TestCleanName(t *testing.T) {
	if got, err := CleanName("  The \t Sill\n"); got != "The Sill" || err != nil {
		t.Errorf("%q %v", got, err)
	}
	for name, want := range map[string]string{
		" \n":                           "Name: give it a name, such as “The Sill at slack”.",
		strings.Repeat("é", MostName+1): "Name: it is too long; at most 80 characters are kept.",
		"\u200b":                        "Name: it shows nothing; give one that can be seen.",
	} {
		got, err := CleanName(name)
		wrong, ok := err.(Errors)
		if got != "" || !ok || len(wrong) != 1 || wrong[0].Field != "name" || wrong[0].Message != want ||
			err.Error() != want {
			t.Errorf("%q: %q %v", name, got, err)
		}
	}
	both := Errors{{"a", "One."}, {"b", "Two."}}
	if both.Error() != "One. Two." {
		t.Errorf("%q", both.Error())
	}
}
