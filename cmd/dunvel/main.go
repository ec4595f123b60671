// Dunvel works out the jig head weight that reaches and holds a depth.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net"
	"os"
	"os/signal"
	"path/filepath"
	"sync/atomic"
	"syscall"
	"time"

	"dunvel/internal/answers"
	"dunvel/internal/api/reach"
	"dunvel/internal/console"
	"dunvel/internal/demo"
	"dunvel/internal/live"
	"dunvel/internal/pairing"
	"dunvel/internal/server"
	"dunvel/internal/service"
	"dunvel/internal/store"
	"dunvel/internal/store/database"
	"dunvel/web"

	"github.com/alecthomas/kong"
	mangokong "github.com/alecthomas/mango-kong"
	"github.com/willabides/kongplete"
)

type commands struct {
	Released kong.VersionFlag  `name:"version" short:"v" help:"Print the version."`
	Man      mangokong.ManFlag `hidden:"" help:"Print the page of the manual."`

	Serve     serve                        `cmd:"" help:"Serve Dunvel with your own data."`
	Demo      demoCmd                      `cmd:"" help:"Serve Dunvel with made-up data, in a database of its own."`
	Advise    adviseCmd                    `cmd:"" help:"Answer a setup: reads it from standard input, prints the answer as the API gives it."`
	Mechanics mechanicsCmd                 `cmd:"" help:"Solve drops: reads an array of cases from standard input, prints their results."`
	Simulate  simulateCmd                  `cmd:"" help:"Send what the instruments of a made-up boat say: NMEA 0183 over TCP, and UDP."`
	Pair      pairCmd                      `cmd:"" help:"Print the code by which another device is let in to what is served on this machine."`
	Copy      copyCmd                      `cmd:"" help:"Copy your database to a file, while it is served or not."`
	Restore   restoreCmd                   `cmd:"" help:"Put a file that is a database in the place of yours, which is copied first."`
	Licences  licences                     `cmd:"" help:"Print the licences of everything that is shipped with it."`
	Version   show                         `cmd:"" help:"Print the version."`
	Complete  kongplete.InstallCompletions `cmd:"" help:"Print what has a shell complete commands: bash, zsh or fish, whichever runs it."`
}

// folder is where the database is.
type folder struct {
	Data string `help:"Folder of the database; that of your user account if left out." type:"path"`
}

// where is what both servers take.
type where struct {
	folder
	Address string `help:"Address to listen on." default:"127.0.0.1:4780"`
	encryption
}

type serve struct {
	where
	Instrument []string `help:"Where instruments of the boat are heard (NMEA 0183): tcp://host:port, udp://:port, serial:///dev/ttyUSB0?baud=4800 or file:///path/to/recording, with what it is out by: ?depth=0.4 (m of the transducer under the surface), heading=, wind= (degrees), temperature= (C). Repeated, the one that is believed first at the head." placeholder:"ADDRESS"`
}

type demoCmd struct{ where }

type adviseCmd struct {
	given
	Units map[string]string `help:"Units of the answer's sentences, such as mass=oz;depth=ft." placeholder:"KEY=UNIT;..."`
	Words bool              `help:"Print the sentences that a person reads, and not the whole answer."`
	With  string            `help:"Database whose drop tests, log and box are gone by, as the server does; none if left out." type:"existingfile" placeholder:"FILE"`
}

type mechanicsCmd struct{ given }

type licences struct{}

type show struct{}

// given is a file that is read.
type given struct {
	File string `arg:"" optional:"" default:"-" help:"What is read; standard input if left out, or -."`
}

// open is the file, to be read.
func (g given) open() (io.ReadCloser, error) {
	if g.File == "-" {
		return os.Stdin, nil
	}
	return os.Open(g.File)
}

func (s serve) Run(ctx context.Context) error {
	var specs []live.Spec
	for _, text := range s.Instrument {
		spec, err := live.ParseSource(text)
		if err != nil {
			return err
		}
		specs = append(specs, spec)
	}
	boat := live.New(time.Now)
	go boat.Run(ctx, specs)
	return s.run(ctx, own, boat, func(context.Context, *store.Store) error { return nil })
}

func (d demoCmd) Run(ctx context.Context) error {
	boat := live.New(time.Now)
	go boat.RunSimulated(ctx, "The made-up boat", demo.NewBoat(time.Now(), simulatedSeed).Next)
	return d.run(ctx, "demo.db", boat, func(ctx context.Context, st *store.Store) error {
		return demo.Seed(ctx, st, time.Now())
	})
}

