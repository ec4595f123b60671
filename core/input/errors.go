// Package input is what can be wrong with what a person puts in: by field and in words, and with texts and names.
package input

import (
	"fmt"
	"strings"
)

// FieldError is what is wrong with one field, in words for the person who
// filled it in.
type FieldError struct {
	Field   string // path, such as "water.depth"
	Message string
}

// Errors are all that is wrong with a setup.
type Errors []FieldError

func (e Errors) Error() string {
	parts := make([]string, len(e))
	for i, f := range e {
		parts[i] = f.Message
	}
	return strings.Join(parts, " ")
}

// Fault is what is wrong with one field of any input, in words for the person who filled
// it in.
func Fault(field, format string, args ...any) error {
	return Errors{{field, fmt.Sprintf(format, args...)}}
}
