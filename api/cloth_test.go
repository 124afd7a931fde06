package api

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"vicis/api/door"
	"vicis/core/cloth"
)

func (s site) lay(id, piece string) []Held {
	s.t.Helper()
	w := s.do("PUT", "/api/cloth/"+id, piece)
	if w.Code != 200 {
		s.t.Fatalf("%d %s", w.Code, w.Body)
	}
	return decode[[]Held](s.t, w)
}

// promised gives a document of one fabric with so many of a piece promised to it.
func promised(piece string, n int, name string) string {
	return fmt.Sprintf(`{"vicis":1,"name":%q,"measure":"in","ruler":"1/8","seam":{"stitched":"1/4","fold":"0"},"cloth":{"usable":"40","squaring":"1/2"},
"strip":"8 1/2","spares":{},"schools":{},"settings":{},"fabrics":[{"id":"f","name":"Fog","colour":"#999999"}],"roles":[{"id":"A","name":"A","fabric":"f"}],
"supplies":[{"id":%q,"fabric":"f","kind":"pieces","width":"10 in","length":"10 in","count":%d}],
"units":[{"id":"p","name":"Square","how":{"by":"patch","role":"A","width":"8 1/2","height":"8 1/2"}}],"top":{"rows":3,"columns":4,"repeat":[[{"unit":"p"}]]}}`, name, piece, n)
}

const tens = `{"name":"Fog","colour":"#999999","kind":"pieces","width":"10","length":"10","count":8,"note":"from a friend"}`

func TestAPieceIsPromisedOnce(t *testing.T) {
	s := newSite(t)
	if list := s.lay("piece-of-fog", tens); len(list) != 1 || list[0].Width.String() != "10 in" || list[0].Free != 8 ||
		list[0].Title != "Fog, 10″ × 10″" {
		t.Fatalf("%+v", list)
	}
	create := func(id string, n int) int {
		return s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":%q,"document":%s}`, id,
			promised("piece-of-fog", n, "Quilt "+id))).Code
	}
	if code := create("quilt-one", 5); code != 200 {
		t.Fatal(code)
	}
	w := s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"quilt-two","document":%s}`,
		promised("piece-of-fog", 4, "Two")))
	trouble := decode[door.Trouble](t, w)
	if w.Code != 422 || len(trouble.Problems) != 1 || trouble.Problems[0].At != "/supplies/0/count" ||
		trouble.Problems[0].Says != "Of Fog, 10″ × 10″ there is 8 on the shelf, promised already: 5 to Quilt quilt-one." ||
		trouble.Problems[0].Mend != "Take at most 3, or other cloth." {
		t.Fatalf("%d %+v", w.Code, trouble)
	}
	if w := s.do("GET", "/api/quilts/quilt-two", ""); w.Code != 404 {
		t.Error("a quilt that was refused is half there")
	}
	if code := create("quilt-two", 3); code != 200 {
		t.Fatal(code)
	}
	list := decode[[]Held](t, s.do("GET", "/api/cloth", ""))
	if list[0].Free != 0 || len(list[0].Promised) != 2 || list[0].Promised[0].Count != 5 {
		t.Errorf("%+v", list)
	}
	// For the quilt that has them, its own are free to take again.
	if list := decode[[]Held](t, s.do("GET", "/api/cloth?for=quilt-one", "")); list[0].Free != 5 ||
		len(list[0].Promised) != 2 {
		t.Errorf("%+v", list)
	}
	// A later save is held against the rest, an undo too, and bringing back what was put away.
	save := func(id string, rev, n int) int {
		return s.do("PUT", "/api/quilts/"+id, promised("piece-of-fog", n, "Quilt "+id), "If-Match",
			fmt.Sprintf("%q", fmt.Sprint(rev))).Code
	}
	if code := save("quilt-one", 1, 6); code != 422 {
		t.Errorf("one more than there is: %d", code)
	}
	if code := save("quilt-one", 1, 1); code != 200 {
		t.Errorf("fewer: %d", code)
	}
	if code := save("quilt-two", 1, 7); code != 200 {
		t.Errorf("what was freed: %d", code)
	}
	if w := s.do("POST", "/api/quilts/quilt-one/restore", `{"act":"undo"}`, "If-Match", `"2"`); w.Code != 422 {
		t.Errorf("an undo took what another quilt has: %d %s", w.Code, w.Body)
	}
	if w := s.do("POST", "/api/quilts/quilt-two/away", `{"away":true}`); w.Code >= 300 {
		t.Fatal(w.Code)
	}
	if w := s.do("POST", "/api/quilts/quilt-one/restore", `{"act":"undo"}`, "If-Match", `"2"`); w.Code != 200 {
		t.Errorf("what is put away keeps its cloth: %d %s", w.Code, w.Body)
	}
	if w := s.do("POST", "/api/quilts/quilt-two/away", `{"away":false}`); w.Code != 422 {
		t.Errorf("brought back, 12 of 8 are promised: %d", w.Code)
	}
	// Cloth that turns out to be fewer is a fact: it is said, and what is promised is told as too much.
	if list := s.lay("piece-of-fog", strings.Replace(tens, `"count":8`, `"count":2`, 1)); list[0].Free != -3 {
		t.Errorf("%+v", list[0])
	}
	// A project from elsewhere knows cloth that never lay here.
	if w := s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"quilt-far","document":%s}`,
		promised("elsewhere-1", 4, "Far"))); w.Code != 200 {
		t.Errorf("%d %s", w.Code, w.Body)
	}
}

