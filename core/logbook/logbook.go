// Package logbook is the log of a day on the water: where and when, what was tied
// on each rod, and what happened, with the depth and the phase of the cast at
// which it probably did.
package logbook

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/input"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/units"
)

// Trip is a day on the water.
type Trip struct {
	Place     string     `json:"place"`
	Start     time.Time  `json:"start"`
	End       *time.Time `json:"end"`       // nil while the trip lasts
	HighWater *time.Time `json:"highWater"` // of the tide, where it is known
	Rods      []Rod      `json:"rods"`
	Notes     string     `json:"notes"`

	Where *almanac.Position `json:"where,omitempty"` // nil: that of the place
	// Key is given by the device that began the trip. A trip that is sent twice has the same key.
	Key   string     `json:"key,omitempty"`
	Asked []Question `json:"asked,omitempty"` // of this trip and the later ones
}

// Question is put before its answer can be known: does one choice bring more bites than another fished alike?
// Only what is fished after Since answers it.
type Question struct {
	Of    string    `json:"of"`    // the group of lessons, such as the kind of head
	Label string    `json:"label"` // the row of the group that is asked about
	Since time.Time `json:"since"`
}

// Log is a trip with what happened on it.
type Log struct {
	Name   string
	Trip   Trip
	Events []Event
	Where  *almanac.Position // of the trip, or of its place; nil where neither is known
}

// Rod is a rod with what was tied on it at the start, and the conditions then.
type Rod struct {
	Name  string `json:"name"`
	State State  `json:"state"`
}

// State is what a rod fishes with, in which water, and how.
type State struct {
	Setup     setup.Setup `json:"setup"`
	Mass      float64     `json:"mass"`      // kg, of the head
	Technique string      `json:"technique"` // key of a preset, see technique.Presets

	// What follows is recorded in the angler's words and never enters the advice.
	Colour string `json:"colour,omitzero"` // of the bait
	Scent  string `json:"scent,omitzero"`  // on it
	Spot   string `json:"spot,omitzero"`   // of the place
	Kind   string `json:"kind,omitzero"`   // of spot, one of SpotKinds
	Clear  string `json:"clear,omitzero"`  // how clear the water is, one of Clarities
	Tint   string `json:"tint,omitzero"`   // of the water
}

// Equal tells whether two states are the same.
func (s *State) Equal(o *State) bool {
	return s.Mass == o.Mass && s.Technique == o.Technique && s.Colour == o.Colour && s.Scent == o.Scent &&
		s.Spot == o.Spot && s.Kind == o.Kind && s.Clear == o.Clear && s.Tint == o.Tint && s.Setup.Equal(&o.Setup)
}

// SpotKinds are the kinds of spots.
var SpotKinds = []string{"point", "ledge", "slope", "hump", "hole", "flat", "bay", "mouth", "weed edge", "wreck",
	"structure", "open water"}

// Clarities are how clear the water is: a bait is seen over 3 m deep, over 1 m deep, or less.
var Clarities = []string{"clear", "hazy", "cloudy"}

// UnmarshalJSON reads a state. Fields that an older version did not keep get their usual values.
func (s *State) UnmarshalJSON(text []byte) error {
	type plain State
	out := plain{Setup: setup.Default()}
	if err := json.Unmarshal(text, &out); err != nil {
		return err
	}
	*s = State(out)
	return nil
}

// Place is where trips go, in degrees.
type Place struct {
	North float64 `json:"north"`
	East  float64 `json:"east"`
	Note  string  `json:"note"`
}

// Validate returns nil or input.Errors.
func (p Place) Validate(units.Choice) error {
	if !(p.North >= -90 && p.North <= 90 && p.East >= -180 && p.East <= 180) {
		return input.Fault("north", "Position: %g, %g is not on the earth.", p.North, p.East)
	}
	if message := input.CheckText("Note", p.Note, longNote, false); message != "" {
		return input.Fault("note", "%s", message)
	}
	return nil
}

