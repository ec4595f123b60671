package intake

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"
	"time"

	"dunvel/core/boat"
	"dunvel/core/box"
	plans "dunvel/core/day"
	"dunvel/core/droptest"
	"dunvel/core/input"
	"dunvel/core/logbook"
	"dunvel/core/own"
	"dunvel/core/practice"
	"dunvel/core/progress"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/internal/exchange"
	"dunvel/internal/store"
)

// Limits of a backup that is taken in.
const (
	mostEntries = 2_000_000 // and events
	mostRefused = 100       // of which it is told what is wrong
)

// checks look at the body of an entry of each table as if it were typed.
var checks = map[string]func(body string) (any, error){
	"setup":     checked[setup.Setup]("setup"),
	"programme": checked[technique.Programme]("programme"),
	"plan":      checked[plans.Plan]("plan"),
	"item":      checked[box.Item]("item"),
	"drop_test": checked[droptest.Test]("drop_test"),
	"round":     checked[practice.Played]("round"),
	"place":     checked[logbook.Place]("place"),
	"track":     checked[boat.Track]("track"),
	"trip":      checked[logbook.Trip]("trip"),

	"preference": checked[own.Preferences]("preference"),
}

func checked[T Valid](table string) func(string) (any, error) {
	return func(body string) (any, error) {
		var value T
		if !strings.HasPrefix(body, "{") {
			return value, errors.New("its body is no group of fields")
		}
		if err := store.Decode(table, body, &value); err != nil {
			return value, err
		}
		return value, value.Validate(nil)
	}
}

// takeBackup takes a backup in: an entry that was made at the same moment with the same
// content or name is known, and so is an event by its key. Everything in it is looked at
// as if it were typed.
func (s *Intake) takeBackup(ctx context.Context, f File, r *Report) error {
	size, err := f.Backup.Seek(0, io.SeekEnd)
	if err != nil {
		return fmt.Errorf("service: the backup: %w", err)
	}
	b := &backup{ctx: progress.Part(ctx, 0, 0.5), file: f.Backup, size: size, report: r, trips: map[string]keptTrip{},
		items: map[int]int64{}}
	if err := b.head(); err != nil {
		return err
	}
	if err := b.read(); err != nil {
		return err
	}
	switch {
	case f.Take && len(r.Refused) > 0:
		return r.refusal()
	case !f.Take:
		return nil
	}
	if err := s.before(ctx); err != nil {
		return err
	}
	return s.store.Write(ctx, func(t store.Tables) error {
		return t.Load(ctx, func(l *store.Loader) error {
			again := &backup{ctx: progress.Part(ctx, 0.5, 1), file: f.Backup, size: size, report: &Report{}, into: l,
				trips: map[string]keptTrip{}, items: map[int]int64{}}
			err := again.read()
			r.Known = r.Entries + r.Events - l.Fresh
			return err
		})
	})
}

// backup is a backup that is gone through: first to look at everything in it, and then,
// where nothing is wrong with that, to put it into a loader.
type backup struct {
	ctx    context.Context
	report *Report
	into   *store.Loader // nil while it is looked at
	count  int
	file   io.ReadSeeker
	size   int64               // bytes of the whole
	trips  map[string]keptTrip // by their places on their shelf
	items  map[int]int64       // ids by their places on their shelf, once they are put there
}

type keptTrip struct {
	id  int64
	row store.BackupRow
	own logbook.Trip
}

