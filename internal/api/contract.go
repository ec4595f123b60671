package api

import (
	"errors"
	"net/http"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers"
	"github.com/getkin/kin-openapi/routers/gorillamux"
	"github.com/labstack/echo/v5"
)

// Contract returns the OpenAPI document.
func Contract() (*openapi3.T, error) { return GetSpec() }

// Validate returns middleware that refuses requests which are not as the
// contract has them. Requests to other addresses pass.
func Validate(contract *openapi3.T) (echo.MiddlewareFunc, error) {
	router, err := gorillamux.NewRouter(contract)
	if err != nil {
		return nil, err
	}
	return func(next echo.HandlerFunc) echo.HandlerFunc {
		return func(c *echo.Context) error {
			route, params, err := router.FindRoute(c.Request())
			switch {
			case errors.Is(err, routers.ErrMethodNotAllowed):
				return echo.NewHTTPError(http.StatusMethodNotAllowed, "method")
			case err != nil:
				return next(c)
			}
			// The value the validator has read is handed on, so that the
			// handler still finds a body, as it came: what a setup leaves out is
			// as its version has it.
			input := &openapi3filter.RequestValidationInput{
				Request: c.Request(), PathParams: params, Route: route,
				Options: &openapi3filter.Options{KeepValidatedValue: true, SkipSettingDefaults: true},
			}
			if err := openapi3filter.ValidateRequest(c.Request().Context(), input); err != nil {
				return err
			}
			return next(c)
		}
	}, nil
}
