package api

import (
	"context"

	"dunvel/internal/api/saved"
	"dunvel/internal/contract"
)

// ListTrips implements the contract.
func (h Handlers) ListTrips(ctx context.Context, _ ListTripsRequestObject) (ListTripsResponseObject, error) {
	kept, err := h.does.Trips(ctx)
	return ListTrips200JSONResponse(saved.Each(kept, saved.Trip)), err
}

// CreateTrip implements the contract.
func (h Handlers) CreateTrip(ctx context.Context, r CreateTripRequestObject) (CreateTripResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.BeginTrip(ctx, r.Body.Trip, choice)
	return CreateTrip201JSONResponse(saved.Trip(kept)), err
}

// ChangeTrip implements the contract.
func (h Handlers) ChangeTrip(ctx context.Context, r ChangeTripRequestObject) (ChangeTripResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.ChangeTrip(ctx, r.Id, r.Body.Version, r.Body.Trip, choice)
	return ChangeTrip200JSONResponse(saved.Trip(kept)), err
}

// DeleteTrip implements the contract.
func (h Handlers) DeleteTrip(ctx context.Context, r DeleteTripRequestObject) (DeleteTripResponseObject, error) {
	return DeleteTrip204Response{}, h.does.DeleteTrip(ctx, r.Id)
}

// RestoreTrip implements the contract.
func (h Handlers) RestoreTrip(ctx context.Context, r RestoreTripRequestObject) (RestoreTripResponseObject, error) {
	kept, err := h.does.RestoreTrip(ctx, r.Id)
	return RestoreTrip200JSONResponse(saved.Trip(kept)), err
}

// ListEvents implements the contract.
func (h Handlers) ListEvents(ctx context.Context, r ListEventsRequestObject) (ListEventsResponseObject, error) {
	kept, sky, err := h.does.UnderTheSky(ctx, r.Id)
	out := saved.Each(kept, saved.Event)
	for i := range out {
		out[i].Sky = &sky[i]
	}
	return ListEvents200JSONResponse(out), err
}

// LogEvents implements the contract.
func (h Handlers) LogEvents(ctx context.Context, r LogEventsRequestObject) (LogEventsResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.Log(ctx, r.Id, r.Body.Events, choice)
	return LogEvents200JSONResponse(saved.Each(kept, saved.Event)), err
}

// ChangeEvent implements the contract.
func (h Handlers) ChangeEvent(ctx context.Context, r ChangeEventRequestObject) (ChangeEventResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	kept, err := h.does.Correct(ctx, r.Id, r.Body.Version, r.Body.Event, choice)
	return ChangeEvent200JSONResponse(saved.Event(kept)), err
}

// DeleteEvent implements the contract.
func (h Handlers) DeleteEvent(ctx context.Context, r DeleteEventRequestObject) (DeleteEventResponseObject, error) {
	key := ""
	if r.Params.Key != nil {
		key = *r.Params.Key
	}
	return DeleteEvent204Response{}, h.does.DeleteEvent(ctx, r.Id, key)
}

// RestoreEvent implements the contract.
func (h Handlers) RestoreEvent(ctx context.Context, r RestoreEventRequestObject) (RestoreEventResponseObject, error) {
	kept, err := h.does.RestoreEvent(ctx, r.Id)
	return RestoreEvent200JSONResponse(saved.Event(kept)), err
}

// Hand implements the contract.
func (h Handlers) Hand(ctx context.Context, r HandRequestObject) (HandResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	if wanted(r.Params.Progress) {
		return tell(ctx, func(ctx context.Context) (any, error) { return h.does.Hand(ctx, choice) }), nil
	}
	hand, err := h.does.Hand(ctx, choice)
	if err != nil {
		return nil, err
	}
	return Hand200JSONResponse(*hand), nil
}

// Learn implements the contract.
func (h Handlers) Learn(ctx context.Context, r LearnRequestObject) (LearnResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	if wanted(r.Params.Progress) {
		return tell(ctx, func(ctx context.Context) (any, error) { return h.does.Learn(ctx, r.Body.Trip, choice) }), nil
	}
	lesson, err := h.does.Learn(ctx, r.Body.Trip, choice)
	if err != nil {
		return nil, err
	}
	return Learn200JSONResponse(*lesson), nil
}

// GetPreferences implements the contract.
func (h Handlers) GetPreferences(ctx context.Context,
	_ GetPreferencesRequestObject) (GetPreferencesResponseObject, error) {
	own, err := h.does.Preferences(ctx)
	return GetPreferences200JSONResponse(own), err
}

// Prefer implements the contract.
func (h Handlers) Prefer(ctx context.Context, r PreferRequestObject) (PreferResponseObject, error) {
	own, err := h.does.Prefer(ctx, *r.Body)
	return Prefer200JSONResponse(own), err
}

// Lines implements the contract.
func (h Handlers) Lines(ctx context.Context, r LinesRequestObject) (LinesResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	lines, err := h.does.Lines(ctx, choice)
	return Lines200JSONResponse(lines), err
}
