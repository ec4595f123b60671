package live

import (
	"context"
	"fmt"
	"math"
	"net"
	"os"
	"path/filepath"
	"runtime"
	"strings"
	"testing"
	"time"

	"dunvel/core/boat"
	"dunvel/internal/nmea"
)

func TestParseSource(t *testing.T) {
	for text, want := range map[string]Spec{
		"tcp://127.0.0.1:10110": {Name: "tcp://127.0.0.1:10110", Kind: boat.TCP,
			Address: "127.0.0.1:10110", Baud: 4800, Speed: 1},
		"udp://:10110?depth=0.4&heading=-3": {Name: "udp://:10110", Kind: boat.UDP, Address: ":10110", Baud: 4800,
			Speed: 1, Offsets: boat.Offsets{Depth: 0.4, Heading: -3}},
		"serial:///dev/ttyUSB0?baud=38400": {Name: "serial:///dev/ttyUSB0", Kind: boat.Serial,
			Address: "/dev/ttyUSB0", Baud: 38400, Speed: 1},
		"file:///a/b.nmea?speed=10": {Name: "file:///a/b.nmea", Kind: boat.File, Address: "/a/b.nmea",
			Baud: 4800, Speed: 10},
		"file:b.nmea?wind=180&temperature=-0.5": {Name: "file:b.nmea", Kind: boat.File, Address: "b.nmea", Baud: 4800,
			Speed: 1, Offsets: boat.Offsets{Wind: 180, Temperature: -0.5}},
	} {
		if got, err := ParseSource(text); err != nil || got != want {
			t.Errorf("%s: %+v %v", text, got, err)
		}
	}
	for text, want := range map[string]string{
		"tcp://:10110": "it has no host and port", "tcp://boat": "it has no host and port",
		"tcp://boat:99999": "it has no host and port", "udp://:0": "it has no host and port",
		"http://boat:80": "it is none of tcp, udp, serial and file", "boat:10110": "it is none of",
		"%": "it is no address", "file:": "it has no path", "serial://dev/tty": "it has no path",
		"tcp://boat:1?depth=x": "depth is no number", "tcp://boat:1?depth=21": "depth is at most 20",
		"tcp://boat:1?baud=9600": "it has no baud", "serial:///dev/tty?baud=12": "baud is 300 to 921600",
		"file:a?speed=0": "speed is 0.1 to 1000", "tcp://boat:1?colour=3": "it has no colour",
		"tcp://boat:1?heading=181": "heading is at most 180",
	} {
		if _, err := ParseSource(text); err == nil || !strings.Contains(err.Error(), want) ||
			!strings.Contains(err.Error(), "write tcp://host:port") {
			t.Errorf("%s: %v", text, err)
		}
	}
}

// quick is patience for tests.
var quick = patience{first: time.Millisecond, most: 5 * time.Millisecond, dial: time.Second, silence: time.Minute}

// until waits for something to be so.
func until(t *testing.T, what string, so func() bool) {
	t.Helper()
	for end := time.Now().Add(20 * time.Second); !so(); time.Sleep(2 * time.Millisecond) {
		if time.Now().After(end) {
			t.Fatalf("it is never so: %s", what)
		}
	}
}

// listening listens to a source until the test is over.
func listening(t *testing.T, text string) *Boat {
	t.Helper()
	spec, err := ParseSource(text)
	if err != nil {
		t.Fatal(err)
	}
	b := New(time.Now)
	ctx, stop := context.WithCancel(context.Background())
	done := make(chan struct{})
	s := b.join(spec)
	go func() { defer close(done); b.listenWith(ctx, s, quick) }()
	t.Cleanup(func() { stop(); <-done })
	return b
}

func depthIs(b *Boat, m float64) func() bool {
	return func() bool {
		d := b.State().Depth
		return d != nil && math.Abs(d.Value-m) < 1e-9
	}
}

func sentence(kind string, fields ...string) []byte {
	return []byte(nmea.Sentence{Talker: "SD", Kind: kind, Fields: fields}.String() + "\r\n")
}

