//go:build js

package units

import (
	"strings"
	"syscall/js"
)

// Expression is a regular expression of the page that the engine runs in, which has one already: without
// another of its own the engine is a tenth smaller. It has those methods of regexp.Regexp that are used.
type Expression struct{ is js.Value }

// compile takes expressions that Go and the page read alike; letters of either case are told at the head.
func compile(text string) *Expression {
	flags := "gu"
	if rest, any := strings.CutPrefix(text, "(?i)"); any {
		text, flags = rest, "giu"
	}
	return &Expression{js.Global().Get("RegExp").New(text, flags)}
}

// next is the next match from where the last one ended.
func (e *Expression) next(s string) js.Value { return e.is.Call("exec", s) }

// groups are the parts of a match; one that took no part in it is empty.
func groups(match js.Value) []string {
	out := make([]string, match.Length())
	for i := range out {
		if part := match.Index(i); !part.IsUndefined() {
			out[i] = part.String()
		}
	}
	return out
}

// all gives at most n matches to do, any number where n is below 0.
func (e *Expression) all(s string, n int, do func(match js.Value)) {
	e.is.Set("lastIndex", 0)
	for i := 0; i != n; i++ {
		match := e.next(s)
		if match.IsNull() {
			return
		}
		if match.Index(0).String() == "" {
			e.is.Set("lastIndex", e.is.Get("lastIndex").Int()+1)
		}
		do(match)
	}
}

// MatchString is that of regexp.Regexp.
func (e *Expression) MatchString(s string) bool { return e.FindStringSubmatch(s) != nil }

// FindStringSubmatch is that of regexp.Regexp.
func (e *Expression) FindStringSubmatch(s string) (out []string) {
	e.all(s, 1, func(match js.Value) { out = groups(match) })
	return out
}

// FindString is that of regexp.Regexp.
func (e *Expression) FindString(s string) string {
	if found := e.FindStringSubmatch(s); found != nil {
		return found[0]
	}
	return ""
}

// FindAllStringSubmatch is that of regexp.Regexp.
func (e *Expression) FindAllStringSubmatch(s string, n int) (out [][]string) {
	e.all(s, n, func(match js.Value) { out = append(out, groups(match)) })
	return out
}

// FindAllString is that of regexp.Regexp.
func (e *Expression) FindAllString(s string, n int) (out []string) {
	e.all(s, n, func(match js.Value) { out = append(out, match.Index(0).String()) })
	return out
}

// ReplaceAllString is that of regexp.Regexp.
func (e *Expression) ReplaceAllString(s, by string) string {
	return object(s).Call("replace", e.is, by).String()
}

// Split is that of regexp.Regexp, of all there is.
func (e *Expression) Split(s string, _ int) []string {
	var out []string
	e.is.Set("lastIndex", 0)
	parts := object(s).Call("split", e.is)
	for i := range parts.Length() {
		out = append(out, parts.Index(i).String())
	}
	return out
}

// object is a text of the page's, which has methods.
func object(s string) js.Value { return js.Global().Get("String").New(s) }
