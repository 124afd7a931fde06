package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"reflect"
	"regexp"
	"strings"
	"testing"

	"github.com/danielgtaylor/huma/v2"

	"vicis/api/contract"
	"vicis/api/door"
	"vicis/core/document"
	"vicis/demo"
)

// valid holds a document against the published schema.
func valid(text []byte) []error {
	registry := contract.Config().Components.Schemas
	schema := registry.Schema(reflect.TypeOf(document.Document{}), true, "Document")
	var v any
	if err := json.Unmarshal(text, &v); err != nil {
		return []error{err}
	}
	var res huma.ValidateResult
	huma.Validate(registry, schema, huma.NewPathBuffer([]byte{}, 0), huma.ModeWriteToServer, v, &res)
	return res.Errors
}

var method = regexp.MustCompile(`"by": "[a-z -]+"`)

func TestTheSchemaSaysWhatDocumentsAre(t *testing.T) {
	docs, err := demo.Documents()
	if err != nil {
		t.Fatal(err)
	}
	for id, d := range docs {
		text, err := document.Write(d)
		if err != nil {
			t.Fatal(err)
		}
		if errs := valid(text); len(errs) > 0 {
			t.Errorf("%s: %v", id, errs)
		}
		if errs := valid([]byte(method.ReplaceAllString(string(text), `"by": "magic"`))); len(errs) == 0 {
			t.Errorf("%s: an unknown method is let through", id)
		}
		if errs := valid([]byte(strings.Replace(string(text), `"strip":`, `"ribbon":`, 1))); len(errs) == 0 {
			t.Errorf("%s: an unknown field is let through", id)
		}
	}
	v, err := contract.Format()
	if err != nil {
		t.Fatal(err)
	}
	want, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	have, err := os.ReadFile("../docs/format.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	var x, y any
	if json.Unmarshal(want, &x) != nil || json.Unmarshal(have, &y) != nil || !reflect.DeepEqual(x, y) {
		t.Error("docs/format.schema.json is stale: run make contract")
	}
}

func TestFilesGoOutAndComeBackAlike(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	w := s.do("GET", "/api/quilts/quilt-one/file", "")
	if got := w.Header().Get("Content-Disposition"); got != `attachment; filename="test.vicis.json"` {
		t.Errorf("disposition %s", got)
	}
	text, err := json.Marshal(w.Body.String())
	if err != nil {
		t.Fatal(err)
	}
	back := decode[Project](t, s.do("POST", "/api/files", fmt.Sprintf(`{"id":"quilt-two","text":%s}`, text)))
	if again := s.do("GET", "/api/quilts/quilt-two/file", ""); again.Body.String() != w.Body.String() || back.Rev != 1 {
		t.Error("the file that came back is another")
	}
	if got := s.do("GET", "/api/quilts/quilt-one/cut.csv", "").Body.String(); !strings.Contains(got,
		"sub-cut,Set I,") || !strings.HasPrefix(got, "what,fabric or set") {
		t.Errorf("cut list %s", got)
	}
	for name, text := range map[string]string{
		"empty": "", "foreign": `{"openapi":"3.1.0"}`, "a picture": "\x89PNG\r\n",
		"newer":   strings.Replace(w.Body.String(), `"vicis": 1`, `"vicis": 2`, 1),
		"damaged": w.Body.String()[:w.Body.Len()/2], "hostile": strings.Repeat(`{"a":`, 100000),
		"over 1 MB": w.Body.String() + strings.Repeat(" ", 1<<20),
	} {
		sent, err := json.Marshal(map[string]string{"id": "quilt-bad-one", "text": text})
		if err != nil {
			t.Fatal(err)
		}
		w := s.do("POST", "/api/files", string(sent))
		if got := decode[door.Trouble](t, w); w.Code != http.StatusUnprocessableEntity || len(got.Detail) < 20 {
			t.Errorf("%s: %d %+v", name, w.Code, got)
		}
	}
	if list := decode[[]Shelved](t, s.do("GET", "/api/quilts", "")); len(list) != 2 {
		t.Errorf("%d quilts on the shelf: a bad file left something", len(list))
	}
}

func TestHistoryIsToldInTradeWords(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	doc := begun(t)
	changed := strings.Replace(strings.Replace(doc, `"rows": 3`, `"rows": 5`, 1), `"strip": "2 1/2 in"`,
		`"strip": "2 in"`, 1)
	if w := s.do("PUT", "/api/quilts/quilt-one", changed, "If-Match", `"1"`); w.Code != http.StatusOK {
		t.Fatal(w.Body)
	}
	list := decode[[]Revised](t, s.do("GET", "/api/quilts/quilt-one/revisions", ""))
	if len(list) != 2 || !reflect.DeepEqual(list[0].Changes,
		[]string{"blocks down 5, was 3", "strips cut 2 in, was 2 1/2 in"}) {
		t.Errorf("%+v", list)
	}
	p := decode[Project](t, s.do("POST", "/api/quilts/quilt-one/restore", `{"act":"undo"}`, "If-Match", `"2"`))
	if p.Rev != 3 || p.Plan.Rows != 3 || p.Undo != 0 || p.Redo != 2 {
		t.Errorf("undone: rev %d, %d rows, undo %d, redo %d", p.Rev, p.Plan.Rows, p.Undo, p.Redo)
	}
	if w := s.do("POST", "/api/quilts/quilt-one/restore", `{"act":"undo"}`, "If-Match",
		`"3"`); w.Code != http.StatusConflict {
		t.Errorf("an undo of nothing: %d", w.Code)
	}
	if w := s.do("POST", "/api/quilts/quilt-one/restore", `{"act":"redo"}`, "If-Match",
		`"1"`); w.Code != http.StatusPreconditionFailed {
		t.Errorf("a stale redo: %d", w.Code)
	}
}

func TestLightsAndDarksChangePlacesAndBack(t *testing.T) {
	s := newSite(t)
	once := decode[Preview](t, s.do("POST", "/api/values/swap", begun(t)))
	if once.Document.Roles[0].Fabric != "ground" || once.Document.Roles[2].Fabric != "dark" ||
		once.Document.Roles[1].Fabric != "middle" {
		t.Errorf("%+v", once.Document.Roles)
	}
	text, err := document.Write(once.Document)
	if err != nil {
		t.Fatal(err)
	}
	twice := decode[Preview](t, s.do("POST", "/api/values/swap", string(text)))
	if twice.Document.Roles[0].Fabric != "dark" {
		t.Errorf("%+v", twice.Document.Roles)
	}
}

func TestAQuiltPutAwayIsKeptWholeAndComesBack(t *testing.T) {
	s := newSite(t)
	s.create("quilt-one")
	before := s.do("GET", "/api/quilts/quilt-one/file", "").Body.String()
	for _, away := range []bool{true, true, false} {
		if w := s.do("POST", "/api/quilts/quilt-one/away",
			fmt.Sprintf(`{"away":%v}`, away)); w.Code != http.StatusNoContent {
			t.Fatalf("%d %s", w.Code, w.Body)
		}
		list := decode[[]Shelved](t, s.do("GET", "/api/quilts", ""))
		if len(list) != 1 || list[0].Away != away {
			t.Errorf("away %v: %+v", away, list)
		}
		if s.do("GET", "/api/quilts/quilt-one/file", "").Body.String() != before {
			t.Error("it is not whole")
		}
	}
	if w := s.do("POST", "/api/quilts/nothing/away", `{"away":true}`); w.Code != http.StatusNotFound {
		t.Errorf("nothing was put away: %d", w.Code)
	}
}
