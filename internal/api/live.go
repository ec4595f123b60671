package api

import (
	"context"
	"net/http"

	"dunvel/internal/api/send"
	"dunvel/internal/contract"
)

// GetLiveState implements the contract.
func (h Handlers) GetLiveState(context.Context, GetLiveStateRequestObject) (GetLiveStateResponseObject, error) {
	return GetLiveState200JSONResponse(h.boat.State()), nil
}

// GetLiveTrack implements the contract.
func (h Handlers) GetLiveTrack(context.Context, GetLiveTrackRequestObject) (GetLiveTrackResponseObject, error) {
	return GetLiveTrack200JSONResponse(h.boat.Track()), nil
}

// Follow implements the contract.
func (h Handlers) Follow(ctx context.Context, r FollowRequestObject) (FollowResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	weight, err := h.does.Follow(ctx, r.Body.Aboard(h.now()), choice)
	if err != nil {
		return nil, err
	}
	return Follow200JSONResponse(*weight), nil
}

// GetLiveEvents implements the contract.
func (h Handlers) GetLiveEvents(ctx context.Context,
	_ GetLiveEventsRequestObject) (GetLiveEventsResponseObject, error) {
	return events{send.News{Context: ctx, Boat: h.boat, Revision: h.does.Revision}}, nil
}

// events are what is new, as it comes.
type events struct{ send.News }

// VisitGetLiveEventsResponse implements GetLiveEventsResponseObject.
func (e events) VisitGetLiveEventsResponse(w http.ResponseWriter) error { return e.Send(w) }
