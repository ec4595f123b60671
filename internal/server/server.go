// Package server puts the contract's handlers and the embedded front end on
// one HTTP server with its security headers and limits.
package server

import (
	"compress/gzip"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"syscall"
	"time"

	"dunvel/internal/api"
	"dunvel/internal/api/guard"
	"dunvel/internal/api/problem"
	"dunvel/internal/api/reach"
	"dunvel/internal/exchange"
	"dunvel/internal/live"
	"dunvel/internal/service"
	"dunvel/internal/service/intake"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"
)

const (
	maxBody          = 256 << 10
	maxImport        = exchange.MostText
	maxBackup        = 4 << 30
	maxTextImport    = 20 << 20         // a file of 16 MB as a JSON text
	readTime         = 30 * time.Second // for a request to come in whole
	headerTime       = 5 * time.Second
	idleTime         = 2 * time.Minute
	shutdownPatience = 5 * time.Second
	mostDrained      = 64 << 20 // of a body that is refused
	compressFrom     = 1400     // bytes: what fits into one packet gains nothing
)

// New returns the handler of the whole of Dunvel by a service, and by what is heard of a
// boat. What it works on ends with stop.
func New(stop context.Context, does *service.Service, boat *live.Boat, reached reach.Ways) (*echo.Echo, error) {
	contract, err := api.GetSpec()
	if err != nil {
		return nil, fmt.Errorf("server: contract: %w", err)
	}
	document, err := json.Marshal(contract)
	if err != nil {
		return nil, fmt.Errorf("server: contract: %w", err)
	}
	validate, err := guard.Validate()
	if err != nil {
		return nil, fmt.Errorf("server: contract: %w", err)
	}
	pages, err := newPages()
	if err != nil {
		return nil, err
	}

	e := echo.New()
	e.HTTPErrorHandler = problem.HandleError
	e.Pre(head)
	e.Use(middleware.Recover(), sameOrigin, headers, bodyLimit)
	smaller := middleware.GzipWithConfig(
		middleware.GzipConfig{Level: gzip.BestSpeed, MinLength: compressFrom, Skipper: isEvents})
	more := e.Group("/api", noStore, smaller)
	more.GET("/openapi.json", func(c *echo.Context) error { return c.JSONBlob(http.StatusOK, document) })
	more.GET("/docs", pages.page("docs.html"))
	api.RegisterHandlers(e.Group("/api", noStore, pages.named, smaller, newQueue(stop).middleware, validate),
		api.NewStrictHandler(api.New(does, boat, reached, time.Now), nil))
	more.Any("/*", func(*echo.Context) error { return echo.ErrNotFound }, validate)
	if own := reached.Authority(); own != nil {
		pages.authority(e, own)
	}
	pages.register(e)
	return e, nil
}

// Serve serves on address until ctx ends, then finishes what is under way: to this machine
// alone on an address of its own, and behind a gate on any other; encrypted by a certificate
// where there is one. ready is called with the address that is listened on.
func Serve(ctx context.Context, handler http.Handler, gate Gate, address string, ready func(net.Addr)) error {
	listener, err := (&net.ListenConfig{}).Listen(ctx, "tcp", address)
	if errors.Is(err, syscall.EADDRINUSE) {
		return fmt.Errorf("the address %s is in use already; stop what runs there or choose another with --address",
			address)
	}
	if err != nil {
		return fmt.Errorf("cannot listen on %s: %w", address, err)
	}
	if tcp, ok := listener.Addr().(*net.TCPAddr); ok && tcp.IP.IsLoopback() {
		handler = loopbackOnly(handler)
	} else {
		handler = gate.Wrap(handler)
	}
	if gate.by != nil {
		listener, handler = newEither(listener, gate.by.Config()), encrypted(handler)
	}
	return echo.StartConfig{
		Listener: listener, HideBanner: true, HidePort: true, ListenerAddrFunc: ready,
		GracefulTimeout: shutdownPatience,
		OnShutdownError: func(err error) { slog.Error("shutdown", "error", err) },
		BeforeServeFunc: func(s *http.Server) error {
			// What an answer may take is bounded by its work, not by the clock: a busy
			// machine takes longer over the same.
			// devices that do not trust it yet
			s.ErrorLog = slog.NewLogLogger(slog.Default().Handler(), slog.LevelDebug)
			s.ReadHeaderTimeout, s.ReadTimeout, s.IdleTimeout = headerTime, readTime, idleTime
			return nil
		},
	}.Start(ctx, handler)
}

// isEvents tells whether what is asked for is the stream of events: each is sent as it is,
// at once.
func isEvents(c *echo.Context) bool { return c.Request().URL.Path == "/api/live/events" }

// bodyLimit bounds bodies, those of imports less. A backup may take as long as it comes in.
func bodyLimit(next echo.HandlerFunc) echo.HandlerFunc {
	usual, files, texts := middleware.BodyLimit(maxBody)(next), middleware.BodyLimit(maxImport)(next),
		middleware.BodyLimit(maxTextImport)(next)
	backups := middleware.BodyLimit(maxBackup)(next)
	return func(c *echo.Context) error {
		r := c.Request()
		limited := usual
		switch {
		case r.URL.Path != "/api/imports":
		case r.Header.Get("Content-Type") == "application/octet-stream" &&
			r.URL.Query().Get("kind") == intake.BackupFile:
			r.Body = patient{r.Body, http.NewResponseController(c.Response())}
			limited = backups
		case r.Header.Get("Content-Type") == "application/octet-stream":
			limited = files
		default:
			limited = texts
		}
		err := limited(c)
		if errors.Is(err, echo.ErrStatusRequestEntityTooLarge) {
			// Whoever is still sending hears why only once it is through.
			_, _ = io.CopyN(io.Discard, r.Body, mostDrained)
		}
		return err
	}
}

// patient is a body that may take as long as it goes on coming.
type patient struct {
	io.ReadCloser
	connection *http.ResponseController
}

func (p patient) Read(into []byte) (int, error) {
	if err := p.connection.SetReadDeadline(time.Now().Add(readTime)); err != nil &&
		!errors.Is(err, http.ErrNotSupported) {
		return 0, err
	}
	return p.ReadCloser.Read(into)
}

// head answers HEAD as GET; the server leaves the body out.
func head(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		if r := c.Request(); r.Method == http.MethodHead {
			as := *r
			as.Method = http.MethodGet
			c.SetRequest(&as)
		}
		return next(c)
	}
}

// noStore keeps answers out of caches.
func noStore(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		c.Response().Header().Set("Cache-Control", "no-store")
		return next(c)
	}
}
