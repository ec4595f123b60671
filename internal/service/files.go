package service

import (
	"bytes"
	"context"
	"fmt"
	"io"

	"dunvel/core/logbook"
	"dunvel/core/setup"
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
	return setup.Fault("text", "The file: %d of its rows cannot be taken, so nothing is; the first, %s%s", len(r.Refused), where, first.Why)
}

// TakeIn looks at a file, and takes it in where it is to be and nothing in it is wrong:
// all of it or nothing, after a copy of how things are. One is taken in at a time.
func (s *Service) TakeIn(ctx context.Context, f File) (*Report, error) {
	if err := s.taking.take(ctx); err != nil {
		return nil, err
	}
	defer s.taking.give()
	take, ok := map[string]func(context.Context, File, *Report) error{
		LogFile: s.takeLog, PlacesFile: s.takePlaces, BackupFile: s.takeBackup,
	}[f.Kind]
	if !ok {
		return nil, setup.Fault("kind", "Kind: “%s” is not one of %s, %s, %s.", f.Kind, LogFile, PlacesFile, BackupFile)
	}
	r := &Report{}
	err := take(ctx, f, r)
	r.Taken = f.Take && err == nil
	return r, err
}

// before makes a copy of how things are before a file is taken in, where the last one is
// another.
func (s *Service) before(ctx context.Context) error {
	return s.store.Copies.MakeIfChanged(ctx, s.now())
}

// WriteLog writes the log as a table.
func (s *Service) WriteLog(ctx context.Context, w io.Writer) error {
	logs, err := s.Logs(ctx)
	if err != nil {
		return err
	}
	return exchange.WriteLog(w, logs)
}

// WriteWorkbook writes the log as a workbook.
func (s *Service) WriteWorkbook(ctx context.Context, w io.Writer) error {
	logs, err := s.Logs(ctx)
	if err != nil {
		return err
	}
	return exchange.WriteWorkbook(w, logs)
}

// Places are all places, by name.
func (s *Service) Places(ctx context.Context) ([]store.Kept[logbook.Place], error) {
	return s.store.Places.List(ctx)
}

// WritePlaces writes the places as waypoints.
func (s *Service) WritePlaces(ctx context.Context, w io.Writer) error {
	kept, err := s.Places(ctx)
	if err != nil {
		return err
	}
	points := make([]geo.Waypoint, len(kept))
	for i, k := range kept {
		points[i] = geo.Waypoint{Name: k.Name, Place: k.Value}
	}
	return geo.WriteGPX(w, points, s.now())
}

// Visits are the places with what happened there, and what happened where the instruments had the boat.
func (s *Service) Visits(ctx context.Context) (places []geo.Visited, events []geo.Happened, err error) {
	kept, err := s.Places(ctx)
	if err != nil {
		return nil, nil, err
	}
	logs, err := s.Logs(ctx)
	if err != nil {
		return nil, nil, err
	}
	points := make([]geo.Waypoint, len(kept))
	for i, k := range kept {
		points[i] = geo.Waypoint{Name: k.Name, Place: k.Value}
	}
	places, events = geo.Visits(points, logs)
	return places, events, nil
}

// WriteEverything writes all there is, to be kept elsewhere.
func (s *Service) WriteEverything(ctx context.Context, w io.Writer) error {
	return s.store.Dump(ctx, w, s.now())
}

// Copies are the copies of the database, the latest first.
func (s *Service) Copies() ([]store.Copy, error) { return s.store.Copies.List() }

// MakeCopy makes a copy of the database beside it.
func (s *Service) MakeCopy(ctx context.Context) (store.Copy, error) {
	return s.store.Copies.Make(ctx, s.now())
}

// GoBack makes everything what it was when a copy was made, and returns the copy of how
// it was before that.
func (s *Service) GoBack(ctx context.Context, name string) (store.Copy, error) {
	return s.store.Copies.Restore(ctx, name, s.now())
}

// Unreadable are the entries that are kept and cannot be read.
func (s *Service) Unreadable(ctx context.Context) (out []store.Unreadable, err error) {
	return out, s.store.Read(ctx, func(t store.Tables) error {
		out, err = t.Unreadable(ctx)
		return err
	})
}

// RemoveUnreadable takes an entry that cannot be read off its list.
func (s *Service) RemoveUnreadable(ctx context.Context, table string, id int64) error {
	return s.store.Remove(ctx, table, id, s.now())
}

// PutBackUnreadable puts it back.
func (s *Service) PutBackUnreadable(ctx context.Context, table string, id int64) error {
	return s.store.PutBack(ctx, table, id)
}

// takePlaces takes waypoints and tracks in; a place that is where one is already is known.
func (s *Service) takePlaces(ctx context.Context, f File, r *Report) error {
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
			names, fresh = append(names, fmt.Sprintf("%.*s", setup.MostName, p.Name)), append(fresh, p.Place)
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
