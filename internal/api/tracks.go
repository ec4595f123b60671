package api

import (
	"context"

	"dunvel/core/units"
	"dunvel/internal/api/saved"
	"dunvel/internal/contract"
)

// ListTracks implements the contract.
func (h Handlers) ListTracks(ctx context.Context, r ListTracksRequestObject) (ListTracksResponseObject, error) {
	choice := units.Choice{}
	if r.Params.Speed != nil {
		choice["speed"] = *r.Params.Speed
	}
	chosen, err := contract.ChosenUnits(&choice)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.ListTracks(ctx, chosen)
	return ListTracks200JSONResponse(saved.Each(kept, saved.Track)), err
}

// KeepTrack implements the contract.
func (h Handlers) KeepTrack(ctx context.Context, _ KeepTrackRequestObject) (KeepTrackResponseObject, error) {
	kept, err := h.does.KeepTrack(ctx, h.boat.Track(), nil)
	if err != nil {
		return nil, err
	}
	return KeepTrack201JSONResponse(saved.Track(kept)), nil
}

// DeleteTrack implements the contract.
func (h Handlers) DeleteTrack(ctx context.Context, r DeleteTrackRequestObject) (DeleteTrackResponseObject, error) {
	return DeleteTrack204Response{}, h.does.Tracks.Delete(ctx, r.Id)
}

// RestoreTrack implements the contract.
func (h Handlers) RestoreTrack(ctx context.Context, r RestoreTrackRequestObject) (RestoreTrackResponseObject, error) {
	kept, err := h.does.RestoreTrack(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	return RestoreTrack200JSONResponse(saved.Track(kept)), nil
}

// ChartTrip implements the contract.
func (h Handlers) ChartTrip(ctx context.Context, r ChartTripRequestObject) (ChartTripResponseObject, error) {
	chart, err := h.does.ChartOf(ctx, r.Id)
	return ChartTrip200JSONResponse(chart), err
}
