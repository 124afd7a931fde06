// Package api is the edge: typed handlers on Gin through Huma, errors as problem details (RFC 9457), an OpenAPI 3.1
// contract derived from the Go types, and the guards that keep the application local.
package api

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"path"
	"reflect"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/danielgtaylor/huma/v2/conditional"
	"github.com/gin-contrib/gzip"
	"github.com/gin-gonic/gin"

	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/drawn"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/record"
	"vicis/core/school"
	"vicis/core/starter"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/store"
)

// Server answers for one store.
type Server struct {
	store           *store.Store
	kept            *kept
	plans, searches turns
	now             func() time.Time
	caliper         string // host and port; empty for none
}

// New builds the engine: the API under /api, the web application below everything else. doors says who is let in.
func New(s *store.Store, web http.Handler, doors Doors) *gin.Engine {
	gin.SetMode(gin.ReleaseMode)
	engine := gin.New()
	engine.ContextWithFallback = true // a client that leaves cancels its query
	engine.Use(gin.CustomRecovery(recovered), guard(doors), gzip.Gzip(gzip.DefaultCompression))
	srv := &Server{store: s, kept: keep(s), plans: inTurn(), searches: inTurn(), now: time.Now, caliper: doors.Caliper}
	s.Guard(keepsPromises)
	srv.register(humagin.New(engine, config()))
	engine.NoRoute(func(c *gin.Context) {
		if strings.HasPrefix(c.Request.URL.Path, "/api") {
			writeTrouble(c, newTrouble(http.StatusNotFound, "There is nothing at this address."))
			return
		}
		c.Status(http.StatusOK) // Gin has set 404 already; the web decides
		web.ServeHTTP(c.Writer, c.Request)
	})
	return engine
}

// Contract gives the OpenAPI description, from which the web client's types are made.
func Contract() (any, error) {
	gin.SetMode(gin.ReleaseMode)
	a := humagin.New(gin.New(), config())
	(&Server{}).register(a)
	data, err := a.OpenAPI().MarshalJSON()
	if err != nil {
		return nil, fmt.Errorf("contract: %w", err)
	}
	var v any
	err = json.Unmarshal(data, &v)
	return v, err
}

func config() huma.Config {
	huma.NewError = func(status int, msg string, errs ...error) huma.StatusError {
		return newTrouble(status, msg, errs...)
	}
	huma.DefaultArrayNullable = false // lists are empty, never null
	c := huma.DefaultConfig("Vicis", "1")
	c.DocsPath, c.SchemasPath = "", "" // Huma's own pages load from elsewhere
	c.OpenAPIPath = "/api/openapi"
	c.CreateHooks = nil // no $schema links in answers
	registry := huma.NewMapRegistry("#/components/schemas/", nameSchema)
	registry.RegisterTypeAlias(reflect.TypeOf(making.Unit{}), reflect.TypeOf(unitSchema{}))
	registry.RegisterTypeAlias(reflect.TypeFor[cloth.Kind](), reflect.TypeFor[kindSchema]())
	c.Components.Schemas = registry
	answers(registry)
	return c
}

// answers gives every school its answers in the contract, from the list of questions.
func answers(r huma.Registry) {
	enum := func(of reflect.Type, key string, list []school.Answer) {
		s := r.SchemaFromRef(r.Schema(of, true, "").Ref).Properties[key]
		if s.Type != huma.TypeString {
			return // yes or no
		}
		for _, a := range list {
			s.Enum = append(s.Enum, a.Value)
		}
		s.PrecomputeMessages()
	}
	rooms := map[string]reflect.Type{"/schools": reflect.TypeFor[document.Schools](), "/settings": reflect.TypeFor[document.Settings]()}
	for _, q := range document.Questions() {
		if room, known := rooms[path.Dir(q.Key)]; known {
			enum(room, path.Base(q.Key), q.Answers)
		}
		if q.PerStep != "" {
			enum(reflect.TypeFor[document.StepSchools](), q.PerStep, q.Answers)
		}
	}
}