func TestWhatCannotLieOnTheShelfIsSaid(t *testing.T) {
	s := newSite(t)
	for _, c := range []struct{ id, from, to, code, at string }{
		{"piece-of-fog", `"name":"Fog"`, `"name":" "`, "name-missing", "/name"},
		{"piece-of-fog", `"#999999"`, `"#99999g"`, "colour-unreadable", "/colour"},
		{"piece-of-fog", `"width":"10"`, `"width":"ten"`, "length-unreadable", "/width"},
		{"piece-of-fog", `"length":"10"`, `"length":"-1"`, "length-unreadable", "/length"},
		{"piece-of-fog", `"length":"10"`, `"length":"0"`, "too-small", "/length"},
		{"short", `"count":8`, `"count":7`, "id-not-unique", "/id"},
	} {
		w := s.do("PUT", "/api/cloth/"+c.id, strings.Replace(tens, c.from, c.to, 1))
		trouble := decode[door.Trouble](t, w)
		if w.Code != 422 || len(trouble.Problems) != 1 || trouble.Problems[0].Code != c.code ||
			trouble.Problems[0].At != c.at {
			t.Errorf("%s: %d %+v", c.to, w.Code, trouble)
		}
	}
	if list := decode[[]Held](t, s.do("GET", "/api/cloth", "")); len(list) != 0 {
		t.Errorf("%+v", list)
	}
	s.lay("piece-of-fog", tens)
	s.lay("piece-of-fog", tens) // delivered twice
	s.lay("metric-piece",
		`{"name":"Ash","colour":"#aaaaaa","kind":"yardage","width":"110","length":"2 m","count":1,"measure":"cm"}`)
	list := decode[[]Held](t, s.do("GET", "/api/cloth", ""))
	if len(list) != 2 || list[1].Width.String() != "110 cm" || list[1].Kind != cloth.Yardage {
		t.Errorf("%+v", list)
	}
}

// Nine squares of 8½″ from twelve of 10″, four for the other quilt: once the first is cut the shelf says what lies
// there.
func TestTheShelfIsTrueAfterCutting(t *testing.T) {
	s := newSite(t)
	s.lay("piece-of-fog", strings.Replace(tens, `"count":8`, `"count":20`, 1))
	s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"quilt-one","document":%s}`, promised("piece-of-fog", 15, "One")))
	s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":"quilt-two","document":%s}`, promised("piece-of-fog", 5, "Two")))
	find := func(id string) Held {
		for _, h := range decode[[]Held](t, s.do("GET", "/api/cloth", "")) {
			if h.ID == id {
				return h
			}
		}
		return Held{}
	}
	if w := s.do("POST", "/api/quilts/quilt-one/cut", "", "If-Match", `"7"`); w.Code != 412 {
		t.Errorf("a plan that is no longer the newest was cut: %d", w.Code)
	}
	w := s.do("POST", "/api/quilts/quilt-one/cut", "", "If-Match", `"1"`)
	if w.Code != 200 {
		t.Fatal(w.Code, w.Body)
	}
	cut := decode[Project](t, w)
	if !cut.Document.Supplies[0].Cut || cut.Document.Supplies[0].Count != 12 || cut.Rev != 2 {
		t.Errorf("%+v", cut.Document.Supplies)
	}
	// 12 of 20 are gone, 5 of the 8 that lie there are the other's.
	if h := find("piece-of-fog"); h.Count != 8 || h.Free != 3 || len(h.Promised) != 1 {
		t.Errorf("%+v", h)
	}
	// Said twice it is done once.
	if w := s.do("POST", "/api/quilts/quilt-one/cut", "", "If-Match", `"2"`); w.Code != 200 ||
		decode[Project](t, w).Rev != 2 {
		t.Error(w.Code, w.Body)
	}
	if h := find("piece-of-fog"); h.Count != 8 {
		t.Errorf("%+v", h)
	}
	// The other cuts five squares and seven from strips: two strips of 39½″, 5½″ left of the first and 14 of the
	// second; ½ yd was bought for 17½″. Of every square of 10″ a strip of 1½″ is left on two sides, 10″ and 8½″ long.
	if w := s.do("POST", "/api/quilts/quilt-two/cut", "", "If-Match", `"1"`); w.Code != 200 {
		t.Fatal(w.Code, w.Body)
	}
	if h := find("piece-of-fog"); h.Count != 3 || h.Free != 3 {
		t.Errorf("%+v", h)
	}
	two := decode[Project](t, s.do("GET", "/api/quilts/quilt-two", ""))
	for _, id := range two.Remnants {
		if h := find(id); h.Note != "left of Two" {
			t.Errorf("%s is not on the shelf", id)
		}
	}
	left := map[string]int{}
	for _, h := range decode[[]Held](t, s.do("GET", "/api/cloth", "")) {
		if h.Note == "left of Two" {
			left[h.Title] = h.Count
		}
	}
	if len(left) != 4 || len(two.Remnants) != 4 || left["Fog, 8½″ × 5½″"] != 1 || left["Fog, 8½″ × 14″"] != 1 ||
		left["Fog, 1½″ × 10″"] != 5 || left["Fog, 8½″ × 1½″"] != 5 {
		t.Errorf("%v", left)
	}
}

