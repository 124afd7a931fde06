package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"vicis/core/rules"
	"vicis/core/times"
)

// The book turns up what was counted, picked and in its order, says what was taken back, and gives all of it as a table
// that reads back to the same; of a table with a mistake nothing is taken.
func TestTheTallyBook(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	p := decode[Project](t, s.do("GET", "/api/quilts/quilt-one", ""))
	step := p.Plan.Steps[0]
	at := time.Date(2026, 3, 14, 9, 0, 0, 0, time.UTC)
	var events []string
	for i := range 230 {
		events = append(events, fmt.Sprintf(`{"id":"made-%04d","step":%q,"kind":"made","n":1,"exact":%q,"look":%q,"at":%q}`,
			i, step.ID, step.Exact, step.Look,
			at.Add(time.Duration(i)*time.Hour).Format("2006-01-02T15:04:05.000Z")))
	}
	events = append(events, fmt.Sprintf(
		`{"id":"undo-0001","step":%q,"kind":"undo","of":"made-0007","at":"2026-03-30T00:00:00.000Z"}`, step.ID))
	if w := s.do("POST", "/api/quilts/quilt-one/events",
		`{"events":[`+strings.Join(events, ",")+`]}`); w.Code != http.StatusOK {
		t.Fatal(w.Body)
	}
	seen, back, before := 0, 0, int64(0)
	for {
		b := decode[Book](t, s.do("GET", fmt.Sprintf("/api/quilts/quilt-one/book?before=%d", before), ""))
		for _, l := range b.Lines {
			if before != 0 && l.Seq >= before || l.Name == "" {
				t.Fatalf("%+v after %d", l, before)
			}
			before = l.Seq
			seen++
			if l.Back {
				back++
				if l.Event.ID != "made-0007" {
					t.Errorf("%s was taken back", l.Event.ID)
				}
			}
		}
		if !b.More {
			break
		}
	}
	if seen != 231 || back != 1 {
		t.Errorf("%d lines, %d taken back", seen, back)
	}
	for query, want := range map[string]int{
		"kind=undo": 1, "kind=aside": 0, "from=2026-03-15T00:00:00Z&to=2026-03-16T00:00:00Z": 24,
		"from=2026-03-15T01:00:00%2B01:00&to=2026-03-15T02:00:00%2B01:00": 1, "step=nothing": 0,
	} {
		if b := decode[Book](t, s.do("GET", "/api/quilts/quilt-one/book?"+query, "")); len(b.Lines) != want {
			t.Errorf("%s: %d lines, not %d", query, len(b.Lines), want)
		}
	}
	if w := s.do("GET", "/api/quilts/quilt-one/book?from=yesterday", ""); w.Code != http.StatusUnprocessableEntity {
		t.Errorf("yesterday: %d", w.Code)
	}

	table := s.do("GET", "/api/quilts/quilt-one/tally.csv", "").Body.String()
	read := func(text string) (int, string) {
		raw, _ := json.Marshal(map[string]string{"text": text})
		w := s.do("POST", "/api/quilts/quilt-one/tally.csv", string(raw))
		return w.Code, w.Body.String()
	}
	count := func() int {
		return decode[Tallied](t, s.do("GET", "/api/quilts/quilt-one/progress", "")).Progress.Events
	}
	if code, says := read(table); code != http.StatusOK || count() != 231 {
		t.Errorf("its own table: %d %.300s, %d events", code, says, count())
	}
	line := fmt.Sprintf("\r\nnew-00001,2026-04-01T00:00:00Z,%s,,made,3,,,,,%s,%s,1,", step.ID, step.Exact, step.Look)
	if code, says := read(strings.TrimSpace(table) + line + strings.ReplaceAll(line, "new-00001", "short")); code != 422 ||
		!strings.Contains(says, "/line/234") || count() != 231 {
		t.Errorf("a wrong line: %d %.400s, %d events", code, says, count())
	}
	if code, _ := read(strings.TrimSpace(table) + strings.ReplaceAll(line, "new-00001", "made-0003")); code != 422 ||
		count() != 231 {
		t.Errorf("an id that is there: %d, %d events", code, count())
	}
	if code, _ := read("kind,step,at,id,n,exact,look\nmade," + string(step.ID) +
		",2026-04-01T00:00:00Z,made-0003,4,,"); code != 409 || count() != 231 {
		t.Errorf("an id with other contents: %d, %d events", code, count())
	}
	if code, says := read(strings.TrimSpace(table) + line); code != http.StatusOK || count() != 232 {
		t.Errorf("a line more: %d %.300s, %d events", code, says, count())
	}
	if times := decode[times.OwnTimes](t, s.do("GET", "/api/quilts/quilt-one/times?clock=60", "")); len(times.Days) < 9 ||
		times.Days[0].Made != 13 {
		t.Errorf("%+v", times.Days)
	}
}

// The book of rules tells what each comes to in the quilt that is asked for, as it is planned and as it was tallied.
func TestTheBookOfRules(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	b := decode[Rules](t, s.do("GET", "/api/quilts/quilt-one/rules", ""))
	used := 0
	for _, r := range b.Rules {
		if len(r.Checks) == 0 || r.Says == "" {
			t.Errorf("%+v", r)
		}
		if len(r.Here) > 0 {
			used++
		}
	}
	if len(b.Rules) != len(rules.Book()) || used < 8 || used == len(b.Rules) {
		t.Errorf("%d rules, %d of them come to something", len(b.Rules), used)
	}
	if w := s.do("GET", "/api/quilts/quilt-two/rules", ""); w.Code != http.StatusNotFound {
		t.Errorf("a quilt that is not there: %d", w.Code)
	}
}
