package api

import (
	"context"
	"errors"
	"net/http"
	"time"

	"vicis/api/door"
	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/starter"
	"vicis/core/tally"
	"vicis/store"
)

// Shelved is a quilt on the shelf.
type Shelved struct {
	ID       string                `json:"id"`
	Name     string                `json:"name"`
	Note     string                `json:"note"`
	Away     bool                  `json:"away" doc:"Put away: kept whole, not lying on the shelf"`
	Saved    string                `json:"saved"`
	Finished string                `json:"finished"`
	Blocks   int                   `json:"blocks"`
	Set      string                `json:"set" doc:"How its blocks are set, in words"`
	Stages   []tally.StageProgress `json:"stages"`
	Next     string                `json:"next" doc:"What to do next, in words; empty when all is done"`
	NextStep naming.Step           `json:"nextStep"`
	Quilt    drawn.QuiltPicture    `json:"quilt"`
	Colours  map[string]string     `json:"colours" doc:"By fabric id"`
	Problems problem.List          `json:"problems"`
}

func (s *Server) shelf(ctx context.Context, _ *struct{}) (*body[[]Shelved], error) {
	quilts, err := s.store.Quilts(ctx)
	if err != nil {
		return nil, door.Explain(err)
	}
	list := make([]Shelved, 0, len(quilts))
	for _, q := range quilts {
		p, err := s.kept.of(ctx, q)
		if err != nil {
			return nil, door.Explain(err)
		}
		progress, err := s.kept.tallied(ctx, q.ID, p)
		if err != nil {
			return nil, door.Explain(err)
		}
		item := shelved(q, p.project, progress)
		list = append(list, item)
	}
	return &body[[]Shelved]{list}, nil
}

func shelved(q store.Quilt, p Project, progress tally.Progress) Shelved {
	item := Shelved{
		ID: q.ID, Away: q.Away, Name: p.Document.Name, Note: p.Document.Note, Saved: q.At,
		Finished: p.Plan.Finished.Text, Blocks: p.Plan.Blocks,
		Set: p.Plan.Set, Stages: progress.Stages, NextStep: progress.Next, Quilt: p.Plan.Quilt,
		Colours: p.Document.Colours(), Problems: p.Problems,
	}
	for _, st := range p.Plan.Steps {
		if st.ID == progress.Next {
			item.Next = st.Says
		}
	}
	return item
}

type wholeIn struct {
	ReadIn
	Whole bool `query:"whole" doc:"All that the quilt takes, whatever there is"`
}

func (s *Server) quilt(ctx context.Context, in *wholeIn) (*projectOut, error) {
	q, err := s.store.Quilt(ctx, in.ID)
	if in.Whole {
		q.Mark = 0
	}
	if err == nil {
		if same := in.PreconditionFailed(q.Planned().Tag(), time.Time{}); same != nil {
			return nil, same
		}
	}
	return s.answer(ctx, q, err)
}

// anew plans the cutting of a quilt anew from what there is now.
func (s *Server) anew(ctx context.Context, in *QuiltIn) (*projectOut, error) {
	if _, err := s.store.Anew(ctx, in.ID, s.now()); err != nil {
		return nil, door.Explain(err)
	}
	q, err := s.store.Quilt(ctx, in.ID)
	return s.answer(ctx, q, err)
}

type createIn struct{ Body strict[createInBody] }

type createInBody struct {
	ID       string `json:"id" minLength:"8" maxLength:"64" pattern:"^[A-Za-z0-9_-]+$" doc:"Made by the client"`
	Document Draft  `json:"document"`
}

func (s *Server) create(ctx context.Context, in *createIn) (*projectOut, error) {
	if !plainID(in.Body.Is.ID) {
		return nil, door.NewTrouble(http.StatusUnprocessableEntity,
			"The new quilt has no usable id: 8 to 64 letters, digits, - or _.")
	}
	c, err := s.check(ctx, in.Body.Is.Document)
	if err != nil {
		return nil, door.Explain(err)
	}
	q, err := s.store.Create(ctx, in.Body.Is.ID, c.text, s.now())
	return s.stored(ctx, q, err, c)
}

type saveIn struct {
	WriteIn
	Body Draft
}

func (s *Server) save(ctx context.Context, in *saveIn) (*projectOut, error) {
	q, err := s.from(ctx, &in.WriteIn)
	var stale *store.StaleError
	if err != nil && !errors.As(err, &stale) {
		return nil, door.Explain(err)
	}
	c, refused := s.check(ctx, in.Body)
	if refused != nil {
		return nil, door.Explain(refused)
	}
	if stale != nil {
		if q.Document == c.text {
			return s.answer(ctx, q, nil) // the repeated delivery of a change that was stored
		}
		return nil, door.Explain(err)
	}
	q, err = s.store.Save(ctx, in.ID, q.Rev, c.text, s.now())
	return s.stored(ctx, q, err, c)
}

func (s *Server) preview(ctx context.Context, in *struct{ Body Draft }) (*body[Preview], error) {
	end, err := s.plans.Take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	p := previewOf(document.Read(in.Body.raw))
	if p.Problems.Has(document.Unreadable) {
		return nil, door.Refuse(p.Problems)
	}
	return &body[Preview]{p}, nil
}

func (s *Server) starters(context.Context, *struct{}) (*body[[]starter.Opening], error) {
	list, problems := starter.Openings()
	if problems.Stopped() {
		return nil, door.Refuse(problems)
	}
	return &body[[]starter.Opening]{list}, nil
}

func (s *Server) begin(ctx context.Context, in *struct{ Body strict[starter.Choices] }) (*body[Preview], error) {
	end, err := s.plans.Take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	d, problems := starter.Build(in.Body.Is)
	if problems.Stopped() {
		return nil, door.Refuse(problems)
	}
	p, problems := plan.Make(d, problems)
	if problems == nil {
		problems = problem.List{}
	}
	return &body[Preview]{Preview{Document: d, Plan: p, Problems: problems}}, nil
}
