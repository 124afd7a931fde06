package tally_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"vicis/core/document"
	"vicis/core/naming"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/work"
)

// What an older program tallied still counts, though it marked the other square, sewed what is cut between two marks
// as if it were so wide, and called columns by other numbers: files of it, with half of every step made.
func TestWhatOlderProgramsTalliedStillCounts(t *testing.T) {
	files, err := filepath.Glob("testdata/*.json")
	if err != nil || len(files) < 2 {
		t.Fatal(files, err)
	}
	for _, name := range files {
		text, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		var older struct {
			Document json.RawMessage `json:"document"`
			Events   []record.Event  `json:"events"`
		}
		if err := json.Unmarshal(text, &older); err != nil {
			t.Fatal(err)
		}
		d, problems := document.Read(older.Document)
		if problems.Stopped() {
			t.Fatal(name, problems)
		}
		w, ok := work.Of(d)
		if !ok {
			t.Fatal(name, *w.Problems)
		}
		p := tally.Fold(w, older.Events)
		for _, l := range p.AllLost() {
			t.Errorf("%s: %s", name, l.Says)
		}
		made := map[naming.Step]int{}
		for _, s := range p.Steps {
			made[s.ID] = s.Made
		}
		otherwise := 0
		for _, e := range older.Events {
			id := e.Step
			for _, s := range w.Steps {
				for _, was := range s.Was {
					if was == e.Step {
						id = s.ID
					}
				}
				if s.ID == id && (s.Exact() != e.Exact || s.Look != e.Look) || s.ID == id && id != e.Step {
					otherwise++
				}
			}
			if made[id] != e.N {
				t.Errorf("%s: %d of %s are counted, %d were tallied", name, made[id], e.Step, e.N)
			}
		}
		if otherwise < 4 {
			t.Errorf("%s: only %d steps are told otherwise by now", name, otherwise)
		}
	}
}