// What happens.
const (
	Splash     = "splash"      // a cast lands
	Bottom     = "bottom"      // the bait is felt to touch
	Off        = "bottom lost" // it no longer holds the bed, or is not felt to
	Bite       = "bite"        // not hooked
	Short      = "short bite"  // at the tail, behind the hook
	Fish       = "fish"        // landed
	Dropped    = "fish lost"   // hooked, and not landed
	Seen       = "fish seen"   // there, and not taking
	Freed      = "snag freed"
	Lost       = "head lost"
	Torn       = "bait torn"
	Tangle     = "tangle" // a wind knot, or a line round the tip
	Retie      = "retie"
	Trimmed    = "line trimmed" // its worn end was cut off
	Renewed    = "line renewed" // another is on the reel
	Changed    = "changed"      // head, bait or retrieve of a rod: State
	Conditions = "conditions"   // of the water, for all rods: State
	Note       = "note"
)

// Kinds are all of them.
var Kinds = []string{Splash, Bottom, Off, Bite, Short, Fish, Dropped, Seen, Freed, Lost, Torn, Tangle, Retie, Trimmed,
	Renewed, Changed, Conditions, Note}

// Takes are the kinds that are a fish at the bait.
var Takes = []string{Bite, Short, Fish, Dropped}

// The phases of a cast.
const (
	Falling  = "fall"
	OnBottom = "bottom"
	Working  = "working"
	Back     = "coming back"
)

// Phases are all of them.
var Phases = []string{Falling, OnBottom, Working, Back}

// Event is something that happened. Depth is where the bait probably was, within Low and High (80 %). All
// three are 0 where they do not matter or are not known.
type Event struct {
	Key   string    `json:"key"` // given by the device; an event that is sent twice has the same key
	Time  time.Time `json:"time"`
	Kind  string    `json:"kind"`
	Rod   int       `json:"rod"`
	Phase string    `json:"phase,omitzero"`
	Since float64   `json:"since,omitzero"` // s since the splash; 0: not known
	Depth float64   `json:"depth,omitzero"` // m
	Low   float64   `json:"low,omitzero"`
	High  float64   `json:"high,omitzero"`

	Seconds  float64 `json:"seconds,omitzero"`  // to the bottom
	LineOut  float64 `json:"lineOut,omitzero"`  // m, at the touch; 0: not counted
	Species  string  `json:"species,omitzero"`  // of a fish
	Length   float64 `json:"length,omitzero"`   // m; 0: not measured
	Weight   float64 `json:"weight,omitzero"`   // kg; 0: not weighed
	Released bool    `json:"released,omitzero"` // the fish went back
	Note     string  `json:"note,omitzero"`
	State    *State  `json:"state,omitzero"`  // after a change
	Aboard   *Aboard `json:"aboard,omitzero"` // what the instruments read; nil where there were none

	With With `json:"with,omitzero"`
}

// With is what the event happened to, copied from the state of its rod, so that events are counted without
// looking up their trips.
type With struct {
	Mass      float64 `json:"mass,omitzero"` // kg
	Shape     string  `json:"shape,omitzero"`
	Guard     bool    `json:"guard,omitzero"` // over the point of its hook
	Point     string  `json:"point,omitzero"` // of its hook, how it sat in the bait
	Material  string  `json:"material,omitzero"`
	Bait      string  `json:"bait,omitzero"`
	Technique string  `json:"technique,omitzero"`
	Bed       string  `json:"bed,omitzero"`
	BedDepth  float64 `json:"bedDepth,omitzero"`  // m
	FallSpeed float64 `json:"fallSpeed,omitzero"` // m/s, mean
	Expected  float64 `json:"expected,omitzero"`  // s to the bottom
	Low       float64 `json:"low,omitzero"`       // s, 80 % range of that
	High      float64 `json:"high,omitzero"`
	// Margin is the expected contact margin with the line taken up.
	Margin float64 `json:"margin,omitzero"`
	Snags  float64 `json:"snags,omitzero"` // snag index, 0 to 10; 0: not known
}

