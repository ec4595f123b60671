package api

import (
	"context"
	"encoding/json"
	"errors"
	"log/slog"
	"net/http"
	"strings"
	"syscall"

	"dunvel/core/advice"
	"dunvel/core/explore"
	"dunvel/core/mechanics"
	"dunvel/core/rules"
	"dunvel/core/setup"
	"dunvel/internal/contract"
	"dunvel/internal/store"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/labstack/echo/v5"
)

// told are errors that are told by what they are alone.
var told = []struct {
	err           error
	status        int
	title, detail string
}{
	{store.ErrNotFound, http.StatusNotFound, "Not there", "There is nothing like that; it may have been deleted."},
	{store.ErrConflict, http.StatusConflict, "Changed elsewhere", "It was changed in another window. Open it again to see it as it is now."},
	{store.ErrDamaged, http.StatusUnprocessableEntity, "Damaged", "That copy is damaged, and nothing was changed. Take another one."},
	{store.ErrEmpty, http.StatusUnprocessableEntity, "Empty", "That copy holds nothing of Dunvel, and nothing was changed. Take another one."},
	{store.ErrNewer, http.StatusUnprocessableEntity, "Made by a newer Dunvel", "That was made by a newer Dunvel, and nothing was changed. Start the newer one to use it."},
	{store.ErrFull, http.StatusInsufficientStorage, "The disk is full", "There is no room left on the disk, and nothing was kept. Make room and try again."},
	{store.ErrBusy, http.StatusServiceUnavailable, "In use elsewhere", "Another program holds the database, and nothing was kept. Close it, or try again in a moment."},
	{store.ErrDenied, http.StatusInternalServerError, "Not allowed there", "The folder of the data cannot be written to, and nothing was kept. Look at its permissions."},
	{mechanics.ErrBudget, http.StatusServiceUnavailable, "Takes too much work", "That takes more work than is allowed for one question; nothing is lost. Ask for less: fewer heads, or calmer water."},
}

// describe turns an error into problem details (RFC 9457).
func describe(err error) contract.Problem {
	problem := func(status int, title, detail string) contract.Problem {
		return contract.Problem{Type: "about:blank", Title: title, Status: status, Detail: detail}
	}
	var fields setup.Errors
	var axis *explore.AxisError
	var rule *rules.Error
	var request *openapi3filter.RequestError
	var status echo.HTTPStatusCoder
	var tooLarge *http.MaxBytesError
	switch {
	case errors.As(err, &fields):
		p := problem(http.StatusUnprocessableEntity, "Something in the input cannot be", fields.Error())
		p.Errors = &[]struct {
			Field   string `json:"field"`
			Message string `json:"message"`
		}{}
		for _, f := range fields {
			*p.Errors = append(*p.Errors, struct {
				Field   string `json:"field"`
				Message string `json:"message"`
			}{f.Field, f.Message})
		}
		return p
	case errors.As(err, &axis):
		return describe(setup.Fault(axis.Field, "%s", advice.AxisWords(axis)))
	case errors.As(err, &rule):
		return describe(setup.Fault("rules", "%s", rule.Error()))
	case errors.Is(err, store.ErrNameUsed):
		p := describe(setup.Fault("name", "Name: that name is taken already; give it another."))
		p.Status = http.StatusConflict
		return p
	case errors.As(err, &tooLarge) || errors.Is(err, echo.ErrStatusRequestEntityTooLarge):
		return problem(http.StatusRequestEntityTooLarge, "Too large", "A request may be 256 kB at most, and a file that is taken in 16 MB.")
	case errors.As(err, &request):
		p := problem(http.StatusBadRequest, "Not as the contract has it", "The request "+request.Reason+"; see /api/docs.")
		var schema *openapi3.SchemaError
		if errors.As(err, &schema) {
			p.Detail = strings.Join(schema.JSONPointer(), ".") + ": " + schema.Reason + "."
		} else if request.Err != nil {
			p.Detail = "The request cannot be read: " + request.Err.Error() + "."
		}
		return p
	case errors.As(err, &status):
		return problem(status.StatusCode(), http.StatusText(status.StatusCode()), "The address or the method is not one of this service; see /api/docs.")
	}
	for _, t := range told {
		if errors.Is(err, t.err) {
			return problem(t.status, t.title, t.detail)
		}
	}
	return problem(http.StatusInternalServerError, "Something broke", "That is a fault of Dunvel, not of the input. What was kept before is safe.")
}

// HandleError answers a failed request with problem details. What is not the
// caller's fault is logged.
func HandleError(c *echo.Context, err error) {
	if errors.Is(err, context.Canceled) || errors.Is(err, syscall.EPIPE) || errors.Is(err, syscall.ECONNRESET) {
		return // whoever asked has gone: a newer question supersedes an older one
	}
	p := describe(err)
	if p.Status >= http.StatusInternalServerError {
		slog.ErrorContext(c.Request().Context(), "request failed", "method", c.Request().Method, "path", c.Request().URL.Path, "error", err)
	}
	w := c.Response()
	if r, unwrapErr := echo.UnwrapResponse(w); unwrapErr == nil && r.Committed {
		return
	}
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(p.Status)
	if err := json.NewEncoder(w).Encode(p); err != nil {
		slog.Debug("problem not sent", "error", err)
	}
}
