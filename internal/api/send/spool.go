package send

import (
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
)

// Spool is a file for as long as a request takes: a backup may be larger than what is kept in memory.
type Spool struct{ *os.File }

// NewSpool is an empty one.
func NewSpool() (Spool, error) {
	f, err := os.CreateTemp("", "dunvel-")
	if err != nil {
		return Spool{}, fmt.Errorf("api: a file for a backup: %w", err)
	}
	return Spool{f}, nil
}

// Close lets the file go.
func (s Spool) Close() error { return errors.Join(s.File.Close(), os.Remove(s.Name())) }

// Spooled is a body as a file.
func Spooled(body io.Reader) (Spool, error) {
	s, err := NewSpool()
	if err != nil {
		return s, err
	}
	if _, err := io.Copy(s, body); err != nil {
		return s, errors.Join(err, s.Close())
	}
	return s, nil
}

// File sends what write writes, under headers that are the caller's. It is written to a file first, so that what goes
// wrong is told as such.
func File(w http.ResponseWriter, headers map[string]string, write func(io.Writer) error) (err error) {
	s, err := NewSpool()
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, s.Close()) }()
	if err := write(s); err != nil {
		return err
	}
	if _, err := s.Seek(0, io.SeekStart); err != nil {
		return err
	}
	for name, value := range headers {
		w.Header().Set(name, value)
	}
	_, err = io.Copy(w, s)
	return err
}
