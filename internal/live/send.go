package live

import (
	"context"
	"net"
	"sync"
	"time"
)

const (
	mostReaders  = 64
	mostUnsent   = 64              // pieces that wait for a reader before it is let go
	sendPatience = 5 * time.Second // for a piece to go out
)

// Sender sends what is written to everybody who is connected. One who does not read is let
// go, and waited for by nobody.
type Sender struct {
	mutex   sync.Mutex
	readers map[chan []byte]bool
}

// NewSender is a sender with nobody connected.
func NewSender() *Sender { return &Sender{readers: map[chan []byte]bool{}} }

// Send sends data, which is not changed afterwards.
func (s *Sender) Send(data []byte) {
	s.mutex.Lock()
	defer s.mutex.Unlock()
	for reader := range s.readers {
		select {
		case reader <- data:
		default:
			s.drop(reader)
		}
	}
}

// drop lets a reader go. The mutex is held.
func (s *Sender) drop(reader chan []byte) {
	if s.readers[reader] {
		delete(s.readers, reader)
		close(reader)
	}
}

// join adds a reader; nil where there are too many.
func (s *Sender) join() chan []byte {
	s.mutex.Lock()
	defer s.mutex.Unlock()
	if len(s.readers) >= mostReaders {
		return nil
	}
	reader := make(chan []byte, mostUnsent)
	s.readers[reader] = true
	return reader
}

// Serve takes connections until ctx ends.
func (s *Sender) Serve(ctx context.Context, listener net.Listener) error {
	defer context.AfterFunc(ctx, func() { _ = listener.Close() })()
	for {
		conn, err := listener.Accept()
		if ctx.Err() != nil {
			return nil
		}
		if err != nil {
			return err
		}
		reader := s.join()
		if reader == nil {
			_ = conn.Close()
			continue
		}
		go s.serve(ctx, conn, reader)
	}
}

func (s *Sender) serve(ctx context.Context, conn net.Conn, reader chan []byte) {
	defer func() {
		_ = conn.Close()
		s.mutex.Lock()
		defer s.mutex.Unlock()
		s.drop(reader)
	}()
	for {
		select {
		case <-ctx.Done():
			return
		case data, open := <-reader:
			if !open {
				return
			}
			_ = conn.SetWriteDeadline(time.Now().Add(sendPatience))
			if _, err := conn.Write(data); err != nil {
				return
			}
		}
	}
}