// nameSchema names a type by itself, wherever it lives: no two rooms have a type of one name but a Plan.
func nameSchema(t reflect.Type, hint string) string { return huma.DefaultSchemaNamer(t, hint) }

// kindSchema is the kinds that cloth is kept in.
type kindSchema struct{}

func (kindSchema) Schema(huma.Registry) *huma.Schema {
	s := &huma.Schema{Type: huma.TypeString}
	for _, sort := range cloth.Sorts {
		s.Enum = append(s.Enum, string(sort.Kind))
	}
	s.PrecomputeMessages()
	return s
}

// unitSchema describes a unit and the methods it can be made by, from the methods that are registered.
type unitSchema struct{}

func (unitSchema) Schema(r huma.Registry) *huma.Schema {
	const name = "Unit"
	if _, ok := r.Map()[name]; !ok {
		how := &huma.Schema{}
		for _, m := range making.Methods() {
			s := huma.SchemaFromType(r, reflect.TypeOf(m).Elem())
			s.Properties["by"] = &huma.Schema{Type: huma.TypeString, Enum: []any{m.By()}}
			s.Required = append(s.Required, "by")
			s.PrecomputeMessages()
			method := "Method" + reflect.TypeOf(m).Elem().Name()
			r.Map()[method] = s
			how.OneOf = append(how.OneOf, &huma.Schema{Ref: "#/components/schemas/" + method})
		}
		unit := huma.SchemaFromType(r, making.UnitWritten)
		unit.Properties["how"] = how
		unit.PrecomputeMessages()
		r.Map()[name] = unit
	}
	return &huma.Schema{Ref: "#/components/schemas/" + name}
}

// Draft is a document as it was sent: the core reads it, so that every fault in it is said at its place.
type Draft struct{ raw []byte }

// UnmarshalJSON keeps the text.
func (d *Draft) UnmarshalJSON(data []byte) error {
	d.raw = append(d.raw[:0], data...)
	return nil
}

// strict is a body of which nothing may be unknown; what a draft in it holds the core reads.
type strict[T any] struct{ Is T }

// UnmarshalJSON refuses what is not known here.
func (b *strict[T]) UnmarshalJSON(data []byte) error {
	d := json.NewDecoder(bytes.NewReader(data))
	d.DisallowUnknownFields()
	return d.Decode(&b.Is)
}

// Schema is that of what it holds.
func (strict[T]) Schema(r huma.Registry) *huma.Schema {
	return r.Schema(reflect.TypeFor[T](), true, "")
}

// MarshalJSON gives it back.
func (d Draft) MarshalJSON() ([]byte, error) { return d.raw, nil }

// Schema is the document's.
func (Draft) Schema(r huma.Registry) *huma.Schema {
	return r.Schema(reflect.TypeOf(document.Document{}), true, "Document")
}

// Preview is what a document comes to.
type Preview struct {
	Document document.Document `json:"document" doc:"As it was read, lengths in canonical text"`
	Plan     plan.Plan         `json:"plan"`
	Problems problem.List      `json:"problems"`
}

// Project is a stored quilt with its plan: nothing in it changes before the next revision.
type Project struct {
	ID       string   `json:"id"`
	Rev      int      `json:"rev"`
	Saved    string   `json:"saved" doc:"When this revision was stored"`
	Undo     int      `json:"undo" doc:"The revision an undo leads to; 0 when there is none"`
	Redo     int      `json:"redo" doc:"The revision a redo leads to; 0 when there is none"`
	Remnants []string `json:"remnants" doc:"By what each of the plan's remnants goes by on the shelf of cloth"`
	Preview
}

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

type body[T any] struct{ Body T }

// draft lets a body in as it is: what is wrong with it is said in the quilter's words.
func draft(o huma.Operation) huma.Operation {
	o.SkipValidateBody = true
	return o
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
	if _, err := s.store.Quilts(ctx); err != nil {
		return nil, trouble(err)
	}
	out := map[string]string{"state": "ready"}
	if s.caliper != "" {
		out["caliper"] = "there"
	}
	return &body[map[string]string]{out}, nil
}

