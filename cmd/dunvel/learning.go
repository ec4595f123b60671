package main

import (
	"context"
	"log/slog"
	"time"

	"dunvel/internal/service"
)

// learnEvery is how often it is looked whether more is logged than the hand was learnt by.
const learnEvery = time.Hour

// keepLearning learns the angler's hand now and then until ctx ends.
func keepLearning(ctx context.Context, does *service.Service) {
	ticker := time.NewTicker(learnEvery)
	defer ticker.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-ticker.C:
		}
		if err := does.LearnHand(ctx); err != nil && ctx.Err() == nil {
			slog.Error("learning the hand", "error", err)
		}
	}
}
