package api

import (
	"context"
	"errors"
	"fmt"
	"math"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"

	"vicis/api/door"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/stock"
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
	gone  atomic.Pointer[map[string]map[string]cloth.Gone] // by quilt and supply, as it was when last looked at
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
	store.Planned
}

// planned is one revision, planned once however many ask for it. What it holds can be read once done is closed.
type planned struct {
	done    chan struct{}
	by      store.Planned
	project Project
	work    *work.Work
	net     func() *net.Plan // how its things hang together
	err     error
	weight  atomic.Int64 // about how many bytes the plan has, once there is one
}

// logged is what was tallied of one quilt, as far as the file was read.
type logged struct {
	mu     sync.Mutex
	log    *stock.Account
	seq    int64
	piled  int64 // up to there an older program counted
	writes *stock.Writer
	reads  *stock.Reader
	last   heldAgainst

	read   atomic.Bool // to its end, once
	events atomic.Int64
}

// heldAgainst is what was tallied as it was last held against a plan: nothing comes of that again until there is more.
type heldAgainst struct {
	by       *planned
	events   int
	progress tally.Progress
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

// begin gives one revision from one mark on, and has it planned in its turn where nobody has yet; text says where its
// text comes from. What cannot be read or planned is not kept.
func (k *kept) begin(quilt string, by store.Planned, text func(context.Context) (string, error)) *planned {
	key := revised{quilt, by}
	p := &planned{done: make(chan struct{}), by: by}
	if old, found, _ := k.plans.PeekOrAdd(key, p); found {
		k.plans.Get(key) // it was used
		return old
	}
	go func() {
		defer close(p.done)
		defer func() {
			if what := recover(); what != nil {
				p.err = fmt.Errorf("revision %d of %s was not planned: %v", by.Rev, quilt, what)
			}
			if p.err != nil {
				k.plans.Remove(key)
			}
		}()
		p.err = k.plan(p, quilt, text)
	}()
	return p
}

// plan works one revision out, from what there was at its mark. Others may wait for it when the first has gone.
func (k *kept) plan(p *planned, quilt string, text func(context.Context) (string, error)) error {
	ctx := context.Background()
	stored, err := text(ctx)
	if err != nil {
		return err
	}
	there, done, err := k.thereAt(ctx, quilt, p.by.Mark)
	if err != nil {
		return err
	}
	defer done()
	end := k.turns.Wait()
	defer end()
	d, problems := document.Stored(stored)
	if p.by.Mark == 0 {
		p.project.Preview, p.work = planOf(d, problems, nil)
		p.net = netOf(p.work)
	} else {
		var here *net.Plan
		p.project.Preview, p.work = planOf(d, problems, func(w *work.Work) *work.Work {
			here = net.Of(w).Here(there)
			return here.Work()
		})
		if p.net = netOf(p.work); here != nil {
			p.net = func() *net.Plan { return here }
			p.project.Here = p.work.Here != nil
		}
	}
	k.keep(p)
	return nil
}

// thereAt is what was there once so many events had come: what is kept, where that has come as far and nobody else
// looks at it, else read once more. What holds it is let go once it is done with.
func (k *kept) thereAt(ctx context.Context, quilt string, mark int64,
) (there *stock.Account, done func(), err error) {
	if mark == 0 {
		return nil, func() {}, nil
	}
	if l := k.logOf(quilt); l.mu.TryLock() {
		if l.seq == mark {
			return l.log, l.mu.Unlock, nil
		}
		l.mu.Unlock()
	}
	l := newLogged()
	if err := k.readOn(ctx, quilt, l, mark); err != nil {
		return nil, nil, err
	}
	return l.log, func() {}, nil
}

// netOf finds how the things of a work hang together once somebody asks.
func netOf(w *work.Work) func() *net.Plan {
	if w == nil { // it could not be planned
		w = &work.Work{}
	}
	return sync.OnceValue(func() *net.Plan { return net.Of(w) })
}

// against holds what was tallied against a plan.
func (l *logged) against(p *planned) tally.Progress {
	if l.last.by != p || l.last.events != l.log.Len() {
		l.last = heldAgainst{p, l.log.Len(), tally.By(l.log, p.work, p.net())}
	}
	return l.last.progress
}

// keep weighs what was planned, and lets the oldest go where all together are too heavy.
func (k *kept) keep(p *planned) {
	p.weight.Store(p.project.Plan.Weight())
	for k.weight() > mostWeight && k.plans.Len() > 1 {
		k.plans.RemoveOldest()
	}
}

// added keeps what was planned already, before it was stored.
func (k *kept) added(quilt string, rev int, preview Preview, w *work.Work) {
	p := &planned{done: make(chan struct{}), by: store.Planned{Rev: rev}, work: w, net: netOf(w)}
	p.project.Preview = preview
	close(p.done)
	if _, found, _ := k.plans.PeekOrAdd(revised{quilt, p.by}, p); !found {
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
	return k.begin(q.ID, q.Planned(), func(context.Context) (string, error) { return q.Document, nil }).of(ctx)
}

// at gives a quilt at one revision, read from the file should it have to be planned.
func (k *kept) at(quilt string, by store.Planned) *planned {
	return k.begin(quilt, by, func(ctx context.Context) (string, error) { return k.store.Document(ctx, quilt, by.Rev) })
}

func newLogged() *logged {
	return &logged{log: stock.NewAccount(), writes: stock.NewWriter(), reads: stock.NewReader(), piled: -1}
}

// logOf is what was tallied of a quilt, as far as it was read.
func (k *kept) logOf(quilt string) *logged {
	l := newLogged()
	if old, found, _ := k.logs.PeekOrAdd(quilt, l); found {
		k.logs.Get(quilt) // it was used
		return old
	}
	return l
}

// tallied holds what was tallied of a quilt against its plan: what came since it was last asked is read from the file
// and added.
func (k *kept) tallied(ctx context.Context, quilt string, by *planned) (p tally.Progress, err error) {
	err = k.read(ctx, quilt, func(l *logged) { p = l.against(by) })
	return p, err
}

// read gives what was tallied of a quilt up to now, for as long as it is looked at.
func (k *kept) read(ctx context.Context, quilt string, look func(*logged)) error {
	l := k.logOf(quilt)
	l.mu.Lock()
	defer l.mu.Unlock()
	if err := k.readOn(ctx, quilt, l, math.MaxInt64); err != nil {
		return err
	}
	if !l.read.Swap(true) {
		k.lighten()
	}
	look(l)
	return nil
}

// readOn reads on to an event, or to the last there is.
func (k *kept) readOn(ctx context.Context, quilt string, l *logged, to int64) error {
	if l.piled < 0 {
		piled, err := k.store.Piled(ctx)
		if err != nil {
			return err
		}
		l.piled = piled
	}
	for {
		list, err := k.store.EventsAfter(ctx, quilt, l.seq, mostRead)
		if err != nil {
			return err
		}
		more := len(list) == mostRead
		if i := slices.IndexFunc(list, func(e store.Stored) bool { return e.Seq > to }); i >= 0 {
			list, more = list[:i], false
		}
		if err := k.take(ctx, quilt, l, list); err != nil {
			return err
		}
		l.events.Store(int64(l.log.Len()))
		if !more {
			return nil
		}
	}
}

// lookAtCloth works out what was cut of promised cloth in every quilt: before something is written, never in the middle
// of that.
func (k *kept) lookAtCloth(ctx context.Context) error {
	quilts, err := k.store.Promised(ctx)
	if err != nil {
		return err
	}
	all := map[string]map[string]cloth.Gone{}
	for _, q := range quilts {
		if err := k.read(ctx, q, func(l *logged) { all[q] = l.log.Supplies() }); err != nil {
			return err
		}
	}
	k.gone.Store(&all)
	return nil
}

// goneOf is what was cut of promised cloth in a quilt, by supply.
func (k *kept) goneOf(quilt string) map[string]cloth.Gone {
	if all := k.gone.Load(); all != nil {
		return (*all)[quilt]
	}
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

// take adds events to what was tallied, each with what it counts: as that was written, else as the revision says that
// was worked from, which is written then.
func (k *kept) take(ctx context.Context, quilt string, l *logged, list []store.Stored) error {
	var facts []store.Fact
	recipes := map[string]string{}
	for _, e := range list {
		event, then, err := k.modern(ctx, quilt, e)
		if err != nil {
			return err
		}
		var recipe *stock.Recipe
		if e.Recipe != "" {
			recipe, err = l.reads.Read(e.Recipe, func(name string) (string, error) { return k.store.Recipe(ctx, name) })
			if err != nil {
				return err
			}
		} else if event.Kind != record.Undo {
			if recipe, err = k.fact(ctx, quilt, e, event, then); err != nil {
				return err
			}
			switch {
			case recipe == nil:
				recipe = l.log.Named(event)
			case e.Seq <= l.piled:
				recipe = recipe.AsPiled()
			}
			name := l.writes.Write(recipe, func(name, text string) { recipes[name] = text })
			facts = append(facts, store.Fact{Seq: e.Seq, Recipe: name})
		}
		l.log.Add(event, recipe)
		l.seq = e.Seq
	}
	if len(facts) == 0 {
		return nil
	}
	return k.store.Remember(ctx, facts, recipes, stock.Version)
}

// fact is what an event counts by the revision that was worked from; by its name and its size alone where that cannot
// be planned any more.
func (k *kept) fact(ctx context.Context, quilt string, e store.Stored, event record.Event,
	then *planned,
) (*stock.Recipe, error) {
	if then == nil {
		var err error
		if then, err = k.then(ctx, quilt, e); err != nil || then == nil {
			return nil, err
		}
	}
	return then.net().Book.Fact(event), nil
}

// then is the plan by which an event was counted, or that was in force when it came; nothing where it was told of a
// revision that never came here.
func (k *kept) then(ctx context.Context, quilt string, e store.Stored) (*planned, error) {
	by := store.Planned{Rev: e.Rev}
	var err error
	if by.Rev == 0 {
		if by.Rev, err = k.store.RevisionAt(ctx, quilt, e.Came); err != nil {
			return nil, err
		}
	}
	if by.Mark, err = k.store.MarkBefore(ctx, quilt, by.Rev, e.Seq); err != nil {
		return nil, err
	}
	p, err := k.at(quilt, by).of(ctx)
	if errors.Is(err, store.ErrNowhere) {
		return nil, nil
	}
	return p, err
}

// modern reads an event of an older program against the revision that was in force when it came.
func (k *kept) modern(ctx context.Context, quilt string, e store.Stored) (record.Event, *planned, error) {
	if e.Look != "" || e.Kind == record.Undo {
		return e.Event, nil, nil
	}
	then, err := k.then(ctx, quilt, e)
	if err != nil || then == nil {
		return e.Event, nil, err
	}
	return record.Modern(then.work, e.Event), then, nil
}