// Limits.
const (
	MostRods   = 6
	leastKey   = 8
	mostKey    = 64
	longest    = input.MostName
	longNote   = 1000           // and of a note
	mostSince  = 6 * 3600.0     // s
	mostLength = 3.0            // m, of a fish
	mostWeight = 200.0          // kg, of a fish
	mostWord   = 60             // of an own word
	mostAsked  = 5              // questions of a trip: each is one more chance to be fooled
	slack      = 48 * time.Hour // that an event may lie outside its trip: clocks jump, trips go on
)

// The quantities of an event, with their limits.
var (
	depthField = setup.Field{Path: "event.depth", Label: "Depth", Measure: "depth",
		Max: setup.LookupField("water.depth").Max, Zero: "not known"}
	lengthField = setup.Field{Path: "event.length", Label: "Length", Measure: "size", Max: mostLength,
		Zero: "not measured"}
	weightField = setup.Field{Path: "event.weight", Label: "Weight", Measure: "strength", Max: mostWeight,
		Zero: "not weighed"}
	secondsField = setup.Field{Path: "event.seconds", Label: "To the bed", Measure: "time", Max: mostSince,
		Zero: "not counted"}
	lineField = setup.Field{Path: "event.lineOut", Label: "Line out at the touch", Measure: "depth",
		Max: setup.LookupField("rod.lineOnSpool").Max, Zero: "not counted"}
	sinceField = setup.Field{Path: "event.since", Label: "Since the splash", Measure: "time", Max: mostSince,
		Zero: "not known"}
)

// Fields describes the quantities of an event.
func Fields() []setup.Field {
	return []setup.Field{depthField, lengthField, weightField, secondsField, lineField, sinceField}
}

func fail(errs *input.Errors, field, format string, args ...any) {
	*errs = append(*errs, input.FieldError{Field: field, Message: fmt.Sprintf(format, args...)})
}

// Clean takes needless blanks out of the texts of a trip.
func (t *Trip) Clean() {
	t.Place, t.Notes = input.OneLine(t.Place), strings.TrimSpace(t.Notes)
	for i := range t.Rods {
		t.Rods[i].Name = input.OneLine(t.Rods[i].Name)
	}
}

// Name returns what the trip is called: its place and its day.
func (t Trip) Name() string {
	return fmt.Sprintf("%.50s, %s", t.Place, t.Start.Format("2 January 2006"))
}

// Validate returns nil or input.Errors, in the units of choice.
func (t Trip) Validate(choice units.Choice) error {
	var errs input.Errors
	checkText(&errs, "place", "Place", t.Place, longest, true)
	checkText(&errs, "notes", "Notes", t.Notes, longNote, false)
	if t.Start.IsZero() {
		fail(&errs, "start", "Start: give a day and a time.")
	}
	checkYear(&errs, "start", "Start", &t.Start)
	checkYear(&errs, "end", "End", t.End)
	checkYear(&errs, "highWater", "High water", t.HighWater)
	if t.End != nil && t.End.Before(t.Start) {
		fail(&errs, "end", "End: %s is before the start, %s.", clock(*t.End), clock(t.Start))
	}
	if t.Where != nil {
		if message := t.Where.Check(); message != "" {
			fail(&errs, "where", "%s", message)
		}
	}
	t.checkAsked(&errs)
	if len(t.Rods) == 0 || len(t.Rods) > MostRods {
		fail(&errs, "rods", "Rods: give 1 to %d, not %d.", MostRods, len(t.Rods))
	}
	for i, r := range t.Rods {
		at := fmt.Sprintf("rods.%d", i)
		checkText(&errs, at+".name", "Rod", r.Name, longest, true)
		r.State.check(&errs, at, choice)
	}
	if errs != nil {
		return errs
	}
	return nil
}

