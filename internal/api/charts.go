package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"time"

	"dunvel/core/advice"
	"dunvel/core/explore"
	"dunvel/core/mechanics"
)

// Chart implements the contract.
func (h Handlers) Chart(ctx context.Context, r ChartRequestObject) (ChartResponseObject, error) {
	if _, err := h.informed(ctx, &r.Body.Setup, nil); err != nil {
		return nil, err
	}
	choice := chosen(r.Body.Units)
	if err := advice.Check(r.Body.Setup, choice); err != nil {
		return nil, err
	}
	adviser, err := h.adviser(ctx, r.Body.Setup)
	if err != nil {
		return nil, err
	}
	chart, err := adviser.NewChart(r.Body.Setup, r.Body.X, r.Body.Y, choice)
	if err != nil {
		return nil, err
	}
	return charting{mechanics.WithBudget(ctx, chartWork), chart}, nil
}

// charting is a chart that is sent while it is worked out.
type charting struct {
	ctx   context.Context
	chart *explore.Charting
}

// flushEvery is how long cells are gathered before they are sent.
const flushEvery = 50 * time.Millisecond

// VisitChartResponse implements ChartResponseObject.
func (c charting) VisitChartResponse(w http.ResponseWriter) error {
	w.Header().Set("Content-Type", "application/x-ndjson")
	w.WriteHeader(http.StatusOK)
	lines, flusher := json.NewEncoder(w), http.NewResponseController(w)
	send := func(line ChartLine) error {
		if err := lines.Encode(line); err != nil {
			return err
		}
		if err := flusher.Flush(); err != nil && !errors.Is(err, http.ErrNotSupported) {
			return fmt.Errorf("api: chart: %w", err)
		}
		return nil
	}
	if err := send(ChartLine{Chart: &c.chart.Chart}); err != nil {
		return err
	}
	var gathered []explore.Cell
	sent := time.Time{}
	err := c.chart.Run(c.ctx, func(cell explore.Cell) error {
		gathered = append(gathered, cell)
		if time.Since(sent) < flushEvery {
			return nil
		}
		line := ChartLine{Cells: &gathered}
		err := send(line)
		gathered, sent = nil, time.Now()
		return err
	})
	if err != nil {
		return err
	}
	done := true
	return send(ChartLine{Cells: &gathered, Done: &done})
}
