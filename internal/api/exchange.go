package api

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"time"

	"dunvel/core/trip"
	"dunvel/internal/exchange"
	"dunvel/internal/store"
)

// ExportLog implements the contract.
func (h Handlers) ExportLog(ctx context.Context, _ ExportLogRequestObject) (ExportLogResponseObject, error) {
	logs, err := h.logs(ctx, nil)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	if err := exchange.WriteLog(&out, logs); err != nil {
		return nil, err
	}
	return ExportLog200TextcsvResponse{Body: &out, ContentLength: int64(out.Len())}, nil
}

// ListPlaces implements the contract.
func (h Handlers) ListPlaces(ctx context.Context, _ ListPlacesRequestObject) (ListPlacesResponseObject, error) {
	kept, err := h.Store.Places.List(ctx)
	out := make(ListPlaces200JSONResponse, len(kept))
	for i, k := range kept {
		out[i] = Place{Name: k.Name, North: k.Value.North, East: k.Value.East, Note: k.Value.Note}
	}
	return out, err
}

// ExportPlaces implements the contract.
func (h Handlers) ExportPlaces(ctx context.Context, _ ExportPlacesRequestObject) (ExportPlacesResponseObject, error) {
	kept, err := h.Store.Places.List(ctx)
	if err != nil {
		return nil, err
	}
	points := make([]exchange.Waypoint, len(kept))
	for i, k := range kept {
		points[i] = exchange.Waypoint{Name: k.Name, Place: k.Value}
	}
	var out bytes.Buffer
	if err := exchange.WriteGPX(&out, points); err != nil {
		return nil, err
	}
	return ExportPlaces200ApplicationgpxXmlResponse{Body: &out, ContentLength: int64(out.Len())}, nil
}

// ExportAll implements the contract.
func (h Handlers) ExportAll(ctx context.Context, _ ExportAllRequestObject) (ExportAllResponseObject, error) {
	all, err := h.Store.Dump(ctx, h.Now())
	if err != nil {
		return nil, err
	}
	return ExportAll200JSONResponse(*all), nil
}

// ImportFile implements the contract.
func (h Handlers) ImportFile(ctx context.Context, r ImportFileRequestObject) (ImportFileResponseObject, error) {
	out := Import{Headers: []string{}, Fields: []ImportField{}, Columns: map[string]int{}, Trips: []string{}, Refused: []ImportRefused{}}
	var err error
	switch r.Body.Kind {
	case "log":
		err = h.importLog(ctx, r.Body.Text, r.Body.Columns, r.Body.Take, &out)
	case "places":
		err = h.importPlaces(ctx, r.Body.Text, r.Body.Take, &out)
	default:
		err = h.importBackup(ctx, r.Body.Text, r.Body.Take, &out)
	}
	if err != nil {
		return nil, err
	}
	return ImportFile200JSONResponse(out), nil
}

func (h Handlers) importLog(ctx context.Context, text string, chosen *map[string]int, take bool, out *Import) error {
	columns := map[string]int{}
	if chosen != nil {
		columns = *chosen
	}
	table, err := exchange.ReadTable([]byte(text), columns)
	if err != nil {
		return err
	}
	out.Headers, out.Columns = table.Headers, table.Columns
	for _, c := range exchange.Columns {
		out.Fields = append(out.Fields, ImportField{Key: c.Key, Label: c.Header, Needed: c.Needed})
	}
	logs, refused := table.Logs(time.Local)
	for _, f := range refused {
		out.Refused = append(out.Refused, ImportRefused{Line: f.Line, Why: f.Why})
	}
	known, err := h.Store.Events.Keys(ctx)
	if err != nil {
		return err
	}
	for _, l := range logs {
		out.Trips = append(out.Trips, fmt.Sprintf("%s: %d", l.Name, len(l.Events)))
		out.Events += len(l.Events)
		for _, e := range l.Events {
			if known[e.Key] {
				out.Known++
			}
		}
	}
	if !take {
		return nil
	}
	if len(refused) > 0 {
		return badField("text", fmt.Sprintf("The file: %d lines cannot be taken, so nothing is; see what is wrong with them.", len(refused)))
	}
	_, _, err = h.Store.Take(ctx, logs, h.Now())
	out.Taken = err == nil
	return err
}

func (h Handlers) importPlaces(ctx context.Context, text string, take bool, out *Import) error {
	points, err := exchange.ReadGPX(strings.NewReader(text))
	if err != nil {
		return err
	}
	kept, err := h.Store.Places.List(ctx)
	if err != nil {
		return err
	}
	there := map[trip.Place]bool{}
	for _, k := range kept {
		there[trip.Place{North: k.Value.North, East: k.Value.East}] = true
	}
	var names []string
	var fresh []trip.Place
	for _, p := range points {
		out.Places++
		where := trip.Place{North: p.Place.North, East: p.Place.East}
		if there[where] {
			out.Known++
			continue
		}
		there[where] = true
		names, fresh = append(names, p.Name), append(fresh, p.Place)
	}
	if !take {
		return nil
	}
	_, err = h.Store.Places.AddAll(ctx, names, fresh, h.Now())
	out.Taken = err == nil
	return err
}

func (h Handlers) importBackup(ctx context.Context, text string, take bool, out *Import) error {
	var b store.Backup
	if err := json.Unmarshal([]byte(text), &b); err != nil || b.Format != store.BackupFormat {
		return badField("text", "The file: it is not a backup of Dunvel.")
	}
	if b.Version > store.BackupVersion {
		return badField("text", fmt.Sprintf("The file: it is a backup of a newer Dunvel (%d); this one reads up to %d.", b.Version, store.BackupVersion))
	}
	for _, rows := range b.Shelves {
		out.Entries += len(rows)
	}
	for _, events := range b.Events {
		out.Events += len(events)
	}
	if !take {
		return nil
	}
	fresh, err := h.Store.Load(ctx, &b)
	out.Taken, out.Known = err == nil, out.Entries+out.Events-fresh
	return err
}

// ListCopies implements the contract.
func (h Handlers) ListCopies(context.Context, ListCopiesRequestObject) (ListCopiesResponseObject, error) {
	all, err := h.Store.Copies.List()
	out := make(ListCopies200JSONResponse, len(all))
	for i, c := range all {
		out[i] = copyOf(c)
	}
	return out, err
}

// MakeCopy implements the contract.
func (h Handlers) MakeCopy(ctx context.Context, _ MakeCopyRequestObject) (MakeCopyResponseObject, error) {
	made, err := h.Store.Copies.Make(ctx, h.Now())
	return MakeCopy201JSONResponse(copyOf(made)), err
}

// RestoreCopy implements the contract.
func (h Handlers) RestoreCopy(ctx context.Context, r RestoreCopyRequestObject) (RestoreCopyResponseObject, error) {
	before, err := h.Store.Copies.Restore(ctx, r.Name, h.Now())
	return RestoreCopy200JSONResponse(copyOf(before)), err
}

func copyOf(c store.Copy) Copy { return Copy{Name: c.Name, Time: c.Time, Size: c.Size} }
