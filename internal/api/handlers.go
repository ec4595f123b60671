// Package api is the HTTP interface: the contract (openapi.yaml), the types
// generated from it, and handlers that translate, call the core or the store,
// and answer. It holds no rules of the job.
package api

//go:generate go tool oapi-codegen -config oapi-codegen.yaml openapi.yaml

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"dunvel/core/advice"
	"dunvel/core/box"
	"dunvel/core/catalogue"
	"dunvel/core/explore"
	"dunvel/core/measure"
	"dunvel/core/mechanics"
	"dunvel/core/playback"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/technique"
	"dunvel/core/trial"
	"dunvel/core/trip"
	"dunvel/core/units"
	"dunvel/internal/store"

	"golang.org/x/sync/errgroup"
)

// Handlers implements the contract on a store. Now tells the time; known and
// taught remember what was made of drop tests and of the log.
type Handlers struct {
	Store *store.Store
	Now   func() time.Time

	known  *measure.Known
	taught *taught
}

// New are the handlers on a store.
func New(st *store.Store, now func() time.Time) Handlers {
	return Handlers{Store: st, Now: now, known: &measure.Known{}, taught: &taught{}}
}

var _ StrictServerInterface = Handlers{}

// GetDefinitions implements the contract.
func (h Handlers) GetDefinitions(context.Context, GetDefinitionsRequestObject) (GetDefinitionsResponseObject, error) {
	d := GetDefinitions200JSONResponse{Defaults: setup.Default(), MaxHeads: setup.MaxHeads}
	for _, m := range units.Measures() {
		d.Measures = append(d.Measures, Measure{Name: m.Name, Symbols: m.Symbols, Digits: m.Digits})
	}
	for _, u := range units.All() {
		d.Units = append(d.Units, Unit{Symbol: u.Symbol, Scale: u.Scale, Offset: u.Offset, Fractions: u.Fractions})
	}
	for _, f := range fields() {
		options := f.Options
		if options == nil {
			options = []string{}
		}
		d.Fields = append(d.Fields, Field{Path: f.Path, Label: f.Label, Measure: f.Measure, Min: f.Min, Max: f.Max, Zero: f.Zero, Options: options})
	}
	for _, a := range technique.Actions() {
		paths := []string{}
		for _, f := range a.Fields {
			paths = append(paths, f.Path)
		}
		d.Actions = append(d.Actions, ActionDescription{Kind: string(a.Kind), Label: a.Label, Words: a.Words, Fields: paths, Usual: a.Usual})
	}
	for _, p := range technique.Presets() {
		d.Techniques = append(d.Techniques, Technique{Key: p.Key, Name: p.Name, Words: p.Words, Programme: p.Programme.Whole()})
	}
	for _, v := range advice.Variants() {
		d.Variants = append(d.Variants, VariantDescription{Key: v.Key, Name: v.Name})
	}
	for _, kind := range box.Kinds() {
		d.Box = append(d.Box, boxKind(kind))
	}
	d.Places, d.Holds = measure.Places, measure.Holds
	for field, words := range map[string][]catalogue.Word{"flow.speed": catalogue.CurrentWords, "wind.speed": catalogue.WindWords} {
		for _, w := range words {
			d.Words = append(d.Words, Word{Field: field, Word: w.Name, Value: w.Speed.Number})
		}
	}
	return d, nil
}

// boxKind translates a kind of item.
func boxKind(of box.Description) BoxKind {
	out := BoxKind{Kind: of.Kind, Label: of.Label}
	for _, c := range of.Columns {
		options := c.Options
		if options == nil {
			options = []string{}
		}
		out.Columns = append(out.Columns, BoxColumn{Key: c.Key, Label: c.Label, Type: c.Type, Measure: c.Measure, Zero: c.Zero, Options: options})
	}
	return out
}

// fields are those of setups, of actions, of drop tests and of the log.
func fields() []setup.Field {
	return slices.Concat(setup.Fields(), technique.Fields(), measure.Fields(), trip.Fields())
}

// ReadQuantity implements the contract.
func (h Handlers) ReadQuantity(_ context.Context, r ReadQuantityRequestObject) (ReadQuantityResponseObject, error) {
	i := slices.IndexFunc(fields(), func(f setup.Field) bool { return f.Path == r.Params.Field && f.Measure != "" })
	if i < 0 {
		return nil, badField("field", "There is no field “"+r.Params.Field+"” that takes a number.")
	}
	field := fields()[i]
	choice := units.Choice{}
	if r.Params.Unit != nil {
		choice[field.Measure] = *r.Params.Unit
		if err := choice.Validate(); err != nil {
			return nil, badField("unit", "“"+*r.Params.Unit+"” is not a unit of this field.")
		}
	}
	var q Quantity
	var err error
	switch {
	case field.Zero != "" && strings.EqualFold(strings.TrimSpace(r.Params.Text), field.Zero):
	case field.Measure == "diameter" && r.Params.Material != nil:
		q.Value, q.Estimated, err = tackle.LineSize(r.Params.Text, *r.Params.Material, choice.Unit(field.Measure))
	default:
		bare := choice.Unit(field.Measure)
		q.Value, _, err = units.Parse(r.Params.Text, bare.Dimension, bare)
	}
	if err != nil {
		return nil, badField(field.Path, field.Label+": "+err.Error()+".")
	}
	if message := field.Check(q.Value, choice); message != "" {
		return nil, badField(field.Path, message)
	}
	return ReadQuantity200JSONResponse(q), nil
}

