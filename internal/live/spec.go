// Package live listens to the instruments of a boat: streams of NMEA 0183 go in, one state
// comes out. Where they are heard is said when Dunvel is started, and nowhere else.
package live

import (
	"cmp"
	"fmt"
	"math"
	"net"
	"net/url"
	"strconv"
	"strings"

	"dunvel/core/boat"
)

// Spec is where instruments are heard.
type Spec struct {
	Name    string // as it was given
	Kind    string
	Address string // host and port, or a path
	Baud    int    // of a serial line
	Speed   float64
	Offsets boat.Offsets
}

// The speed of a serial line of NMEA 0183, and the fastest that is taken.
const (
	usualBaud = 4800
	mostBaud  = 921600
)

// how is what a source may be named by.
const how = "write tcp://host:port, udp://:port, serial:///dev/ttyUSB0?baud=4800 or file:///path/to/recording"

// ParseSource reads where instruments are heard. What a source is out by follows its
// address: ?depth= m of the transducer under the surface, ?heading= and ?wind= degrees,
// ?temperature= °C.
func ParseSource(text string) (Spec, error) {
	fail := func(format string, args ...any) (Spec, error) {
		return Spec{}, fmt.Errorf("instrument “%s”: %s; %s", text, fmt.Sprintf(format, args...), how)
	}
	u, err := url.Parse(text)
	if err != nil {
		return fail("it is no address")
	}
	out := Spec{Name: text, Kind: u.Scheme, Baud: usualBaud, Speed: 1}
	var why string
	if out.Address, why = addressOf(u); why != "" {
		return fail("%s", why)
	}
	for key, values := range u.Query() {
		v, err := strconv.ParseFloat(values[0], 64)
		if err != nil || math.IsNaN(v) {
			return fail("%s is no number", key)
		}
		if why := out.set(key, v); why != "" {
			return fail("%s", why)
		}
	}
	out.Name, _, _ = strings.Cut(text, "?")
	return out, nil
}

// addressOf is where a source is: a host and port, or a path; or why it is neither.
func addressOf(u *url.URL) (address, why string) {
	switch u.Scheme {
	case boat.TCP, boat.UDP:
		host, port, err := net.SplitHostPort(u.Host)
		n, bad := strconv.ParseUint(port, 10, 16)
		if err != nil || bad != nil || n == 0 || u.Scheme == boat.TCP && host == "" || u.Path != "" {
			return "", "it has no host and port"
		}
		return u.Host, ""
	case boat.Serial, boat.File:
		path := cmp.Or(u.Path, u.Opaque)
		if path == "" || u.Host != "" {
			return "", "it has no path"
		}
		return path, ""
	}
	return "", "it is none of tcp, udp, serial and file"
}

// set sets what follows an address; it returns what is wrong with it, or "".
func (s *Spec) set(key string, v float64) string {
	within := func(most float64) string {
		if math.Abs(v) > most {
			return fmt.Sprintf("%s is at most %g", key, most)
		}
		return ""
	}
	switch {
	case key == "depth":
		s.Offsets.Depth = v
		return within(20)
	case key == "heading":
		s.Offsets.Heading = v
		return within(180)
	case key == "wind":
		s.Offsets.Wind = v
		return within(180)
	case key == "temperature":
		s.Offsets.Temperature = v
		return within(10)
	case key == "baud" && s.Kind == boat.Serial:
		if s.Baud = int(v); v < 300 || v > mostBaud {
			return fmt.Sprintf("baud is 300 to %d", mostBaud)
		}
	case key == "speed" && s.Kind == boat.File:
		if s.Speed = v; v < 0.1 || v > 1000 {
			return "speed is 0.1 to 1000"
		}
	default:
		return fmt.Sprintf("it has no %s", key)
	}
	return ""
}
