package nmea

import (
	"errors"
	"math"
	"slices"
	"strings"
	"testing"

	"dunvel/core/boat"
)

var none = math.NaN()

// said is a reading without the names of its parts.
type said struct {
	what         boat.What
	value, angle float64
}

// What each kind of sentence says, in SI. A knot is 1852 m in an hour.
func TestReadings(t *testing.T) {
	for line, want := range map[string][]said{
		// Their checksums are as they were sent.
		"$GPRMC,225446,A,4916.45,N,12311.12,W,000.5,054.7,191194,020.3,E*68": {{boat.Place, 49.274166667,
			-123.185333333}, {boat.OverGround, 0.257222222, 54.7}, {boat.Variation, 20.3, none}},
		"$GPGGA,123519,4807.038,N,01131.000,E,1,08,0.9,545.4,M,46.9,M,,*47": {{boat.Place, 48.1173, 11.516666667}},
		"$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*48":                         {{boat.OverGround, 2.829444444, 54.7}},
		"$GPRMC,225446,V,4916.45,N,12311.12,W,000.5,054.7,191194,020.3,E":   nil, // no fix
		"$GNRMC,225446,A,4916.45,S,12311.12,E,1.0,,191194,,,N":              nil,
		"$GNRMC,225446,A,4916.45,S,12311.12,E,1.0,,191194,,,A": {
			{boat.Place, -49.274166667, 123.185333333}, {boat.OverGround, 0.514444444, none}},
		"$GPGGA,123519,4807.038,N,01131.000,E,0,00,,,M,,M,,": nil,
		"$GPGLL,4916.45,N,12311.12,W,225444,A":               {{boat.Place, 49.274166667, -123.185333333}},
		"$GPGLL,4916.45,N,12311.12,W,225444,V":               nil,
		"$GPGLL,4960.45,N,12311.12,W,225444,A":               nil, // 60 minutes
		"$GPGLL,4916.45,W,12311.12,N,225444,A":               nil,
		"$GPVTG,,T,,M,0.02,N,0.04,K,A":                       {{boat.OverGround, 0.010288889, none}},
		"$GPVTG,054.7,T,034.4,M,,N,010.8,K":                  {{boat.OverGround, 3, 54.7}},
		"$GPVTG,054.7,034.4,005.5,010.2":                     {{boat.OverGround, 2.829444444, 54.7}},
		"$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K,N":           nil,
		"$SDDPT,21.4,0.6":                                    {{boat.DepthUnderSurface, 22, none}},
		"$SDDPT,21.4,-0.8":                                   {{boat.DepthUnderTransducer, 21.4, none}},
		"$SDDPT,21.4,,":                                      {{boat.DepthUnderTransducer, 21.4, none}},
		// no bed is found, which the offset does not mend
		"$SDDPT,0.0,0.6":                      {{boat.DepthUnderTransducer, 0, none}},
		"$SDDPT,,0.6":                         nil,
		"$SDDBT,70.2,f,21.4,M,11.7,F":         {{boat.DepthUnderTransducer, 21.4, none}},
		"$SDDBT,10.0,f,,M,,F":                 {{boat.DepthUnderTransducer, 3.048, none}},
		"$SDDBS,,f,,M,10,F":                   {{boat.DepthUnderSurface, 18.288, none}},
		"$YXMTW,11.5,C":                       {{boat.WaterTemperature, 11.5, none}},
		"$YXMTW,52.7,F":                       nil,
		"$WIMWV,320.0,R,10.0,N,A":             {{boat.ApparentWind, 5.144444444, 320}},
		"$WIMWV,320.0,T,18.0,K,A":             {{boat.TrueWindOffBow, 5, 320}},
		"$WIMWV,320.0,R,5.0,M,A":              {{boat.ApparentWind, 5, 320}},
		"$WIMWV,320.0,R,10.0,S,A":             {{boat.ApparentWind, 4.4704, 320}},
		"$WIMWV,320.0,R,10.0,N,V":             nil,
		"$WIMWV,320.0,X,10.0,N,A":             nil,
		"$WIMWD,270.0,T,265.0,M,10.0,N,5.1,M": {{boat.TrueWind, 5.1, 270}},
		"$WIMWD,,T,265.0,M,10.0,N,5.1,M":      nil,
		"$WIVWR,40.0,L,10.0,N,5.1,M,18.5,K":   {{boat.ApparentWind, 5.1, -40}},
		"$WIVWR,40.0,R,,N,,M,18.0,K":          {{boat.ApparentWind, 5, 40}},
		"$VWVHW,200.0,T,195.0,M,2.0,N,3.7,K":  {{boat.ThroughWater, 1.028888889, 200}},
		"$VWVHW,,T,,M,,N,3.6,K":               {{boat.ThroughWater, 1, none}},
		"$IIVDR,10.0,T,5.0,M,1.5,N":           {{boat.Current, 0.771666667, 10}},
		"$IIVDR,,T,5.0,M,1.5,N":               nil,
		"$HCHDG,101.1,2.0,W,7.1,E":            {{boat.Heading, 106.2, none}, {boat.Variation, 7.1, none}},
		"$HCHDG,101.1,2.0,E,,":                {{boat.MagneticHeading, 103.1, none}},
		"$HEHDT,123.4,T":                      {{boat.Heading, 123.4, none}},
		"$HCHDM,123.4,M":                      {{boat.MagneticHeading, 123.4, none}},
		"$SDDPT,1e9,0.6":                      nil,
		"$SDDPT,Inf,0.6":                      nil,
		"$SDDPT":                              nil,
	} {
		s, err := Parse(line)
		if err != nil {
			t.Errorf("%s: %v", line, err)
			continue
		}
		got, known := s.Readings()
		alike := func(a boat.Reading, b said) bool {
			same := func(a, b float64) bool { return math.Abs(a-b) < 1e-8 || math.IsNaN(a) && math.IsNaN(b) }
			return a.What == b.what && same(a.Value, b.value) && same(a.Angle, b.angle)
		}
		if !known || !slices.EqualFunc(got, want, alike) {
			t.Errorf("%s: %v, not %v", line, got, want)
		}
	}
	if _, known := (Sentence{Kind: "GSV"}).Readings(); known {
		t.Error("satellites in view are read")
	}
}

