package api

import (
	"context"
	"net/http"
	"time"

	"dunvel/core/explore"
	"dunvel/internal/answers"
	"dunvel/internal/api/send"
	"dunvel/internal/contract"
)

// Chart implements the contract.
func (h Handlers) Chart(ctx context.Context, r ChartRequestObject) (ChartResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	chart, err := h.does.Chart(ctx, r.Body.Setup, r.Body.X, r.Body.Y, choice)
	if err != nil {
		return nil, err
	}
	return charting{ctx, chart}, nil
}

// charting is a chart that is sent while it is worked out.
type charting struct {
	ctx   context.Context
	chart *answers.Chart
}

// flushEvery is how long cells are gathered before they are sent.
const flushEvery = 50 * time.Millisecond

// VisitChartResponse implements ChartResponseObject.
func (c charting) VisitChartResponse(w http.ResponseWriter) error {
	out := send.NewLines(w)
	if err := out.Send(contract.ChartLine{Chart: c.chart.Axes()}); err != nil {
		return err
	}
	var gathered []explore.Cell
	sent := time.Time{}
	err := c.chart.Run(c.ctx, func(cell explore.Cell) error {
		gathered = append(gathered, cell)
		if time.Since(sent) < flushEvery {
			return nil
		}
		line := contract.ChartLine{Cells: &gathered}
		err := out.Send(line)
		gathered, sent = nil, time.Now()
		return err
	})
	if err != nil {
		return out.Ended(c.ctx, err, func(p *contract.Problem) any { return contract.ChartLine{Problem: p} })
	}
	done := true
	return out.Send(contract.ChartLine{Cells: &gathered, Done: &done})
}
