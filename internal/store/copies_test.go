package store

import (
	"bufio"
	"bytes"
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/internal/store/database"
)

// TestMain is also the child that is killed while it writes.
func TestMain(m *testing.M) {
	if path := os.Getenv("DUNVEL_WRITE_TO"); path != "" {
		if err := write(path); err != nil {
			fmt.Fprintln(os.Stderr, err)
			os.Exit(1)
		}
	}
	os.Exit(m.Run())
}

// write logs events for ever, and says of each that it is kept.
func write(path string) error {
	ctx := context.Background()
	s, err := Open(ctx, path)
	if err != nil {
		return err
	}
	kept, err := s.Trips.Create(ctx, "The Sill", logbook.Trip{Place: "The Sill"}, time.Now())
	if err != nil {
		return err
	}
	for i := 0; ; i++ {
		e := logbook.Event{Key: fmt.Sprintf("key-%08d", i), Time: time.Now(), Kind: logbook.Splash}
		if _, err := s.Events.Add(ctx, kept.ID, []logbook.Event{e}, time.Now()); err != nil {
			return err
		}
		fmt.Println(e.Key)
	}
}

// What was acknowledged is there after the process was killed while it wrote.
func TestKilledWhileWriting(t *testing.T) {
	path := filepath.Join(t.TempDir(), "dunvel.db")
	self, err := os.Executable()
	if err != nil {
		t.Fatal(err)
	}
	child := exec.Command(self)
	child.Env = append(os.Environ(), "DUNVEL_WRITE_TO="+path)
	out, err := child.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := child.Start(); err != nil {
		t.Fatal(err)
	}
	acknowledged := []string{}
	lines := bufio.NewScanner(out)
	for len(acknowledged) < 60 && lines.Scan() {
		acknowledged = append(acknowledged, lines.Text())
	}
	if err := child.Process.Kill(); err != nil { // SIGKILL
		t.Fatal(err)
	}
	for lines.Scan() { // what it still said before it died
		acknowledged = append(acknowledged, lines.Text())
	}
	_ = child.Wait()
	if len(acknowledged) < 60 {
		t.Fatalf("it kept %d events", len(acknowledged))
	}
	s, err := Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	all, err := s.Events.All(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	there := map[string]bool{}
	for _, e := range all {
		there[e.Event.Key] = true
	}
	for _, key := range acknowledged {
		if !there[key] {
			t.Errorf("%s was acknowledged and is gone", key)
		}
	}
}

func TestCopies(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	create(t, s, "Before")
	at := func(minutes int) time.Time { return noon.Add(time.Duration(minutes) * time.Minute) }
	first, err := s.Copies.Make(ctx, at(0))
	if err != nil || first.Size == 0 || !first.Time.Equal(noon) {
		t.Fatalf("%+v %v", first, err)
	}
	create(t, s, "After")
	undo, err := s.Copies.Restore(ctx, first.Name, at(1))
	if err != nil || names(t, s) != "Before" {
		t.Errorf("%s %v", names(t, s), err)
	}
	create(t, s, "Later") // it goes on as usual
	if _, err := s.Copies.Restore(ctx, undo.Name, at(2)); err != nil || names(t, s) != "After|Before" {
		t.Errorf("%s %v", names(t, s), err)
	}
	if _, err := s.Copies.Restore(ctx, "../dunvel.db", at(3)); !errors.Is(err, ErrNotFound) {
		t.Errorf("%v", err)
	}
	// The latest are kept.
	for i := range database.MostCopies + 3 {
		if _, err := s.Copies.Make(ctx, at(10+i)); err != nil {
			t.Fatal(err)
		}
	}
	all, err := s.Copies.List()
	if err != nil || len(all) != database.MostCopies || !all[0].Time.Equal(at(10+database.MostCopies+2)) {
		t.Errorf("%d copies, %v", len(all), err)
	}
	// The oldest can be gone back to as well, though a copy more is made first.
	create(t, s, "Newest")
	if _, err := s.Copies.Restore(ctx, all[database.MostCopies-1].Name, at(40)); err != nil ||
		names(t, s) != "After|Before" {
		t.Errorf("%v %s", err, names(t, s))
	}
	if all, _ = s.Copies.List(); len(all) != database.MostCopies {
		t.Errorf("%d copies", len(all))
	}
	// One is made where something was written since.
	later := time.Now().Add(time.Hour)
	if err := s.Copies.MakeIfChanged(ctx, later); err != nil {
		t.Fatal(err)
	}
	if all, _ := s.Copies.List(); !all[0].Time.Equal(later.UTC().Truncate(time.Millisecond)) {
		t.Errorf("%+v", all[0])
	}
	if err := s.Copies.MakeIfChanged(ctx, later.Add(time.Hour)); err != nil {
		t.Fatal(err)
	}
	if all, _ := s.Copies.List(); all[0].Time.After(later) {
		t.Error("a copy of what was not changed")
	}
	// One that is damaged is not put back.
	damaged := filepath.Join(filepath.Dir(path), "copies", all[3].Name)
	if err := os.WriteFile(damaged, bytes.Repeat([]byte("no database "), 1000), 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Copies.Restore(ctx, all[3].Name, later); !errors.Is(err, database.ErrDamaged) ||
		names(t, s) != "After|Before" {
		t.Errorf("%v %s", err, names(t, s))
	}
}

func TestDamagedIsTold(t *testing.T) {
	s, path := open(t)
	for i := range 200 {
		create(t, s, fmt.Sprint("Setup ", i))
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	file, err := os.OpenFile(path, os.O_WRONLY, 0)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := file.WriteAt(bytes.Repeat([]byte{0xff}, 40000), 8192); err != nil {
		t.Fatal(err)
	}
	_ = file.Close()
	if s, err := Open(context.Background(), path); !errors.Is(err, database.ErrDamaged) {
		t.Errorf("%v", err)
		_ = s.Close()
	}
}