// What was cut for a quilt no longer lies on the shelf, whatever becomes of the quilt. By pencil: of nine pieces 21″ × 18″
// that give four squares of 8½″ each two are begun for five; of the second 12½″ of a row are left, and 9½″ below it.
func TestWhatIsCutIsNotFreed(t *testing.T) {
	s := newSite(t)
	quarters := strings.NewReplacer(`"width":"10 in","length":"10 in"`, `"width":"21 in","length":"18 in"`)
	piece := strings.NewReplacer(`"width":"10","length":"10","count":8`, `"width":"21","length":"18","count":9`).Replace(tens)
	s.lay("quarter-of-fog", piece)
	make := func(id string, n int, name string) int {
		return s.do("POST", "/api/quilts", fmt.Sprintf(`{"id":%q,"document":%s}`, id,
			quarters.Replace(promised("quarter-of-fog", n, name)))).Code
	}
	if code := make("quilt-one", 9, "One"); code != 200 {
		t.Fatal(code)
	}
	lies := func(when string, count, free, promised, cut int, left ...string) {
		t.Helper()
		h := decode[[]Held](t, s.do("GET", "/api/cloth", ""))[0]
		var one cloth.Promise
		for _, p := range h.Promised {
			if p.Quilt == "quilt-one" {
				one = p
			}
		}
		if h.Count != count || h.Free != free || one.Count != promised || one.Cut != cut || !slices.Equal(h.Left, left) {
			t.Errorf("%s: %d lie there, %d are free, %d promised, %d cut, left %q", when, h.Count, h.Free, one.Count, one.Cut,
				h.Left)
		}
	}
	away := func(is bool) int {
		return s.do("POST", "/api/quilts/quilt-one/away", fmt.Sprintf(`{"away":%t}`, is)).Code
	}
	lies("at first", 9, 0, 9, 0)
	count := func(id string, n int) {
		t.Helper()
		p := decode[Project](t, s.do("GET", "/api/quilts/quilt-one", ""))
		for _, one := range p.Plan.Steps {
			if one.ID == "p" {
				if w := s.do("POST", "/api/quilts/quilt-one/events", fmt.Sprintf(`{"events":[{"id":%q,"step":"p","kind":"made",`+
					`"n":%d,"exact":%q,"look":%q,"rev":%d,"at":"2026-01-01T00:00:00Z"}]}`, id, n, one.Exact, one.Look,
					p.Rev)); w.Code != 200 {
					t.Fatal(w.Body)
				}
			}
		}
	}
	rests := []string{"1 of 12½″ × 8½″", "1 of 21″ × 9½″"}
	slices.Reverse(rests)
	count("cut-five-squares", 5)
	lies("five are cut", 7, 0, 7, 2, rests...)
	// Of the seven that are missing one and two come of what is left, four of a piece more.
	rest := decode[Project](t, s.do("POST", "/api/quilts/quilt-one/anew", "")).Plan.Cut[0].Shelf[0]
	if rest != "7 of 8½″ × 8½″ from 1 piece of 21″ × 18″, and from 2 that are left of others on the shelf, for Square" {
		t.Error(rest)
	}
	away(true)
	lies("put away", 7, 7, 0, 2, rests...)
	if code := make("quilt-two", 8, "Two"); code != 422 {
		t.Errorf("eight of seven: %d", code)
	}
	if code := make("quilt-two", 6, "Two"); code != 200 {
		t.Errorf("six of seven: %d", code)
	}
	if code := away(false); code != 422 {
		t.Errorf("brought back it wants seven, and one is free: %d", code)
	}
	s.do("POST", "/api/quilts/quilt-two/away", `{"away":true}`)
	if code := away(false); code >= 300 {
		t.Errorf("brought back: %d", code)
	}
	// All is cut: three pieces in all, two of which were counted. They are taken off once, also where more is counted.
	if w := s.do("POST", "/api/quilts/quilt-one/cut", "", "If-Match", "*"); w.Code != 200 {
		t.Fatal(w.Body)
	}
	lies("all is cut", 6, 6, 0, 0)
	count("cut-the-others", 7)
	lies("and counted", 6, 6, 0, 0)
	if w := s.do("POST", "/api/quilts/quilt-one/cut", "", "If-Match", "*"); w.Code != 200 {
		t.Fatal(w.Body)
	}
	lies("said twice", 6, 6, 0, 0)
	// Whoever says how many lie there now has counted them.
	s.lay("quarter-of-fog", strings.Replace(piece, `"count":9`, `"count":5`, 1))
	lies("counted anew", 5, 5, 0, 0)
}
