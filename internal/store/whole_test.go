package store

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"dunvel/core/setup"
	"dunvel/internal/store/database"

	"github.com/jmoiron/sqlx"
)

// A copy that was just made stays, whatever dates the others bear, and so does the way
// back of a restore.
func TestCopiesGoByTheirOrder(t *testing.T) {
	ctx := t.Context()
	s, path := open(t)
	create(t, s, "Before")
	first, err := s.Copies.Make(ctx, noon)
	if err != nil {
		t.Fatal(err)
	}
	text, err := os.ReadFile(filepath.Join(filepath.Dir(path), "copies", first.Name))
	if err != nil {
		t.Fatal(err)
	}
	// Ten from the future, named as copies were before they were numbered.
	for day := range 10 {
		name := fmt.Sprintf("dunvel-203601%02dT000000.000Z.db", 10+day)
		if err := os.WriteFile(filepath.Join(filepath.Dir(path), "copies", name), text, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	create(t, s, "After")
	made, err := s.Copies.Make(ctx, noon.Add(time.Hour))
	if err != nil {
		t.Fatal(err)
	}
	there := func(name string) bool {
		_, err := os.Stat(filepath.Join(filepath.Dir(path), "copies", name))
		return err == nil
	}
	if !there(made.Name) {
		t.Errorf("%s was made and is gone", made.Name)
	}
	way, err := s.Copies.Restore(ctx, "dunvel-20360112T000000.000Z.db", noon.Add(2*time.Hour))
	if err != nil || names(t, s) != "Before" || !there(way.Name) {
		t.Errorf("%s, %v; the way back is there: %v", names(t, s), err, there(way.Name))
	}
	all, err := s.Copies.List()
	if err != nil || all[0].Name != way.Name || all[1].Name != made.Name {
		t.Errorf("%+v %v", all, err)
	}
	// They keep being made.
	create(t, s, "More")
	if err := s.Copies.MakeIfChanged(ctx, noon.Add(3*time.Hour)); err != nil {
		t.Fatal(err)
	}
	if again, _ := s.Copies.List(); again[0].Name == way.Name {
		t.Error("nothing was copied after a change")
	}
}

// What is acknowledged while a copy is gone back to is in the database afterwards or in
// the copy that leads back.
func TestNothingIsLostInARestore(t *testing.T) {
	ctx := t.Context()
	s, path := open(t)
	create(t, s, "Base")
	base, err := s.Copies.Make(ctx, noon)
	if err != nil {
		t.Fatal(err)
	}
	var lock sync.Mutex
	var acknowledged []string
	write, stop := context.WithCancel(ctx)
	var writers sync.WaitGroup
	for w := range 3 {
		writers.Go(func() {
			for i := 0; write.Err() == nil; i++ {
				name := fmt.Sprintf("w%d-%d", w, i)
				if _, err := s.Setups.Create(ctx, name, setup.Default(), noon); err == nil {
					lock.Lock()
					acknowledged = append(acknowledged, name)
					lock.Unlock()
				}
			}
		})
	}
	there := map[string]bool{}
	for i := range 4 {
		time.Sleep(20 * time.Millisecond)
		way, err := s.Copies.Restore(ctx, base.Name, noon.Add(time.Duration(i+1)*time.Minute))
		if err != nil {
			t.Fatal(err)
		}
		gather(t, filepath.Join(filepath.Dir(path), "copies", way.Name), there)
	}
	stop()
	writers.Wait()
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	gather(t, path, there)
	for _, name := range acknowledged {
		if !there[name] {
			t.Errorf("%s was acknowledged and is nowhere", name)
		}
	}
	if len(acknowledged) < 20 {
		t.Errorf("only %d were written meanwhile", len(acknowledged))
	}
}

// gather adds the names of the setups in a database file.
func gather(t *testing.T, path string, there map[string]bool) {
	t.Helper()
	copied := filepath.Join(t.TempDir(), "read.db")
	text, err := os.ReadFile(path)
	if err == nil {
		err = os.WriteFile(copied, text, 0o600)
	}
	if err != nil {
		t.Fatal(err)
	}
	s, err := Open(t.Context(), copied)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	all, err := s.Setups.List(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	for _, k := range all {
		there[k.Name] = true
	}
}

// Only what a check finds is damage; the rest is named for what it is.
func TestWhatIsWrongWithAFile(t *testing.T) {
	ctx := t.Context()
	s, path := open(t)
	create(t, s, "Kept")
	if _, err := s.Copies.Make(ctx, noon); err != nil {
		t.Fatal(err)
	}
	again := func() error {
		other, err := Open(ctx, path)
		if err == nil {
			err = other.Close()
		}
		return err
	}
	if _, err := s.db.Exec("INSERT INTO goose_db_version (version_id, is_applied) VALUES (99, 1)"); err != nil {
		t.Fatal(err)
	}
	newer, err := s.Copies.Make(ctx, noon.Add(time.Hour))
	if err != nil {
		t.Fatal(err)
	}
	if err := again(); !errors.Is(err, database.ErrNewer) || !strings.Contains(err.Error(), "version 99") {
		t.Errorf("newer: %v", err)
	}
	if _, err := s.Copies.Restore(ctx, newer.Name, noon.Add(2*time.Hour)); !errors.Is(err, database.ErrNewer) {
		t.Errorf("a newer copy: %v", err)
	}
	if _, err := s.db.Exec("DELETE FROM goose_db_version WHERE version_id = 99"); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(filepath.Join(filepath.Dir(path), "copies", "dunvel-000009-20261001T120000.000Z.db"), nil,
		0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Copies.Restore(ctx, "dunvel-000009-20261001T120000.000Z.db", noon.Add(3*time.Hour)); !errors.Is(
		err, database.ErrEmpty) || names(t, s) != "Kept" {
		t.Errorf("an empty copy: %v, %s", err, names(t, s))
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	whole, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	for name, tt := range map[string]struct {
		text []byte
		want error
	}{
		"empty, with copies": {nil, database.ErrEmpty},
		"something else":     {[]byte(strings.Repeat("no database ", 400)), database.ErrDamaged},
		"torn": {append(append([]byte(nil), whole[:len(whole)/2]...), make([]byte, len(whole)/2)...),
			database.ErrDamaged},
		"whole": {whole, nil},
	} {
		if err := os.WriteFile(path, tt.text, 0o600); err != nil {
			t.Fatal(err)
		}
		if err := again(); !errors.Is(err, tt.want) || tt.want == nil && err != nil {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// Any name of a folder will do, files are nobody else's, and halves of copies go.
func TestFiles(t *testing.T) {
	for _, folder := range []string{"c#1", "c#2", "a?b", "e%20f", "with space & 'quotes'", "ümlaut"} {
		path := filepath.Join(t.TempDir(), folder, "dunvel.db")
		half := filepath.Join(filepath.Dir(path), "copies", "dunvel-000001-20261001T120000.000Z.db.half")
		if err := os.MkdirAll(filepath.Dir(half), 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(half, []byte("half"), 0o644); err != nil {
			t.Fatal(err)
		}
		s, err := Open(t.Context(), path)
		if err != nil {
			t.Fatalf("%s: %v", folder, err)
		}
		create(t, s, folder)
		made, err := s.Copies.Make(t.Context(), noon)
		if err != nil || names(t, s) != folder {
			t.Errorf("%s: %s %v", folder, names(t, s), err)
		}
		create(t, s, "zzz")
		if _, err := s.Copies.Restore(t.Context(), made.Name, noon.Add(time.Hour)); err != nil ||
			names(t, s) != folder {
			t.Errorf("%s: gone back to %s, %v", folder, names(t, s), err)
		}
		for _, file := range []string{path, path + "-wal", filepath.Join(filepath.Dir(path), "copies", made.Name)} {
			if info, err := os.Stat(file); err != nil || info.Mode().Perm() != 0o600 {
				t.Errorf("%s: %v %v", file, info, err)
			}
		}
		if _, err := os.Stat(half); err == nil {
			t.Errorf("%s is still there", half)
		}
		if err := s.Close(); err != nil {
			t.Fatal(err)
		}
	}
}

// A lock and a file that may not be written are not damage.
func TestErrorsAreNamed(t *testing.T) {
	_, path := open(t)
	connect := func(parameters string) *sqlx.DB {
		db, err := sqlx.Open("sqlite", database.Address(path, parameters))
		if err != nil {
			t.Fatal(err)
		}
		db.SetMaxOpenConns(1)
		t.Cleanup(func() { _ = db.Close() })
		return db
	}
	holder := connect("_txlock=immediate&_pragma=busy_timeout(1000)")
	if _, err := connect("mode=ro").Exec("DELETE FROM setup"); !errors.Is(database.Named(err), database.ErrDenied) ||
		errors.Is(database.Named(err), database.ErrDamaged) {
		t.Errorf("read only: %v", database.Named(err))
	}
	tx, err := holder.Beginx()
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = tx.Rollback() }()
	if _, err := tx.Exec("INSERT INTO setup (name, body, created, updated) VALUES ('k', '{}', 'x', 'x')"); err != nil {
		t.Fatal(err)
	}
	if _, err := connect("_pragma=busy_timeout(0)").Exec("DELETE FROM setup"); !errors.Is(database.Named(err),
		database.ErrBusy) || errors.Is(database.Named(err), database.ErrDamaged) {
		t.Errorf("locked: %v", database.Named(err))
	}
	if err := database.Named(context.Canceled); !errors.Is(err, context.Canceled) ||
		errors.Is(err, database.ErrDamaged) {
		t.Errorf("cancelled: %v", err)
	}
}

// What is opened to be read is left as it is, whether a server runs on it or not, and is
// not brought up to date.
func TestOpenToRead(t *testing.T) {
	ctx := t.Context()
	s, path := open(t)
	create(t, s, "Kept")
	files := func() string {
		entries, err := os.ReadDir(filepath.Dir(path))
		if err != nil {
			t.Fatal(err)
		}
		var out []string
		for _, e := range entries {
			out = append(out, e.Name())
		}
		return strings.Join(out, " ")
	}
	reads := func(when string) {
		before := files()
		reader, err := OpenToRead(ctx, path)
		if err != nil {
			t.Fatalf("%s: %v", when, err)
		}
		if got := names(t, reader); got != "Kept" {
			t.Errorf("%s: %s", when, got)
		}
		if _, err := reader.Setups.Create(ctx, "More", setup.Default(), noon); err == nil {
			t.Errorf("%s: it was written to", when)
		}
		if err := reader.Close(); err != nil || files() != before {
			t.Errorf("%s: %s, before %s, %v", when, files(), before, err)
		}
	}
	reads("while it is open")
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	reads("at rest")
	first := filepath.Join(t.TempDir(), "first.db")
	text, err := os.ReadFile("testdata/v1/dunvel.db")
	if err == nil {
		err = os.WriteFile(first, text, 0o600)
	}
	if err != nil {
		t.Fatal(err)
	}
	if _, err := OpenToRead(ctx, first); !errors.Is(err, database.ErrOlder) {
		t.Errorf("older: %v", err)
	}
	if after, err := os.ReadFile(first); err != nil || string(after) != string(text) {
		t.Errorf("the older one was changed, %v", err)
	}
	if _, err := OpenToRead(ctx, first+"x"); !errors.Is(err, ErrNotFound) {
		t.Errorf("none: %v", err)
	}
}

// After a copy the file alone holds everything that was kept before it.
func TestTheFileAloneIsWhole(t *testing.T) {
	s, path := open(t)
	create(t, s, "Kept")
	alone := map[string]bool{}
	if _, err := s.Copies.Make(t.Context(), noon); err != nil {
		t.Fatal(err)
	}
	if gather(t, path, alone); !alone["Kept"] {
		t.Error("the file alone holds nothing")
	}
}

// A disk that is full is told as that, and what does not fit is not kept in half.
func TestFullDisk(t *testing.T) {
	s, _ := open(t)
	s.db.SetMaxOpenConns(1)
	if _, err := s.db.Exec("PRAGMA max_page_count = 1"); err != nil { // it grows no more
		t.Fatal(err)
	}
	var err error
	kept := -1
	for err == nil && kept < 1000 {
		kept++
		_, err = s.Setups.Create(t.Context(), fmt.Sprint("More ", kept), setup.Default(), noon)
	}
	if !errors.Is(err, database.ErrFull) {
		t.Fatalf("after %d: %v", kept, err)
	}
	if all, err := s.Setups.List(t.Context()); err != nil || len(all) != kept {
		t.Errorf("%d are there of %d, %v", len(all), kept, err)
	}
}