func TestParse(t *testing.T) {
	for line, want := range map[string]error{
		"$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*48":   nil,
		"$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*48\r": nil,
		"$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*49":   ErrChecksum,
		"$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*4":    ErrChecksum,
		"$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K":      nil,
		"GPVTG,054.7":                                 ErrJunk,
		"$GPV":                                        ErrJunk,
		"$GP,054.7,1":                                 ErrJunk,
		"$GPVTG,\x01":                                 ErrJunk,
		"$GPVTG," + strings.Repeat("1", 249):          nil,
		"$GPVTG," + strings.Repeat("1", 250):          ErrJunk,
		"":                                            ErrJunk,
	} {
		if _, err := Parse(line); !errors.Is(err, want) {
			t.Errorf("%q: %v, not %v", line, err, want)
		}
	}
	s := Sentence{"GP", "VTG", []string{"054.7", "T", "034.4", "M", "005.5", "N", "010.2", "K"}}
	if got := s.String(); got != "$GPVTG,054.7,T,034.4,M,005.5,N,010.2,K*48" {
		t.Error(got)
	}
}

// Sentences are found in noise, after ones that are cut off, and two on one line; what is
// too long is left out, and what follows is not.
func TestFramer(t *testing.T) {
	var f Framer
	var got []string
	write := func(text string) { f.Write([]byte(text), func(line string) { got = append(got, line) }) }
	write("noise\x00\xff$SDDPT,1,0")
	write(".6*4")
	write("1\r\n$SDDP$SDDPT,2,0\r\n$SDDPT,3,0*41$SDDPT,4,0\n!AIVDM,1\n")
	if want := []string{"$SDDPT,1,0.6*41", "$SDDPT,2,0", "$SDDPT,3,0*41", "$SDDPT,4,0", "!AIVDM,1"}; !slices.Equal(
		got, want) {
		t.Errorf("%q", got)
	}
	if f.Dropped != 12 {
		t.Errorf("%d dropped", f.Dropped)
	}
	got, f.Dropped = nil, 0
	write("$" + strings.Repeat("x", 1<<20) + "\n$SDDPT,5,0\n")
	if !slices.Equal(got, []string{"$SDDPT,5,0"}) || f.Dropped != 1<<20+1 || cap(f.pending) > 2*longestSentence {
		t.Errorf("%q, %d dropped, %d kept", got, f.Dropped, cap(f.pending))
	}
	if n := testing.AllocsPerRun(10, func() { write("$SDDPT,5,0\n") }); n > 3 {
		t.Errorf("%g allocations a sentence", n)
	}
}

// Whatever comes, nothing breaks, and what is read can be written and read again.
func FuzzReadings(f *testing.F) {
	for _, line := range []string{"$GPRMC,225446,A,4916.45,N,12311.12,W,000.5,054.7,191194,020.3,E*68",
		"$SDDPT,21.4,0.6\r\n$HCHDG,101.1,2.0,W,7.1,E", "$$$*,*,", "!AIVDM,1,1,,A,x,0*00"} {
		f.Add([]byte(line))
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		var frames Framer
		frames.Write(append(data, '\n'), func(line string) {
			s, err := Parse(line)
			if err != nil {
				return
			}
			again, err := Parse(s.String())
			if len(s.String()) <= longestSentence &&
				(err != nil || again.Kind != s.Kind || !slices.Equal(again.Fields, s.Fields)) {
				t.Fatalf("%q: %v %v", line, again, err)
			}
			all, _ := s.Readings()
			for _, r := range all {
				if math.IsNaN(r.Value) || math.IsInf(r.Value, 0) || math.IsInf(r.Angle, 0) {
					t.Fatalf("%q: %v", line, r)
				}
			}
		})
	})
}
