// Package progress tells whoever waits how far a piece of work is.
package progress

import (
	"context"
	"sync/atomic"
)

type key struct{}

// part is what is told of: from a share of the whole to another.
type part struct {
	tell     func(share float64)
	from, to float64
}

// With has what is done with the context tell how far it is, from 0 to 1. It may be told
// by several at once.
func With(ctx context.Context, tell func(share float64)) context.Context {
	return context.WithValue(ctx, key{}, part{tell, 0, 1})
}

// Part is the context of a part of the work, from one share of it to another.
func Part(ctx context.Context, from, to float64) context.Context {
	p, ok := ctx.Value(key{}).(part)
	if !ok {
		return ctx
	}
	span := p.to - p.from
	return context.WithValue(ctx, key{}, part{p.tell, p.from + from*span, p.from + to*span})
}

// Tell tells that so much of the work, or of its part, is done.
func Tell(ctx context.Context, share float64) {
	if p, ok := ctx.Value(key{}).(part); ok {
		p.tell(p.from + share*(p.to-p.from))
	}
}

// Count tells of steps that are done side by side: each call of what it returns is one
// more of so many.
func Count(ctx context.Context, of int) (done func()) {
	var n atomic.Int64
	return func() { Tell(ctx, float64(n.Add(1))/float64(of)) }
}

type foundKey struct{}

// WithFound has what is done with the context tell what it has found so far: the whole of
// it each time, which stays as it is. It may be told by several at once.
func WithFound(ctx context.Context, tell func(soFar any)) context.Context {
	return context.WithValue(ctx, foundKey{}, tell)
}

// Found tells what was found so far.
func Found(ctx context.Context, soFar any) {
	if tell, ok := ctx.Value(foundKey{}).(func(any)); ok {
		tell(soFar)
	}
}
