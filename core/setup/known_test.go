package setup

import (
	"testing"
)

// What is learnt of a hand or a line is within reason, or 0 where it is not set.
func TestLearntWithin(t *testing.T) {
	for _, tt := range []struct {
		set         func(*Setup) *float64
		least, most float64
	}{
		{func(s *Setup) *float64 { return &s.Hand.Patience }, 0.25, 4},
		{func(s *Setup) *float64 { return &s.Hand.Feel }, 0.25, 4},
		{func(s *Setup) *float64 { return &s.Line.Thicker }, 1. / 3, 3},
	} {
		for value, fine := range map[float64]bool{0: true, tt.least: true, 0.99 * tt.least: false, tt.most: true,
			1.01 * tt.most: false} {
			s := Default()
			*tt.set(&s) = value
			if err := s.Validate(nil); (err == nil) != fine {
				t.Errorf("%g: %v", value, err)
			}
		}
	}
}
