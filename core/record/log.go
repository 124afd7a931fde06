// Package record is what was told at the machine, the mat and the iron: events, the log that counts them, the table
// they are read from.
package record

import (
	"slices"
	"time"

	"vicis/core/naming"
	"vicis/core/work"
)

// Log is what has happened to one quilt. It goes on from where it stands: one event more costs the same however many
// came before, and the same events in the same order make the same log.
type Log struct {
	entries []Logged
	place   map[string]int // event → its place among the entries
	active  map[string]int // event → how many undos that are not void name it
	counts  []*KeyCount    // in the order their keys first came
	count   map[Key]*KeyCount
	read    map[int]WasRead // of the entries that are measurements, by their place: few are
	bobbins []int           // places of the full bobbins in force
	why     map[int]string  // of the entries that are set aside, likewise
	prints  map[int]printed // of the entries that tell of prints, likewise
	cells   map[blockCell]*BlockTold
}

// printed is what an entry says of prints.
type printed struct {
	step   naming.Step
	blocks []SewnPrints
}

// WasRead is what a measurement says beside its entry.
type WasRead struct {
	Reads string
	Along work.Along
}

// Key is a step at a size with a look: what was made otherwise is another thing.
type Key struct {
	Step        naming.Step
	Exact, Look string
}

// Logged is an event as the log keeps it.
type Logged struct {
	ID    string
	Kind  EventKind
	N     int
	At    int64     // when it happened, in seconds; 0 where that cannot be read
	Count *KeyCount // nothing for an undo

	of string
}

// KeyCount is what the events of one key come to, but for what there is of it, which is for the stock. What is in force
// is listed, so that taking one of a million back costs no more than taking one of ten.
type KeyCount struct {
	Key
	// live: places of what is in force among the log's entries: at the needle or the mat, and at the iron
	live, ironed      []int
	Last, LastPressed int   // the last of both lists; −1 for none
	Gauged            []int // places of the measurements in force
	Since             int   // made since the last full bobbin
}

// NewLog is a log of nothing.
func NewLog() *Log {
	return &Log{
		place: map[string]int{}, active: map[string]int{}, count: map[Key]*KeyCount{}, read: map[int]WasRead{},
		why: map[int]string{}, prints: map[int]printed{}, cells: map[blockCell]*BlockTold{},
	}
}

// Add takes an event. One that is there already changes nothing. It gives the place of the one that came into force by
// it or went out of it, -1 for none, and whether it is new.
func (l *Log) Add(e Event) (changed int, isNew bool) {
	if _, known := l.place[e.ID]; known {
		return -1, false
	}
	at := len(l.entries)
	l.place[e.ID] = at
	one := Logged{ID: e.ID, of: e.Of, Kind: e.Kind, N: e.N}
	if when, err := time.Parse(time.RFC3339, e.At); err == nil {
		one.At = when.Unix()
	}
	if e.Kind == Measured {
		l.read[at] = WasRead{e.Reads, e.Along}
	}
	if e.Kind == Aside && e.Reason != "" {
		l.why[at] = e.Reason
	}
	if len(e.Prints) > 0 {
		l.prints[at] = printed{e.Step, e.Prints}
	}
	if e.Kind != Undo {
		k := Key{e.Step, e.Exact, e.Look}
		c := l.count[k]
		if c == nil {
			c = &KeyCount{Key: k, Last: -1, LastPressed: -1}
			l.count[k] = c
			l.counts = append(l.counts, c)
		}
		one.Count = c
	}
	l.entries = append(l.entries, one)
	switch {
	case l.Voided(at): // an undo was here first
	case e.Kind == Undo:
		return l.undo(at), true
	default:
		one.Count.comes(at, one, l)
		return at, true
	}
	return -1, true
}

// Void says whether an event was taken back.
func (l *Log) Void(id string) bool { return l.active[id] > 0 }

// Counts are what was counted, key by key, in the order they first came.
func (l *Log) Counts() []*KeyCount { return l.counts }

// Entries are all events, in the order they came. They are for reading.
func (l *Log) Entries() []Logged { return l.entries }

// WasRead is what a measurement says.
func (l *Log) WasRead(at int) WasRead { return l.read[at] }

// Why is the reason something was set aside for.
func (l *Log) Why(at int) string { return l.why[at] }

// Wound says whether a full bobbin was told of.
func (l *Log) Wound() bool { return len(l.bobbins) > 0 }

// TellsOf is what was told of the prints of a block; nothing where nobody told.
func (l *Log) TellsOf(step naming.Step, row, column int) *BlockTold {
	return l.cells[blockCell{step, row, column}]
}

// Len is how many events it has taken.
func (l *Log) Len() int { return len(l.entries) }