// A server that breaks off, with half a sentence, is connected to again.
func TestTCP(t *testing.T) {
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = listener.Close() }()
	go func() {
		for i := 0; ; i++ {
			conn, err := listener.Accept()
			if err != nil {
				return
			}
			switch i {
			case 0:
				_, _ = conn.Write([]byte("\x00noise$SDDPT,9"))
				_ = conn.Close()
			default:
				_, _ = conn.Write(append(sentence("DPT", "20", "0.5"),
					"$SDDPT,3,0.5*00\r\n$GPGSV,1\r\n$SDDPT,999,0.5\r\n"...))
			}
		}
	}()
	b := listening(t, "tcp://"+listener.Addr().String())
	until(t, "the depth is heard", depthIs(b, 20.5))
	until(t, "all is counted", func() bool {
		s := b.State().Sources[0]
		return s.Wrong == 1 && s.Passed == 1 &&
			s.Disbelieved == 1
	})
	if s := b.State().Sources[0]; s.State != boat.Listening || !s.Heard || s.Words != "" || s.Sentences != 2 {
		t.Errorf("%+v", s)
	}
}

func TestNobodyThere(t *testing.T) {
	b := listening(t, "tcp://127.0.0.1:1")
	until(t, "it waits", func() bool {
		s := b.State().Sources[0]
		return s.State == boat.Waiting && strings.HasSuffix(s.Words, "; it is tried again.")
	})
	b = listening(t, "serial:///dev/none-such")
	until(t, "it waits", func() bool { s := b.State().Sources[0]; return s.State == boat.Waiting && s.Words != "" })
}

func TestUDP(t *testing.T) {
	conn, err := net.ListenPacket("udp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	address := conn.LocalAddr().String()
	_ = conn.Close()
	b := listening(t, "udp://"+address)
	out, err := net.Dial("udp", address)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = out.Close() }()
	until(t, "the depth is heard", func() bool {
		_, _ = out.Write([]byte("$SDDPT,20,0.5")) // a datagram ends what it begins
		return depthIs(b, 20.5)()
	})
}

// A recording is played in its own time, over its speed, and ends.
func TestFile(t *testing.T) {
	file := filepath.Join(t.TempDir(), "a.nmea")
	text := ""
	for i, at := range []string{"235958.00", "235959.50", "000001.00", "000000.00"} { // past midnight, and back
		text += string(sentence("GLL", "5620.00", "N", "01830.00", "W", at, "A")) +
			string(sentence("DPT", fmt.Sprint(10+i), "0.5"))
	}
	if err := os.WriteFile(file, []byte(text+"\xff\xfe"+strings.Repeat("x", 1<<20)+"\n$SDDPT,30,0.5"),
		0o600); err != nil {
		t.Fatal(err)
	}
	begun := time.Now()
	b := listening(t, "file://"+file+"?speed=20")
	until(t, "it is through", func() bool { return b.State().Sources[0].State == boat.Ended })
	if took := time.Since(begun); took < 75*time.Millisecond {
		t.Errorf("1.5 s at 20 times took %v", took)
	}
	if s := b.State().Sources[0]; s.Sentences != 9 || s.Wrong != 0 {
		t.Errorf("%+v", s)
	}
}

func TestClock(t *testing.T) {
	for line, want := range map[string]float64{
		"$GPRMC,225446.5,A,4916.45,N,12311.12,W,000.5,054.7,191194,020.3,E": 82486.5, "$GPGGA,000001,": 1,
		"$GPZDA,120000.00,1,1,2026,00,00":      43200,
		"$GPGLL,4916.45,N,12311.12,W,000000,A": 0, "$GPGLL,4916.45,N,12311.12,W,240000,A": -1, "$GPRMC,1261,A": -1,
		"$GPRMC,126100,A": -1, "$SDDPT,1,2": -1, "x": -1,
	} {
		if at, ok := clock(line); ok != (want >= 0) || ok && at.Seconds() != want {
			t.Errorf("%s: %v %v", line, at, ok)
		}
	}
}