func (a adviseCmd) Run(ctx context.Context) (err error) {
	desk := answers.Desk{From: &answers.Knowledge{}}
	if a.With != "" {
		st, err := store.OpenToRead(ctx, a.With)
		if err != nil {
			return whatToDo(err, a.With)
		}
		defer func() { err = errors.Join(err, st.Close()) }()
		desk = service.New(st, time.Now).Desk
	}
	in, err := a.open()
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, in.Close()) }()
	if a.Words {
		return console.AdviseInWords(ctx, in, os.Stdout, a.Units, desk.Answer)
	}
	return console.Advise(ctx, in, os.Stdout, a.Units, desk.Answer)
}

func (m mechanicsCmd) Run(ctx context.Context) (err error) {
	in, err := m.open()
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, in.Close()) }()
	return console.Mechanics(ctx, in, os.Stdout)
}

func (licences) Run() error {
	text, err := web.Dist.ReadFile("dist/licences.txt")
	if err != nil {
		return errors.New("they are gathered when the front end is built: run make build")
	}
	_, err = os.Stdout.Write(text)
	return err
}

func (show) Run() error {
	fmt.Println(released())
	return nil
}

func (w where) run(ctx context.Context, file string, boat *live.Boat,
	prepare func(context.Context, *store.Store) error) (err error) {
	path, err := w.file(file)
	if err != nil {
		return err
	}
	by, err := w.source(filepath.Dir(path))
	if err != nil {
		return err
	}
	st, err := store.Open(ctx, path)
	if err != nil {
		return whatToDo(err, path)
	}
	defer func() { err = errors.Join(err, st.Close()) }()
	if !st.Alone() {
		fmt.Fprintln(os.Stderr, "Another Dunvel has this database open. Both may write to it; one of them going back "+
			"to a copy changes it for the other.")
	}
	if err := prepare(ctx, st); err != nil {
		return err
	}
	go keepCopies(ctx, st)
	does := service.New(st, time.Now)
	go keepLearning(ctx, does)
	var at atomic.Pointer[net.Addr]
	reached := reach.Ways{Codes: pairing.New(time.Now), By: by, Bases: func() []string {
		if a := at.Load(); a != nil {
			return reach.Bases(*a, ownAddresses(), by)
		}
		return nil
	}}
	handler, err := server.New(ctx, does, boat, reached)
	if err != nil {
		return err
	}
	return server.Serve(ctx, handler, server.NewGate(does, by), w.Address, func(a net.Addr) {
		at.Store(&a)
		announce(a, reached)
	})
}

// whatToDo is why a database was not opened, and what helps.
func whatToDo(err error, path string) error {
	back := fmt.Sprintf("copies of it are in %s: move %s away, put the latest copy that is good there under its "+
		"name, and start again", filepath.Join(filepath.Dir(path), "copies"), path)
	for of, help := range map[error]string{
		database.ErrDamaged: back,
		database.ErrEmpty:   back,
		database.ErrOlder:   "nothing was changed: start dunvel serve with it once, which brings it up to date",
		database.ErrNewer:   "nothing was changed: start the newer dunvel with it",
		database.ErrBusy: "nothing is wrong with it: close the other program, or wait until it is done, and start " +
			"again",
		database.ErrDenied: "nothing is wrong with it: look at the permissions of " + path +
			" and its folder, or name another folder with --data",
		database.ErrFull:    "make room and start again",
		database.ErrRunning: "nothing was changed: stop it first, or go back to a copy in its page",
	} {
		if errors.Is(err, of) {
			return fmt.Errorf("%w\n%s", err, help)
		}
	}
	return err
}

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	parser := kong.Must(&commands{}, kong.Name("dunvel"), kong.Description(
		"Works out the jig head weight that reaches and holds a depth."), kong.Vars{"version": released()})
	kongplete.Complete(parser)
	parsed, err := parser.Parse(os.Args[1:])
	if err != nil {
		misunderstood(parser, err)
	}
	parsed.BindTo(ctx, (*context.Context)(nil))
	if err := parsed.Run(); err != nil {
		fmt.Fprintln(os.Stderr, "dunvel:", err)
		os.Exit(1)
	}
}

// misunderstood ends with how it is used and why it was not understood, both on standard error: what was asked
// for goes to standard output alone.
func misunderstood(parser *kong.Kong, err error) {
	parser.Stdout = os.Stderr
	var at *kong.ParseError
	if errors.As(err, &at) && at.Context != nil {
		_ = at.Context.PrintUsage(true)
	}
	fmt.Fprintln(os.Stderr, "dunvel:", err)
	os.Exit(2)
}
