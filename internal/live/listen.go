package live

import (
	"context"
	"errors"
	"fmt"
	"io"
	"math/rand/v2"
	"net"
	"os"
	"time"

	"dunvel/core/boat"
	"dunvel/internal/nmea"

	"go.bug.st/serial"
)

// patience is how long a source is waited for.
type patience struct {
	first, most time.Duration // until it is opened again; it doubles from time to time
	dial        time.Duration // for a connection
	silence     time.Duration // after which a connection is taken to be dead
}

var usualPatience = patience{first: time.Second, most: 30 * time.Second, dial: 5 * time.Second, silence: time.Minute}

// mostRead is how many bytes are read at once: more than any datagram has.
const mostRead = 64 << 10

// listen listens to a source, and opens it again when it breaks, until ctx ends.
func (b *Boat) listen(ctx context.Context, s *source) { b.listenWith(ctx, s, usualPatience) }

func (b *Boat) listenWith(ctx context.Context, s *source, p patience) {
	wait := p.first
	for ctx.Err() == nil {
		b.goes(s, boat.Opening, "")
		opened := time.Now()
		err := b.once(ctx, s, p)
		if s.spec.Kind == boat.File && err == nil {
			b.goes(s, boat.Ended, "The recording is through.")
			return
		}
		if ctx.Err() != nil {
			return
		}
		if time.Since(opened) > p.most {
			wait = p.first
		}
		b.goes(s, boat.Waiting, told(err))
		jitter := time.Duration(rand.Int64N(int64(wait)/4 + 1))
		select {
		case <-ctx.Done():
			return
		case <-time.After(wait + jitter):
		}
		wait = min(2*wait, p.most)
	}
}

// told is what is wrong, as a sentence.
func told(err error) string {
	var timeout net.Error
	switch {
	case err == nil || errors.Is(err, io.EOF):
		return "It has ended the connection; it is tried again."
	case errors.Is(err, os.ErrNotExist):
		return "It is not there; it is tried again."
	case errors.Is(err, os.ErrPermission):
		return "This user may not open it; it is tried again."
	case errors.As(err, &timeout) && timeout.Timeout():
		return "Nothing comes; it is tried again."
	}
	return fmt.Sprintf("%s; it is tried again.", err)
}

// once opens a source and reads until it ends.
func (b *Boat) once(ctx context.Context, s *source, p patience) error {
	switch s.spec.Kind {
	case boat.TCP:
		dialer := net.Dialer{Timeout: p.dial}
		conn, err := dialer.DialContext(ctx, "tcp", s.spec.Address)
		if err != nil {
			return err
		}
		return b.read(ctx, s, conn, func() { _ = conn.SetReadDeadline(time.Now().Add(p.silence)) })
	case boat.UDP:
		conn, err := (&net.ListenConfig{}).ListenPacket(ctx, "udp", s.spec.Address)
		if err != nil {
			return err
		}
		return b.read(ctx, s, datagrams{conn}, func() {})
	case boat.Serial:
		port, err := serial.Open(s.spec.Address, &serial.Mode{BaudRate: s.spec.Baud})
		if err != nil {
			return err
		}
		return b.read(ctx, s, port, func() {})
	default:
		return b.play(ctx, s)
	}
}

// read reads until the end, or that of ctx; again is called before each read.
func (b *Boat) read(ctx context.Context, s *source, in io.ReadCloser, again func()) error {
	defer func() { _ = in.Close() }()
	defer context.AfterFunc(ctx, func() { _ = in.Close() })()
	s.frames = nmea.Framer{} // what was cut off is not gone on with
	b.goes(s, boat.Listening, "")
	buffer := make([]byte, mostRead)
	for {
		again()
		n, err := in.Read(buffer)
		if n > 0 {
			b.take(s, buffer[:n])
		}
		if err != nil {
			return err
		}
		if n == 0 { // a serial device that was pulled out reads as nothing
			return io.EOF
		}
	}
}

// datagrams reads datagrams, each of which ends what it begins.
type datagrams struct{ net.PacketConn }

func (d datagrams) Read(buffer []byte) (int, error) {
	n, _, err := d.ReadFrom(buffer[:len(buffer)-1])
	if err != nil {
		return 0, err
	}
	buffer[n] = '\n'
	return n + 1, nil
}