// checkAsked checks the key of a trip and the questions put on it.
func (t Trip) checkAsked(errs *input.Errors) {
	if n := len(t.Key); n != 0 && (n < leastKey || n > mostKey) {
		fail(errs, "key", "Key: it has %d characters, outside what is allowed, %d to %d.", n, leastKey, mostKey)
	}
	if len(t.Asked) > mostAsked {
		fail(errs, "asked", "Questions: at most %d are asked on a trip, not %d.", mostAsked, len(t.Asked))
	}
	for i, q := range t.Asked {
		at := fmt.Sprintf("asked.%d", i)
		checkText(errs, at+".of", "Question", q.Of, longest, true)
		checkText(errs, at+".label", "Question", q.Label, longest, true)
		checkYear(errs, at+".since", "Question", &q.Since)
	}
}

// The years that a time may lie in.
const (
	firstYear = 1900
	lastYear  = 2200
)

// checkYear checks a time, if one is given.
func checkYear(errs *input.Errors, field, label string, t *time.Time) {
	if t == nil || t.IsZero() {
		return
	}
	if message := CheckMoment(label, *t); message != "" {
		fail(errs, field, "%s", message)
	}
}

// CheckMoment returns what is wrong with a time that is to be kept, or "".
func CheckMoment(label string, t time.Time) string {
	if year := t.UTC().Year(); year < firstYear || year > lastYear {
		return fmt.Sprintf("%s: %s is outside what is allowed, the years %d to %d.", label, clock(t),
			firstYear, lastYear)
	}
	return ""
}

func clock(t time.Time) string { return t.Format("2 January 2006 15:04") }

func checkText(errs *input.Errors, field, label, text string, most int, needed bool) {
	if message := input.CheckText(label, text, most, needed); message != "" {
		fail(errs, field, "%s", message)
	}
}

func (s State) check(errs *input.Errors, at string, choice units.Choice) {
	if err := s.Setup.Validate(choice); err != nil {
		fail(errs, at+".setup", "%s", err)
		return
	}
	head := setup.LookupField("rod.thrownMass")
	head.Label = "Head"
	if message := head.Check(s.Mass, choice); message != "" {
		fail(errs, at+".mass", "%s", message)
	}
	if _, ok := technique.Lookup(s.Technique); !ok {
		fail(errs, at+".technique", "Retrieve: there is no “%s”.", s.Technique)
	}
	for _, word := range []struct{ field, label, text string }{{"colour", "Colour of the bait", s.Colour},
		{"scent", "Scent", s.Scent}, {"spot", "Spot", s.Spot}, {"tint", "Colour of the water", s.Tint}} {
		checkText(errs, at+"."+word.field, word.label, word.text, mostWord, false)
	}
	for _, one := range []struct {
		field, label, text string
		of                 []string
	}{{"kind", "Kind of spot", s.Kind, SpotKinds}, {"clear", "How clear the water is", s.Clear, Clarities}} {
		if one.text != "" && !slices.Contains(one.of, one.text) {
			fail(errs, at+"."+one.field, "%s: “%s” is not one of %s.", one.label, one.text, strings.Join(one.of, ", "))
		}
	}
}

// Validate returns nil or input.Errors for an event of the trip, in the units of choice.
func (e Event) Validate(t Trip, choice units.Choice) error {
	var errs input.Errors
	if n := len(e.Key); n < leastKey || n > mostKey {
		fail(&errs, "key", "Key: it has %d characters, outside what is allowed, %d to %d.", n, leastKey, mostKey)
	}
	if !slices.Contains(Kinds, e.Kind) {
		fail(&errs, "kind", "Event: “%s” is not one of %s.", e.Kind, strings.Join(Kinds, ", "))
	}
	if e.Phase != "" && !slices.Contains(Phases, e.Phase) {
		fail(&errs, "phase", "Phase: “%s” is not one of %s.", e.Phase, strings.Join(Phases, ", "))
	}
	if e.Rod < 0 || e.Rod >= len(t.Rods) {
		fail(&errs, "rod", "Rod: there is no number %d on this trip.", e.Rod+1)
	}
	e.checkTime(&errs, t)
	e.checkNumbers(&errs, choice)
	checkText(&errs, "species", "Kind of fish", e.Species, longest, false)
	checkText(&errs, "note", "Note", e.Note, longNote, false)
	switch needs := e.Kind == Changed || e.Kind == Conditions; {
	case needs && e.State == nil:
		fail(&errs, "state", "What changed: it is missing.")
	case needs:
		e.State.check(&errs, "state", choice)
	}
	if e.Aboard != nil {
		e.Aboard.check(&errs)
	}
	if errs != nil {
		return errs
	}
	return nil
}

