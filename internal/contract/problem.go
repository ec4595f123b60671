package contract

import (
	"errors"

	"dunvel/core/advice"
	"dunvel/core/explore/axis"
	"dunvel/core/input"
	"dunvel/core/mechanics"
	"dunvel/core/rules"
)

// Status codes (RFC 9110) by what they say here. The package net/http has them too, but
// would be a third of the engine in a page.
const (
	StatusOK     = 200
	StatusUnread = 400
	StatusNone   = 404
	StatusUnfit  = 422
	StatusFault  = 500
	StatusNotNow = 503
)

// Tell is an error as problem details (RFC 9457) without fields of the input.
func Tell(status int, title, detail string) Problem {
	return Problem{Type: "about:blank", Title: title, Status: status, Detail: detail}
}

// Describe turns an error of the core into problem details; ok is false where it is none
// that the core tells of.
func Describe(err error) (p Problem, ok bool) {
	var fields input.Errors
	var along *axis.Error
	var rule *rules.Error
	switch {
	case errors.As(err, &fields):
		p := Tell(StatusUnfit, "Something in the input cannot be", fields.Error())
		list := []struct {
			Field   string `json:"field"`
			Message string `json:"message"`
		}{}
		for _, f := range fields {
			list = append(list, struct {
				Field   string `json:"field"`
				Message string `json:"message"`
			}{f.Field, f.Message})
		}
		p.Errors = &list
		return p, true
	case errors.As(err, &along):
		return Describe(input.Fault(along.Field, "%s", advice.AxisWords(along)))
	case errors.As(err, &rule):
		return Describe(input.Fault("rules", "%s", rule.Error()))
	case errors.Is(err, mechanics.ErrBudget):
		return Tell(StatusNotNow, "Takes too much work",
			"That takes more work than is allowed for one question; nothing is lost. Ask for less: fewer heads, or "+
				"calmer water."), true
	}
	return Problem{}, false
}
