package net_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"maps"
	"math/rand/v2"
	"os/exec"
	"slices"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// asked is a case for the second count: what is made of what, plan by plan, and what happened.
type asked struct {
	Things int          `json:"things"`
	Alike  [][]int      `json:"alike"`
	Plans  []askedPlan  `json:"plans"`
	Events []askedEvent `json:"events"`
}

type askedPlan struct {
	Steps []askedStep `json:"steps"`
}

type askedStep struct {
	Thing    int         `json:"thing"`
	Step     string      `json:"step"`
	Make     int         `json:"make"`
	Spare    int         `json:"spare"`
	Takes    []askedTake `json:"takes"`
	Also     [][2]int    `json:"also"`
	Else     []int       `json:"else"`
	Ways     bool        `json:"ways"`
	One      int64       `json:"one"`
	Stuff    string      `json:"stuff"`
	Falls    []askedFall `json:"falls"`
	Run      string      `json:"run"`
	Together string      `json:"together"`
	Each     int         `json:"each"`
	Piece    bool        `json:"piece"`
}

type askedTake struct {
	Of   int        `json:"of"`
	Each int        `json:"each"`
	Per  int        `json:"per"`
	Run  string     `json:"run"`
	At   []int      `json:"at"`
	Laid *askedLaid `json:"laid"`
	Wide int64      `json:"wide"`
}

type askedLaid struct {
	Lines []askedLine `json:"lines"`
	All   [][2]int    `json:"all"`
}

type askedLine struct {
	Times int      `json:"times"`
	Gives [][3]int `json:"gives"`
}

type askedFall struct {
	Thing int    `json:"thing"`
	Step  string `json:"step"`
	Each  int    `json:"each"`
	Apart bool   `json:"apart"`
}

type askedEvent struct {
	ID    string `json:"id"`
	At    string `json:"at"`
	Kind  string `json:"kind"`
	N     int    `json:"n"`
	Of    string `json:"of"`
	Plan  int    `json:"plan"`
	Step  int    `json:"step"`
	Piled bool   `json:"piled"`
}

// numbered tells things by number, in all plans alike.
type numbered struct {
	of   map[work.Identity]int
	list []work.Identity
}

func (n *numbered) at(t work.Identity) int {
	i, known := n.of[t]
	if !known {
		i = len(n.list)
		n.of[t] = i
		n.list = append(n.list, t)
	}
	return i
}

// told writes a plan down for the second count.
func (n *numbered) told(w *work.Work, p *net.Plan) (out askedPlan) {
	index := map[naming.Step]int{}
	for i, s := range w.Steps {
		index[s.ID] = i
	}
	for i, s := range w.Steps {
		r := p.Book.Order[i]
		run, each := s.Together()
		one := askedStep{
			Thing: n.at(r.Makes), Step: string(s.ID), Make: s.Make, Spare: s.Spare, Together: string(run), Each: each,
			Ways: r.Ways, Piece: s.Of.Piece != nil, Takes: []askedTake{}, Also: [][2]int{}, Else: []int{}, Falls: []askedFall{},
		}
		if r.Stuff != nil && r.Stuff.Every == 0 {
			one.One = int64(r.Stuff.Long - r.Stuff.Squares)
		}
		if r.Stuff != nil {
			one.Stuff = fmt.Sprint(*r.Stuff)
		}
		for _, t := range r.Takes {
			take := askedTake{Of: index[t.Of.Step], Each: t.Each, Per: t.Per, Run: t.Run, At: t.At, Wide: int64(t.Wide)}
			if t.Laid != nil {
				take.Laid = &askedLaid{Lines: []askedLine{}, All: [][2]int{}}
				for _, l := range t.Laid.Lines {
					line := askedLine{Times: l.Times, Gives: [][3]int{}}
					for _, g := range l.Gives {
						line.Gives = append(line.Gives, [3]int{n.at(g.Makes), g.N, g.Before})
					}
					take.Laid.Lines = append(take.Laid.Lines, line)
				}
				for _, a := range t.Laid.All {
					take.Laid.All = append(take.Laid.All, [2]int{n.at(a.Makes), a.N})
				}
			}
			one.Takes = append(one.Takes, take)
		}
		for _, o := range s.Also {
			if j, known := index[o.Step]; known && p.Item(j) != p.Item(i) {
				one.Also = append(one.Also, [2]int{n.at(p.Book.Order[j].Makes), o.Count})
			}
		}
		for _, t := range r.Else {
			one.Else = append(one.Else, n.at(t))
		}
		var names []string
		for _, f := range r.Falls {
			one.Falls = append(one.Falls, askedFall{n.at(f.Makes), string(f.Step), f.Each, f.Apart})
			names = append(names, fmt.Sprint(n.at(f.Makes), f.Step, f.Each))
		}
		slices.Sort(names)
		one.Run = strings.Join(names, " ")
		out.Steps = append(out.Steps, one)
	}
	return out
}