// checkTime checks that the event lies within its trip, give or take the slack.
func (e Event) checkTime(errs *input.Errors, t Trip) {
	checkYear(errs, "time", "Time", &e.Time)
	switch {
	case e.Time.IsZero():
		fail(errs, "time", "Time: give a day and a time.")
	case e.Time.Before(t.Start.Add(-slack)):
		fail(errs, "time", "Time: %s is before the trip's start, %s.", clock(e.Time), clock(t.Start))
	case t.End != nil && e.Time.After(t.End.Add(slack)) && !e.IsOfLine(): // a line is cared for at home
		fail(errs, "time", "Time: %s is after the trip's end, %s.", clock(e.Time), clock(*t.End))
	}
}

// checkNumbers checks what was counted, timed and measured.
func (e Event) checkNumbers(errs *input.Errors, choice units.Choice) {
	number := func(field string, f setup.Field, value float64) {
		if message := f.Check(value, choice); message != "" {
			fail(errs, field, "%s", message)
		}
	}
	number("since", sinceField, e.Since)
	number("seconds", secondsField, e.Seconds)
	number("lineOut", lineField, e.LineOut)
	number("depth", depthField, e.Depth)
	number("low", depthField, e.Low)
	number("high", setup.Field{Label: "Depth, at most", Measure: "depth", Max: 1.2 * depthField.Max}, e.High)
	number("length", lengthField, e.Length)
	number("weight", weightField, e.Weight)
	if e.Low > e.High || e.Depth > 0 && (e.Depth < e.Low-1e-9 || e.Depth > e.High+1e-9) {
		fail(errs, "depth", "Depth: %s is not from %s to %s.", choice.Show("depth", e.Depth),
			choice.Show("depth", e.Low), choice.Show("depth", e.High))
	}
	if e.Kind == Bottom && e.Seconds == 0 {
		fail(errs, "seconds", "To the bed: give the seconds.")
	}
}

// StateAt returns what a rod fished with at a time: what it began with, or what it was last changed to, in
// the last conditions. A rod number that the trip does not have stands for its last rod.
func (t Trip) StateAt(rod int, at time.Time, events []Event) State {
	if len(t.Rods) == 0 {
		return State{Setup: setup.Default()}
	}
	state := t.Rods[min(max(rod, 0), len(t.Rods)-1)].State
	sorted := slices.SortedStableFunc(slices.Values(events), func(a, b Event) int { return a.Time.Compare(b.Time) })
	for _, e := range sorted {
		if !e.Time.After(at) {
			state = state.after(e, rod)
		}
	}
	return state
}

// after returns what a rod fishes with after an event.
func (s State) after(e Event, rod int) State {
	switch {
	case e.State == nil:
	case e.Kind == Changed && e.Rod == rod:
		return e.State.inWaterOf(s)
	case e.Kind == Conditions:
		return s.inWaterOf(*e.State)
	}
	return s
}

// inWaterOf returns the state with the water, wind, boat and spot of another.
func (s State) inWaterOf(other State) State {
	of := other.Setup
	s.Setup.Water, s.Setup.Flow, s.Setup.Other, s.Setup.Wind, s.Setup.Swell, s.Setup.Boat = of.Water, of.Flow, of.Other,
		of.Wind, of.Swell, of.Boat
	s.Spot, s.Kind, s.Clear, s.Tint = other.Spot, other.Kind, other.Clear, other.Tint
	return s
}
