// Package nmea reads and writes sentences of NMEA 0183, as boats' instruments send them:
// "$" or "!", a talker of two letters, a kind of three, fields between commas, and "*" with
// the checksum, the exclusive or of all bytes between, as two hexadecimal digits. A sentence
// ends with a line. The forms of the sentences are those of the published descriptions of
// the standard, versions 2 to 4.
package nmea

import (
	"errors"
	"fmt"
	"strings"
)

// Sentence is a sentence without its checksum.
type Sentence struct {
	Talker string // two letters; P and the maker's own otherwise
	Kind   string // three letters
	Fields []string
}

// What a line may be that is no sentence.
var (
	ErrJunk     = errors.New("it is no sentence")
	ErrChecksum = errors.New("its checksum is wrong")
)

// longestSentence is how long a sentence may be. The standard has 82 characters, and makers
// send more.
const longestSentence = 256

// Parse reads a sentence that begins with its dollar sign. Errors: ErrJunk, ErrChecksum.
func Parse(line string) (Sentence, error) {
	line = strings.TrimRight(line, "\r\n ")
	if len(line) > longestSentence || len(line) < len("$GPGLL") || line[0] != '$' && line[0] != '!' {
		return Sentence{}, ErrJunk
	}
	body, given, has := strings.Cut(line[1:], "*")
	if has && !strings.EqualFold(given, checksum(body)) {
		return Sentence{}, ErrChecksum
	}
	for _, c := range []byte(body) {
		if c < ' ' || c > '~' {
			return Sentence{}, ErrJunk
		}
	}
	fields := strings.Split(body, ",")
	name := fields[0]
	if len(name) < 5 {
		return Sentence{}, ErrJunk
	}
	return Sentence{name[:len(name)-3], name[len(name)-3:], fields[1:]}, nil
}

// String is the sentence as it is sent, with its checksum and without the end of the line.
func (s Sentence) String() string {
	body := strings.Join(append([]string{s.Talker + s.Kind}, s.Fields...), ",")
	return fmt.Sprintf("$%s*%s", body, checksum(body))
}

func checksum(body string) string {
	sum := byte(0)
	for _, c := range []byte(body) {
		sum ^= c
	}
	return fmt.Sprintf("%02X", sum)
}

// Framer cuts a stream of bytes into sentences: each begins with its sign, wherever that
// comes, and ends with the line. Where the next begins before that, it counts if it has its
// checksum; otherwise it was cut off, and takes no other with it. What is between them, and
// what is too long to be one, is left out. The zero value is ready.
type Framer struct {
	begun   bool
	pending []byte
	Dropped int // bytes that belong to no sentence
}

// Write takes bytes and calls each with every sentence that ends in them.
func (f *Framer) Write(data []byte, each func(line string)) {
	for _, c := range data {
		switch {
		case c == '$' || c == '!':
			if n := len(f.pending); n < 3 || f.pending[n-3] != '*' {
				f.Dropped += n
				f.pending = f.pending[:0]
			}
			f.end(each)
			f.begun, f.pending = true, append(f.pending, c)
		case c == '\n' || c == '\r':
			f.end(each)
		case !f.begun:
			f.Dropped++
		case len(f.pending) >= longestSentence:
			f.Dropped += len(f.pending) + 1
			f.begun, f.pending = false, f.pending[:0]
		default:
			f.pending = append(f.pending, c)
		}
	}
}

// end ends what was begun.
func (f *Framer) end(each func(line string)) {
	if len(f.pending) > 0 {
		each(string(f.pending))
	}
	f.begun, f.pending = false, f.pending[:0]
}
