package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"os"
	"path/filepath"
	"time"

	"dunvel/internal/store"
	"dunvel/internal/store/database"
)

type copyCmd struct {
	folder
	File string `arg:"" help:"The file to be made; one that is there is left alone." type:"path"`
}

type restoreCmd struct {
	folder
	File string `arg:"" help:"A copy of a database: one of those in copies/, or made by dunvel copy." type:"existingfile"`
}

// own is the file name of a person's own database.
const own = "dunvel.db"

// file is the path of a database.
func (f folder) file(name string) (string, error) {
	in := f.Data
	if in == "" {
		home, err := os.UserConfigDir()
		if err != nil {
			return "", fmt.Errorf("there is no folder for your data (%w); name one with --data", err)
		}
		in = filepath.Join(home, "dunvel")
	}
	return filepath.Join(in, name), nil
}

// opened is a person's own database and where it is.
func (f folder) opened(ctx context.Context,
	open func(context.Context, string) (*store.Store, error)) (*store.Store, string, error) {
	path, err := f.file(own)
	if err != nil {
		return nil, "", err
	}
	st, err := open(ctx, path)
	if err != nil {
		return nil, path, whatToDo(err, path)
	}
	return st, path, nil
}

func (c copyCmd) Run(ctx context.Context) (err error) {
	st, path, err := c.opened(ctx, store.OpenToRead)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, st.Close()) }()
	size, err := st.Copies.To(ctx, c.File)
	if err != nil {
		return whatToDo(err, c.File)
	}
	fmt.Printf("%s is copied to %s, %d kB.\n", path, c.File, (size+1023)/1024)
	return nil
}

func (r restoreCmd) Run(ctx context.Context) (err error) {
	st, path, err := r.opened(ctx, store.Open)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, st.Close()) }()
	before, err := st.Copies.From(ctx, r.File, time.Now())
	if errors.Is(err, database.ErrRunning) {
		return whatToDo(err, path)
	}
	if err != nil {
		return fmt.Errorf("%s: %w\nnothing was changed", r.File, err)
	}
	fmt.Printf("%s is what %s is now. How it was before is in %s.\n", path, r.File,
		filepath.Join(filepath.Dir(path), "copies", before.Name))
	return nil
}

// copyEvery is how often a copy of the database is made, where it was written to.
const copyEvery = time.Hour

// keepCopies makes copies of the database now and then until ctx ends.
func keepCopies(ctx context.Context, st *store.Store) {
	ticker := time.NewTicker(copyEvery)
	defer ticker.Stop()
	for {
		if err := st.Copies.MakeIfChanged(ctx, time.Now()); err != nil && ctx.Err() == nil {
			slog.Error("copying the database", "error", err)
		}
		select {
		case <-ctx.Done():
			return
		case <-ticker.C:
		}
	}
}
