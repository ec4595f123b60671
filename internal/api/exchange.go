package api

import (
	"bytes"
	"context"

	"dunvel/core/trip"
	"dunvel/internal/contract"
	"dunvel/internal/exchange"
	"dunvel/internal/service"
	"dunvel/internal/store"
)

// ExportLog implements the contract.
func (h Handlers) ExportLog(ctx context.Context, _ ExportLogRequestObject) (ExportLogResponseObject, error) {
	var out bytes.Buffer
	if err := h.does.WriteLog(ctx, &out); err != nil {
		return nil, err
	}
	return ExportLog200TextcsvResponse{Body: &out, ContentLength: int64(out.Len())}, nil
}

// ListPlaces implements the contract.
func (h Handlers) ListPlaces(ctx context.Context, _ ListPlacesRequestObject) (ListPlacesResponseObject, error) {
	kept, err := h.does.Places(ctx)
	return ListPlaces200JSONResponse(each(kept, func(k store.Kept[trip.Place]) contract.Place {
		return contract.Place{Name: k.Name, North: k.Value.North, East: k.Value.East, Note: k.Value.Note}
	})), err
}

// ExportPlaces implements the contract.
func (h Handlers) ExportPlaces(ctx context.Context, _ ExportPlacesRequestObject) (ExportPlacesResponseObject, error) {
	var out bytes.Buffer
	if err := h.does.WritePlaces(ctx, &out); err != nil {
		return nil, err
	}
	return ExportPlaces200ApplicationgpxXmlResponse{Body: &out, ContentLength: int64(out.Len())}, nil
}

// ExportAll implements the contract.
func (h Handlers) ExportAll(ctx context.Context, _ ExportAllRequestObject) (ExportAllResponseObject, error) {
	all, err := h.does.Everything(ctx)
	if err != nil {
		return nil, err
	}
	return ExportAll200JSONResponse(*all), nil
}

// ImportFile implements the contract.
func (h Handlers) ImportFile(ctx context.Context, r ImportFileRequestObject) (ImportFileResponseObject, error) {
	file := service.File{Kind: string(r.Body.Kind), Text: []byte(r.Body.Text), Take: r.Body.Take}
	if r.Body.Columns != nil {
		file.Columns = *r.Body.Columns
	}
	report, err := h.does.TakeIn(ctx, file)
	if err != nil {
		return nil, err
	}
	return ImportFile200JSONResponse(reported(report)), nil
}

func reported(r *service.Report) contract.Import {
	out := contract.Import{
		Headers: r.Headers, Columns: r.Columns, Trips: r.Trips, Events: r.Events, Places: r.Places, Entries: r.Entries, Known: r.Known, Taken: r.Taken,
		Fields: []contract.ImportField{},
		Refused: each(r.Refused, func(f exchange.Refused) contract.ImportRefused {
			return contract.ImportRefused{Line: f.Line, Why: f.Why}
		}),
	}
	if r.Headers == nil {
		out.Headers, out.Columns = []string{}, map[string]int{}
	} else {
		out.Fields = each(exchange.Columns, func(c exchange.Column) contract.ImportField {
			return contract.ImportField{Key: c.Key, Label: c.Header, Needed: c.Needed}
		})
	}
	if r.Trips == nil {
		out.Trips = []string{}
	}
	return out
}

// ListCopies implements the contract.
func (h Handlers) ListCopies(context.Context, ListCopiesRequestObject) (ListCopiesResponseObject, error) {
	all, err := h.does.Copies()
	return ListCopies200JSONResponse(each(all, copyOf)), err
}

// MakeCopy implements the contract.
func (h Handlers) MakeCopy(ctx context.Context, _ MakeCopyRequestObject) (MakeCopyResponseObject, error) {
	made, err := h.does.MakeCopy(ctx)
	return MakeCopy201JSONResponse(copyOf(made)), err
}

// RestoreCopy implements the contract.
func (h Handlers) RestoreCopy(ctx context.Context, r RestoreCopyRequestObject) (RestoreCopyResponseObject, error) {
	before, err := h.does.GoBack(ctx, r.Name)
	return RestoreCopy200JSONResponse(copyOf(before)), err
}

func copyOf(c store.Copy) contract.Copy {
	return contract.Copy{Name: c.Name, Time: c.Time, Size: c.Size}
}
