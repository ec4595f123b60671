package reach

import "context"

type (
	computer  struct{}
	encrypted struct{}
)

// AtTheComputer marks a request as one from the machine on which Dunvel runs.
func AtTheComputer(ctx context.Context) context.Context {
	return context.WithValue(ctx, computer{}, true)
}

// IsAtTheComputer tells whether a request is marked so.
func IsAtTheComputer(ctx context.Context) bool { return ctx.Value(computer{}) != nil }

// Encrypted marks a request as one that nobody on the way can read.
func Encrypted(ctx context.Context) context.Context {
	return context.WithValue(ctx, encrypted{}, true)
}

// IsEncrypted tells whether a request is marked so.
func IsEncrypted(ctx context.Context) bool { return ctx.Value(encrypted{}) != nil }
