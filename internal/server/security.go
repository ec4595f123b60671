package server

import (
	"fmt"
	"net/http"

	"dunvel/internal/api/problem"
	"dunvel/internal/api/reach"

	"github.com/labstack/echo/v5"
)

// policy is the content security policy of everything; pages add a nonce for
// their styles. Nothing is loaded from elsewhere and no script is inline.
const policy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; worker-src 'self'; style-src 'self'%s; " +
	"img-src 'self' data:; font-src 'self'; " +
	"connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"

// workerPolicy is that of scripts: a worker goes by the one that its script came with.
const workerPolicy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'; frame-ancestors " +
	"'none'"

func headers(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		h := c.Response().Header()
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		if r := c.Request(); r.TLS != nil || isLoopback(hostOf(r.Host)) {
			h.Set("Cross-Origin-Opener-Policy", "same-origin") // browsers complain of it elsewhere
		}
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		h.Set("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'")
		return next(c)
	}
}

// sameOrigin refuses changes that another site's page asks for.
func sameOrigin(next echo.HandlerFunc) echo.HandlerFunc {
	protection := http.NewCrossOriginProtection()
	return func(c *echo.Context) error {
		if err := protection.Check(c.Request()); err != nil {
			return fmt.Errorf("%w: %w", problem.ErrForeign, err)
		}
		return next(c)
	}
}

// loopbackOnly refuses requests for other names than this machine's own, which
// is how a web page elsewhere would reach a local server by rebinding its name.
func loopbackOnly(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if !isLoopback(hostOf(r.Host)) {
			http.Error(w, "This server answers to localhost only.", http.StatusMisdirectedRequest)
			return
		}
		next.ServeHTTP(w, r.WithContext(reach.AtTheComputer(r.Context())))
	})
}
