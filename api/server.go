package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"time"

	"vicis/api/door"
	"vicis/core/ask"
	"vicis/core/document"
	"vicis/core/plan"
	"vicis/core/problem"
	"vicis/core/tally"
	"vicis/core/work"
	"vicis/store"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/conditional"
)

// Server answers for one store.
type Server struct {
	store           *store.Store
	kept            *kept
	plans, searches door.Turns
	now             func() time.Time
	caliper         string // host and port; empty for none
}

// Draft is a document as it was sent: the core reads it, so that every fault in it is said at its place.
type Draft struct{ raw []byte }

// UnmarshalJSON keeps the text.
func (d *Draft) UnmarshalJSON(data []byte) error {
	d.raw = append(d.raw[:0], data...)
	return nil
}

// strict is a body of which nothing may be unknown.
type strict[T any] = door.Strict[T]

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
	Mark     int64    `json:"mark" doc:"The event from which on the cutting is planned, from what there was then; 0 where all of it is"`
	Here     bool     `json:"here" doc:"The cutting is what is still to cut, given what there is; else all that the quilt takes"`
	Saved    string   `json:"saved" doc:"When this revision was stored"`
	Undo     int      `json:"undo" doc:"The revision an undo leads to; 0 when there is none"`
	Redo     int      `json:"redo" doc:"The revision a redo leads to; 0 when there is none"`
	Remnants []string `json:"remnants" doc:"By what each of the plan's remnants goes by on the shelf of cloth"`
	Preview
}

type body[T any] struct{ Body T }

// draft lets a body in as it is: what is wrong with it is said in the quilter's words.
func draft(o huma.Operation) huma.Operation {
	o.SkipValidateBody = true
	return o
}

// planOf plans a document as it was read, its cutting anew where that is asked for, and gives the work behind the plan.
func planOf(d document.Document, problems problem.List, anew func(*work.Work) *work.Work) (Preview, *work.Work) {
	if problems.Has(document.Unreadable) {
		return Preview{Document: d, Problems: problems}, &work.Work{}
	}
	if anew == nil {
		anew = func(w *work.Work) *work.Work { return w }
	}
	p, w, problems := plan.Anew(d, problems, anew)
	if problems == nil {
		problems = problem.List{}
	}
	return Preview{Document: d, Plan: p, Problems: problems}, w
}

func previewOf(d document.Document, problems problem.List) Preview {
	p, _ := planOf(d, problems, nil)
	return p
}

type projectOut struct {
	ETag string `header:"ETag"`
	Body *Project
}

// QuiltIn names the quilt of an address.
type QuiltIn struct {
	ID string `path:"id" maxLength:"64"`
}

type ReadIn struct {
	QuiltIn
	conditional.Params
}

// WriteIn is a quilt that is changed from the revision its ETag named.
type WriteIn struct {
	QuiltIn
	conditional.Params
}

// names says whether a revision is named among those that may be the newest; 0 for whatever it is.
func (in *WriteIn) names(rev int) bool {
	return slices.ContainsFunc(in.IfMatch, func(one string) bool {
		named, _, _ := strings.Cut(strings.Trim(one, `"`), "-") // from wherever its cutting is planned
		return rev > 0 && named == strconv.Itoa(rev) || rev == 0 && one == "*"
	})
}

// Tallied is progress with the revision of the plan it was held against.
type Tallied struct {
	Rev      int            `json:"rev"`
	Mark     int64          `json:"mark" doc:"From which event on the cutting of that plan is planned"`
	Progress tally.Progress `json:"progress"`
}

type talliedOut struct {
	ETag string `header:"ETag"`
	Body Tallied
}

type describe func(method, path, id, summary string) huma.Operation

// question is asked of a document that can be planned.
type question[T any] func(document.Document, *ask.Purse) (T, problem.List)

// about answers a question about one document, in its turn.
func about[T any](ctx context.Context, t door.Turns, in Draft, of question[T]) (*body[T], error) {
	d, err := in.sound()
	if err != nil {
		return nil, err
	}
	return answered(ctx, t, d, of)
}

// answered answers a question in its turn. Where nobody waits for the answer any more it is broken off.
func answered[T any](ctx context.Context, t door.Turns, d document.Document, of question[T]) (*body[T], error) {
	end, err := t.Take(ctx)
	if err != nil {
		return nil, err
	}
	defer end()
	waiting, cancel := context.WithTimeout(ctx, longest)
	defer cancel()
	answer, problems := of(d, ask.Enough(func() bool { return waiting.Err() != nil }))
	switch {
	case ctx.Err() != nil:
		return nil, door.Explain(context.Canceled)
	case waiting.Err() != nil:
		long := door.NewTrouble(http.StatusServiceUnavailable,
			fmt.Sprintf("This takes longer than %d seconds here. Ask again when less is done at once; nothing of yours is "+
				"changed.", int(longest.Seconds())))
		long.Code = "takes-too-long"
		return nil, long
	}
	if problems.Stopped() {
		return nil, door.Refuse(problems)
	}
	return &body[T]{answer}, nil
}

// sound reads a draft that can be planned.
func (d Draft) sound() (document.Document, error) {
	read, problems := document.Read(d.raw)
	if problems.Stopped() {
		return read, door.Refuse(problems)
	}
	return read, nil
}

