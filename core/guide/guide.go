// Package guide is what a stranger to the job reads: its words, each with its formula and
// source, and a page for each way of working a bait and for each rig, with what is to be
// played beside it: as it is done, and the commonest mistake.
package guide

import (
	"slices"

	"dunvel/core/setup"
	"dunvel/core/technique"
)

// Term is a word of the job.
type Term struct {
	Key     string // in an address
	Name    string
	Words   string // what it is, in a paragraph
	Formula string // how it is worked out; empty where it is not
	Source  string // whose formula that is, or that it is judgement
}

// Page is a way of working a bait, or a rig.
type Page struct {
	Key, Name string
	Rig       bool
	Says      string   // what it is for, in a sentence
	How       []string // what the hands do, one after another
	Check     []string // what to look at when it is tied on
	Take      string   // what a take feels like
	Strike    []string // when to strike, by the schools there are
	Change    string   // when to change to something else
	Mistake   string   // the commonest one, as it is played
	Setup     setup.Setup
	Mass      float64 // kg, of the head that is played
	Right     technique.Programme
	Wrong     technique.Programme // with the mistake
}

// Terms are the words, by the alphabet.
func Terms() []Term { return slices.Clone(terms) }

// Pages are the ways of working a bait, and then the rigs.
func Pages() []Page { return slices.Concat(techniques, rigs) }
