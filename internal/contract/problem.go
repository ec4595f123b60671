package contract

import (
	"errors"
	"net/http"

	"dunvel/core/advice"
	"dunvel/core/explore"
	"dunvel/core/mechanics"
	"dunvel/core/rules"
	"dunvel/core/setup"
)

// Tell is an error as problem details (RFC 9457) without fields of the input.
func Tell(status int, title, detail string) Problem {
	return Problem{Type: "about:blank", Title: title, Status: status, Detail: detail}
}

// Describe turns an error of the core into problem details; ok is false where it is none
// that the core tells of.
func Describe(err error) (p Problem, ok bool) {
	var fields setup.Errors
	var axis *explore.AxisError
	var rule *rules.Error
	switch {
	case errors.As(err, &fields):
		p := Tell(http.StatusUnprocessableEntity, "Something in the input cannot be", fields.Error())
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
	case errors.As(err, &axis):
		return Describe(setup.Fault(axis.Field, "%s", advice.AxisWords(axis)))
	case errors.As(err, &rule):
		return Describe(setup.Fault("rules", "%s", rule.Error()))
	case errors.Is(err, mechanics.ErrBudget):
		return Tell(http.StatusServiceUnavailable, "Takes too much work", "That takes more work than is allowed for one question; nothing is lost. Ask for less: fewer heads, or calmer water."), true
	}
	return Problem{}, false
}
