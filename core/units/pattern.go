package units

import "sync"

// Pattern is a regular expression that is read when it is used first: all of them together are a
// fifth of the time in which the engine of a page begins.
func Pattern(text string) func() *Expression {
	return sync.OnceValue(func() *Expression { return compile(text) })
}
