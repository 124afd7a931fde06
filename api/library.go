package api

import (
	"context"
	"net/http"
	"sync"

	"github.com/danielgtaylor/huma/v2"

	"vicis/api/door"
	"vicis/core/ask"
	"vicis/core/askunits"
	"vicis/core/document"
	"vicis/core/library"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/problem"
)

// The library of units and blocks, other ways to make a unit, and other sizes of a whole document.

func (s *Server) registerLibrary(a huma.API, op describe) {
	huma.Register(a, op(http.MethodGet, "/api/beginnings", "beginnings",
		"What a new quilt starts with by each rule, and what a document means by what it leaves out"),
		func(context.Context, *struct{}) (*body[[]document.Beginning], error) {
			return &body[[]document.Beginning]{[]document.Beginning{
				document.Begin(measure.Inches),
				document.Begin(measure.Centimetres),
			}}, nil
		})
	huma.Register(a, op(http.MethodGet, "/api/library", "library",
		"Traditional units and blocks to begin with, each a project of its own"), s.library)
	huma.Register(a, draft(op(http.MethodPost, "/api/patches", "byPatches",
		"What a unit of strip sets takes, and pieced of patches that are cut one by one")), s.byPatches)
	huma.Register(a, draft(op(http.MethodPost, "/api/ways", "ways",
		"The ways to make one unit to the same look, and what each costs for the count needed")), s.ways)
	huma.Register(a, draft(op(http.MethodPost, "/api/resize", "resize",
		"The document scaled so that one unit finishes as wide as asked for")), s.resize)
}

// Shown is a block of the library with its colours.
type Shown struct {
	library.Entry
	Colours map[string]string `json:"colours" doc:"By fabric id"`
}

var shown = sync.OnceValues(func() ([]Shown, error) {
	entries, err := library.List()
	if err != nil {
		return nil, err
	}
	list := make([]Shown, len(entries))
	for i, e := range entries {
		list[i] = Shown{Entry: e, Colours: e.Document.Colours()}
	}
	return list, nil
})

func (s *Server) library(context.Context, *struct{}) (*body[[]Shown], error) {
	list, err := shown()
	if err != nil {
		return nil, door.Explain(err)
	}
	return &body[[]Shown]{list}, nil
}

// unitIn is a document and one of its units.
type unitIn struct {
	Document Draft           `json:"document"`
	Unit     naming.Unit     `json:"unit"`
	Finished measure.Written `json:"finished,omitzero" doc:"For a new size: the finished width"`
}

func (in unitIn) read() (document.Document, error) {
	d, problems := document.Read(in.Document.raw)
	if problems.Has(document.Unreadable) {
		return d, door.Refuse(problems)
	}
	return d, nil
}

func (s *Server) ways(ctx context.Context, in *struct{ Body strict[unitIn] }) (*body[[]askunits.WayToMake], error) {
	d, err := in.Body.Is.read()
	if err != nil {
		return nil, err
	}
	return answered(ctx, s.searches, d, func(d document.Document, purse *ask.Purse) ([]askunits.WayToMake, problem.List) {
		return askunits.Ways(d, in.Body.Is.Unit, purse)
	})
}

func (s *Server) byPatches(ctx context.Context, in *struct{ Body strict[unitIn] }) (*body[askunits.ByPatch], error) {
	d, err := in.Body.Is.read()
	if err != nil {
		return nil, err
	}
	return answered(ctx, s.searches, d, func(d document.Document, purse *ask.Purse) (askunits.ByPatch, problem.List) {
		return askunits.ByPatches(d, in.Body.Is.Unit, purse)
	})
}

func (s *Server) resize(ctx context.Context, in *struct{ Body strict[unitIn] }) (*body[askunits.Resized], error) {
	d, err := in.Body.Is.read()
	if err != nil {
		return nil, err
	}
	end, err := s.plans.Take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	r, problems := askunits.Resize(d, in.Body.Is.Unit, in.Body.Is.Finished)
	if problems.Stopped() {
		return nil, door.Refuse(problem.List(problems.Stops()))
	}
	return &body[askunits.Resized]{r}, nil
}
