package api

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"vicis/core/ask"
	"vicis/core/askpress"
	"vicis/core/askunits"
	"vicis/core/document"
	"vicis/core/naming"
	"vicis/core/problem"
)

// Questions about the pressing that are asked now and then, of a document stored or not.

func (s *Server) registerPressing(a huma.API, op describe) {
	huma.Register(a, draft(op(http.MethodPost, "/api/remedies", "remedies",
		"What stands against crossings that do not nest, and what can be done, each with its price")), s.remedies)
	huma.Register(a, draft(op(http.MethodPost, "/api/seam", "seam",
		"Why a seam goes the way it does, and what it would cost if it went another")), s.seam)
	huma.Register(a, draft(op(http.MethodPost, "/api/arrangements", "arrangements",
		"Every distinct way to turn the blocks of a quilt, with its clashes and leftovers")), s.arrangements)
	huma.Register(a, draft(op(http.MethodPost, "/api/again", "again",
		"What the parts of something that is cut again can become, and what the same takes patch by patch")), s.again)
	huma.Register(a, draft(op(http.MethodPost, "/api/waves", "waves",
		"Longer lists of columns with which a wave of opened rings goes on from block to block, each worked out")), s.waves)
}

func (s *Server) remedies(ctx context.Context, in *struct{ Body Draft }) (*body[askpress.Remedies], error) {
	return about(ctx, s.searches, in.Body, askpress.RemediesFor)
}

// seamIn is a document and one of its seams.
type seamIn struct {
	Document Draft       `json:"document"`
	Seam     naming.Seam `json:"seam"`
}

func (s *Server) seam(ctx context.Context, in *struct{ Body strict[seamIn] }) (*body[askpress.Asked], error) {
	return about(ctx, s.searches, in.Body.Is.Document,
		func(d document.Document, purse *ask.Purse) (askpress.Asked, problem.List) {
			return askpress.AboutSeam(d, in.Body.Is.Seam, purse)
		})
}

func (s *Server) arrangements(ctx context.Context, in *struct{ Body Draft }) (*body[askpress.Arranged], error) {
	return about(ctx, s.searches, in.Body, askpress.Arrangements)
}

// againIn is a document and a block that is joined of the parts of what is cut again.
type againIn struct {
	Document Draft       `json:"document"`
	Block    naming.Unit `json:"block"`
}

func (s *Server) again(ctx context.Context, in *struct{ Body strict[againIn] }) (*body[askunits.PartsBecome], error) {
	return about(ctx, s.searches, in.Body.Is.Document,
		func(d document.Document, purse *ask.Purse) (askunits.PartsBecome, problem.List) {
			return askunits.PartsOf(d, in.Body.Is.Block, purse)
		})
}

// waveIn is a document and a unit that is joined of opened rings.
type waveIn struct {
	Document Draft       `json:"document"`
	Unit     naming.Unit `json:"unit"`
}

func (s *Server) waves(ctx context.Context, in *struct{ Body strict[waveIn] }) (*body[askunits.Waves], error) {
	return about(ctx, s.searches, in.Body.Is.Document,
		func(d document.Document, purse *ask.Purse) (askunits.Waves, problem.List) {
			return askunits.WavesOf(d, in.Body.Is.Unit, purse)
		})
}
