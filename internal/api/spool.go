package api

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
)

// spool is a file for as long as a request takes: a backup may be larger than what is kept in memory.
type spool struct{ *os.File }

// newSpool is an empty one.
func newSpool() (spool, error) {
	f, err := os.CreateTemp("", "dunvel-")
	if err != nil {
		return spool{}, fmt.Errorf("api: a file for a backup: %w", err)
	}
	return spool{f}, nil
}

// Close lets the file go.
func (s spool) Close() error { return errors.Join(s.File.Close(), os.Remove(s.Name())) }

// spooled is a body as a file.
func spooled(body io.Reader) (spool, error) {
	s, err := newSpool()
	if err != nil {
		return s, err
	}
	if _, err := io.Copy(s, body); err != nil {
		return s, errors.Join(err, s.Close())
	}
	return s, nil
}

// backup is everything as it is sent: written to a file first, so that what goes wrong is told as such.
type backup struct {
	ctx   context.Context
	write func(context.Context, io.Writer) error
}

// VisitExportAllResponse implements the contract.
func (b backup) VisitExportAllResponse(w http.ResponseWriter) (err error) {
	s, err := newSpool()
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, s.Close()) }()
	if err := b.write(b.ctx, s); err != nil {
		return err
	}
	if _, err := s.Seek(0, io.SeekStart); err != nil {
		return err
	}
	w.Header().Set("Content-Type", "application/json")
	w.Header().Set("Content-Disposition", *under("dunvel-backup.json"))
	_, err = io.Copy(w, s)
	return err
}
