package door

import (
	"context"
	"net/http"
	"runtime"
	"time"

	"golang.org/x/sync/semaphore"
)

// Turns lets only so many questions to the core be worked out at once. What is counted never waits here, and a preview,
// which is one plan, not behind a search, which tries many: each has turns of its own. A question whose client has gone
// loses its place.
type Turns struct {
	Free    *semaphore.Weighted
	Longest time.Duration // that a question waits for its turn
}

// InTurn is so many turns as this machine has processors for.
func InTurn() Turns {
	return Turns{semaphore.NewWeighted(int64(max(1, runtime.GOMAXPROCS(0)-1))), 20 * time.Second}
}

// Wait waits for a turn however long that takes; what it gives ends it.
func (t Turns) Wait() (end func()) {
	_ = t.Free.Acquire(context.Background(), 1) // it fails for a context that ends alone
	return func() { t.Free.Release(1) }
}

// Take waits for a turn; what it gives ends it.
func (t Turns) Take(ctx context.Context) (end func(), err error) {
	waiting, cancel := context.WithTimeout(ctx, t.Longest)
	defer cancel()
	if t.Free.Acquire(waiting, 1) == nil {
		return func() { t.Free.Release(1) }, nil
	}
	if ctx.Err() != nil {
		return nil, Explain(context.Canceled)
	}
	busy := NewTrouble(http.StatusServiceUnavailable,
		"Other plans are still being worked out. Ask again in a moment; nothing of yours is changed.")
	busy.Code = "busy"
	return nil, busy
}
