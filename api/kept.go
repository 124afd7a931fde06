package api

import (
	"context"
	"errors"
	"fmt"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"

	"vicis/core/tally"
	"vicis/core/work"
	"vicis/store"
)

// What was worked out is kept in memory: plans by quilt and revision, which never change, and what was tallied of a
// quilt, which only goes on. All of it can be made again from the file, and is after a restart.
type kept struct {
	store *store.Store
	plans *lru.Cache[revised, *planned]
	logs  *lru.Cache[string, *logged]
}

// How many are kept; a plan is a few megabytes at most.
const (
	mostPlans = 48
	mostLogs  = 48
)

type revised struct {
	quilt string
	rev   int
}

// planned is one revision, planned once however many ask for it.
type planned struct {
	once    sync.Once
	project Project
	work    *work.Work
}

// logged is what was tallied of one quilt, as far as the file was read.
type logged struct {
	mu  sync.Mutex
	log *tally.Log
	seq int64
}

func keep(s *store.Store) *kept {
	plans, err1 := lru.New[revised, *planned](mostPlans)
	logs, err2 := lru.New[string, *logged](mostLogs)
	if err := errors.Join(err1, err2); err != nil {
		panic(err) // only for a size below one
	}
	return &kept{s, plans, logs}
}

// plan gives a quilt at one revision; document says where its text comes from, should it have to be planned.
func (k *kept) plan(quilt string, rev int, document func() (string, error)) (*planned, error) {
	p := &planned{}
	if old, found, _ := k.plans.PeekOrAdd(revised{quilt, rev}, p); found {
		k.plans.Get(revised{quilt, rev}) // it was used
		p = old
	}
	var err error
	p.once.Do(func() {
		var text string
		if text, err = document(); err != nil {
			return
		}
		p.project.Preview, p.work = planOf([]byte(text))
	})
	if err == nil && p.work == nil {
		err = fmt.Errorf("revision %d of %s was not planned", rev, quilt)
	}
	if err != nil {
		k.plans.Remove(revised{quilt, rev})
	}
	return p, err
}

// of gives a quilt as it was read.
func (k *kept) of(q store.Quilt) (*planned, error) {
	return k.plan(q.ID, q.Rev, func() (string, error) { return q.Document, nil })
}

// at gives a quilt at one revision, read from the file should it have to be planned.
func (k *kept) at(ctx context.Context, quilt string, rev int) (*planned, error) {
	return k.plan(quilt, rev, func() (string, error) { return k.store.Document(ctx, quilt, rev) })
}

// tallied holds what was tallied of a quilt against its plan: what came since it was last asked is read from the file
// and added.
func (k *kept) tallied(ctx context.Context, quilt string, w *work.Work) (tally.Progress, error) {
	l := &logged{log: tally.NewLog()}
	if old, found, _ := k.logs.PeekOrAdd(quilt, l); found {
		k.logs.Get(quilt) // it was used
		l = old
	}
	l.mu.Lock()
	defer l.mu.Unlock()
	list, err := k.store.EventsAfter(ctx, quilt, l.seq)
	if err != nil {
		return tally.Progress{}, err
	}
	for _, e := range list {
		event, err := k.modern(ctx, quilt, e)
		if err != nil {
			return tally.Progress{}, err
		}
		l.log.Add(event)
		l.seq = e.Seq
	}
	return l.log.Progress(w), nil
}

// modern reads an event of an older program against the revision that was in force when it came.
func (k *kept) modern(ctx context.Context, quilt string, e store.Stored) (tally.Event, error) {
	if e.Look != "" || e.Kind == tally.Undo {
		return e.Event, nil
	}
	rev, err := e.Rev, error(nil)
	if rev == 0 {
		if rev, err = k.store.RevisionAt(ctx, quilt, e.Came); err != nil {
			return e.Event, err
		}
	}
	then, err := k.at(ctx, quilt, rev)
	if err != nil {
		return e.Event, err
	}
	return tally.Modern(then.work, e.Event), nil
}
