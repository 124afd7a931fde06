package api

import (
	"context"
	"net/http"
	"runtime"
	"time"

	"golang.org/x/sync/semaphore"
)

// turns lets only so many questions to the core be worked out at once. What is counted never waits here, and a preview,
// which is one plan, not behind a search, which tries many: each has turns of its own. A question whose client has gone
// loses its place.
type turns struct {
	free    *semaphore.Weighted
	longest time.Duration // that a question waits for its turn
}

func inTurn() turns {
	return turns{semaphore.NewWeighted(int64(max(1, runtime.GOMAXPROCS(0)-1))), 20 * time.Second}
}

// wait waits for a turn however long that takes; what it gives ends it.
func (t turns) wait() (end func()) {
	_ = t.free.Acquire(context.Background(), 1) // it fails for a context that ends alone
	return func() { t.free.Release(1) }
}

// take waits for a turn; what it gives ends it.
func (t turns) take(ctx context.Context) (end func(), err error) {
	waiting, cancel := context.WithTimeout(ctx, t.longest)
	defer cancel()
	if t.free.Acquire(waiting, 1) == nil {
		return func() { t.free.Release(1) }, nil
	}
	if ctx.Err() != nil {
		return nil, trouble(context.Canceled)
	}
	busy := newTrouble(http.StatusServiceUnavailable,
		"Other plans are still being worked out. Ask again in a moment; nothing of yours is changed.")
	busy.Code = "busy"
	return nil, busy
}