// head looks whether the file is a backup that can be read at all.
func (b *backup) head() error {
	var version int
	var format string
	found := errors.New("both are there")
	both := func() error {
		if format != "" && version != 0 {
			return found
		}
		return nil
	}
	err := b.members(map[string]func(*json.Decoder) error{
		"format":  func(in *json.Decoder) error { return errors.Join(in.Decode(&format), both()) },
		"version": func(in *json.Decoder) error { return errors.Join(in.Decode(&version), both()) },
	})
	var told input.Errors
	switch {
	case b.ctx.Err() != nil:
		return b.ctx.Err()
	case errors.As(err, &told):
		return err
	case err != nil && !errors.Is(err, found) || format != store.BackupFormat:
		return input.Fault("text", "The file: it is not a backup of Dunvel.")
	case version < 1:
		return input.Fault("text", "The file: it is a backup without a version.")
	case version > store.BackupVersion:
		return input.Fault("text", "The file: it is a backup of a newer Dunvel (%d); this one reads up to %d.", version,
			store.BackupVersion)
	}
	return nil
}

// read goes through the shelves and, as they belong to trips, after them through the
// events, which usually stand there.
func (b *backup) read() error {
	shelved, early := false, false
	err := b.members(map[string]func(*json.Decoder) error{
		"shelves": func(in *json.Decoder) error { shelved = true; return b.shelves(in) },
		"events": func(in *json.Decoder) error {
			if early = !shelved; early {
				return skip(b.ctx, in)
			}
			return b.events(in)
		},
	})
	if err == nil && early {
		err = b.members(map[string]func(*json.Decoder) error{"events": b.events})
	}
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	if errors.As(err, &syntax) || errors.As(err, &kind) || errors.Is(err, io.ErrUnexpectedEOF) ||
		errors.Is(err, io.EOF) {
		return input.Fault("text", "The file: it is not a whole backup of Dunvel: %s.", err)
	}
	return err
}

// shelves reads every shelf; items come before trips, whose events may have taken them.
func (b *backup) shelves(in *json.Decoder) error {
	return object(in, func(table string) error {
		if checks[table] == nil {
			return input.Fault("text", "The file: it has a shelf “%s”, which this Dunvel does not know.", table)
		}
		return array(in, func(i int) error {
			var r store.BackupRow
			if err := b.next(in, &r); err != nil {
				return err
			}
			b.report.Entries++
			where := fmt.Sprintf("%s %d", strings.ReplaceAll(table, "_", " "), i+1)
			kept := keptTrip{row: r}
			if b.into == nil {
				value, why := b.row(table, r)
				if why != "" {
					return b.refuse(fmt.Sprintf("%s, “%.40s”: %s", where, r.Name, why))
				}
				kept.own, _ = value.(logbook.Trip)
			} else {
				var err error
				if kept.id, err = b.into.Row(b.ctx, table, r); err != nil {
					return err
				}
			}
			switch table {
			case "item":
				b.items[i] = kept.id
			case "trip":
				kept.row.Body = nil
				b.trips[fmt.Sprint(i)] = kept
			}
			return nil
		})
	})
}

// row says why an entry cannot be kept, "" where it can.
func (b *backup) row(table string, r store.BackupRow) (value any, why string) {
	if message := input.CheckText("Name", r.Name, input.MostName, true); message != "" {
		return nil, message
	}
	for label, at := range map[string]time.Time{"made": r.Created, "changed": r.Updated} {
		if message := logbook.CheckMoment(label, at); message != "" {
			return nil, message
		}
	}
	value, err := checks[table](string(r.Body))
	if err != nil {
		return nil, err.Error()
	}
	return value, ""
}

// events reads the events of every trip.
func (b *backup) events(in *json.Decoder) error {
	return object(in, func(at string) error {
		of, there := b.trips[at]
		return array(in, func(i int) error {
			var e store.BackupEvent
			if err := b.next(in, &e); err != nil {
				return err
			}
			b.report.Events++
			if !there {
				return b.refuse(fmt.Sprintf("event %d of trip %s: there is no such trip", i+1, at))
			}
			if b.into == nil {
				if why := event(e, of.own); why != "" {
					return b.refuse(fmt.Sprintf("“%.40s”, event %d: %s", of.row.Name, i+1, why))
				}
				return nil
			}
			var spent int64
			if e.Spent != nil {
				spent = b.items[*e.Spent]
			}
			return b.into.Event(b.ctx, of.id, spent, of.row, e)
		})
	})
}

