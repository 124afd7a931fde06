package api

import (
	"context"
	"errors"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"vicis/api/contract"
	"vicis/api/door"
	"vicis/core/document"
	"vicis/store"
)

// Files and history: the document in and out, the cut list, the revisions, the schema.

func (s *Server) registerFiles(a huma.API, op describe) {
	opened := op(http.MethodPost, "/api/files", "openFile", "Put the text of a project file on the shelf")
	opened.MaxBodyBytes = 3 * document.MostBytes // a text of 1 MB, escaped
	swap := op(http.MethodPost, "/api/values/swap", "swapValues", "The document with lights and darks swapped")
	swap.SkipValidateBody = true
	huma.Register(a, opened, s.openFile)
	huma.Register(a, swap, s.swap)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/file", "file", "The project document as a file"), s.file)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/cut.csv", "cutList",
		"The cut list as comma-separated values"), s.cutList)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/revisions", "revisions",
		"What changed from revision to revision, the newest first"), s.revisions)
	huma.Register(a, op(http.MethodPost, "/api/quilts/{id}/restore", "restore", "Undo, redo, or go back to a revision"),
		s.restore)
	huma.Register(a, op(http.MethodPost, "/api/quilts/{id}/away", "putAway",
		"Take a quilt off the shelf, or bring it back"), s.putAway)
	huma.Register(a, op(http.MethodGet, "/api/schools", "schools",
		"Everything quilters do differently and can choose here"), s.schools)
	huma.Register(a, op(http.MethodGet, "/api/format", "format", "The JSON Schema of a project document"), s.format)
}

type fileIn struct {
	Body struct {
		ID   string `json:"id" minLength:"8" maxLength:"64" pattern:"^[A-Za-z0-9_-]+$" doc:"Made by the client"`
		Text string `json:"text" doc:"The file as it is"`
	}
}

func (s *Server) openFile(ctx context.Context, in *fileIn) (*projectOut, error) {
	c, err := s.check(ctx, Draft{raw: []byte(in.Body.Text)})
	if err != nil {
		return nil, door.Explain(err)
	}
	q, err := s.store.Create(ctx, in.Body.ID, c.text, s.now())
	return s.stored(ctx, q, err, c)
}

func (s *Server) swap(ctx context.Context, in *struct{ Body Draft }) (*body[Preview], error) {
	end, err := s.plans.Take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	d, problems := document.Read(in.Body.raw)
	if problems.Stopped() {
		return nil, door.Refuse(problems)
	}
	text, err := document.Write(document.SwapValues(d))
	if err != nil {
		return nil, door.Explain(err)
	}
	return &body[Preview]{previewOf(document.Read(text))}, nil
}

func (s *Server) file(ctx context.Context, in *QuiltIn) (*door.Attachment, error) {
	q, err := s.store.Quilt(ctx, in.ID)
	if err != nil {
		return nil, door.Explain(err)
	}
	d, _ := document.Stored(q.Document)
	text, err := document.Write(d)
	if err != nil {
		return nil, door.Explain(err)
	}
	return door.Attach("application/json", d.Name, ".vicis.json", text), nil
}

func (s *Server) cutList(ctx context.Context, in *QuiltIn) (*door.Attachment, error) {
	q, err := s.store.Quilt(ctx, in.ID)
	if err != nil {
		return nil, door.Explain(err)
	}
	p := previewOf(document.Stored(q.Document))
	if p.Problems.Stopped() {
		return nil, door.Refuse(p.Problems)
	}
	text, err := p.Plan.CSV()
	if err != nil {
		return nil, door.Explain(err)
	}
	return door.Attach("text/csv; charset=utf-8", p.Document.Name+" cut list", ".csv", []byte(text)), nil
}

// Revised is one revision in the list of them.
type Revised struct {
	Rev     int       `json:"rev"`
	At      string    `json:"at"`
	Act     store.Act `json:"act" enum:"change,undo,redo"`
	Changes []string  `json:"changes" doc:"What became different, in trade words"`
}

func (s *Server) revisions(ctx context.Context, in *QuiltIn) (*body[[]Revised], error) {
	revs, err := s.store.Revisions(ctx, in.ID)
	if err != nil {
		return nil, door.Explain(err)
	}
	list := make([]Revised, 0, len(revs))
	var before document.Document
	for i, r := range revs {
		d, _ := document.Stored(r.Document)
		changes := []string{"put on the shelf"}
		if i > 0 {
			changes = document.Changes(before, d)
		}
		before = d
		list = append(list, Revised{Rev: r.Rev, At: r.At, Act: r.Act, Changes: changes})
	}
	slices.Reverse(list)
	return &body[[]Revised]{list}, nil
}

type restoreIn struct {
	WriteIn
	Body struct {
		Act store.Act `json:"act" enum:"change,undo,redo"`
		Rev int       `json:"rev,omitempty" minimum:"0" doc:"For change: the revision to go back to"`
	}
}

func (s *Server) restore(ctx context.Context, in *restoreIn) (*projectOut, error) {
	q, err := s.from(ctx, &in.WriteIn)
	var stale *store.StaleError
	if errors.As(err, &stale) && in.names(q.Rev-1) {
		q.Rev-- // it may be the repeated delivery of what made the newest
	} else if err != nil {
		return nil, door.Explain(err)
	}
	if err := s.kept.lookAtCloth(ctx); err != nil {
		return nil, door.Explain(err)
	}
	q, err = s.store.Restore(ctx, in.ID, q.Rev, in.Body.Act, in.Body.Rev, s.now())
	return s.answer(ctx, q, err)
}

type awayIn struct {
	QuiltIn
	Body struct {
		Away bool `json:"away"`
	}
}

func (s *Server) putAway(ctx context.Context, in *awayIn) (*struct{}, error) {
	if err := s.kept.lookAtCloth(ctx); err != nil {
		return nil, door.Explain(err)
	}
	if err := s.store.PutAway(ctx, in.ID, in.Body.Away); err != nil {
		return nil, door.Explain(err)
	}
	return &struct{}{}, nil
}

func (s *Server) schools(_ context.Context, _ *struct{}) (*body[[]document.Question], error) {
	return &body[[]document.Question]{document.Questions()}, nil
}

func (s *Server) format(_ context.Context, _ *struct{}) (*body[any], error) {
	v, err := contract.Format()
	return &body[any]{v}, err
}
