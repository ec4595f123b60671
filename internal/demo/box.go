package demo

import (
	"context"
	"fmt"
	"time"

	"dunvel/core/box"
	"dunvel/internal/store"
)

// shelf is some of one kind of thing, a row each as it would be typed.
type shelf struct {
	kind string
	rows [][]string
}

// owned is the box of the scenario, with heads listed in one go first.
var (
	heads = []string{
		"ball, lead, 0.9 1.8 3.5 7.1 g, hook 1/0, at 0.45, 6 each",
		"ball, lead, 5.3 10.6 14.2 g, hook 3/0, at 0.6, 5 each",
		"ball, lead, 21.3 28.4 42.5 g, hook 4/0, 3 each",
		"football, lead, 5.3 10.6 14.2 g, hook 3/0, 4 each",
		"ball, tungsten, 3.5 5.3 7.1 g, hook 1/0, at 2.4, 2 each",
		"ball, tin, 2.5 5.3 g, hook 2/0, 4 each",
		"ball, glass, 1.8 3.5 g, hook 3/0, 3 each",
		"belly, lead, 3.5 7.1 g, hook 4/0, guarded, 3 each",
	}
	owned = []shelf{
		{box.Head, [][]string{{"2.63 g", "ball", "lead", "#1", "fine", "yes", "no", "wire", "1", "",
			"off an old jig"}}},
		{box.Bait, [][]string{
			{"slim minnow", "120 mm", "plain", "", "18", "", "", "3", "0.6", "Slim eel, grey"},
			{"paddle tail", "80 mm", "plain", "5.4 g", "12", "", "", "4", "0.7", "pearl"},
			{"paddle tail", "90 mm", "plain", "", "9", "", "", "4", "0.75"},
			{"curl tail", "60 mm", "plain", "", "22", "", "", "2", "0.3", "smoke"},
			{"creature", "90 mm", "lightly salted", "", "7", "", "", "3", "0.9"},
			{"straight worm", "130 mm", "plain", "", "14", "", "", "2", "0.4"},
			{"stub", "70 mm", "floating", "", "6", "", "", "8", "0.8"},
		}},
		{box.Line, [][]string{
			{"line", "braid", "0.18 mm", "yes", "", "spring", "140 m"},
			{"line", "braid", "PE 0.6", "no", "", "", "150 m"},
			{"line", "braid", "0.13 mm", "no", "", "last year", "90 m", "", "thin, for the cut"},
			{"leader", "fluorocarbon", "0.26 mm", "no", "", "", "32 m"},
			{"leader", "fluorocarbon", "0.40 mm", "no", "", "", "8 m"},
			{"wire trace", "wire", "0.35 mm", "no", "9 kg", "", "2 m"},
		}},
		{box.Rod, [][]string{
			{"2.1 m", "2 g", "10 g", "", "light"}, {"2.3 m", "5 g", "28 g", "", "boat"},
			{"2.9 m", "10 g", "60 g", "", "beach"},
		}},
		{box.Hook, [][]string{{"3/0", "heavy", "10", "0.25", "stinger"}}},
		{box.Sinker, [][]string{{"5 g", "lead", "8"}, {"0.8 g", "tin", "20", "", "split shot"}}},
		{box.Float, [][]string{{"6 g", "2", "3", "slim"}}},
	}
)

// seedBox puts the scenario's things into a box.
func seedBox(ctx context.Context, st *store.Store, now time.Time) error {
	var items []box.Item
	for _, text := range heads {
		more, err := box.Bulk(text, nil)
		if err != nil {
			return fmt.Errorf("demo: %w", err)
		}
		items = append(items, more...)
	}
	for _, s := range owned {
		more, err := box.Read(s.kind, s.rows, nil)
		if err != nil {
			return fmt.Errorf("demo: %w", err)
		}
		items = append(items, more...)
	}
	names := make([]string, len(items))
	for i, item := range items {
		names[i] = item.Name(nil)
	}
	_, err := st.Items.CreateAll(ctx, names, items, now)
	return err
}
