package main

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"os"

	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

func main() {
	text, _ := io.ReadAll(os.Stdin)
	s, err := setup.Decode(text)
	if err == nil {
		err = s.Validate(nil)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	c, err := trial.New(s, trial.Knowledge{})
	if err != nil {
		panic(err)
	}
	l, err := judge.Engine.Solve(context.Background(), c, s.Heads)
	if err != nil {
		panic(err)
	}
	type head struct {
		Mass float64 `json:"mass"`
		Sure float64 `json:"sure"`
	}
	var out struct {
		Heads    []head `json:"heads"`
		Pick     int    `json:"pick"`
		Least    int    `json:"least"`
		Sentence string `json:"sentence"`
	}
	for _, h := range l.Heads {
		out.Heads = append(out.Heads, head{h.Mass, h.Sure})
		if len(os.Args) > 2 {
			fmt.Fprintf(os.Stderr, "%5.1f g sure %.2f lacks %6.2f t %.1f/%.1f out %.2f margin %.2f grip %.2f/%.2f S %.2f T %.2f(h%.2f g%.2f s%.2f) tip %.1f back %.1f v* %.2f tu %.2f keeps %.2f/%.2f held %.2f walk %.2f", h.Mass*1e3, h.Sure, h.Lacks, h.Fall.Time, c.Wait(), 1+h.Slack(), h.Rest.Margin, h.Rest.Grip, h.Rest.Grips, h.Feel.Pull/.00981, h.Feel.Told()/.00981, h.Feel.Hand/.00981, h.Feel.Gusts/.00981, h.Feel.Swirl/.00981, h.Handling.Tip, h.Back, h.Swim.Speed, h.Hover.TakeUp, h.Fall.RunOutAfter, h.Fall.RunOut, h.Rest.Held, h.Rest.Walk)
			for _, m := range h.Misses {
				fmt.Fprintf(os.Stderr, " m%d:%.2f(%.2f)", m.Must, m.By, m.Met)
			}
			for _, m := range h.Limits {
				if m.By > 0 {
					fmt.Fprintf(os.Stderr, " L%d:%.2f", m.Limit, m.By)
				}
			}
			fmt.Fprintln(os.Stderr)
		}
	}
	out.Pick, out.Least = l.Pick, l.Least
	out.Sentence = fmt.Sprintf("skipped %d usual %d speed %.2f closest %d", l.Skipped, l.Usual, l.Speed, l.Closest)
	json.NewEncoder(os.Stdout).Encode(out)
}
