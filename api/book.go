package api

import (
	"context"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"vicis/api/door"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/record"
	"vicis/core/tally"
	"vicis/core/times"
	"vicis/store"
)

// The tally book: everything that was counted, in its order, picked, as a table, and what it says of the time things
// take.

func (s *Server) registerBook(a huma.API, op describe) {
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/book", "book",
		"What was counted of a quilt, event by event, the newest first"), s.book)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/times", "times",
		"How fast things went by the tallies of this quilt, how long the rest takes, and what was done on which day"),
		s.times)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/rules", "rules",
		"The book of rules: what every working rests on, where it comes from, by which test it is checked, and what it "+
			"comes to in this quilt"), s.rules)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/sums", "sums",
		"What there is of everything, added up by stage, kind, hand and colourway"), s.sums)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/tally.csv", "tallyTable",
		"All events of a quilt as comma-separated values"), s.tallyTable)
	huma.Register(a, draft(op(http.MethodPost, "/api/quilts/{id}/tally.csv", "readTallyTable",
		"Take the events of a table: all of its lines, or none and what is wrong with which")), s.readTallyTable)
}

// mostInBook is how many lines of the book are turned up at once.
const mostInBook = 100

type bookIn struct {
	QuiltIn
	Before int64            `query:"before" minimum:"0" doc:"Events that came before the one of this number; the newest when left out"`
	Step   naming.Step      `query:"step" maxLength:"200"`
	Kind   record.EventKind `query:"kind" enum:",made,aside,recount,pile,unpicked,pressed,undo,measured,bobbin,prints"`
	From   string           `query:"from" maxLength:"40" doc:"That happened from then on, RFC 3339"`
	To     string           `query:"to" maxLength:"40" doc:"That happened before then"`
}

// BookLine is one event in the book.
type BookLine struct {
	Seq   int64        `json:"seq"`
	Event record.Event `json:"event"`
	Name  string       `json:"name" doc:"What the step is called; empty where it is no longer in the plan"`
	Back  bool         `json:"back" doc:"It was taken back"`
}

// Book is some lines of it.
type Book struct {
	Lines []BookLine `json:"lines"`
	More  bool       `json:"more" doc:"There are earlier ones"`
}

func (s *Server) book(ctx context.Context, in *bookIn) (*body[Book], error) {
	which := store.Which{Before: in.Before, Step: in.Step, Kind: in.Kind}
	for _, bound := range []struct {
		written string
		into    *string
	}{{in.From, &which.From}, {in.To, &which.To}} {
		if bound.written == "" {
			continue
		}
		when, err := time.Parse(time.RFC3339, bound.written)
		if err != nil {
			return nil, door.NewTrouble(http.StatusUnprocessableEntity,
				fmt.Sprintf("“%s” is no time. Write it as in 2026-03-14T00:00:00Z.", bound.written))
		}
		*bound.into = when.UTC().Format("2006-01-02T15:04:05.000Z")
	}
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	list, err := s.store.Picked(ctx, in.ID, which, mostInBook+1)
	if err != nil {
		return nil, door.Explain(err)
	}
	out := Book{Lines: []BookLine{}, More: len(list) > mostInBook}
	called := map[naming.Step]string{}
	for _, step := range p.work.Steps {
		called[step.ID] = step.Called
	}
	err = s.kept.read(ctx, in.ID, func(l *logged) {
		for _, e := range list[:min(len(list), mostInBook)] {
			out.Lines = append(out.Lines, BookLine{e.Seq, e.Event, called[e.Step], l.log.Void(e.ID)})
		}
	})
	if err != nil {
		return nil, door.Explain(err)
	}
	return &body[Book]{out}, nil
}

// Rules is the book of rules.
type Rules struct {
	Rules []plan.RuleHere `json:"rules"`
}

func (s *Server) rules(ctx context.Context, in *QuiltIn) (*body[Rules], error) {
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	var progress tally.Progress
	var own times.OwnTimes
	err = s.kept.read(ctx, in.ID, func(l *logged) {
		progress = l.against(p)
		own = times.Times(l.log.Log, p.work, progress, 0)
	})
	if err != nil {
		return nil, door.Explain(err)
	}
	return &body[Rules]{Rules{p.project.Plan.Book(progress, own.Left)}}, nil
}

func (s *Server) times(ctx context.Context, in *struct {
	QuiltIn
	Clock int `query:"clock" minimum:"-900" maximum:"900" doc:"How many minutes the quilter's clock is ahead of UTC"`
},
) (*body[times.OwnTimes], error) {
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	var out times.OwnTimes
	err = s.kept.read(ctx, in.ID, func(l *logged) {
		out = times.Times(l.log.Log, p.work, l.against(p),
			in.Clock)
	})
	if err != nil {
		return nil, door.Explain(err)
	}
	return &body[times.OwnTimes]{out}, nil
}

func (s *Server) sums(ctx context.Context, in *QuiltIn) (*body[[]times.Sum], error) {
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	progress, err := s.kept.tallied(ctx, in.ID, p)
	if err != nil {
		return nil, door.Explain(err)
	}
	return &body[[]times.Sum]{times.Sums(p.work, progress)}, nil
}

func (s *Server) tallyTable(ctx context.Context, in *QuiltIn) (*door.Attachment, error) {
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	events, err := s.store.Events(ctx, in.ID)
	if err != nil {
		return nil, door.Explain(err)
	}
	text, err := record.Table(p.work, events)
	if err != nil {
		return nil, door.Explain(err)
	}
	return door.Attach("text/csv; charset=utf-8", p.project.Plan.Name+" tally book", ".csv", []byte(text)), nil
}

type tableIn struct {
	QuiltIn
	Body struct {
		Text string `json:"text" doc:"Comma-separated values with a heading, as the tally book writes them"`
	}
}

func (s *Server) readTallyTable(ctx context.Context, in *tableIn) (*talliedOut, error) {
	p, err := s.newest(ctx, in.ID)
	if err != nil {
		return nil, err
	}
	by, err := s.store.Newest(ctx, in.ID)
	if err != nil {
		return nil, door.Explain(err)
	}
	events, faults := record.Read(p.work, in.Body.Text)
	for _, e := range events {
		if e.Rev > by.Rev && len(faults) == 0 {
			faults = append(faults, record.Fault{
				Line: 1, Says: fmt.Sprintf("There is no revision %d of this quilt yet.", e.Rev),
				Mend: "Leave the column rev out.",
			})
		}
	}
	if len(faults) > 0 {
		t := door.NewTrouble(http.StatusUnprocessableEntity, "Nothing of this table was taken.")
		for _, f := range faults {
			t.Problems = append(t.Problems, problem.Problem{
				Code: "line", At: problem.At("line", f.Line), Says: fmt.Sprintf("Line %d: %s", f.Line, f.Says), Mend: f.Mend,
				Stops: true,
			})
		}
		return nil, t
	}
	if err := s.store.Append(ctx, in.ID, events, s.now()); err != nil {
		return nil, door.Explain(err)
	}
	return s.counted(ctx, in.ID, by)
}
