package tally

import (
	"fmt"

	"vicis/core/making"
	"vicis/core/record"
	"vicis/core/work"
)

// Counts that cannot be, or that hang together badly: what usually causes it, where to look first, and repairs, each of
// them one act.

// moreAside doubts that more was set aside of a thing than was made.
func (f foldGauged) moreAside(i int) {
	s, made, aside := f.w.Steps[i], f.Steps[i].Made, f.Steps[i].Aside
	f.doubt(s, AsideOfMade, fmt.Sprintf("%s: %d set aside of %d made.", s.Called, aside, made),
		"Count the good ones again.", []string{
			"Some were made and not counted before they were set aside.",
			"Set aside was pressed once too often.",
		},
		repair(fmt.Sprintf("%d more were made, and none of all of them is good", aside-made),
			actOf(s, record.Recount, 0, "")))
}

// moreThanParts doubts that later steps have taken more of a thing than there was.
func (f foldGauged) moreThanParts(i int) {
	s, st := f.w.Steps[i], f.Steps[i]
	look := []string{
		fmt.Sprintf("Two of %s that stuck together were counted as one.", s.Called),
		fmt.Sprintf("Some of %s were made and not counted: a chain that was cut in a hurry.", s.Called),
	}
	repairs := repair(fmt.Sprintf("There were %d of %s after all, and all of them are used", st.Used, s.Called),
		actOf(s, record.Recount, st.Used, ""))
	var takers []int
	for j, other := range f.w.Steps {
		for _, t := range other.Takes {
			if t.Step == s.ID && f.Steps[j].Made > 0 {
				takers = append(takers, j)
			}
		}
	}
	if len(takers) == 1 {
		j := takers[0]
		other := f.w.Steps[j]
		look = append(look, fmt.Sprintf("%s was counted twice: hold the pile against the count.", other.Called))
		for _, t := range other.Takes {
			if n := st.Good/max(1, t.Each)*t.Per - f.Steps[j].Aside; t.Step == s.ID && !t.Shared && t.At == nil && n >= 0 &&
				len(s.Also) == 0 {
				repairs = append(repairs, repair(fmt.Sprintf("Only %d of %s were made", n, other.Called),
					actOf(other, record.Recount, n, ""))...)
			}
		}
	}
	f.doubt(s, Parts, fmt.Sprintf("Later steps have taken %d of %s, and only %s.", st.Used, s.Called,
		counted(st.Good)),
		"Count them again: two may stick together, or some were made uncounted.", look, repairs)
}

func counted(n int) string {
	if n == 1 {
		return "1 was counted"
	}
	return fmt.Sprintf("%d were counted", n)
}

// balance doubts what cannot be.
func (f foldWanted) balance() foldBalanced {
	f.agree()
	f.fewer()
	f.partners()
	return foldBalanced{f}
}

// fewer doubts that every strip or set gave as many as it should: all are begun, something else is being done, and the
// last one gave fewer.
func (f foldWanted) fewer() {
	for i, s := range f.w.Steps {
		st := f.Steps[i]
		if s.Does != making.SubCuts || len(s.Takes) != 1 || s.Takes[0].Shared || s.Takes[0].Per < 2 || st.ToGo == 0 ||
			st.Made == 0 || f.last == s.ID || len(s.Also) > 0 ||
			f.log.Planned(record.Key{Step: s.ID, Exact: s.Exact(), Look: s.Look}) != s.Make { // the plan wants more since
			continue
		}
		t := s.Takes[0]
		j, known := f.index[t.Step]
		if !known || f.Steps[j].Last == nil || f.Steps[j].ToGo > 0 {
			continue
		}
		from, could := f.w.Steps[j], f.Steps[j].Good/t.Each*t.Per
		short := could - st.Made
		if short <= 0 || short >= t.Per || st.Made >= s.Make {
			continue
		}
		f.doubt(s, Fewer, fmt.Sprintf("%s: %d of %s should give %d, and %s.", s.Called, f.Steps[j].Good,
			from.Called, could, counted(st.Made)),
			fmt.Sprintf("Look whether the last one gave %d fewer.", short),
			[]string{
				"Two that stick together in the pile.",
				"An end that was squared up once more, or a bowed one that was cut away: that one gave fewer.",
				fmt.Sprintf("One of %s still lies under the ruler.", from.Called),
			},
			repair(fmt.Sprintf("All %d are there: they were not counted", could), actOf(s, record.Made, short, "")),
			repair(fmt.Sprintf("It gave %d fewer: they are to be made once more", short), actOf(s, record.Made, short, ""),
				actOf(s, record.Aside, short, "the last one gave fewer")),
		)
	}
}

