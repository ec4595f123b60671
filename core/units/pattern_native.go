//go:build !js

package units

import "regexp"

// Expression is a regular expression.
type Expression = regexp.Regexp

func compile(text string) *Expression { return regexp.MustCompile(text) }
