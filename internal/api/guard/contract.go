// Package guard holds requests against the contract before they are answered.
package guard

import (
	"errors"
	"io"
	"net/http"
	"strings"

	"dunvel/internal/api"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers"
	"github.com/getkin/kin-openapi/routers/gorillamux"
	"github.com/labstack/echo/v5"
)

// requested is the contract as requests are held against it: limits, choices and counts of
// values are told in the words of the core, which knows units and fields.
func requested() (*openapi3.T, error) {
	document, err := api.GetSpec()
	if err != nil {
		return nil, err
	}
	seen := map[*openapi3.Schema]bool{}
	var loosen func(*openapi3.SchemaRef)
	loosen = func(ref *openapi3.SchemaRef) {
		if ref == nil || seen[ref.Value] {
			return
		}
		s := ref.Value
		seen[s] = true
		s.Min, s.Max, s.Enum = nil, nil, nil
		loosen(s.Items)
		for _, p := range s.Properties {
			loosen(p)
		}
		for _, p := range s.AllOf {
			loosen(p)
		}
	}
	for _, schema := range document.Components.Schemas {
		loosen(schema)
	}
	heads := document.Components.Schemas["Setup"].Value.Properties["heads"].Value
	heads.MinItems, heads.MaxItems = 0, nil
	return document, nil
}

func init() {
	openapi3filter.RegisterBodyDecoder("application/json",
		func(body io.Reader, _ http.Header, _ *openapi3.SchemaRef, _ openapi3filter.EncodingFn) (any, error) {
			value, err := oneValue(body)
			if err != nil {
				return nil, &openapi3filter.ParseError{Kind: openapi3filter.KindInvalidFormat, Cause: err}
			}
			return value, nil
		})
}

// Validate returns middleware that refuses requests which are not as the
// contract has them. Requests to other addresses pass.
func Validate() (echo.MiddlewareFunc, error) {
	document, err := requested()
	if err != nil {
		return nil, err
	}
	router, err := gorillamux.NewRouter(document)
	if err != nil {
		return nil, err
	}
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			route, params, err := router.FindRoute(c.Request())
			switch {
			case errors.Is(err, routers.ErrMethodNotAllowed):
				c.Response().Header().Set("Allow", allowed(router, c.Request()))
				return echo.NewHTTPError(http.StatusMethodNotAllowed, "method")
			case err != nil:
				return next(c)
			}
			// The value the validator has read is handed on, so that the
			// handler still finds a body, as it came: what a setup leaves out is
			// as its version has it.
			input := &openapi3filter.RequestValidationInput{
				Request: c.Request(), PathParams: params, Route: route,
				Options: &openapi3filter.Options{
					KeepValidatedValue: true, SkipSettingDefaults: true,
					// a file is read once
					ExcludeRequestBody: c.Request().Header.Get("Content-Type") == "application/octet-stream",
				},
			}
			if err := openapi3filter.ValidateRequest(c.Request().Context(), input); err != nil {
				return err
			}
			return next(c)
		}
	}, nil
}

// allowed are the methods that an address takes, as a header has them.
func allowed(router routers.Router, r *http.Request) string {
	var out []string
	for _, method := range []string{http.MethodGet, http.MethodPost, http.MethodPatch, http.MethodDelete} {
		other := r.Clone(r.Context())
		other.Method = method
		if _, _, err := router.FindRoute(other); err != nil {
			continue
		}
		if out = append(out, method); method == http.MethodGet {
			out = append(out, http.MethodHead)
		}
	}
	return strings.Join(out, ", ")
}
