package units

import (
	"regexp"
	"sync"
)

// Pattern is a regular expression that is read when it is used first: all of them together are a
// fifth of the time in which the engine of a page begins.
func Pattern(text string) func() *regexp.Regexp {
	return sync.OnceValue(func() *regexp.Regexp { return regexp.MustCompile(text) })
}
