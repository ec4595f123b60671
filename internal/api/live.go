package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"time"

	"dunvel/internal/contract"
	"dunvel/internal/live"
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
func (h Handlers) GetLiveEvents(ctx context.Context, _ GetLiveEventsRequestObject) (GetLiveEventsResponseObject, error) {
	return events{ctx, h.boat, h.does.Revision}, nil
}

// How often it is told what is new: a state as soon as it comes, and each second, so that
// ages grow; what is kept is looked at each second.
const (
	eventsApart = 50 * time.Millisecond
	eventsLeast = time.Second
	eventsWrite = 10 * time.Second // for one to go out: who does not read is let go
)

// events are what is new, as it comes.
type events struct {
	ctx      context.Context
	boat     *live.Boat
	revision func(context.Context) (int64, error)
}

// VisitGetLiveEventsResponse implements GetLiveEventsResponseObject.
func (e events) VisitGetLiveEventsResponse(w http.ResponseWriter) error {
	out := stream{w, http.NewResponseController(w)}
	if err := out.begin(); err != nil {
		return err
	}
	news, end := e.boat.Watch()
	defer end()
	ticker := time.NewTicker(eventsLeast)
	defer ticker.Stop()
	seen := int64(-1)
	for {
		state := e.boat.State()
		if len(state.Sources) > 0 {
			if err := out.send("boat", state); err != nil {
				return err
			}
		}
		revision, err := e.revision(e.ctx)
		if err == nil && revision != seen {
			seen = revision
			err = out.send("revision", contract.Health{Status: contract.Ok, Revision: revision})
		} else if err == nil && len(state.Sources) == 0 {
			err = out.alive()
		}
		if err != nil {
			return nil // whoever reads it has gone, or the server stops
		}
		if !e.wait(news, ticker.C) {
			return nil
		}
	}
}

// wait waits until there is something to tell; it is over where that is false.
func (e events) wait(news <-chan struct{}, second <-chan time.Time) bool {
	select {
	case <-e.ctx.Done():
		return false
	case <-time.After(eventsApart):
	}
	select {
	case <-e.ctx.Done():
		return false
	case <-news:
	case <-second:
	}
	return true
}

// stream sends server-sent events.
type stream struct {
	w       http.ResponseWriter
	control *http.ResponseController
}

func (s stream) begin() error {
	s.w.Header().Set("Content-Type", "text/event-stream")
	s.w.WriteHeader(http.StatusOK)
	// What a request may take to come in does not bound for how long it is answered.
	if err := s.control.SetReadDeadline(time.Time{}); err != nil {
		return fmt.Errorf("api: %w", err)
	}
	return nil
}

func (s stream) send(event string, data any) error {
	text, err := json.Marshal(data)
	if err != nil {
		return err
	}
	return s.write(fmt.Sprintf("event: %s\ndata: %s\n\n", event, text))
}

// alive is a line that says nothing: a reader that has gone is found by it.
func (s stream) alive() error { return s.write(":\n\n") }

func (s stream) write(text string) error {
	if err := s.control.SetWriteDeadline(time.Now().Add(eventsWrite)); err != nil {
		return err
	}
	if _, err := s.w.Write([]byte(text)); err != nil {
		return err
	}
	return s.control.Flush()
}