// becoming is a quilt and what it becomes while it is made.
func becoming(t *testing.T, d document.Document) (list []*work.Work) {
	t.Helper()
	for _, change := range []func(d *document.Document){
		func(*document.Document) {},
		func(d *document.Document) { d.Top.Rows++ },
		func(d *document.Document) { d.Cloth.Usable = measure.Typed("36 in") },
		func(d *document.Document) { d.Spares.Percent = 10 },
	} {
		c, err := document.Copy(d)
		if err != nil {
			t.Fatal(err)
		}
		change(&c)
		if w, ok := work.Of(c); ok {
			list = append(list, w)
		}
	}
	return list
}

// What there is and what is still to make, held against a second count in another language that works it out from what
// happened alone, pulling from each thing up to what takes it (the net requirements of a bill of materials, as any
// handbook of production planning has them): tallies, changes of plan, undos and counts that come late.
func TestNetIsWhatASecondCountFinds(t *testing.T) {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	lends, err := quilts.StandIns()
	if err != nil {
		t.Fatal(err)
	}
	docs = append(docs, lends, lends)
	r := rand.New(rand.NewPCG(38, 300))
	var cases []asked
	var compare []func(hand, presumed, used, toGo []int)
	for len(cases) < 300 {
		of := becoming(t, docs[len(cases)*len(docs)/300])
		var all []*net.Plan
		for _, w := range of {
			all = append(all, net.Of(w))
		}
		for range 12 {
			n := &numbered{of: map[work.Identity]int{}}
			now := 1 + r.IntN(len(of))
			c := asked{Events: []askedEvent{}}
			for i := range of[:now] {
				c.Plans = append(c.Plans, n.told(of[i], all[i]))
			}
			l := stock.NewAccount()
			many := 4 + r.IntN(24)
			for i := range many {
				plan := min(now-1, i*now/many)
				step := r.IntN(len(of[plan].Steps))
				s := of[plan].Steps[step]
				e := record.Event{
					ID: fmt.Sprintf("event-%04d", i), Step: s.ID, Exact: s.Exact(), Look: s.Look, N: 1 + r.IntN(max(1, s.Make)),
					Kind: []record.EventKind{
						record.Made, record.Made, record.Made, record.Made, record.Aside, record.Recount, record.Pile, record.Unpicked,
					}[r.IntN(8)],
					At: fmt.Sprintf("2026-03-01T10:%02d:00Z", (i+r.IntN(2)*r.IntN(30))%60), // some come late
				}
				by := all[plan].Book.Order[step]
				if i > 2 && r.IntN(6) == 0 {
					e.Kind, e.Of, by = record.Undo, c.Events[r.IntN(len(c.Events))].ID, nil
				}
				piled := by != nil && r.IntN(8) == 0 // as an older program counted
				if piled {
					by = by.AsPiled()
				}
				l.Add(e, by)
				c.Events = append(c.Events, askedEvent{e.ID, e.At, string(e.Kind), e.N, e.Of, plan, step, piled})
			}
			c.Things = len(n.list)
			alike := map[work.Identity][]int{}
			for _, is := range slices.SortedFunc(maps.Keys(n.of), func(a, b work.Identity) int {
				return strings.Compare(a.Pressed, b.Pressed)
			}) {
				alike[is.Bare()] = append(alike[is.Bare()], n.of[is])
			}
			for _, is := range n.list {
				c.Alike = append(c.Alike, alike[is.Bare()])
			}
			needs, _ := all[now-1].From(all[now-1].There(l))
			held, name := l.All(), of[0].Name
			compare = append(compare, func(hand, presumed, used, toGo []int) {
				for _, h := range held {
					if i := n.at(h.Makes); i < len(hand) && [3]int{hand[i], presumed[i], used[i]} != [3]int{h.OnHand, h.Presumed, h.Used} {
						t.Errorf("%s, %v: on hand, presumed, used are %d, %d, %d by a second count, not %d, %d, %d", name, h.Makes,
							hand[i], presumed[i], used[i], h.OnHand, h.Presumed, h.Used)
					}
				}
				for i, s := range of[now-1].Steps {
					if toGo[i] != needs[i].ToGo {
						t.Errorf("%s: %d of %s to go by a second count, not %d", name, toGo[i], s.ID, needs[i].ToGo)
					}
				}
			})
			cases = append(cases, c)
		}
	}
	in, err := json.Marshal(cases)
	if err != nil {
		t.Fatal(err)
	}
	run := exec.CommandContext(t.Context(), "/usr/bin/python3", "netting.py")
	run.Stdin = bytes.NewReader(in)
	var trouble strings.Builder
	run.Stderr = &trouble
	out, err := run.Output()
	if err != nil {
		t.Fatal(err, trouble.String())
	}
	var answers []struct {
		Hand     []int `json:"hand"`
		Presumed []int `json:"presumed"`
		Used     []int `json:"used"`
		ToGo     []int `json:"toGo"`
	}
	if err := json.Unmarshal(out, &answers); err != nil {
		t.Fatal(err)
	}
	for i, a := range answers {
		compare[i](a.Hand, a.Presumed, a.Used, a.ToGo)
	}
}
