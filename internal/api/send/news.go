package send

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"time"

	"dunvel/internal/contract"
	"dunvel/internal/live"
)

// How often it is told what is new: a state as soon as it comes, and each second, so that
// ages grow; what is kept is looked at each second.
const (
	eventsApart = 50 * time.Millisecond
	eventsLeast = time.Second
	eventsWrite = 10 * time.Second // for one to go out: who does not read is let go
)

// News are what is new, as it comes: the state of the boat, and the revision of what is kept.
type News struct {
	Context  context.Context
	Boat     *live.Boat
	Revision func(context.Context) (int64, error)
}

// Send sends it until whoever reads it has gone.
func (n News) Send(w http.ResponseWriter) error {
	out := stream{w, http.NewResponseController(w)}
	if err := out.begin(); err != nil {
		return err
	}
	fresh, end := n.Boat.Watch()
	defer end()
	ticker := time.NewTicker(eventsLeast)
	defer ticker.Stop()
	seen := int64(-1)
	for {
		state := n.Boat.State()
		if len(state.Sources) > 0 {
			if err := out.send("boat", state); err != nil {
				return err
			}
		}
		revision, err := n.Revision(n.Context)
		if err == nil && revision != seen {
			seen = revision
			err = out.send("revision", contract.Health{Status: contract.Ok, Revision: revision})
		} else if err == nil && len(state.Sources) == 0 {
			err = out.alive()
		}
		if err != nil {
			return nil // whoever reads it has gone, or the server stops
		}
		if !n.wait(fresh, ticker.C) {
			return nil
		}
	}
}

// wait waits until there is something to tell; it is over where that is false.
func (n News) wait(fresh <-chan struct{}, second <-chan time.Time) bool {
	select {
	case <-n.Context.Done():
		return false
	case <-time.After(eventsApart):
	}
	select {
	case <-n.Context.Done():
		return false
	case <-fresh:
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