// Answer implements the contract.
func (h Handlers) Answer(ctx context.Context, r AnswerRequestObject) (AnswerResponseObject, error) {
	a, err := h.Solve(mechanics.WithBudget(ctx, answerWork), r.Body.Setup, chosen(r.Body.Units))
	if err != nil {
		return nil, err
	}
	return Answer200JSONResponse(*a), nil
}

// owned are the heads of a setup that are in the box.
func owned(items []box.Item, s setup.Setup) trial.Knowledge {
	var k trial.Knowledge
	for _, mass := range s.Heads {
		if box.Count(items, mass, s.Head.Shape, s.Head.Material) > 0 {
			k.Owned = append(k.Owned, mass)
		}
	}
	return k
}

// adviser answers for a setup by what is in the box.
func (h Handlers) adviser(ctx context.Context, s setup.Setup) (advice.Adviser, error) {
	items, err := h.inBox(ctx)
	return advice.New(owned(items, s)), err
}

// Solve answers with what the store knows: drop tests, losses, and the
// box. How many of each head are in the box is told with it, and how it stands
// with the one to tie on is one of its notes.
func (h Handlers) Solve(ctx context.Context, s setup.Setup, choice units.Choice) (*advice.Answer, error) {
	measured, err := h.informed(ctx, &s, choice)
	if err != nil {
		return nil, err
	}
	items, err := h.inBox(ctx)
	if err != nil {
		return nil, err
	}
	a, err := advice.New(owned(items, s)).Answer(ctx, s, choice)
	if err != nil {
		return nil, err
	}
	if measured != "" {
		a.Notes = append(a.Notes, advice.Note{Kind: "drag", Words: measured})
	}
	for i := range a.Heads {
		a.Heads[i].Owned = box.Count(items, a.Heads[i].Mass, s.Head.Shape, s.Head.Material)
	}
	if a.Pick < 0 {
		return a, nil
	}
	if words, low := box.Stock(items, a.Heads[a.Pick].Mass, s.Head.Shape, s.Head.Material, choice); words != "" {
		a.Notes = append(a.Notes, advice.Note{Kind: "box", Caution: low, Words: words})
	}
	return a, nil
}

// Changes implements the contract.
func (h Handlers) Changes(ctx context.Context, r ChangesRequestObject) (ChangesResponseObject, error) {
	if _, err := h.informed(ctx, &r.Body.Setup, nil); err != nil {
		return nil, err
	}
	adviser, err := h.adviser(ctx, r.Body.Setup)
	if err != nil {
		return nil, err
	}
	found, err := adviser.Changes(mechanics.WithBudget(ctx, changesWork), r.Body.Setup, chosen(r.Body.Units))
	if err != nil {
		return nil, err
	}
	return Changes200JSONResponse(found), nil
}

// Compare implements the contract.
func (h Handlers) Compare(ctx context.Context, r CompareRequestObject) (CompareResponseObject, error) {
	outfits := []explore.Outfit{{Name: "This one", Setup: r.Body.Setup}}
	for i, other := range r.Body.Against {
		switch {
		case other.Variant != nil:
			o, ok := advice.Vary(r.Body.Setup, *other.Variant)
			if !ok {
				return nil, badField(fmt.Sprintf("against.%d.variant", i), "There is no change “"+*other.Variant+"”.")
			}
			outfits = append(outfits, o)
		case other.Setup != nil && other.Name != nil:
			outfits = append(outfits, explore.Outfit{Name: *other.Name, Setup: *other.Setup})
		default:
			return nil, badField(fmt.Sprintf("against.%d", i), "Compare with a change of one part, or with another setup and its name.")
		}
	}
	for i := range outfits {
		if _, err := h.informed(ctx, &outfits[i].Setup, nil); err != nil {
			return nil, err
		}
	}
	items, err := h.inBox(ctx)
	if err != nil {
		return nil, err
	}
	out, err := advice.New(owned(items, r.Body.Setup)).Compare(mechanics.WithBudget(ctx, compareWork), r.Body.Setup, outfits, chosen(r.Body.Units))
	if err != nil {
		return nil, err
	}
	for i, c := range out {
		head := outfits[i].Setup.Head
		out[i].Cost = box.Cost(items, c.Pick, head.Shape, head.Material)
	}
	return Compare200JSONResponse(out), nil
}

// TryRules implements the contract.
func (h Handlers) TryRules(ctx context.Context, r TryRulesRequestObject) (TryRulesResponseObject, error) {
	if _, err := h.informed(ctx, &r.Body.Setup, nil); err != nil {
		return nil, err
	}
	adviser, err := h.adviser(ctx, r.Body.Setup)
	if err != nil {
		return nil, err
	}
	trials, err := adviser.TryRules(mechanics.WithBudget(ctx, rulesWork), r.Body.Setup, r.Body.Rules, chosen(r.Body.Units))
	if err != nil {
		return nil, err
	}
	return TryRules200JSONResponse(trials), nil
}