// newest is the newest revision of a quilt, planned.
func (s *Server) newest(ctx context.Context, quilt string) (*planned, error) {
	by, err := s.store.Newest(ctx, quilt)
	if err != nil {
		return nil, door.Explain(err)
	}
	p, err := s.kept.at(quilt, by).of(ctx)
	if err != nil {
		return nil, door.Explain(err)
	}
	return p, nil
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
	out.ID, out.Rev, out.Mark, out.Saved, out.Undo, out.Redo, out.Remnants = q.ID, q.Rev, q.Mark, q.At, undo, redo,
		make([]string, len(p.project.Plan.Remnants))
	for i, r := range out.Plan.Remnants {
		out.Remnants[i] = r.ID(q.ID)
	}
	return &out, nil
}

func (s *Server) answer(ctx context.Context, q store.Quilt, err error) (*projectOut, error) {
	if err != nil {
		return nil, door.Explain(err)
	}
	p, err := s.project(ctx, q)
	if err != nil {
		return nil, door.Explain(err)
	}
	return &projectOut{ETag: quoted(q.Planned().Tag()), Body: p}, nil
}

// checked is a draft that can be planned, and its plan.
type checked struct {
	text    string
	preview Preview
	work    *work.Work
}

// check reads a draft in its turn, and refuses it while something in it prevents a plan.
func (s *Server) check(ctx context.Context, d Draft) (checked, error) {
	end, err := s.plans.Take(ctx)
	if err != nil {
		return checked{}, err
	}
	defer end()
	read, problems := document.Read(d.raw)
	p, w := planOf(read, problems, nil)
	if p.Problems.Stopped() {
		return checked{}, door.Refuse(p.Problems)
	}
	if len(p.Document.Supplies) > 0 {
		if err := s.kept.lookAtCloth(ctx); err != nil {
			return checked{}, err
		}
	}
	text, err := document.Write(p.Document)
	if len(text) > document.MostBytes {
		var problems problem.List
		problems.Stop("document-too-large", "", "Written out, this quilt is larger than 1 MB.",
			"Deal fewer prints by hand, or make two quilts of it; nothing has been changed.")
		return checked{}, door.Refuse(problems)
	}
	return checked{string(text), p, w}, err
}

// stored answers with what was stored of a draft, planned already.
func (s *Server) stored(ctx context.Context, q store.Quilt, err error, c checked) (*projectOut, error) {
	if err == nil && q.Document == c.text {
		s.kept.added(q.ID, q.Rev, c.preview, c.work)
	}
	return s.answer(ctx, q, err)
}

// from gives the quilt to change, as long as it is at the revision the change was made from.
func (s *Server) from(ctx context.Context, in *WriteIn) (store.Quilt, error) {
	if len(in.IfMatch) == 0 {
		return store.Quilt{}, door.NewTrouble(http.StatusPreconditionRequired,
			"Say in If-Match which revision the change was made from.")
	}
	q, err := s.store.Quilt(ctx, in.ID)
	if err != nil {
		return q, err
	}
	if !in.names(0) && !in.names(q.Rev) {
		return q, &store.StaleError{Newest: q.Rev}
	}
	return q, nil
}

func (s *Server) tallied(ctx context.Context, quilt string, p *planned) (*talliedOut, error) {
	progress, err := s.kept.tallied(ctx, quilt, p)
	if err != nil {
		return nil, err
	}
	tag := fmt.Sprintf("%s-%d", p.by.Tag(), progress.Events)
	return &talliedOut{ETag: quoted(tag), Body: Tallied{p.by.Rev, p.by.Mark, progress}}, nil
}

// counted gives what was tallied where that is at hand; it hangs on no request. Where the plan is still being worked
// out, or what was tallied before is still being read, it does not wait for long: that goes on, and what was stored is
// told to be counted soon.
func (s *Server) counted(ctx context.Context, quilt string, by store.Planned) (*talliedOut, error) {
	ctx = context.WithoutCancel(ctx) // also where nobody waits for the answer any more
	p, err := s.kept.at(quilt, by).within(ctx, soon)
	switch {
	case errors.Is(err, errNotYet):
		return nil, door.CountedSoon()
	case err != nil:
		return nil, door.Uncounted(err)
	}
	type counting struct {
		out *talliedOut
		err error
	}
	add := func(ctx context.Context) (c counting) {
		defer func() {
			if what := recover(); what != nil {
				c = counting{nil, door.Uncounted(what)}
			}
		}()
		out, err := s.tallied(ctx, quilt, p)
		if err != nil {
			return counting{nil, door.Uncounted(err)}
		}
		return counting{out, nil}
	}
	if l := s.kept.logOf(quilt); l.read.Load() || s.store.FewEvents(ctx, quilt, fewEvents) {
		c := add(ctx)
		return c.out, c.err
	}
	done := make(chan counting, 1)
	go func() { done <- add(ctx) }()
	select {
	case c := <-done:
		return c.out, c.err
	case <-time.After(soon):
		return nil, door.CountedSoon()
	}
}

func quoted(etag string) string { return strconv.Quote(etag) }

func plainID(id string) bool { return plain.MatchString(id) }

var plain = regexp.MustCompile(`^[A-Za-z0-9_-]{8,64}$`)

// fewEvents are read while one waits.
const fewEvents = 2_000

// longest is how long a question may take. What it may work through is bounded in the core, by counting; this only
// breaks off what takes far longer than that on a machine that is very slow or very busy.
const longest = 60 * time.Second
