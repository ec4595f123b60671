package input

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"
)

// MostName is the longest name of anything that is kept, in characters.
const MostName = 80

// CheckText is what is wrong with a text of at most so many characters, or "". A needed
// one shows something: it is not made of blanks and marks that take no room.
func CheckText(label, text string, most int, needed bool) string {
	switch n := utf8.RuneCountInString(text); {
	case needed && n == 0:
		return label + ": it is empty; give one."
	case n > most:
		return fmt.Sprintf("%s: it is too long; at most %d characters are kept.", label, most)
	case !utf8.ValidString(text) || strings.ContainsFunc(text, isControl):
		return label + ": it holds characters that are not text."
	case needed && !strings.ContainsFunc(text, isSeen):
		return label + ": it shows nothing; give one that can be seen."
	}
	return ""
}

// OneLine is a text with nothing but single blanks between its words.
func OneLine(text string) string { return strings.Join(strings.Fields(text), " ") }

// isControl tells whether a character steers a machine; ends of lines and tabs are text.
func isControl(r rune) bool { return unicode.IsControl(r) && r != '\n' && r != '\r' && r != '\t' }

// blanks are letters and marks by their class that show nothing all the same.
const blanks = "\u115f\u1160\u2800\u3164\uffa0"

func isSeen(r rune) bool {
	return unicode.IsGraphic(r) && !unicode.IsSpace(r) && !unicode.Is(unicode.Mn, r) && !strings.ContainsRune(blanks, r)
}

// CleanName is a name with single blanks between its words. It refuses one that is empty,
// too long, not text, or shows nothing.
func CleanName(name string) (string, error) {
	name = OneLine(name)
	if name == "" {
		return "", Fault("name", "Name: give it a name, such as “The Sill at slack”.")
	}
	if message := CheckText("Name", name, MostName, true); message != "" {
		return "", Fault("name", "%s", message)
	}
	return name, nil
}
