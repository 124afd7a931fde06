package api

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"sync/atomic"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"

	"vicis/api/door"
	"vicis/core/document"
	"vicis/core/plan"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/store"
)

// What was worked out is kept in memory: plans by quilt and revision, which never change, and what was tallied of a
// quilt, which only goes on. All of it can be made again from the file, and is after a restart.
type kept struct {
	store *store.Store
	turns door.Turns // in which what is stored is planned
	plans *lru.Cache[revised, *planned]
	logs  *lru.Cache[string, *logged]
}

// How much is kept: plans by number and by weight, and what was tallied by number.
const (
	mostPlans  = 48
	mostWeight = 400 << 20 // bytes of plans, as they would be sent
	mostLogs   = 48
	mostEvents = 2_000_000 // of all quilts together; some 200 bytes each
	mostRead   = 5_000     // events at once
)

type revised struct {
	quilt string
	rev   int
}

// planned is one revision, planned once however many ask for it. What it holds can be read once done is closed.
type planned struct {
	done    chan struct{}
	project Project
	work    *work.Work
	err     error
	weight  atomic.Int64 // about how many bytes the plan has, once there is one
}

// logged is what was tallied of one quilt, as far as the file was read.
type logged struct {
	mu  sync.Mutex
	log *record.Log
	seq int64

	read   atomic.Bool // to its end, once
	events atomic.Int64
}

func keep(s *store.Store) *kept {
	k := &kept{store: s, turns: door.InTurn()}
	var err1, err2 error
	k.plans, err1 = lru.New[revised, *planned](mostPlans)
	k.logs, err2 = lru.New[string, *logged](mostLogs)
	if err := errors.Join(err1, err2); err != nil {
		panic(err) // only for a size below one
	}
	return k
}

// weight is that of all plans that are kept.
func (k *kept) weight() (sum int64) {
	for _, p := range k.plans.Values() {
		sum += p.weight.Load()
	}
	return sum
}

// begin gives one revision, and has it planned in its turn where nobody has yet; text says where its text comes
// from. What cannot be read or planned is not kept.
func (k *kept) begin(quilt string, rev int, text func(context.Context) (string, error)) *planned {
	key := revised{quilt, rev}
	p := &planned{done: make(chan struct{})}
	if old, found, _ := k.plans.PeekOrAdd(key, p); found {
		k.plans.Get(key) // it was used
		return old
	}
	go func() {
		defer close(p.done)
		defer func() {
			if what := recover(); what != nil {
				p.err = fmt.Errorf("revision %d of %s was not planned: %v", rev, quilt, what)
			}
			if p.err != nil {
				k.plans.Remove(key)
			}
		}()
		end := k.turns.Wait()
		defer end()
		stored, err := text(context.Background()) // others may wait for it when the first has gone
		if err != nil {
			p.err = err
			return
		}
		p.project.Preview, p.work = planOf(document.Stored(stored))
		k.keep(p)
	}()
	return p
}

// keep weighs what was planned, and lets the oldest go where all together are too heavy.
func (k *kept) keep(p *planned) {
	p.weight.Store(weightOf(p.project.Plan))
	for k.weight() > mostWeight && k.plans.Len() > 1 {
		k.plans.RemoveOldest()
	}
}

// weightOf is about how many bytes a plan has.
func weightOf(p plan.Plan) int64 {
	patches := 0
	for _, one := range p.Pictures {
		patches += len(one.Patches)
	}
	return int64(50_000 + 1_500*len(p.Steps) + 400*patches + 50*len(p.Quilt.Cells) + 100*len(p.Quilt.Crosses))
}

// added keeps what was planned already, before it was stored.
func (k *kept) added(quilt string, rev int, preview Preview, w *work.Work) {
	p := &planned{done: make(chan struct{}), work: w}
	p.project.Preview = preview
	close(p.done)
	if _, found, _ := k.plans.PeekOrAdd(revised{quilt, rev}, p); !found {
		k.keep(p)
	}
}

// of waits for what was begun.
func (p *planned) of(ctx context.Context) (*planned, error) {
	select {
	case <-p.done:
		return p, p.err
	case <-ctx.Done():
		return nil, ctx.Err()
	}
}

// soon is how long counting waits for a plan. Whatever comes later is told in a moment.
const soon = 40 * time.Millisecond

// within waits for what was begun for a moment alone.
func (p *planned) within(ctx context.Context, moment time.Duration) (*planned, error) {
	waiting, cancel := context.WithTimeout(ctx, moment)
	defer cancel()
	got, err := p.of(waiting)
	if err != nil && ctx.Err() == nil && waiting.Err() != nil && errors.Is(err, waiting.Err()) {
		return nil, errNotYet
	}
	return got, err
}

var errNotYet = errors.New("the plan is still being worked out")

// of gives a quilt as it was read.
func (k *kept) of(ctx context.Context, q store.Quilt) (*planned, error) {
	return k.begin(q.ID, q.Rev, func(context.Context) (string, error) { return q.Document, nil }).of(ctx)
}

// at gives a quilt at one revision, read from the file should it have to be planned.
func (k *kept) at(quilt string, rev int) *planned {
	return k.begin(quilt, rev, func(ctx context.Context) (string, error) { return k.store.Document(ctx, quilt, rev) })
}

// logOf is what was tallied of a quilt, as far as it was read.
func (k *kept) logOf(quilt string) *logged {
	l := &logged{log: record.NewLog()}
	if old, found, _ := k.logs.PeekOrAdd(quilt, l); found {
		k.logs.Get(quilt) // it was used
		return old
	}
	return l
}

// tallied holds what was tallied of a quilt against its plan: what came since it was last asked is read from the file
// and added.
func (k *kept) tallied(ctx context.Context, quilt string, w *work.Work) (p tally.Progress, err error) {
	err = k.read(ctx, quilt, func(log *record.Log) { p = tally.Against(log, w) })
	return p, err
}

// read gives what was tallied of a quilt up to now, for as long as it is looked at.
func (k *kept) read(ctx context.Context, quilt string, look func(*record.Log)) error {
	l := k.logOf(quilt)
	l.mu.Lock()
	defer l.mu.Unlock()
	for {
		list, err := k.store.EventsAfter(ctx, quilt, l.seq, mostRead)
		if err != nil {
			return err
		}
		for _, e := range list {
			event, err := k.modern(ctx, quilt, e)
			if err != nil {
				return err
			}
			l.log.Add(event)
			l.seq = e.Seq
		}
		l.events.Store(int64(l.log.Len()))
		if len(list) < mostRead {
			break
		}
	}
	if !l.read.Swap(true) {
		k.lighten()
	}
	look(l.log)
	return nil
}

// lighten lets go of what was tallied of the quilts that nobody asked about for longest, where all together is too
// much.
func (k *kept) lighten() {
	for k.logs.Len() > 1 {
		var sum int64
		for _, l := range k.logs.Values() {
			sum += l.events.Load()
		}
		if sum <= mostEvents {
			return
		}
		k.logs.RemoveOldest()
	}
}

// modern reads an event of an older program against the revision that was in force when it came.
func (k *kept) modern(ctx context.Context, quilt string, e store.Stored) (record.Event, error) {
	if e.Look != "" || e.Kind == record.Undo {
		return e.Event, nil
	}
	rev, err := e.Rev, error(nil)
	if rev == 0 {
		if rev, err = k.store.RevisionAt(ctx, quilt, e.Came); err != nil {
			return e.Event, err
		}
	}
	then, err := k.at(quilt, rev).of(ctx)
	if err != nil {
		return e.Event, err
	}
	return record.Modern(then.work, e.Event), nil
}
