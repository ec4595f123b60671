// Package intake takes files in: tables of the log, of the box, of setups, drop tests and plans,
// places and tracks, and backups. A file is looked at first, and taken as a whole or not at all.
package intake

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"time"

	"golang.org/x/sync/semaphore"

	"dunvel/core/boat"
	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/units"
	"dunvel/internal/exchange"
	"dunvel/internal/exchange/geo"
	"dunvel/internal/store"
)

// Kinds of files that are taken in.
const (
	LogFile    = "log"
	PlacesFile = "places"
	BackupFile = "backup"
)

// Intake takes files in on a store; now tells the time.
type Intake struct {
	store *store.Store
	now   func() time.Time
	turn  *semaphore.Weighted // one file at a time
}

// New is the intake of a store.
func New(st *store.Store, now func() time.Time) *Intake {
	return &Intake{st, now, semaphore.NewWeighted(1)}
}

// Valid is what tells itself whether it can be.
type Valid interface {
	Validate(choice units.Choice) error
}

// File is a file that is to be taken in: what of it would be where Take is false.
type File struct {
	Kind    string
	Text    []byte
	Backup  io.ReadSeeker // of a backup, which may be larger than what is kept in memory
	How     exchange.How  // a table is to be read
	Changes bool          // rows that say something else of what is here already change it
	Take    bool
}

// Report is what was found in a file, and what became of it.
type Report struct {
	Headers []string       // of a table
	Columns map[string]int // of a table, as they are taken
	Unused  []string       // headers of columns that are not taken
	Asks    []exchange.Ask // what has to be said before it can be taken
	Order   string         // of its days, as they are read
	Decimal string         // mark of its numbers, as they are read
	Zone    string         // of its times that name none
	Rows    []string       // the first as they will be kept, in words
	Trips   []string       // with how much happened on them
	Events  int
	Places  int
	Tracks  int
	Untimed int // tracks that tell no times, of which nothing is taken
	Entries int // of a backup
	Known   int // that were here already
	Changed int // of those, what a row says something else of
	Refused []exchange.Refused
	Taken   bool
}

// refusal is that lines or entries were refused, so that nothing was taken.
func (r *Report) refusal() error {
	first := r.Refused[0]
	where := ""
	if first.Line > 0 {
		where = fmt.Sprintf("line %d: ", first.Line)
	}
	return input.Fault("text", "The file: %d of its rows cannot be taken, so nothing is; the first, %s%s",
		len(r.Refused), where, first.Why)
}

// TakeIn looks at a file, and takes it in where it is to be and nothing in it is wrong:
// all of it or nothing, after a copy of how things are. One is taken in at a time.
func (s *Intake) TakeIn(ctx context.Context, f File) (*Report, error) {
	if err := s.turn.Acquire(ctx, 1); err != nil {
		return nil, err
	}
	defer s.turn.Release(1)
	take, ok := map[string]func(context.Context, File, *Report) error{
		LogFile: s.takeLog, PlacesFile: s.takePlaces, BackupFile: s.takeBackup,
	}[f.Kind]
	if !ok {
		return nil, input.Fault("kind", "Kind: “%s” is not one of %s, %s, %s.", f.Kind, LogFile, PlacesFile, BackupFile)
	}
	r := &Report{}
	err := take(ctx, f, r)
	r.Taken = f.Take && err == nil
	return r, err
}

// before makes a copy of how things are before a file is taken in, where the last one is
// another.
func (s *Intake) before(ctx context.Context) error {
	return s.store.Copies.MakeIfChanged(ctx, s.now())
}

// takePlaces takes waypoints and tracks in; a place that is where one is already is known.
func (s *Intake) takePlaces(ctx context.Context, f File, r *Report) error {
	read, err := geo.ReadGPX(ctx, bytes.NewReader(f.Text))
	if err != nil {
		return err
	}
	if f.Take {
		if err := s.before(ctx); err != nil {
			return err
		}
	}
	r.Untimed = read.Untimed
	look := func(t store.Tables) error {
		kept, err := t.Places.List(ctx)
		if err != nil {
			return err
		}
		there := map[logbook.Place]bool{}
		for _, k := range kept {
			there[logbook.Place{North: k.Value.North, East: k.Value.East}] = true
		}
		var names []string
		var fresh []logbook.Place
		for _, p := range read.Waypoints {
			r.Places++
			where := logbook.Place{North: p.Place.North, East: p.Place.East}
			if there[where] {
				r.Known++
				continue
			}
			there[where] = true
			names, fresh = append(names, fmt.Sprintf("%.*s", input.MostName, p.Name)), append(fresh, p.Place)
		}
		if f.Take {
			if _, err = t.Places.AddAll(ctx, names, fresh, s.now()); err != nil {
				return err
			}
		}
		return s.takeTracks(ctx, t, read.Tracks, f.Take, r)
	}
	if f.Take {
		return s.store.Write(ctx, look)
	}
	return s.store.Read(ctx, look)
}

// takeTracks takes the tracks of a file in; one that begins and ends when one does that is
// kept is known.
func (s *Intake) takeTracks(ctx context.Context, t store.Tables, read []geo.NamedTrack, take bool, r *Report) error {
	kept, err := t.Tracks.List(ctx)
	if err != nil {
		return err
	}
	type span struct{ from, to int64 }
	of := func(t boat.Track) span { return span{t.From().UnixMilli(), t.To().UnixMilli()} }
	there := map[span]bool{}
	for _, k := range kept {
		there[of(k.Value)] = true
	}
	var names []string
	var fresh []boat.Track
	for _, n := range read {
		r.Tracks++
		track := boat.Track{Points: boat.Thin(n.Points, boat.MostKept)}
		if there[of(track)] {
			r.Known++
			continue
		}
		if err := track.Validate(nil); err != nil {
			return err
		}
		there[of(track)] = true
		name := n.Name
		if name == "" {
			name = track.Name()
		}
		names, fresh = append(names, fmt.Sprintf("%.*s", input.MostName, name)), append(fresh, track)
	}
	if take {
		_, err = t.Tracks.AddAll(ctx, names, fresh, s.now())
	}
	return err
}
