package advice

import (
	"fmt"
	"math"

	"dunvel/core/advice/say"
	"dunvel/core/judge"
	"dunvel/core/model"
	"dunvel/core/setup"
)

// Brief is an answer as it is read at arm's length.
type Brief struct {
	Head  string `json:"head"`  // the weight to tie on; "none" where none does it
	Odds  string `json:"odds"`  // how sure that is; "" where none does it
	Count string `json:"count"` // what to count to, or where the retrieve begins; "" where none does it
	Range string `json:"range"` // from where to where the count may be; "" where it is told as one
}

// brief is what is said in brief of a head; one that does not get there has no count.
func (t teller) brief(h *judge.Head, shown judge.Shown) Brief {
	out := Brief{Head: t.Mass(h.Mass), Odds: say.Odds(h.Sure)}
	if !h.Arrived() {
		return out
	}
	if t.School().Swims && t.Setup.Approach.Begins == setup.BeginsAtSplash {
		out.Count = "reel at once"
		return out
	}
	count, within := say.CountAndRange(shown.Fall.Time, shown.Ranges.Time.Low, shown.Ranges.Time.High)
	out.Count, out.Range = "count "+count, within
	return out
}

// Fact is something about the head to tie on in a word or two, with the sentences behind it.
type Fact struct {
	Name  string `json:"name"`
	Short string `json:"short"` // "" where the sentences are all there is
	Words string `json:"words"`
	Term  string `json:"term"` // the word of the guide that it is about; "" for none
}

// factNames are what the kinds of notes are called as facts, in the order in which they
// are shown, and the words of the guide that they are about.
var factNames = []struct{ kind, name, term string }{
	{"snags", "snags", "snag-index"}, {"hook", "hook", ""}, {"attitude", "sits", "tilt"}, {"link", "weakest", "leader"},
	{"bait", "bait lasts", "keeper"},
	{"rig", "rig", ""}, {"reach", "flies", ""}, {"leader", "leader", "leader"}, {"moving", "kept moving", "lift-off"},
	{"swell", "swell", ""},
	{"speed", "speed", "band"}, {"splash", "splash", ""},
}

// facts are what is to be known of a head: the touch, the wait, and notes by their kinds.
// Cautions are told by themselves.
func (t teller) facts(h *judge.Head, a *Answer) []Fact {
	var out []Fact
	if a.Cue != "" {
		felt := "felt"
		if h.Feel.Pull < h.Feel.Told() {
			felt = "not felt"
		}
		out = append(out, Fact{"touch", felt, a.Cue, "touch-down"})
	}
	out = append(out, Fact{"wait", fmt.Sprintf("%.0f s", math.Round(a.Wait)), say.Capital(a.WaitReason) + ".", "count"})
	if a.Pick >= 0 && a.Heads[a.Pick].Fall.CastTime > 0 {
		casts := fmt.Sprintf("%.0f an hour", math.Floor(3600/a.Heads[a.Pick].Fall.CastTime))
		out = append(out, Fact{"casts", casts, say.Capital(casts) + ", with the fall, the work and the way back.", ""})
	}
	for _, f := range factNames {
		words := ""
		for _, n := range a.Notes {
			if n.Kind == f.kind && !n.Caution {
				words += " " + n.Words
			}
		}
		if words != "" {
			out = append(out, Fact{f.name, t.short(f.kind, a, h), words[1:], f.term})
		}
	}
	return out
}

// short is a note of a kind in a word or two; "" where there is none.
func (t teller) short(kind string, a *Answer, h *judge.Head) string {
	switch kind {
	case "snags":
		return fmt.Sprintf("%.0f of 10", h.Snags)
	case "hook":
		head, _ := model.Tackle(t.Setup, h.Mass)
		return head.Hook
	case "attitude":
		if a.Sits[0].Over {
			return "hangs"
		}
		return string(a.Sits[0].Attitude)
	case "link":
		_, weakest := t.noter().Weakest()
		return t.Units.Show("strength", weakest)
	case "bait":
		return fmt.Sprintf("%.0f fish", math.Max(math.Round(t.noter().FishFor()), 1))
	case "reach":
		return t.Depth(h.Reach)
	}
	return ""
}
