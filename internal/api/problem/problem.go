// Package problem tells what went wrong as problem details (RFC 9457), and what errors there are that are no
// fault of the input.
package problem

import (
	"context"
	"encoding/json"
	"errors"
	"log/slog"
	"net/http"
	"strings"
	"syscall"

	"dunvel/core/input"
	"dunvel/internal/contract"
	"dunvel/internal/pairing"
	"dunvel/internal/store"
	"dunvel/internal/store/database"

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
	{ErrCrowded, http.StatusServiceUnavailable, "Too many at once",
		"Too many questions wait for an answer already. Ask again in a few seconds."},
	{ErrStopping, http.StatusServiceUnavailable, "Stopping",
		"Dunvel is being stopped, so this was not worked out. Nothing that was kept is lost."},
	{ErrForeign, http.StatusForbidden, "Another site asked",
		"A page of another site asked for that, so it was not done. Open Dunvel itself and do it there."},
	{ErrNotHere, http.StatusForbidden, "Only at the computer",
		"That is done at the computer on which Dunvel runs, at its own address (127.0.0.1)."},
	{pairing.ErrWrong, http.StatusForbidden, "Not that code",
		"The code is wrong, was used, or has run out. The one that is good is shown at the computer on which Dunvel " +
			"runs, under Devices."},
	{pairing.ErrWait, http.StatusTooManyRequests, "Wait",
		"Too many codes were wrong. Nothing is let in for ten minutes; then a new code is shown at the computer on " +
			"which Dunvel runs."},
	{store.ErrNotFound, http.StatusNotFound, "Not there", "There is nothing like that; it may have been deleted."},
	{store.ErrUnreadable, http.StatusUnprocessableEntity, "Cannot be read",
		"What is kept of it cannot be read. It is listed under Log, In, out and copies, where it can be removed."},
	{store.ErrConflict, http.StatusConflict, "Changed elsewhere",
		"It was changed in another window. Open it again to see it as it is now."},
	{database.ErrDamaged, http.StatusUnprocessableEntity, "Damaged",
		"That copy is damaged, and nothing was changed. Take another one."},
	{database.ErrEmpty, http.StatusUnprocessableEntity, "Empty",
		"That copy holds nothing of Dunvel, and nothing was changed. Take another one."},
	{database.ErrNewer, http.StatusUnprocessableEntity, "Made by a newer Dunvel",
		"That was made by a newer Dunvel, and nothing was changed. Start the newer one to use it."},
	{database.ErrFull, http.StatusInsufficientStorage, "The disk is full",
		"There is no room left on the disk, and nothing was kept. Make room and try again."},
	{database.ErrBusy, http.StatusServiceUnavailable, "In use elsewhere",
		"Another program holds the database, and nothing was kept. Close it, or try again in a moment."},
	{database.ErrDenied, http.StatusInternalServerError, "Not allowed there",
		"The folder of the data cannot be written to, and nothing was kept. Look at its permissions."},
}

// Describe turns an error into problem details (RFC 9457).
func Describe(err error) contract.Problem {
	var request *openapi3filter.RequestError
	var status echo.HTTPStatusCoder
	var tooLarge *http.MaxBytesError
	if p, ok := contract.Describe(err); ok {
		return p
	}
	switch {
	case errors.Is(err, store.ErrNameUsed):
		p, _ := contract.Describe(input.Fault("name", "Name: that name is taken already; give it another."))
		p.Status = http.StatusConflict
		return p
	case errors.As(err, &tooLarge) || errors.Is(err, echo.ErrStatusRequestEntityTooLarge):
		return contract.Tell(http.StatusRequestEntityTooLarge, "Too large",
			"A request may be 256 kB at most, a file that is taken in 48 MB (16 MB as a text within JSON), and a "+
				"backup 4 GB.")
	case errors.As(err, &request):
		return unlike(request)
	case errors.As(err, &status):
		return refused(status.StatusCode(), err)
	}
	for _, t := range told {
		if errors.Is(err, t.err) {
			return contract.Tell(t.status, t.title, t.detail)
		}
	}
	return contract.Tell(http.StatusInternalServerError, "Something broke",
		"That is a fault of Dunvel, not of the input. What was kept before is safe.")
}

// Why something is not done for whoever asked.
var (
	ErrForeign = errors.New("api: another site asked")
	ErrNotHere = errors.New("api: only at the computer")
)

// Why work of a request is not done.
var (
	ErrCrowded  = errors.New("api: too many are waiting")
	ErrStopping = errors.New("api: the server is stopping")
)

// refused is what the server itself refuses.
func refused(status int, err error) contract.Problem {
	title, detail := http.StatusText(status), "The address is not one of this service; see /api/docs."
	switch status {
	case http.StatusMethodNotAllowed:
		detail = "That address does not take this method; see the header Allow, and /api/docs."
	case http.StatusBadRequest:
		title, detail = "Not as the contract has it", "The request cannot be read; see /api/docs."
		var told *echo.HTTPError
		if errors.As(err, &told) && told.Message != "" {
			detail = "The request cannot be read: " + told.Message + "."
		}
	}
	return contract.Tell(status, title, detail)
}

// unlike is a request that is not as the contract has it.
func unlike(err *openapi3filter.RequestError) contract.Problem {
	detail := "The request " + err.Reason + "; see /api/docs."
	var schema *openapi3.SchemaError
	switch {
	case errors.As(err, &schema):
		where := strings.Join(schema.JSONPointer(), ".")
		if err.Parameter != nil {
			where = err.Parameter.Name
		}
		if where == "" {
			where = "The request"
		}
		detail = where + ": " + schema.Reason + "."
	case err.Err != nil:
		detail = "The request cannot be read: " + err.Err.Error() + "."
	}
	return contract.Tell(http.StatusBadRequest, "Not as the contract has it", detail)
}

// HandleError answers a failed request with problem details. What is not the
// caller's fault is logged.
func HandleError(c *echo.Context, err error) {
	if errors.Is(err, context.Canceled) || errors.Is(err, syscall.EPIPE) || errors.Is(err, syscall.ECONNRESET) {
		return // whoever asked has gone: a newer question supersedes an older one
	}
	p := Describe(err)
	if p.Status >= http.StatusInternalServerError {
		slog.ErrorContext(c.Request().Context(), "request failed", "method", c.Request().Method, "path",
			c.Request().URL.Path, "error", err)
	}
	w := c.Response()
	if r, unwrapErr := echo.UnwrapResponse(w); unwrapErr == nil && r.Committed {
		return
	}
	if p.Status == http.StatusServiceUnavailable || p.Status == http.StatusTooManyRequests {
		w.Header().Set("Retry-After", "5")
	}
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(p.Status)
	if err := json.NewEncoder(w).Encode(p); err != nil {
		slog.Debug("problem not sent", "error", err)
	}
}
