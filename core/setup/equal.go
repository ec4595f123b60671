package setup

import "slices"

// Equal tells whether two setups are the same in all that is filled in.
func (s *Setup) Equal(o *Setup) bool {
	return s.Version == o.Version && s.Water == o.Water && s.Flow == o.Flow && s.Other == o.Other && s.Wind == o.Wind &&
		s.Swell == o.Swell && s.Boat == o.Boat && s.Rod == o.Rod && s.Hand == o.Hand && s.Cast == o.Cast &&
		s.Target == o.Target && s.Line == o.Line && s.Leader == o.Leader && s.Bait == o.Bait && s.Head == o.Head &&
		s.Approach == o.Approach && slices.Equal(s.Heads, o.Heads) && s.Rigging.Equal(&o.Rigging)
}