// PlayDrops implements the contract.
func (h Handlers) PlayDrops(ctx context.Context, r PlayDropsRequestObject) (PlayDropsResponseObject, error) {
	if _, err := h.informed(ctx, &r.Body.Setup, nil); err != nil {
		return nil, err
	}
	adviser, err := h.adviser(ctx, r.Body.Setup)
	if err != nil {
		return nil, err
	}
	ctx = mechanics.WithBudget(ctx, answerWork)
	drops := make(PlayDrops200JSONResponse, len(r.Body.Heads))
	var heads errgroup.Group
	for i, mass := range r.Body.Heads {
		heads.Go(func() error {
			choice := chosen(r.Body.Units)
			if err := advice.Check(r.Body.Setup, choice); err != nil {
				return err
			}
			held, err := adviser.Held(ctx, r.Body.Setup, mass)
			if err != nil {
				return err
			}
			d, err := playback.Run(ctx, held, mass, r.Body.Programme, choice)
			if err == nil {
				drops[i] = *d
			}
			return err
		})
	}
	return drops, heads.Wait()
}

func chosen(u *Units) units.Choice {
	if u == nil {
		return nil
	}
	return *u
}

// ListSetups implements the contract.
func (h Handlers) ListSetups(ctx context.Context, _ ListSetupsRequestObject) (ListSetupsResponseObject, error) {
	kept, err := h.Store.Setups.List(ctx)
	out := make(ListSetups200JSONResponse, len(kept))
	for i, k := range kept {
		out[i] = saved(k)
	}
	return out, err
}

// CreateSetup implements the contract.
func (h Handlers) CreateSetup(ctx context.Context, r CreateSetupRequestObject) (CreateSetupResponseObject, error) {
	name, err := cleanName(r.Body.Name)
	if err != nil {
		return nil, err
	}
	if err := r.Body.Setup.Validate(nil); err != nil {
		return nil, err
	}
	kept, err := h.Store.Setups.Create(ctx, name, r.Body.Setup, h.Now())
	return CreateSetup201JSONResponse(saved(kept)), err
}

// GetSetup implements the contract.
func (h Handlers) GetSetup(ctx context.Context, r GetSetupRequestObject) (GetSetupResponseObject, error) {
	kept, err := h.Store.Setups.Get(ctx, r.Id)
	return GetSetup200JSONResponse(saved(kept)), err
}

// ChangeSetup implements the contract.
func (h Handlers) ChangeSetup(ctx context.Context, r ChangeSetupRequestObject) (ChangeSetupResponseObject, error) {
	name, err := cleanNewName(r.Body.Name)
	if err != nil {
		return nil, err
	}
	if r.Body.Setup != nil {
		if err := r.Body.Setup.Validate(nil); err != nil {
			return nil, err
		}
	}
	kept, err := h.Store.Setups.Change(ctx, r.Id, r.Body.Version, name, r.Body.Setup, h.Now())
	return ChangeSetup200JSONResponse(saved(kept)), err
}

// DeleteSetup implements the contract.
func (h Handlers) DeleteSetup(ctx context.Context, r DeleteSetupRequestObject) (DeleteSetupResponseObject, error) {
	return DeleteSetup204Response{}, h.Store.Setups.Delete(ctx, r.Id, h.Now())
}

// RestoreSetup implements the contract.
func (h Handlers) RestoreSetup(ctx context.Context, r RestoreSetupRequestObject) (RestoreSetupResponseObject, error) {
	kept, err := h.Store.Setups.Restore(ctx, r.Id)
	return RestoreSetup200JSONResponse(saved(kept)), err
}

// DuplicateSetup implements the contract.
func (h Handlers) DuplicateSetup(ctx context.Context, r DuplicateSetupRequestObject) (DuplicateSetupResponseObject, error) {
	kept, err := h.Store.Setups.Duplicate(ctx, r.Id, h.Now())
	return DuplicateSetup201JSONResponse(saved(kept)), err
}

func saved(k store.Kept[setup.Setup]) SavedSetup {
	return SavedSetup{Id: k.ID, Version: k.Version, Name: k.Name, Setup: k.Value, Created: k.Created, Updated: k.Updated}
}

// cleanNewName is cleanName for a name that is changed, or not.
func cleanNewName(name *string) (*string, error) {
	if name == nil {
		return nil, nil
	}
	clean, err := cleanName(*name)
	return &clean, err
}

// cleanName trims a name and refuses one that is empty, too long or not text.
func cleanName(name string) (string, error) {
	name = strings.Join(strings.Fields(name), " ")
	switch n := utf8.RuneCountInString(name); {
	case n == 0:
		return "", badField("name", "Name: give it a name, such as “The Sill at slack”.")
	case n > store.MaxName:
		return "", badField("name", "Name: it is too long; at most 80 characters are kept.")
	case !utf8.ValidString(name):
		return "", badField("name", "Name: it holds characters that are not text.")
	}
	return name, nil
}
