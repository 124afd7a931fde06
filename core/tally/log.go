package tally

import (
	"slices"
	"time"

	"vicis/core/naming"
	"vicis/core/work"
)

// Log is what has happened to one quilt. It goes on from where it stands: one event more costs the same however many
// came before, and the same events in the same order make the same log.
type Log struct {
	entries []entry
	place   map[string]int // event → its place among the entries
	active  map[string]int // event → how many undos that are not void name it
	keys    []key
	count   map[key]*count
	read    map[int]read    // of the entries that are measurements, by their place: few are
	bobbins []int           // places of the full bobbins in force
	why     map[int]string  // of the entries that are set aside, likewise
	prints  map[int]printed // of the entries that tell of prints, likewise
	cells   map[blockCell]*toldOfBlock
}

// printed is what an entry says of prints.
type printed struct {
	step   naming.Step
	blocks []SewnPrints
}

// read is what a measurement says beside its entry.
type read struct {
	reads string
	along work.Along
}

// key is a step at a size with a look: what was made otherwise is another thing.
type key struct {
	step        naming.Step
	exact, look string
}

type entry struct {
	id, of string
	kind   EventKind
	n      int
	at     int64  // when it happened, in seconds; 0 where that cannot be read
	count  *count // nothing for an undo
}

// count is what the events of one key come to. What is in force is listed, so that taking one of a million back costs no
// more than taking one of ten.
type count struct {
	live, ironed         []int // places of what is in force among the log's entries: at the needle or the mat, and at the iron
	made, aside, pressed int
	recounted            int   // the place of the last recount in force; −1 for none
	last, lastPressed    int   // the last of both lists; −1 for none
	gauged               []int // places of the measurements in force
	since                int   // made since the last full bobbin
}

// NewLog is a log of nothing.
func NewLog() *Log {
	return &Log{place: map[string]int{}, active: map[string]int{}, count: map[key]*count{}, read: map[int]read{}, why: map[int]string{}, prints: map[int]printed{}, cells: map[blockCell]*toldOfBlock{}}
}

// Add takes an event. One that is there already changes nothing.
func (l *Log) Add(e Event) {
	if _, known := l.place[e.ID]; known {
		return
	}
	at := len(l.entries)
	l.place[e.ID] = at
	one := entry{id: e.ID, of: e.Of, kind: e.Kind, n: e.N}
	if when, err := time.Parse(time.RFC3339, e.At); err == nil {
		one.at = when.Unix()
	}
	if e.Kind == Measured {
		l.read[at] = read{e.Reads, e.Along}
	}
	if e.Kind == Aside && e.Reason != "" {
		l.why[at] = e.Reason
	}
	if len(e.Prints) > 0 {
		l.prints[at] = printed{e.Step, e.Prints}
	}
	if e.Kind != Undo {
		k := key{e.Step, e.Exact, e.Look}
		c := l.count[k]
		if c == nil {
			c = &count{recounted: -1, last: -1, lastPressed: -1}
			l.count[k] = c
			l.keys = append(l.keys, k)
		}
		one.count = c
	}
	l.entries = append(l.entries, one)
	switch {
	case l.void(at): // an undo was here first
	case e.Kind == Undo:
		l.undo(at)
	default:
		one.count.comes(at, one, l)
	}
}

// Void says whether an event was taken back.
func (l *Log) Void(id string) bool { return l.active[id] > 0 }

// Len is how many events it has taken.
func (l *Log) Len() int { return len(l.entries) }

func (l *Log) void(at int) bool { return l.active[l.entries[at].id] > 0 }

// undo lets an undo that was not void before come into force. What it names becomes void; if that is an undo too, what
// that one names is in force again; and so on. Undos that take back each other in a ring, which no client makes, end
// where they began.
func (l *Log) undo(at int) {
	by := 1
	for range l.entries {
		e := l.entries[at]
		was := l.active[e.of] > 0
		l.active[e.of] += by
		now := l.active[e.of] > 0
		next, known := l.place[e.of]
		if was == now || !known {
			return
		}
		if one := l.entries[next]; one.count != nil {
			if now {
				one.count.goes(next, one, l)
			} else {
				one.count.comes(next, one, l)
			}
			return
		}
		at, by = next, -by
	}
}

// comes brings an entry into force.
func (c *count) comes(at int, e entry, l *Log) {
	l.tell(at, 1)
	switch e.kind {
	case Printed:
	case Measured:
		c.gauged = inserted(c.gauged, at)
	case Bobbin:
		l.bobbins = inserted(l.bobbins, at)
		l.wound()
	case Pressed:
		c.ironed = inserted(c.ironed, at)
		c.pressed += e.n
	default:
		c.live = inserted(c.live, at)
		c.change(at, e, 1, l)
	}
	c.last, c.lastPressed = lastOf(c.live), lastOf(c.ironed)
}

// goes takes one out of force.
func (c *count) goes(at int, e entry, l *Log) {
	l.tell(at, -1)
	switch e.kind {
	case Printed:
	case Measured:
		c.gauged = removed(c.gauged, at)
	case Bobbin:
		l.bobbins = removed(l.bobbins, at)
		l.wound()
	case Pressed:
		c.ironed = removed(c.ironed, at)
		c.pressed -= e.n
	default:
		c.live = removed(c.live, at)
		c.change(at, e, -1, l)
	}
	c.last, c.lastPressed = lastOf(c.live), lastOf(c.ironed)
}

// change counts an entry that came into force (by = 1) or went out of it (−1). A recount says how many good ones there are,
// whatever was made before it; what was set aside before it was made besides.
func (c *count) change(at int, e entry, by int, l *Log) {
	switch e.kind {
	case Made:
		if at > lastOf(l.bobbins) {
			c.since += by * e.n
		}
		if at > c.recounted {
			c.made += by * e.n
		}
	case Aside:
		c.aside += by * e.n
		if at < c.recounted {
			c.made += by * e.n
		}
	case Recount:
		if by > 0 && at == lastOf(c.live) {
			c.made, c.recounted = e.n+c.aside, at
			return
		}
		c.recount(l)
	}
}

// wound adds up again what was made since the last full bobbin in force.
func (l *Log) wound() {
	for _, k := range l.keys {
		l.count[k].since = 0
	}
	for i := lastOf(l.bobbins) + 1; i < len(l.entries); i++ {
		if e := l.entries[i]; e.kind == Made && e.count != nil && !l.void(i) {
			e.count.since += e.n
		}
	}
}

// recount adds up again all that is in force.
func (c *count) recount(l *Log) {
	c.made, c.aside, c.recounted = 0, 0, -1
	for _, at := range c.live {
		switch e := l.entries[at]; e.kind {
		case Made:
			c.made += e.n
		case Aside:
			c.aside += e.n
		case Recount:
			c.made, c.recounted = e.n+c.aside, at
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

// add puts together what was counted of one thing under two keys.
func (c count) add(o *count) count {
	c.made, c.aside, c.pressed, c.since = c.made+o.made, c.aside+o.aside, c.pressed+o.pressed, c.since+o.since
	c.last, c.lastPressed = max(c.last, o.last), max(c.lastPressed, o.lastPressed)
	return c
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

// toldOfBlock is what was told of one block: the places of the entries in force, and what each said.
type toldOfBlock struct {
	live []int
	says map[int]map[string][]string
}

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
			t = &toldOfBlock{says: map[int]map[string][]string{}}
			l.cells[c] = t
		}
		if by > 0 {
			t.live = inserted(t.live, at)
			t.says[at] = b.Of
		} else {
			t.live = removed(t.live, at)
			delete(t.says, at)
		}
	}
}
