// Package api is the edge: typed handlers on Gin through Huma, errors as problem details (RFC 9457), an OpenAPI 3.1
// contract derived from the Go types, and the guards that keep the application local.
package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"

	"vicis/api/contract"
	"vicis/api/door"
	"vicis/core/document"
	"vicis/store"
)

// New builds the engine: the API under /api, the web application below everything else. doors says who is let in.
func New(s *store.Store, web http.Handler, doors door.Doors) *gin.Engine {
	gin.SetMode(gin.ReleaseMode)
	engine := gin.New()
	engine.ContextWithFallback = true // a client that leaves cancels its query
	engine.Use(gin.CustomRecovery(door.Recovered), door.Guard(doors), gzip.Gzip(gzip.DefaultCompression))
	srv := &Server{
		store: s, kept: keep(s), plans: door.InTurn(), searches: door.InTurn(), now: time.Now,
		caliper: doors.Caliper,
	}
	s.Guard(srv.keepsPromises)
	srv.register(humagin.New(engine, contract.Config()))
	engine.NoRoute(func(c *gin.Context) {
		if strings.HasPrefix(c.Request.URL.Path, "/api") {
			door.WriteTrouble(c, door.NewTrouble(http.StatusNotFound, "There is nothing at this address."))
			return
		}
		c.Status(http.StatusOK) // Gin has set 404 already; the web decides
		web.ServeHTTP(c.Writer, c.Request)
	})
	return engine
}

func (s *Server) register(a huma.API) {
	op := func(method, path, id, summary string) huma.Operation {
		return huma.Operation{
			Method: method, Path: path, OperationID: id, Summary: summary,
			MaxBodyBytes: document.MostBytes, // no Errors: whatever goes wrong is one Trouble, described once as the default
		}
	}

	huma.Register(a, op(http.MethodGet, "/api/health", "health", "Whether the server and its database answer"),
		s.health)
	huma.Register(a, op(http.MethodGet, "/api/quilts", "shelf", "All quilts, the one changed last first"), s.shelf)
	huma.Register(a, draft(op(http.MethodPost, "/api/quilts", "createQuilt", "Store a new quilt")), s.create)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}", "quilt", "A quilt with its plan"), s.quilt)
	huma.Register(a, draft(op(http.MethodPut, "/api/quilts/{id}", "saveQuilt", "Store a new revision")), s.save)
	huma.Register(a, op(http.MethodPost, "/api/quilts/{id}/anew", "anew",
		"Plan the cutting anew from what there is now"), s.anew)
	huma.Register(a, op(http.MethodGet, "/api/quilts/{id}/progress", "progress",
		"What was tallied, held against the plan"), s.progress)
	huma.Register(a, op(http.MethodPost, "/api/quilts/{id}/events", "tally",
		"Store events; a repeated delivery counts once"), s.tally)
	huma.Register(a, draft(op(http.MethodPost, "/api/plan", "preview", "Plan a document without storing it")),
		s.preview)
	s.registerFiles(a, op)
	s.registerLibrary(a, op)
	s.registerCutting(a, op)
	s.registerPressing(a, op)
	s.registerCloth(a, op)
	s.registerMeasuring(a, op)
	s.registerNeedle(a, op)
	s.registerBook(a, op)
	huma.Register(a, op(http.MethodGet, "/api/starters", "starters", "Blocks to begin a quilt with"), s.starters)
	huma.Register(a, draft(op(http.MethodPost, "/api/starters", "begin",
		"Lay out a first document from a few choices")), s.begin)
}

func (s *Server) health(ctx context.Context, _ *struct{}) (*body[map[string]string], error) {
	if err := s.store.Answers(ctx); err != nil {
		return nil, door.Explain(err)
	}
	out := map[string]string{"state": "ready"}
	if s.caliper != "" {
		out["caliper"] = "there"
	}
	return &body[map[string]string]{out}, nil
}

// Contract gives the OpenAPI description, from which the web client's types are made.
func Contract() (any, error) {
	gin.SetMode(gin.ReleaseMode)
	a := humagin.New(gin.New(), contract.Config())
	(&Server{}).register(a)
	data, err := a.OpenAPI().MarshalJSON()
	if err != nil {
		return nil, fmt.Errorf("contract: %w", err)
	}
	var v any
	err = json.Unmarshal(data, &v)
	return v, err
}