// What is new is told once for all that came since it was looked at, and whoever does not
// look holds nobody up.
func TestWatch(t *testing.T) {
	b := New(time.Now)
	s := b.join(Spec{Name: "a"})
	news, end := b.Watch()
	for range 100 {
		b.take(s, sentence("DPT", "20", "0.5"))
	}
	if len(news) != 1 {
		t.Errorf("%d are told", len(news))
	}
	<-news
	b.take(s, sentence("DPT", "0", "0.5")) // nothing new
	b.take(s, []byte("noise"))
	if len(news) != 0 {
		t.Error("what is nothing new is told")
	}
	end()
	b.take(s, sentence("DPT", "20", "0.5"))
	if len(news) != 0 || len(b.watching) != 0 {
		t.Error("who has gone is told")
	}
}

// A track has a point every ten seconds, and of the longest day no more than it may.
func TestTrack(t *testing.T) {
	at := time.Date(2026, 11, 27, 7, 0, 0, 0, time.UTC)
	b := New(func() time.Time { return at })
	s := b.join(Spec{Name: "a"})
	for i := range int(mostPoints * 13) {
		if at = at.Add(time.Second); i%13 == 0 {
			at = at.Add(time.Millisecond)
		}
		if i == 3 {
			b.take(s, sentence("DPT", "20", "0.5"))
		}
		b.take(s, sentence("GLL", "5620.00", "N", "01830.00", "W", "000000", "A"))
	}
	track := b.Track()
	if n := float64(len(track)); n < 0.85*mostPoints || n > mostPoints {
		t.Errorf("%g points", n)
	}
	if p := track[0]; math.Abs(p.Latitude-56.333333) > 1e-5 || p.Longitude != -18.5 || p.Depth != 0 {
		t.Errorf("%+v", p)
	}
	if apart := track[1].Time.Sub(track[0].Time).Seconds(); apart < 10 || apart > 11.1 {
		t.Errorf("%g s apart", apart)
	}
}

// A reader that does not read is let go; the others go on.
func TestSender(t *testing.T) {
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	sender := NewSender()
	ctx, stop := context.WithCancel(t.Context())
	served := make(chan error)
	go func() { served <- sender.Serve(ctx, listener) }()
	lazy, err := net.Dial("tcp", listener.Addr().String())
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = lazy.Close() }()
	readers := func(n int) func() bool {
		return func() bool { sender.mutex.Lock(); defer sender.mutex.Unlock(); return len(sender.readers) == n }
	}
	until(t, "it is connected", readers(1))
	data := make([]byte, 1<<20)
	until(t, "it is let go", func() bool { sender.Send(data); return readers(0)() })

	b := listening(t, "tcp://"+listener.Addr().String())
	until(t, "another is", readers(1))
	sender.Send(sentence("DPT", "20", "0.5"))
	until(t, "the depth is heard", depthIs(b, 20.5))
	stop()
	if err := <-served; err != nil {
		t.Error(err)
	}
}

// Of 500 sentences a second for ten minutes nothing is left but a minute's points of a track.
func TestNoGrowth(t *testing.T) {
	at := time.Date(2026, 11, 27, 7, 0, 0, 0, time.UTC)
	b := New(func() time.Time { return at })
	s := b.join(Spec{Name: "a"})
	line := append(sentence("DPT", "20", "0.5"), sentence("VTG", "10", "T", "", "M", "0.6", "N", "1.1", "K")...)
	minutes := func(n int) uint64 {
		for range n * 60 * 250 {
			at = at.Add(4 * time.Millisecond)
			b.take(s, line)
		}
		runtime.GC()
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		return m.HeapAlloc
	}
	before := minutes(1)
	if after := minutes(10); after > before+64<<10 {
		t.Errorf("%d kB more are kept", (after-before)>>10)
	}
}

// How long a sentence takes.
func BenchmarkTake(b *testing.B) {
	boat := New(time.Now)
	s := boat.join(Spec{Name: "a"})
	line := sentence("RMC", "225446", "A", "4916.45", "N", "12311.12", "W", "000.5", "054.7", "191194", "020.3", "E")
	for b.Loop() {
		boat.take(s, line)
	}
}
