package stage

import "dunvel/core/setup"

// School is how an approach works a head: which parts of what comes of it are
// worked out.
type School struct {
	OnTheBed bool // it is worked on the bed, and waited for there
	Rests    bool // what it does on the bed counts
	Lifted   bool // and dropped again
	Swims    bool // back to the rod
	Hovers   bool // over fish
	Falls    bool // the fall to where it is wanted is all of it
	Stays    bool // it is to stay on the bed
}

var schools = map[string]School{
	setup.SlowFall:    {Rests: true, Falls: true},
	setup.HoldBottom:  {OnTheBed: true, Rests: true, Stays: true},
	setup.LiftAndDrop: {OnTheBed: true, Rests: true, Lifted: true},
	setup.Swim:        {Swims: true},
	setup.Hover:       {Hovers: true},
}

// Kind is the approach as it is looked at: to hold the bottom where the target is
// not the bed is to fall to it.
func (c *Stage) Kind() string {
	if kind := c.Setup.Approach.Kind; !schools[kind].Stays || c.OnBed {
		return kind
	}
	return setup.SlowFall
}

// School is that of the approach.
func (c *Stage) School() School { return schools[c.Kind()] }