// partners doubts that something was sewn to what it should be, where of one kind there are as many over as another of
// the same parts is short of.
func (f foldWanted) partners() {
	for i, s := range f.w.Steps {
		over := f.Steps[i].Good - s.Make
		if s.Does != making.Sews || over <= 0 {
			continue
		}
		for j, other := range f.w.Steps {
			if i == j || other.Does != making.Sews || other.Stage != s.Stage || f.Steps[j].Made == 0 ||
				f.Steps[j].ToGo != over || !shares(s, other) {
				continue
			}
			f.doubt(s, Partner, fmt.Sprintf("Of %s there are %d more than the quilt needs, and of %s %d are still to make.",
				s.Called, over, other.Called, over),
				"Some may have been sewn to the wrong partner, or counted at the wrong step.",
				[]string{
					fmt.Sprintf("Hold each of the last %d of %s against its picture.", over, s.Called),
					fmt.Sprintf("They are %s, counted while this step stood on the screen.", other.Called),
				},
				repair(fmt.Sprintf("They are %s, and were counted at the wrong step", other.Called),
					actOf(s, record.Recount, s.Make, ""), actOf(other, record.Made, over, "")),
				repair(fmt.Sprintf("%d are sewn to the wrong partner", over),
					actOf(s, record.Aside, over, "sewn to the wrong partner")),
			)
			break
		}
	}
}

func shares(a, b work.Step) bool {
	for _, t := range a.Takes {
		for _, o := range b.Takes {
			if t.Step == o.Step {
				return true
			}
		}
	}
	return false
}

// agree holds the count at the iron against the count at the needle: more pressed than sewn is wrong at once, fewer
// once all are sewn and the pressing has been counted to the end of a chain.
func (f foldWanted) agree() {
	for i, s := range f.w.Steps {
		st := &f.Steps[i]
		came := st.Pressed + st.PressAgain
		d := came - st.Good
		switch {
		case came == 0 || d == 0:
		case d > 0:
			f.doubt(s, Ironed, fmt.Sprintf("%s: %d came to the iron, and %s at the needle.", s.Called, came,
				counted(st.Good)),
				"Some were sewn uncounted, or a pile was pressed twice: count the pressed pile again.",
				[]string{
					"A chain that was cut and not counted.",
					"A pile that was pressed twice: take back the last count at the iron.",
				},
				repair(fmt.Sprintf("There are %d: %d were sewn and not counted", came, d),
					actOf(s, record.Recount, came, "")))
		case st.ToGo == 0:
			f.doubt(s, Unironed, fmt.Sprintf("%s: %s at the needle, and %d came to the iron.", s.Called, counted(st.Good),
				came),
				"Two may stick together, or some still hang on the chain: look there before you sew more.",
				[]string{
					"Two that stick together in the pressed pile.",
					"The end of the chain, under the machine, and in the bag of scraps.",
					"Pressed and not counted: count the pile at the iron.",
				},
				repair(fmt.Sprintf("%d never came: they are to be made once more", -d),
					actOf(s, record.Aside, -d, "never came to the iron")))
		}
	}
}