func (s *Server) shelf(ctx context.Context, _ *struct{}) (*body[[]Shelved], error) {
	quilts, err := s.store.Quilts(ctx)
	if err != nil {
		return nil, trouble(err)
	}
	list := make([]Shelved, 0, len(quilts))
	for _, q := range quilts {
		p, err := s.kept.of(ctx, q)
		if err != nil {
			return nil, trouble(err)
		}
		progress, err := s.kept.tallied(ctx, q.ID, p.work)
		if err != nil {
			return nil, trouble(err)
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
		Colours: colours(p.Document), Problems: p.Problems,
	}
	for _, st := range p.Plan.Steps {
		if st.ID == progress.Next {
			item.Next = st.Says
		}
	}
	return item
}

// planOf plans what is in a document text, and gives the work behind the plan.
func planOf(raw []byte) (Preview, *work.Work) {
	d, problems := document.Read(raw)
	if len(problems) > 0 && problems[0].Code == "document-unreadable" {
		return Preview{Document: d, Problems: problems}, &work.Work{}
	}
	p, w, problems := plan.From(d, problems)
	if problems == nil {
		problems = problem.List{}
	}
	return Preview{Document: d, Plan: p, Problems: problems}, w
}

func previewOf(raw []byte) Preview {
	p, _ := planOf(raw)
	return p
}

// project gives a stored quilt with its plan.
func (s *Server) project(ctx context.Context, q store.Quilt) (*Project, error) {
	p, err := s.kept.of(ctx, q)
	if err != nil {
		return nil, err
	}
	undo, redo, err := s.store.Steps(ctx, q.ID)
	if err != nil {
		return nil, err
	}
	out := p.project
	out.ID, out.Rev, out.Saved, out.Undo, out.Redo, out.Remnants = q.ID, q.Rev, q.At, undo, redo,
		make([]string, len(p.project.Plan.Remnants))
	for i, r := range out.Plan.Remnants {
		out.Remnants[i] = remnantID(q.ID, r)
	}
	return &out, nil
}

type projectOut struct {
	ETag string `header:"ETag"`
	Body *Project
}

func (s *Server) answer(ctx context.Context, q store.Quilt, err error) (*projectOut, error) {
	if err != nil {
		return nil, trouble(err)
	}
	p, err := s.project(ctx, q)
	if err != nil {
		return nil, trouble(err)
	}
	return &projectOut{ETag: quoted(etag(q)), Body: p}, nil
}

// QuiltIn names the quilt of an address.
type QuiltIn struct {
	ID string `path:"id" maxLength:"64"`
}

type ReadIn struct {
	QuiltIn
	conditional.Params
}

func (s *Server) quilt(ctx context.Context, in *ReadIn) (*projectOut, error) {
	q, err := s.store.Quilt(ctx, in.ID)
	if err == nil {
		if same := in.PreconditionFailed(etag(q), time.Time{}); same != nil {
			return nil, same
		}
	}
	return s.answer(ctx, q, err)
}

// checked is a draft that can be planned, and its plan.
type checked struct {
	text    string
	preview Preview
	work    *work.Work
}

// check reads a draft in its turn, and refuses it while something in it prevents a plan.
func (s *Server) check(ctx context.Context, d Draft) (checked, error) {
	end, err := s.plans.take(ctx)
	if err != nil {
		return checked{}, err
	}
	defer end()
	p, w := planOf(d.raw)
	if p.Problems.Stopped() {
		return checked{}, refuse(p.Problems)
	}
	text, err := document.Write(p.Document)
	return checked{string(text), p, w}, err
}

// stored answers with what was stored of a draft, planned already.
func (s *Server) stored(ctx context.Context, q store.Quilt, err error, c checked) (*projectOut, error) {
	if err == nil && q.Document == c.text {
		s.kept.added(q.ID, q.Rev, c.preview, c.work)
	}
	return s.answer(ctx, q, err)
}

type createIn struct{ Body strict[createInBody] }

type createInBody struct {
	ID       string `json:"id" minLength:"8" maxLength:"64" pattern:"^[A-Za-z0-9_-]+$" doc:"Made by the client"`
	Document Draft  `json:"document"`
}

func (s *Server) create(ctx context.Context, in *createIn) (*projectOut, error) {
	if !plainID(in.Body.Is.ID) {
		return nil, newTrouble(http.StatusUnprocessableEntity,
			"The new quilt has no usable id: 8 to 64 letters, digits, - or _.")
	}
	c, err := s.check(ctx, in.Body.Is.Document)
	if err != nil {
		return nil, trouble(err)
	}
	q, err := s.store.Create(ctx, in.Body.Is.ID, c.text, s.now())
	return s.stored(ctx, q, err, c)
}

// WriteIn is a quilt that is changed from the revision its ETag named.
type WriteIn struct {
	QuiltIn
	conditional.Params
}

// from gives the quilt to change, as long as it is at the revision the change was made from.
func (s *Server) from(ctx context.Context, in *WriteIn) (store.Quilt, error) {
	if len(in.IfMatch) == 0 {
		return store.Quilt{}, newTrouble(http.StatusPreconditionRequired,
			"Say in If-Match which revision the change was made from.")
	}
	q, err := s.store.Quilt(ctx, in.ID)
	if err != nil {
		return q, err
	}
	if in.PreconditionFailed(etag(q), time.Time{}) != nil {
		return q, &store.StaleError{Newest: q.Rev}
	}
	return q, nil
}

type saveIn struct {
	WriteIn
	Body Draft
}

func (s *Server) save(ctx context.Context, in *saveIn) (*projectOut, error) {
	q, err := s.from(ctx, &in.WriteIn)
	var stale *store.StaleError
	if err != nil && !errors.As(err, &stale) {
		return nil, trouble(err)
	}
	c, refused := s.check(ctx, in.Body)
	if refused != nil {
		return nil, trouble(refused)
	}
	if stale != nil {
		if q.Document == c.text {
			return s.answer(ctx, q, nil) // the repeated delivery of a change that was stored
		}
		return nil, trouble(err)
	}
	q, err = s.store.Save(ctx, in.ID, q.Rev, c.text, s.now())
	return s.stored(ctx, q, err, c)
}

// Tallied is progress with the revision of the plan it was held against.
type Tallied struct {
	Rev      int            `json:"rev"`
	Progress tally.Progress `json:"progress"`
}

type talliedOut struct {
	ETag string `header:"ETag"`
	Body Tallied
}

func (s *Server) progress(ctx context.Context, in *ReadIn) (*talliedOut, error) {
	rev, err := s.store.Newest(ctx, in.ID)
	if err != nil {
		return nil, trouble(err)
	}
	p, err := s.kept.at(in.ID, rev).of(ctx)
	if err != nil {
		return nil, trouble(err)
	}
	out, err := s.tallied(ctx, in.ID, rev, p)
	if err != nil {
		return nil, trouble(err)
	}
	if same := in.PreconditionFailed(strings.Trim(out.ETag, `"`), time.Time{}); same != nil {
		return nil, same
	}
	return out, nil
}

func (s *Server) tallied(ctx context.Context, quilt string, rev int, p *planned) (*talliedOut, error) {
	progress, err := s.kept.tallied(ctx, quilt, p.work)
	if err != nil {
		return nil, err
	}
	return &talliedOut{ETag: quoted(fmt.Sprintf("%d-%d", rev, progress.Events)), Body: Tallied{rev, progress}}, nil
}

type tallyIn struct {
	QuiltIn
	Body struct {
		Events []record.Event `json:"events" minItems:"1" maxItems:"500"`
	}
}

// tally stores events and answers with what they come to. From the moment they are stored nothing that goes wrong is
// told as if they were not.
func (s *Server) tally(ctx context.Context, in *tallyIn) (*talliedOut, error) {
	rev, err := s.store.Newest(ctx, in.ID)
	if err != nil {
		return nil, trouble(err)
	}
	for _, e := range in.Body.Events {
		says := e.Check()
		if e.Rev > rev {
			says = fmt.Sprintf("There is no revision %d of this quilt yet.", e.Rev)
		}
		if says != "" {
			return nil, newTrouble(http.StatusUnprocessableEntity, says)
		}
	}
	if err := s.store.Append(ctx, in.ID, in.Body.Events, s.now()); err != nil {
		return nil, trouble(err)
	}
	return s.counted(ctx, in.ID, rev)
}

// fewEvents are read while one waits.
const fewEvents = 2_000

// counted gives what was tallied where that is at hand. Where the plan is still being worked out, or what was tallied
// before is still being read, it does not wait for long: that goes on, and what was stored is told to be counted soon.
func (s *Server) counted(ctx context.Context, quilt string, rev int) (*talliedOut, error) {
	p, err := s.kept.at(quilt, rev).within(ctx, soon)
	switch {
	case errors.Is(err, errNotYet):
		return nil, countedSoon()
	case err != nil:
		return nil, uncounted(err)
	}
	type counting struct {
		out *talliedOut
		err error
	}
	add := func(ctx context.Context) (c counting) {
		defer func() {
			if what := recover(); what != nil {
				c = counting{nil, uncounted(what)}
			}
		}()
		out, err := s.tallied(ctx, quilt, rev, p)
		if err != nil {
			return counting{nil, uncounted(err)}
		}
		return counting{out, nil}
	}
	if l := s.kept.logOf(quilt); l.read.Load() || s.store.FewEvents(ctx, quilt, fewEvents) {
		c := add(ctx)
		return c.out, c.err
	}
	done := make(chan counting, 1)
	go func() { done <- add(context.WithoutCancel(ctx)) }()
	select {
	case c := <-done:
		return c.out, c.err
	case <-time.After(soon):
		return nil, countedSoon()
	}
}

func (s *Server) preview(ctx context.Context, in *struct{ Body Draft }) (*body[Preview], error) {
	end, err := s.plans.take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	p := previewOf(in.Body.raw)
	if len(p.Problems) > 0 && p.Problems[0].Code == "document-unreadable" {
		return nil, refuse(p.Problems)
	}
	return &body[Preview]{p}, nil
}

// Opening is a block to begin with, drawn.
type Opening struct {
	starter.Option
	Picture drawn.Picture     `json:"picture"`
	Colours map[string]string `json:"colours" doc:"By fabric id"`
}

func (s *Server) starters(_ context.Context, _ *struct{}) (*body[[]Opening], error) {
	var list []Opening
	for _, o := range starter.Options() {
		d, problems := starter.Build(starter.Choices{
			Name: o.Name, Block: o.Block, Squares: o.Squares,
			Companion: starter.None, Rows: 1, Columns: 1, Measure: "in", Strip: measure.Typed("2 1/2"),
		})
		p, problems := plan.Make(d, problems)
		if problems.Stopped() {
			return nil, refuse(problems)
		}
		list = append(list, Opening{Option: o, Picture: p.Quilt.Blocks[p.Quilt.Cells[0].Block], Colours: colours(d)})
	}
	return &body[[]Opening]{list}, nil
}

func colours(d document.Document) map[string]string {
	m := map[string]string{}
	for _, f := range d.Fabrics {
		m[f.ID] = f.Colour
	}
	return m
}

func (s *Server) begin(ctx context.Context, in *struct{ Body strict[starter.Choices] }) (*body[Preview], error) {
	end, err := s.plans.take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	d, problems := starter.Build(in.Body.Is)
	if problems.Stopped() {
		return nil, refuse(problems)
	}
	p, problems := plan.Make(d, problems)
	if problems == nil {
		problems = problem.List{}
	}
	return &body[Preview]{Preview{Document: d, Plan: p, Problems: problems}}, nil
}
