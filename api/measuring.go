package api

import (
	"context"
	"errors"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"vicis/api/door"
	"vicis/core/ask"
	"vicis/core/decided"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/onward"
	"vicis/core/problem"
	"vicis/core/ruler"
	"vicis/core/tally"
	"vicis/core/work"
)

// What is measured: the ways on from it, allowances by name, and the caliper.

func (s *Server) registerMeasuring(a huma.API, op describe) {
	huma.Register(a, draft(op(http.MethodPost, "/api/quilts/{id}/onward", "onward",
		"The ways on from what something measured, each worked out in full and held against what is counted of the quilt")),
		s.onward)
	huma.Register(a, draft(op(http.MethodPost, "/api/quilts/{id}/allowance", "allowance",
		"What follows where every seam is planned with another allowance, as a test strip says")), s.allowance)
	huma.Register(a, op(http.MethodGet, "/api/allowances", "allowances",
		"Allowances by name, from the test strips of all quilts on the shelf"), s.allowances)
	huma.Register(a, op(http.MethodGet, "/api/caliper", "caliper",
		"The next reading of the caliper beside the machine; not found where there is none"), s.read)
}

// onwardIn is a document and what something of it measured.
type onwardIn struct {
	Document Draft       `json:"document"`
	Came     onward.Came `json:"came"`
}

func (s *Server) onward(ctx context.Context, in *struct {
	QuiltIn
	Body strict[onwardIn]
},
) (*body[onward.Onward], error) {
	return held(ctx, s, in.ID, in.Body.Is.Document,
		func(d document.Document, against func(*work.Work) tally.Progress, purse *ask.Purse) (onward.Onward, problem.List) {
			return onward.OnwardFrom(d, in.Body.Is.Came, against, purse)
		})
}

// allowanceIn is a document and what is stitched from now on.
type allowanceIn struct {
	Document Draft           `json:"document"`
	Stitched measure.Written `json:"stitched"`
}

func (s *Server) allowance(ctx context.Context, in *struct {
	QuiltIn
	Body strict[allowanceIn]
},
) (*body[onward.WayOn], error) {
	return held(ctx, s, in.ID, in.Body.Is.Document,
		func(d document.Document, against func(*work.Work) tally.Progress, purse *ask.Purse) (onward.WayOn, problem.List) {
			return onward.AllowanceFrom(d, in.Body.Is.Stitched, against, purse)
		})
}

// held answers a question about a document that is held against what is counted of its quilt.
func held[T any](ctx context.Context, s *Server, quilt string, in Draft,
	of func(document.Document, func(*work.Work) tally.Progress, *ask.Purse) (T, problem.List),
) (*body[T], error) {
	if _, err := s.store.Quilt(ctx, quilt); err != nil {
		return nil, door.Explain(err)
	}
	var broken error
	out, err := about(ctx, s.searches, in, func(d document.Document, purse *ask.Purse) (T, problem.List) {
		return of(d, func(w *work.Work) tally.Progress {
			p, err := s.kept.tallied(ctx, quilt, &planned{work: w, net: netOf(w)})
			broken = errors.Join(broken, err)
			return p
		}, purse)
	})
	if broken != nil {
		return nil, door.Explain(broken)
	}
	return out, err
}

// AllowanceKnown is what the seams took of one machine, foot and needle position.
type AllowanceKnown struct {
	Name  string             `json:"name"`
	Quilt string             `json:"quilt" doc:"The quilt whose test strip told it"`
	Takes string             `json:"takes" doc:"As the ruler of that quilt reads"`
	Test  document.TestStrip `json:"test" doc:"To be kept with another quilt"`
}

// allowances lists what test strips told, the quilt that was changed last first; of one name the newest.
func (s *Server) allowances(ctx context.Context, _ *struct{}) (*body[[]AllowanceKnown], error) {
	quilts, err := s.store.Quilts(ctx)
	if err != nil {
		return nil, door.Explain(err)
	}
	list := []AllowanceKnown{}
	for _, q := range quilts {
		d, problems := document.Stored(q.Document)
		c, ok := decided.Read(d)
		if problems.Stopped() || !ok {
			continue
		}
		for i, t := range ruler.Tests(c) {
			if slices.ContainsFunc(list, func(a AllowanceKnown) bool { return a.Name == t.Name }) {
				continue
			}
			list = append(list, AllowanceKnown{Name: t.Name, Quilt: d.Name, Takes: t.Takes, Test: d.Seam.Tests[i]})
		}
	}
	return &body[[]AllowanceKnown]{list}, nil
}
