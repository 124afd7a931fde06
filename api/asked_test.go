package api

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"vicis/api/door"
	"vicis/core/askcloth"
	"vicis/core/askpress"
	"vicis/core/askunits"
	"vicis/core/document"
	"vicis/core/measure"
)

// What is asked of a document now and then: the library, other ways, other sizes, cliffs, and backwards from the cloth
// there is.

func (s site) block(id string) Shown {
	s.t.Helper()
	for _, e := range decode[[]Shown](s.t, s.do("GET", "/api/library", "")) {
		if e.ID == id {
			return e
		}
	}
	s.t.Fatalf("no block %q", id)
	return Shown{}
}

func text(t *testing.T, d document.Document) string {
	t.Helper()
	b, err := document.Write(d)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

func TestOtherWaysCanBePutIntoTheDocument(t *testing.T) {
	s := newSite(t)
	star := s.block("eight-pointed-star")
	ways := decode[[]askunits.WayToMake](t, s.do("POST", "/api/ways",
		fmt.Sprintf(`{"document":%s,"unit":"goose"}`, text(t, star.Document))))
	chosen := 0
	for _, w := range ways {
		if w.Chosen {
			chosen++
		}
		if w.Refused != "" {
			continue
		}
		d := star.Document
		d.Parts = append(d.Parts[:0:0], d.Parts...)
		for i := range d.Parts {
			if d.Parts[i].ID == w.Unit.ID {
				d.Parts[i] = w.Unit
			}
		}
		p := decode[Preview](t, s.do("POST", "/api/plan", text(t, d)))
		if p.Plan.Finished.Text != "32″ × 32″" {
			t.Errorf("%s: the quilt finishes %s (%v)", w.Name, p.Plan.Finished.Text, p.Problems)
		}
		if w.Need != 64 {
			t.Errorf("%s: for %d, not 64", w.Name, w.Need)
		}
	}
	if len(ways) < 3 || chosen != 1 {
		t.Errorf("%d ways, %d of them chosen", len(ways), chosen)
	}
}

func TestResizedDocumentsFinishAsAskedFor(t *testing.T) {
	s := newSite(t)
	star := s.block("eight-pointed-star")
	for _, size := range []string{"6", "12", "10 1/2"} {
		r := decode[askunits.Resized](t, s.do("POST", "/api/resize",
			fmt.Sprintf(`{"document":%s,"unit":%q,"finished":%q}`, text(t, star.Document), star.Block, size)))
		p := decode[Preview](t, s.do("POST", "/api/plan", text(t, r.Document)))
		if want := map[string]string{
			"6": "6″ × 6″", "12": "12″ × 12″",
			"10 1/2": "10½″ × 10½″",
		}[size]; p.Plan.Block.Text != want {
			t.Errorf("%s: a block finishes %s (%v)", size, p.Plan.Block.Text, p.Problems)
		}
	}
}

func TestCliffsAndBackwardsAgreeWithThePlan(t *testing.T) {
	s := newSite(t)
	star := s.block("eight-pointed-star")
	p := decode[Preview](t, s.do("POST", "/api/plan", text(t, star.Document)))
	cliffs := decode[[]askcloth.Cliff](t, s.do("POST", "/api/cliffs", text(t, star.Document)))
	n := 0
	for _, f := range p.Plan.Cut {
		for _, strip := range f.Strips {
			for _, c := range cliffs {
				if c.Name == strip.Width.Text+" "+f.Name {
					n++
					if c.Strips != strip.Count {
						t.Errorf("%s: %d strips, the plan says %d", c.Name, c.Strips, strip.Count)
					}
				}
			}
		}
	}
	if n != len(cliffs) || n == 0 {
		t.Errorf("%d of %d cliffs are of strips in the plan", n, len(cliffs))
	}
	var supplies []askcloth.SupplyThere
	for _, f := range p.Plan.Cut { // exactly what the plan takes gives the plan's quilt, or another shape of more blocks
		supplies = append(supplies, askcloth.SupplyThere{Fabric: f.Fabric, Length: measure.Typed("2 yd")})
	}
	list, err := json.Marshal(supplies)
	if err != nil {
		t.Fatal(err)
	}
	r := decode[askcloth.Reach](t, s.do("POST", "/api/backwards",
		fmt.Sprintf(`{"document":%s,"supplies":%s}`, text(t, star.Document), list)))
	if r.Blocks < 16 || r.Blocks != r.Rows*r.Columns || len(r.Uses) != len(supplies) {
		t.Errorf("%+v", r)
	}
}

func TestAskingAboutThePressing(t *testing.T) {
	s := newSite(t)
	rail := s.block("rail").Document
	rail.Top.Rows, rail.Top.Columns = 4, 4
	r := decode[askpress.Remedies](t, s.do("POST", "/api/remedies", text(t, rail)))
	if len(r.List) < 2 || len(r.Standing) == 0 {
		t.Fatalf("%+v", r)
	}
	// A remedy is a document like any other: it can be planned, and has what was promised.
	p := decode[Preview](t, s.do("POST", "/api/plan", text(t, r.List[0].Document)))
	if p.Plan.Press.Clashes != r.List[0].Clashes {
		t.Errorf("%d clash, %d were promised", p.Plan.Press.Clashes, r.List[0].Clashes)
	}
	a := decode[askpress.Asked](t, s.do("POST", "/api/seam",
		fmt.Sprintf(`{"document":%s,"seam":"row-1/2"}`, text(t, rail))))
	if a.Name == "" || len(a.Why) == 0 || len(a.Choices) < 3 {
		t.Errorf("%+v", a)
	}
	list := decode[askpress.Arranged](t, s.do("POST", "/api/arrangements", text(t, s.block("half-square").Document))).List
	if len(list) < 20 {
		t.Errorf("%d arrangements", len(list))
	}
	again := decode[askunits.PartsBecome](t, s.do("POST", "/api/again",
		fmt.Sprintf(`{"document":%s,"block":"block"}`, text(t, s.block("corners-exchanged").Document))))
	if len(again.List) < 6 || again.Patched == nil {
		t.Errorf("%d ways to join parts", len(again.List))
	}
}

func TestWhatCannotBeAskedIsSaid(t *testing.T) {
	s := newSite(t)
	good := text(t, s.block("pinwheel").Document)
	broken := strings.Replace(good, `"strip": "2 1/2 in"`, `"strip": "1/4 in"`, 1)
	for _, c := range []struct{ path, body, code, at string }{
		{"/api/ways", fmt.Sprintf(`{"document":%s,"unit":"nowhere"}`, good), "unit-unknown", "/units"},
		{"/api/ways", `{"document":{"vicis":9},"unit":"x"}`, "document-unreadable", ""},
		{
			"/api/resize", fmt.Sprintf(`{"document":%s,"unit":"block","finished":"wide"}`, good), "length-unreadable",
			"/finished",
		},
		{"/api/resize", fmt.Sprintf(`{"document":%s,"unit":"block","finished":"0"}`, good), "too-small", "/finished"},
		{"/api/cliffs", broken, "too-narrow", "/strip"},
		{"/api/cliffs", `{"vicis":1,"and":2}`, "document-unreadable", ""},
		{"/api/backwards", fmt.Sprintf(`{"document":%s,"supplies":[]}`, good), "nothing-there", "/supplies"},
		{
			"/api/backwards", fmt.Sprintf(`{"document":%s,"supplies":[{"fabric":"x","length":"1 yd"}]}`, good),
			"fabric-unknown", "/supplies/0/fabric",
		},
		{"/api/backwards", fmt.Sprintf(`{"document":%s,"supplies":[{"fabric":"d","length":"ten"}]}`, good), "", ""},
		{"/api/backwards", fmt.Sprintf(`{"document":%s,"supplies":[]}`, broken), "", ""},
		{"/api/seam", fmt.Sprintf(`{"document":%s,"seam":"nothing"}`, good), "seam-unknown", "/seam"},
		{"/api/seam", fmt.Sprintf(`{"document":%s,"seam":"block/c2"}`, broken), "too-narrow", "/strip"},
		{"/api/remedies", broken, "too-narrow", "/strip"},
		{"/api/again", fmt.Sprintf(`{"document":%s,"block":"block"}`, good), "not-cut-again", "/block"},
		{"/api/arrangements", broken, "too-narrow", "/strip"},
	} {
		w := s.do("POST", c.path, c.body)
		trouble := decode[door.Trouble](t, w)
		if w.Code != 422 && w.Code != 400 || trouble.Detail == "" {
			t.Errorf("%s %.60s: %d %s", c.path, c.body, w.Code, w.Body)
			continue
		}
		if c.code == "" {
			continue
		}
		found := false
		for _, p := range trouble.Problems {
			found = found || p.Code == c.code && p.At == c.at && p.Mend != ""
		}
		if !found {
			t.Errorf("%s: %v, want %s at %q", c.path, trouble.Problems, c.code, c.at)
		}
	}
}

// What the contract does not know is refused in every body, at every depth.
func TestNoBodyTakesWhatItDoesNotKnow(t *testing.T) {
	s := newSite(t)
	good := text(t, s.block("pinwheel").Document)
	spoiled := strings.Replace(good, `"vicis": 1`, `"vicis": 1, "extra": 1`, 1)
	created := decode[Project](t, s.do("POST", "/api/quilts",
		fmt.Sprintf(`{"id":"quilt-for-bodies","document":%s}`, good)))
	tried := 0
	for _, c := range []struct{ method, path, body string }{
		{"POST", "/api/plan", spoiled},
		{"POST", "/api/cliffs", spoiled},
		{"POST", "/api/pilot", spoiled},
		{"POST", "/api/remedies", spoiled},
		{"POST", "/api/arrangements", spoiled},
		{"POST", "/api/again", fmt.Sprintf(`{"document":%s,"block":"block","extra":1}`, good)},
		{"POST", "/api/values/swap", spoiled},
		{"POST", "/api/backwards", fmt.Sprintf(`{"document":%s,"supplies":[{"fabric":"d","length":"1 yd","colour":"red"}]}`,
			good)},
		{"POST", "/api/backwards", fmt.Sprintf(`{"document":%s,"supplies":[{"fabric":"d","length":"1 yd"}],"extra":1}`,
			good)},
		{"POST", "/api/nearest", fmt.Sprintf(`{"document":%s,"width":"60","height":"60","extra":1}`, good)},
		{"POST", "/api/resize", fmt.Sprintf(`{"document":%s,"unit":"block","finished":"8","extra":1}`, good)},
		{"POST", "/api/ways", fmt.Sprintf(`{"document":%s,"unit":"half","extra":1}`, good)},
		{"POST", "/api/seam", fmt.Sprintf(`{"document":%s,"seam":"block/row-1","extra":1}`, good)},
		{
			"POST", "/api/quilts/quilt-for-bodies/onward",
			fmt.Sprintf(`{"document":%s,"came":{"step":"block","extra":1}}`, good),
		},
		{"POST", "/api/quilts/quilt-for-bodies/allowance", fmt.Sprintf(`{"document":%s,"stitched":"1/4","extra":1}`, good)},
		{"POST", "/api/starters", `{"name":"x","block":"checkers","squares":3,"companion":"","rows":2,"columns":2,"measure":"in","strip":"2 1/2","extra":1}`},
		{"POST", "/api/quilts", fmt.Sprintf(`{"id":"quilt-number-two","document":%s,"extra":1}`, good)},
		{"PUT", "/api/quilts/" + created.ID, spoiled},
		{
			"POST", "/api/quilts/" + created.ID + "/events",
			`{"events":[{"id":"event-one-one","step":"half","kind":"made","n":1,"at":"2026-01-01T00:00:00Z","extra":1}]}`,
		},
		{"POST", "/api/quilts/" + created.ID + "/restore", `{"rev":1,"extra":1}`},
		{"POST", "/api/quilts/" + created.ID + "/away", `{"away":true,"extra":1}`},
		{"PUT", "/api/cloth/cloth-piece-one", `{"name":"x","colour":"#aabbcc","kind":"strips","width":"2 in","length":"40 in","count":1,"extra":1}`},
	} {
		tried++
		if w := s.do(c.method, c.path, c.body, "If-Match", `"1"`); w.Code != 422 && w.Code != 400 {
			t.Errorf("%s %s: %d %.200s", c.method, c.path, w.Code, w.Body)
		}
	}
	if tried < 15 {
		t.Error(tried)
	}
}