// Voided says whether the event at a place was taken back.
func (l *Log) Voided(at int) bool { return l.active[l.entries[at].ID] > 0 }

// undo lets an undo that was not void before come into force. What it names becomes void; if that is an undo too, what
// that one names is in force again; and so on. Undos that take back each other in a ring, which no client makes, end
// where they began.
func (l *Log) undo(at int) (changed int) {
	by := 1
	for range l.entries {
		e := l.entries[at]
		was := l.active[e.of] > 0
		l.active[e.of] += by
		now := l.active[e.of] > 0
		next, known := l.place[e.of]
		if was == now || !known {
			return -1
		}
		if one := l.entries[next]; one.Count != nil {
			if now {
				one.Count.goes(next, one, l)
			} else {
				one.Count.comes(next, one, l)
			}
			return next
		}
		at, by = next, -by
	}
	return -1
}

// comes brings an entry into force.
func (c *KeyCount) comes(at int, e Logged, l *Log) {
	l.tell(at, 1)
	switch e.Kind {
	case Printed:
	case Measured:
		c.Gauged = inserted(c.Gauged, at)
	case Bobbin:
		l.bobbins = inserted(l.bobbins, at)
		l.wound()
	case Pressed:
		c.ironed = inserted(c.ironed, at)
	default:
		c.live = inserted(c.live, at)
		c.change(at, e, 1, l)
	}
	c.Last, c.LastPressed = lastOf(c.live), lastOf(c.ironed)
}

// goes takes one out of force.
func (c *KeyCount) goes(at int, e Logged, l *Log) {
	l.tell(at, -1)
	switch e.Kind {
	case Printed:
	case Measured:
		c.Gauged = removed(c.Gauged, at)
	case Bobbin:
		l.bobbins = removed(l.bobbins, at)
		l.wound()
	case Pressed:
		c.ironed = removed(c.ironed, at)
	default:
		c.live = removed(c.live, at)
		c.change(at, e, -1, l)
	}
	c.Last, c.LastPressed = lastOf(c.live), lastOf(c.ironed)
}

// change counts what was made since the last full bobbin, of an entry that came into force (by = 1) or went out of it
// (−1).
func (c *KeyCount) change(at int, e Logged, by int, l *Log) {
	if e.Kind == Made && at > lastOf(l.bobbins) {
		c.Since += by * e.N
	}
}

// wound adds up again what was made since the last full bobbin in force.
func (l *Log) wound() {
	for _, c := range l.counts {
		c.Since = 0
	}
	for i := lastOf(l.bobbins) + 1; i < len(l.entries); i++ {
		if e := l.entries[i]; e.Kind == Made && e.Count != nil && !l.Voided(i) {
			e.Count.Since += e.N
		}
	}
}

func inserted(list []int, at int) []int {
	if n := len(list); n == 0 || list[n-1] < at {
		return append(list, at)
	}
	i, _ := slices.BinarySearch(list, at)
	return slices.Insert(list, i, at)
}

func removed(list []int, at int) []int {
	i, found := slices.BinarySearch(list, at)
	if !found {
		return list
	}
	return slices.Delete(list, i, i+1)
}

func lastOf(list []int) int {
	if len(list) == 0 {
		return -1
	}
	return list[len(list)-1]
}

// Modern reads an event that an older program stored against the work as it was then: it called some steps otherwise,
// and kept no look.
func Modern(then *work.Work, e Event) Event {
	if e.Look != "" || e.Kind == Undo {
		return e
	}
	e.Step = then.Old.Step(e.Step)
	for _, s := range then.Steps {
		if (s.ID == e.Step || slices.Contains(s.Was, e.Step)) && s.Exact() == e.Exact {
			e.Step, e.Look = s.ID, s.Look
			return e
		}
	}
	return e
}

// BlockTold is what was told of one block: the places of the entries in force, and what each said.
type BlockTold struct {
	Live []int
	Says map[int]map[string][]string
}

// Last is what was said last.
func (t *BlockTold) Last() map[string][]string { return t.Says[lastOf(t.Live)] }

// blockCell is a block by its step, row and column.
type blockCell struct {
	step        naming.Step
	row, column int
}

// tell brings what an entry says of prints into force, or takes it out.
func (l *Log) tell(at int, by int) {
	e, there := l.prints[at]
	if !there {
		return
	}
	for _, b := range e.blocks {
		c := blockCell{e.step, b.Row, b.Column}
		t := l.cells[c]
		if t == nil {
			t = &BlockTold{Says: map[int]map[string][]string{}}
			l.cells[c] = t
		}
		if by > 0 {
			t.Live = inserted(t.Live, at)
			t.Says[at] = b.Of
		} else {
			t.Live = removed(t.Live, at)
			delete(t.Says, at)
		}
	}
}
