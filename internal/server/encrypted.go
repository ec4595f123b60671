package server

import (
	"bufio"
	"crypto/tls"
	"errors"
	"net"
	"net/http"
	"strings"
	"time"

	"dunvel/internal/api/reach"
)

// encrypted has everything go over TLS but for requests of the machine to itself, and for how to
// trust its authority, which a device reads before it does.
func encrypted(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		switch {
		case r.TLS != nil:
			next.ServeHTTP(w, r.WithContext(reach.Encrypted(r.Context())))
		case isWithin(r) || isTrust(r):
			next.ServeHTTP(w, r)
		case r.Method == http.MethodGet && !strings.HasPrefix(r.URL.Path, "/api/"):
			http.Redirect(w, r, "https://"+r.Host+r.URL.RequestURI(), http.StatusTemporaryRedirect)
		default:
			refuse(w, http.StatusForbidden, "Not encrypted",
				"This server is spoken to encrypted: begin its address with https.")
		}
	})
}

// isTrust tells whether a request is for what tells a device how to trust the authority.
func isTrust(r *http.Request) bool {
	if r.Method != http.MethodGet && r.Method != http.MethodHead {
		return false
	}
	path := r.URL.Path
	return path == trustPage || path == authorityFile || path == "/favicon.svg" || strings.HasPrefix(path, "/assets/")
}

// either listens to connections that are encrypted and to ones that are not, on one address: the
// first byte of a connection tells which it is.
type either struct {
	net.Listener
	config *tls.Config

	told  chan accepted
	ended chan struct{} // once it listens no more
}

type accepted struct {
	conn net.Conn
	err  error
}

// firstByte is how long the first byte of a connection is waited for, as long as for a header.
const firstByte = headerTime

func newEither(listener net.Listener, config *tls.Config) *either {
	e := &either{Listener: listener, config: config, told: make(chan accepted), ended: make(chan struct{})}
	go e.listen()
	return e
}

func (e *either) listen() {
	for {
		conn, err := e.Listener.Accept()
		switch {
		case err == nil:
			go e.look(conn)
		case errors.Is(err, net.ErrClosed):
			close(e.ended)
			return
		default: // too many files are open, or the like: whoever accepts waits for a while
			e.told <- accepted{err: err}
		}
	}
}

// recordType is the first byte of what begins to speak TLS (RFC 8446, section 5.1: handshake).
const recordType = 22

func (e *either) look(conn net.Conn) {
	looked := &peeked{conn, bufio.NewReader(conn)}
	_ = conn.SetReadDeadline(time.Now().Add(firstByte))
	first, err := looked.reader.Peek(1)
	if errors.Join(err, conn.SetReadDeadline(time.Time{})) != nil {
		_ = conn.Close()
		return
	}
	out := accepted{conn: looked}
	if first[0] == recordType {
		out.conn = tls.Server(looked, e.config)
	}
	select {
	case e.told <- out:
	case <-e.ended:
		_ = conn.Close()
	}
}

// Accept implements net.Listener.
func (e *either) Accept() (net.Conn, error) {
	select {
	case a := <-e.told:
		return a.conn, a.err
	case <-e.ended:
		return nil, net.ErrClosed
	}
}

// peeked is a connection of which the first byte was looked at.
type peeked struct {
	net.Conn
	reader *bufio.Reader
}

// Read implements net.Conn.
func (p *peeked) Read(into []byte) (int, error) { return p.reader.Read(into) }
