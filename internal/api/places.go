package api

import (
	"bytes"
	"context"

	"dunvel/internal/api/saved"
	"dunvel/internal/exchange/geo"
)

// ListPlaces implements the contract.
func (h Handlers) ListPlaces(ctx context.Context, _ ListPlacesRequestObject) (ListPlacesResponseObject, error) {
	kept, err := h.does.Places(ctx)
	return ListPlaces200JSONResponse(saved.Each(kept, saved.Place)), err
}

// AddPlace implements the contract.
func (h Handlers) AddPlace(ctx context.Context, r AddPlaceRequestObject) (AddPlaceResponseObject, error) {
	kept, err := h.does.AddPlace(ctx, r.Body.Name, r.Body.Where, r.Body.Note)
	return AddPlace201JSONResponse(saved.Place(kept)), err
}

// ChangePlace implements the contract.
func (h Handlers) ChangePlace(ctx context.Context, r ChangePlaceRequestObject) (ChangePlaceResponseObject, error) {
	kept, err := h.does.ChangePlace(ctx, r.Id, r.Body.Version, r.Body.Name, r.Body.Where, r.Body.Note)
	return ChangePlace200JSONResponse(saved.Place(kept)), err
}

// DeletePlace implements the contract.
func (h Handlers) DeletePlace(ctx context.Context, r DeletePlaceRequestObject) (DeletePlaceResponseObject, error) {
	return DeletePlace204Response{}, h.does.DeletePlace(ctx, r.Id)
}

// MergePlace implements the contract.
func (h Handlers) MergePlace(ctx context.Context, r MergePlaceRequestObject) (MergePlaceResponseObject, error) {
	moved, err := h.does.MergePlace(ctx, r.Id, r.Body.Into)
	if moved == nil {
		moved = []int64{}
	}
	return MergePlace200JSONResponse{Trips: moved}, err
}

// RestorePlace implements the contract.
func (h Handlers) RestorePlace(ctx context.Context, r RestorePlaceRequestObject) (RestorePlaceResponseObject, error) {
	kept, err := h.does.RestorePlace(ctx, r.Id, r.Body.Trips)
	return RestorePlace200JSONResponse(saved.Place(kept)), err
}

// ExportPlaces implements the contract.
func (h Handlers) ExportPlaces(ctx context.Context, _ ExportPlacesRequestObject) (ExportPlacesResponseObject, error) {
	var out bytes.Buffer
	if err := h.does.WritePlaces(ctx, &out); err != nil {
		return nil, err
	}
	return ExportPlaces200ApplicationgpxXmlResponse{Body: &out, ContentLength: int64(out.Len()),
		Headers: ExportPlaces200ResponseHeaders{ContentDisposition: under("dunvel-places.gpx")}}, nil
}

// ExportKML implements the contract.
func (h Handlers) ExportKML(ctx context.Context, _ ExportKMLRequestObject) (ExportKMLResponseObject, error) {
	var out bytes.Buffer
	places, events, err := h.does.Visits(ctx)
	if err == nil {
		err = geo.WriteKML(&out, places, events)
	}
	if err != nil {
		return nil, err
	}
	return ExportKML200ApplicationvndGoogleEarthKmlXmlResponse{Body: &out, ContentLength: int64(out.Len()),
		Headers: ExportKML200ResponseHeaders{ContentDisposition: under("dunvel-places.kml")}}, nil
}

// ExportGeoJSON implements the contract.
func (h Handlers) ExportGeoJSON(ctx context.Context,
	_ ExportGeoJSONRequestObject) (ExportGeoJSONResponseObject, error) {
	places, events, err := h.does.Visits(ctx)
	return ExportGeoJSON200ApplicationGeoPlusJSONResponse{Body: geo.GeoJSON(places, events),
		Headers: ExportGeoJSON200ResponseHeaders{ContentDisposition: under("dunvel-places.geojson")}}, err
}
