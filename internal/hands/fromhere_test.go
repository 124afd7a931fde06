package hands_test

import (
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"testing"

	"vicis/core/document"
	"vicis/core/instructions"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/internal/soak"
)

// begun is a quilt that is changed in the middle of its work, and how its things stand once it is finished.
type begun struct {
	job
	plan *net.Plan
	all  *stock.Account
}

// changed is a quilt of a row or a column more, or less.
func changed(t *testing.T, d document.Document, r *rand.Rand) document.Document {
	t.Helper()
	c, err := document.Copy(d)
	if err != nil {
		t.Fatal(err)
	}
	of, by := &c.Top.Rows, 1
	if r.IntN(2) == 0 {
		of = &c.Top.Columns
	}
	if *of > 2 && r.IntN(3) == 0 {
		by = -1
	}
	*of += by
	return c
}

// half sews a quilt by its sheet until some line of it, and then what is still to do of the changed one by that sheet.
func half(before, after *work.Work, done int) begun {
	l, n := stock.NewAccount(), 0
	count := func(w *work.Work, book *stock.Book, s instructions.InstructionSheet, lines int) {
		for _, made := range byLine(w, s)[:lines] {
			for _, e := range made {
				n++
				e.ID, e.At = fmt.Sprintf("told-%06d", n), fmt.Sprintf("2026-03-%02dT%02d:%02d:00Z", 1+n/1440, n/60%24, n%60)
				l.Add(e, book.Fact(e))
			}
		}
	}
	first := instructions.Of(before).Lines
	count(before, stock.BookOf(before), instructions.Of(before), done)
	here := net.Of(after).Here(l)
	rest := here.ToGo(l)
	j := jobOf(rest)
	count(rest, here.Book, j.Sheet, len(j.Sheet.Lines))
	j.Sheet.Lines = append(slices.Clone(first[:done]), j.Sheet.Lines...)
	j.After = done
	j.Called, j.Now = calledNow(before, here.Work())
	return begun{j, here, l}
}

// calledNow is what the steps of a plan, and of the one after it, go by from then on: what is one thing is one pile, and
// strips of one cloth as wide are one, whatever they are cut for; what is another lies apart.
func calledNow(before, after *work.Work) (called, now map[naming.Step]naming.Step) {
	called, now = map[naming.Step]naming.Step{}, map[naming.Step]naming.Step{}
	of, same := map[work.Identity]naming.Step{}, map[naming.Step]work.Identity{}
	for _, s := range after.Steps {
		is := s.Makes()
		if strip := s.Of.Strip != nil && s.Of.Sub == nil; strip && of[is] != "" {
			now[s.ID] = of[is]
		} else {
			of[is] = s.ID
		}
		same[s.ID] = is
	}
	for _, s := range before.Steps {
		is := s.Makes()
		switch {
		case same[s.ID] != is && of[is] == "":
			called[s.ID] = "before/" + s.ID
		case same[s.ID] != is:
			called[s.ID] = of[is]
		case now[s.ID] != "":
			called[s.ID] = now[s.ID]
		}
	}
	return called, now
}

// A quilt that is changed in the middle of its work is finished from its piles: the hands do so many lines of its first
// sheet, then all of the sheet that tells what is still to do. It is the quilt that is drawn then, on the table lies what
// the account says is left, and nothing was made that nobody counted.
func TestTheHandsGoOnFromHere(t *testing.T) {
	r := rand.New(rand.NewPCG(39, 12))
	list, moments, quilts := every(t), 1, 12
	if os.Getenv("VICIS_HANDS") != "" {
		moments, quilts = 3, len(list)
	}
	r.Shuffle(len(list), func(i, k int) { list[i], list[k] = list[k], list[i] })
	all, jobs := map[string]begun{}, map[string]job{}
	for _, one := range list[:min(len(list), soak.Times(quilts))] {
		before, ok := work.Of(one.d)
		if !ok || len(measuredIn(before)) > 0 {
			continue
		}
		after, ok := work.Of(changed(t, one.d, r))
		if sheet := instructions.Of(before); ok && reached(sheet) {
			// Which of its rows another quilt has, and which way they are turned and pressed there, the hands do not know.
			joined := slices.IndexFunc(sheet.Lines, func(l instructions.Instruction) bool { return l.Step.Number() > 0 })
			for range moments {
				done := r.IntN(max(1, joined))
				name := fmt.Sprintf("%s, %d of %d lines done", one.name, done, len(sheet.Lines))
				all[name] = half(before, after, done)
				jobs[name] = all[name].job
			}
		}
	}
	if len(all) < quilts/2 {
		t.Fatalf("%d quilts are gone on with", len(all))
	}
	for name, came := range sew(t, jobs) {
		if came.Wrong != "" {
			t.Errorf("%s: %s", name, came.Wrong)
			continue
		}
		for _, wrong := range all[name].held(came) {
			t.Errorf("%s: %s", name, wrong)
		}
	}
}

// held tells where what the hands came to is not the quilt, or not what the account says is left.
func (b begun) held(c came) (wrong []string) {
	say := func(s string, args ...any) { wrong = append(wrong, fmt.Sprintf(s, args...)) }
	wide, high := b.plan.Work().Layout.Finished()
	size := [2]measure.Length{wide, high}
	for i, l := range size {
		if off := l.Inches() - c.Size[i]; off > 0.01 || off < -0.01 {
			say("it measures %v, and should %v", c.Size, size)
		}
	}
	if c.Front > wide.Inches()*high.Inches()/1000 {
		say("%.3f of cloth lies elsewhere", c.Front)
	}
	needs, _ := b.plan.From(b.plan.There(b.all))
	lies, joined := map[work.Identity]int{}, map[naming.Step]bool{}
	for _, l := range b.Sheet.Lines {
		joined[l.Of] = joined[l.Of] || l.Do == instructions.EndToEnd // all of them are taken, and lengths are cut of them later
	}
	for i, s := range b.plan.Work().Steps {
		if n, held := c.Piles[s.ID]; held && !joined[s.ID] {
			lies[s.Makes()] += n
		}
		if needs[i].ToGo > 0 {
			say("%d of %s are still to be made", needs[i].ToGo, s.Called)
		}
	}
	for _, h := range b.all.All() {
		if n, held := lies[h.Makes]; held && n != h.OnHand {
			say("%d of %s are left, and %d by the account", n, h.Called, h.OnHand)
		}
		if h.Presumed+h.Doubted > 0 {
			say("%d of %s are presumed, %d doubted", h.Presumed, h.Called, h.Doubted)
		}
	}
	return wrong
}
