package api

import (
	"bytes"
	"context"
	"net/http"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/day"
	"dunvel/core/input"
	"dunvel/core/units"
	"dunvel/internal/answers"
	"dunvel/internal/api/saved"
	"dunvel/internal/api/send"
	"dunvel/internal/contract"
	"dunvel/internal/exchange/days"
)

// Day implements the contract.
func (h Handlers) Day(ctx context.Context, r DayRequestObject) (DayResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	planned, err := h.does.Day(ctx, r.Body.Plan, choice)
	if err != nil {
		return nil, err
	}
	return planning{ctx, planned}, nil
}

// planning is a day that is sent while it is worked out.
type planning struct {
	ctx context.Context
	day *answers.Day
}

// VisitDayResponse implements DayResponseObject.
func (p planning) VisitDayResponse(w http.ResponseWriter) error {
	out := send.NewLines(w)
	if err := out.Send(contract.DayLine{Sky: p.day.Sky()}); err != nil {
		return err
	}
	var gathered []day.Hour
	sent := time.Time{}
	tell := func() error {
		line := contract.DayLine{Hours: &gathered}
		err := out.Send(line)
		gathered, sent = nil, time.Now()
		return err
	}
	worked, err := p.day.Run(p.ctx, func(h day.Hour) error {
		if gathered = append(gathered, h); time.Since(sent) < flushEvery {
			return nil
		}
		return tell()
	})
	if err == nil && len(gathered) > 0 {
		err = tell()
	}
	if err != nil {
		return out.Ended(p.ctx, err, func(p *contract.Problem) any { return contract.DayLine{Problem: p} })
	}
	return out.Send(contract.DayLine{Result: worked})
}

// DayCalendar implements the contract.
func (h Handlers) DayCalendar(ctx context.Context, r DayCalendarRequestObject) (DayCalendarResponseObject, error) {
	var out bytes.Buffer
	err := h.worked(ctx, *r.Body, func(sky *day.Sky, worked *day.Worked, choice units.Choice) error {
		return days.WriteCalendar(&out, sky, worked, choice, time.Now())
	})
	if err != nil {
		return nil, err
	}
	return DayCalendar200TextcalendarCharsetUtf8Response{Body: &out, ContentLength: int64(out.Len()),
		Headers: DayCalendar200ResponseHeaders{ContentDisposition: under("dunvel-" + r.Body.Plan.Date + ".ics")}}, nil
}

// DayTable implements the contract.
func (h Handlers) DayTable(ctx context.Context, r DayTableRequestObject) (DayTableResponseObject, error) {
	var out bytes.Buffer
	err := h.worked(ctx, *r.Body, func(sky *day.Sky, worked *day.Worked, _ units.Choice) error {
		return days.WriteDay(&out, sky, worked)
	})
	if err != nil {
		return nil, err
	}
	return DayTable200TextcsvCharsetUtf8Response{Body: &out, ContentLength: int64(out.Len()),
		Headers: DayTable200ResponseHeaders{ContentDisposition: under("dunvel-" + r.Body.Plan.Date + ".csv")}}, nil
}

// worked works a whole day out and writes it.
func (h Handlers) worked(ctx context.Context, q contract.DayQuestion,
	write func(*day.Sky, *day.Worked, units.Choice) error) error {
	choice, err := contract.ChosenUnits(q.Units)
	if err != nil {
		return err
	}
	planned, err := h.does.Day(ctx, q.Plan, choice)
	if err != nil {
		return err
	}
	worked, err := planned.Run(ctx, func(day.Hour) error { return nil })
	if err != nil {
		return err
	}
	return write(planned.Sky(), worked, choice)
}

// ReadTide implements the contract.
func (h Handlers) ReadTide(_ context.Context, r ReadTideRequestObject) (ReadTideResponseObject, error) {
	choice, err := contract.ChosenUnits(r.Body.Units)
	if err != nil {
		return nil, err
	}
	text := r.Body.Text
	if days.IsCalendar(text) {
		if text, err = days.TideLines(text, r.Body.Zone); err != nil {
			return nil, err
		}
	}
	table, err := answers.ReadTide(text, r.Body.Date, r.Body.Zone, choice)
	return ReadTide200JSONResponse(table), err
}

// ReadStation implements the contract.
func (h Handlers) ReadStation(_ context.Context, r ReadStationRequestObject) (ReadStationResponseObject, error) {
	station, err := almanac.ReadStation(r.Body.Text)
	if err != nil {
		return nil, input.Fault("text", "%s", err)
	}
	return ReadStation200JSONResponse(station), nil
}

// ListPlans implements the contract.
func (h Handlers) ListPlans(ctx context.Context, _ ListPlansRequestObject) (ListPlansResponseObject, error) {
	kept, err := h.does.Plans.List(ctx)
	return ListPlans200JSONResponse(saved.Each(kept, saved.Plan)), err
}

// CreatePlan implements the contract.
func (h Handlers) CreatePlan(ctx context.Context, r CreatePlanRequestObject) (CreatePlanResponseObject, error) {
	kept, err := h.does.Plans.Create(ctx, r.Body.Name, r.Body.Plan)
	return CreatePlan201JSONResponse(saved.Plan(kept)), err
}

// ChangePlan implements the contract.
func (h Handlers) ChangePlan(ctx context.Context, r ChangePlanRequestObject) (ChangePlanResponseObject, error) {
	kept, err := h.does.Plans.Change(ctx, r.Id, r.Body.Version, r.Body.Name, r.Body.Plan, nil)
	return ChangePlan200JSONResponse(saved.Plan(kept)), err
}

// DeletePlan implements the contract.
func (h Handlers) DeletePlan(ctx context.Context, r DeletePlanRequestObject) (DeletePlanResponseObject, error) {
	return DeletePlan204Response{}, h.does.Plans.Delete(ctx, r.Id)
}

// RestorePlan implements the contract.
func (h Handlers) RestorePlan(ctx context.Context, r RestorePlanRequestObject) (RestorePlanResponseObject, error) {
	kept, err := h.does.Plans.Restore(ctx, r.Id)
	return RestorePlan200JSONResponse(saved.Plan(kept)), err
}
