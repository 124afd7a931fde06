package tally

import (
	"fmt"
	"strings"

	"vicis/core/measure"
)

// rests tells of what is left of what was begun, as far as the narrowest of what is cut across it comes of it.
func (f foldWanted) rests() []RestTold {
	list := []RestTold{}
	across := map[int][]int{} // by the step that is cut across
	for i, s := range f.w.Steps {
		if s.Across() > 0 && len(s.Takes) > 0 {
			if j, known := f.index[s.Takes[0].Step]; known {
				across[j] = append(across[j], i)
			}
		}
	}
	for j, s := range f.w.Steps {
		left := f.net.Rests(f.there, j)
		if len(left) == 0 || f.net.Makers(j)[0] != j {
			continue
		}
		out := RestTold{Step: s.ID, Of: s.Called, Gives: []RestGives{}}
		narrow := measure.Length(0)
		for _, i := range across[j] {
			wide := f.w.Steps[i].Across()
			if narrow == 0 || wide < narrow {
				narrow = wide
			}
			if n := min(f.net.Book.Order[j].Stuff.Come(left, wide), f.Steps[i].ToGo); n > 0 {
				out.Gives = append(out.Gives, RestGives{f.w.Steps[i].ID, n})
			}
		}
		var says []string
		for _, rest := range left {
			long := measure.Length(rest.Length)
			if long < narrow || narrow == 0 {
				continue
			}
			one := f.w.Say(long)
			if rest.Count > 1 {
				one = fmt.Sprintf("%d of %s", rest.Count, one)
			}
			says = append(says, one)
		}
		if out.Says = strings.Join(says, ", "); out.Says != "" {
			list = append(list, out)
		}
	}
	return list
}