// event says why an event cannot be kept, "" where it can. A trip may have been moved
// after something was logged on it.
func event(e store.BackupEvent, of logbook.Trip) string {
	var body logbook.Event
	if !bytes.HasPrefix(e.Body, []byte("{")) {
		return "its body is no group of fields"
	}
	if err := store.Decode("event", string(e.Body), &body); err != nil {
		return err.Error()
	}
	if body.Key != e.Key || body.Kind != e.Kind ||
		!body.Time.Truncate(time.Millisecond).Equal(e.Time.Truncate(time.Millisecond)) {
		return "its body says another key, kind or time than it is kept under"
	}
	if body.Time.Before(of.Start) {
		of.Start = body.Time
	}
	of.End = nil
	return fits(body, of)
}

// next reads an entry, within the limits.
func (b *backup) next(in *json.Decoder, into any) error {
	if err := b.ctx.Err(); err != nil {
		return err
	}
	if b.count++; b.count > mostEntries {
		return input.Fault("text", "The file: it has more than %d entries.", mostEntries)
	}
	if b.count%500 == 0 {
		progress.Tell(b.ctx, float64(in.InputOffset())/float64(b.size))
	}
	if err := in.Decode(into); err != nil {
		return input.Fault("text", "The file: it is not a whole backup of Dunvel: entry %d: %s.", b.count, err)
	}
	return nil
}

// refuse notes what is wrong with an entry; where that is too much the rest is not read.
func (b *backup) refuse(why string) error {
	b.report.Refused = append(b.report.Refused, exchange.Refused{Why: why})
	if len(b.report.Refused) >= mostRefused {
		return b.report.refusal()
	}
	return nil
}

// members reads those members of an object that are asked for, and passes over the others.
func (b *backup) members(read map[string]func(*json.Decoder) error) error {
	if _, err := b.file.Seek(0, io.SeekStart); err != nil {
		return fmt.Errorf("service: the backup: %w", err)
	}
	in := json.NewDecoder(b.file)
	if err := object(in, func(name string) error {
		if err := b.ctx.Err(); err != nil {
			return err
		}
		if do := read[name]; do != nil {
			return do(in)
		}
		return skip(b.ctx, in)
	}); err != nil {
		return err
	}
	if _, err := in.Token(); !errors.Is(err, io.EOF) {
		return input.Fault("text", "The file: something follows the backup.")
	}
	return nil
}

// object calls member with the name of each member of an object, whose value it reads.
func object(in *json.Decoder, member func(name string) error) error {
	return between(in, '{', func() error {
		name, err := in.Token()
		if err != nil {
			return err
		}
		return member(fmt.Sprint(name))
	})
}

// array calls element for each element of an array, which it reads.
func array(in *json.Decoder, element func(i int) error) error {
	i := 0
	return between(in, '[', func() error {
		i++
		return element(i - 1)
	})
}

func between(in *json.Decoder, open json.Delim, each func() error) error {
	begin, err := in.Token()
	if err != nil {
		return err
	}
	if begin != open {
		return input.Fault("text", "The file: it is not a backup of Dunvel: %v stands where %v belongs.", begin, open)
	}
	for in.More() {
		if err := each(); err != nil {
			return err
		}
	}
	_, err = in.Token()
	return err
}

// skip passes over a value without keeping it.
func skip(ctx context.Context, in *json.Decoder) error {
	for depth := 0; ; {
		token, err := in.Token()
		if err == nil {
			err = ctx.Err()
		}
		if err != nil {
			return err
		}
		switch token {
		case json.Delim('{'), json.Delim('['):
			depth++
		case json.Delim('}'), json.Delim(']'):
			depth--
		}
		if depth == 0 {
			return nil
		}
	}
}
