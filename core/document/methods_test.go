package document_test

import (
	"encoding/json"
	"reflect"
	"strings"
	"testing"

	"vicis/core/making"
	"vicis/core/straight"
	"vicis/core/triangle"
	"vicis/internal/trial"
)

func TestEveryMethodFillsItsOutline(t *testing.T) {
	rail := trial.Rail("r", "", "A", "B", "C")
	for _, how := range []making.Method{
		&triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Finished: making.Typed("3"), Sizing: making.Roomy,
		},
		&triangle.HalfSquare{Way: triangle.Eight, Lower: making.Input{Unit: "r"}, Upper: making.Input{Role: "B"}},
		&triangle.HalfSquare{Way: triangle.Four, Lower: making.Input{Unit: "r", Turn: 90}, Upper: making.Input{Unit: "r"}},
		&triangle.HalfSquare{
			Way: triangle.Triangles, Lower: making.Input{Unit: "r", Turn: 90},
			Upper: making.Input{Unit: "r"},
		},
		&triangle.QuarterSquare{First: []string{"A", "B"}, Second: []string{"A", "B"}, Finished: making.Typed("3")},
		&triangle.QuarterSquare{
			First: []string{"A", "B"}, Second: []string{"C", "D"}, Finished: making.Typed("3"),
			Sizing: making.Rule,
		},
		&triangle.QuarterSquare{
			First: []string{"A", "B"}, Second: []string{"C"}, Finished: making.Typed("3"),
			Sizing: making.Roomy,
		},
		&triangle.FlippedCorners{
			Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("2"),
			Corners: trial.Corners("B", "2", triangle.TopLeft, triangle.TopRight),
		},
		&triangle.FlippedCorners{
			Base: making.Input{Unit: "r"}, Corners: trial.Corners("B", "1", triangle.TopLeft, triangle.BottomRight,
				triangle.TopRight, triangle.BottomLeft),
			Bonus: false,
		},
		&triangle.FlippedCorners{
			Base: making.Input{Role: "A"}, Width: making.Typed("6"), Height: making.Typed("6"),
			Corners: trial.Corners("B", "3", triangle.TopLeft, triangle.BottomRight, triangle.TopRight, triangle.BottomLeft),
			Bonus:   true,
		},
		&triangle.FlyingGeese{Goose: "A", Sky: "B", Finished: making.Typed("4")},
		&triangle.FlyingGeese{Goose: "A", Sky: "B", Finished: making.Typed("3"), Sizing: making.Rule},
		&triangle.FlyingGeese{Goose: "A", Sky: "B", Finished: making.Typed("5"), Sizing: making.Roomy},
		&triangle.SquareInSquare{Centre: making.Input{Role: "A"}, Corners: []string{"B"}, Finished: making.Typed("4")},
		&triangle.SquareInSquare{
			Centre: making.Input{Unit: "r"}, Corners: []string{"B", "C", "D", "E"},
			Sizing: making.Roomy,
		},
		&straight.Frame{
			Centre: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("3"),
			Frames: []straight.FrameRound{{ID: "a", Role: "B", Strip: making.Typed("1 1/2")}, {ID: "b", Role: "C", Ends: "D"}},
		},
		&straight.LogCabin{
			Centre: making.Input{Role: "A"}, Width: making.Typed("2"), Height: making.Typed("2"), Rounds: 3,
			Logs: []straight.CabinLog{{Role: "B", Strip: making.Typed("1 1/2")}},
		},
		&straight.LogCabin{
			Centre: making.Input{Unit: "r"}, Rounds: 3, Half: true, Start: "top", Direction: straight.CounterClockwise,
			Logs: []straight.CabinLog{{Role: "B"}, {Role: "C"}},
		},
		&straight.Grid{
			Rows: straight.Rows([][]straight.GridCell{
				{{Unit: "r"}, {Unit: "r", Turn: 90}},
				{{Unit: "r", Turn: 90}, {Unit: "r"}},
			}),
			First: straight.ColumnsFirst,
		},
	} {
		m := trial.Must(t, how, rail...)
		trial.Filled(t, how.By(), m.Piece)
		total := 0
		for _, v := range m.Variants {
			trial.Filled(t, how.By()+", "+v.Name, v.Piece)
			total += v.Count
		}
		last := m.Acts[len(m.Acts)-1]
		if last.ID != "u" || len(m.Size.Rules) == 0 || len(m.Size.Sums) == 0 {
			t.Errorf("%s ends in %q, size %+v", how.By(), last.ID, m.Size)
		}
		known := map[string]bool{"r": true}
		decided := map[string]bool{}
		for _, s := range m.Seams {
			decided[string(s.ID)] = true
		}
		for _, act := range m.Acts {
			for _, take := range act.Takes {
				if !known[string(take.Act)] || take.Each < 1 {
					t.Errorf("%s: %s takes %+v, which is not there yet", how.By(), act.ID, take)
				}
			}
			for _, seam := range append(act.Sews, act.Presses...) {
				if !decided[string(seam)] {
					t.Errorf("%s: %s sews %s, which nobody decides", how.By(), act.ID, seam)
				}
			}
			for _, g := range act.Outputs() {
				known[string(g.ID)] = true
			}
		}
		for _, s := range m.Piece.Seams {
			if !decided[string(s.ID)] && !strings.HasPrefix(string(s.ID), "r-set/") {
				t.Errorf("%s: the seam %s is nobody's", how.By(), s.ID)
			}
		}
	}
}

func TestNonsenseInEveryMethod(t *testing.T) {
	rect := making.Unit{
		ID: "rect", Name: "rect",
		How: &straight.PlainPatch{Role: "A", Width: making.Typed("3"), Height: making.Typed("4")},
	}
	for _, c := range []struct {
		name string
		how  making.Method
		code string
		at   string
	}{
		{
			"no such way", &triangle.HalfSquare{
				Way: "three", Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
				Finished: making.Typed("3"),
			},
			"way-unknown", "/how/way",
		},
		{"role without fabric", &triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "nobody"},
			Finished: making.Typed("3"),
		}, "role-without-fabric", "/how/upper/role"},
		{
			"finishes nothing", &triangle.HalfSquare{
				Way: triangle.Two, Lower: making.Input{Role: "A"},
				Upper: making.Input{Role: "B"}, Finished: making.Typed("0"),
			},
			"too-small", "/how/finished",
		},
		{
			"a pair of rectangles", &triangle.HalfSquare{
				Way: triangle.Two, Lower: making.Input{Unit: "rect"},
				Upper: making.Input{Role: "B"},
			},
			"not-square", "/how/lower",
		},
		{"larger than it comes out", &triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Unit: "r"}, Upper: making.Input{Role: "B"},
			Finished: making.Typed("7"),
		}, "too-large", "/how/finished"},
		{"no such sizing", &triangle.HalfSquare{
			Way: triangle.Two, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"}, Finished: making.Typed("3"),
			Sizing: "huge",
		}, "sizing-unknown", "/how/sizing"},
		{"too large for the cloth", &triangle.HalfSquare{
			Way: triangle.Eight, Lower: making.Input{Role: "A"}, Upper: making.Input{Role: "B"},
			Finished: making.Typed("20"),
		}, "cloth-too-short", "/how/lower/role"},
		{
			"three fabrics in one pair", &triangle.QuarterSquare{
				First: []string{"A"}, Second: []string{"B"},
				Finished: making.Typed("3"),
			},
			"role-count", "/how/second",
		},
		{
			"no corners", &triangle.FlippedCorners{
				Base: making.Input{Role: "A"}, Width: making.Typed("4"),
				Height: making.Typed("4"),
			}, "corner-count",
			"/how/corners",
		},
		{"two squares in one corner", &triangle.FlippedCorners{
			Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("4"),
			Corners: trial.Corners("B", "1", triangle.TopLeft, triangle.TopLeft),
		}, "corner-twice", "/how/corners/1/at"},
		{"a corner of its own", &triangle.FlippedCorners{
			Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("4"),
			Corners: trial.Corners("B", "1", "middle"),
		}, "corner-unknown", "/how/corners/0/at"},
		{"trimmings of nothing", &triangle.FlippedCorners{
			Base: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("4"), Bonus: true,
			Corners: trial.Corners("B", "1/2", triangle.TopLeft),
		}, "too-small", "/how/bonus"},
		{
			"a goose too wide", &triangle.FlyingGeese{Goose: "A", Sky: "B", Finished: making.Typed("60")}, "cloth-too-short",
			"/how/goose",
		},
		{
			"two triangles", &triangle.SquareInSquare{
				Centre: making.Input{Role: "A"}, Corners: []string{"A", "B"},
				Finished: making.Typed("4"),
			},
			"role-count", "/how/corners",
		},
		{
			"a rectangle standing on its corner",
			&triangle.SquareInSquare{Centre: making.Input{Unit: "rect"}, Corners: []string{"B"}},
			"not-square", "/how/centre",
		},
		{
			"no frames", &straight.Frame{Centre: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("4")},
			"frame-count", "/how/frames",
		},
		{"a frame taken by its seams", &straight.Frame{
			Centre: making.Input{Role: "A"}, Width: making.Typed("4"), Height: making.Typed("4"),
			Frames: []straight.FrameRound{{ID: "f", Role: "B", Strip: making.Typed("1/2")}},
		}, "too-narrow", "/how/frames/0/strip"},
		{"a hundred rounds", &straight.LogCabin{
			Centre: making.Input{Role: "A"}, Width: making.Typed("2"), Height: making.Typed("2"), Rounds: 100,
			Logs: []straight.CabinLog{{Role: "B"}},
		}, "round-count", "/how/rounds"},
		{"no logs", &straight.LogCabin{
			Centre: making.Input{Role: "A"}, Width: making.Typed("2"), Height: making.Typed("2"),
			Rounds: 1,
		}, "log-count", "/how/logs"},
		{"inside out", &straight.LogCabin{
			Centre: making.Input{Role: "A"}, Width: making.Typed("2"), Height: making.Typed("2"), Rounds: 1, Direction: "inward",
			Logs: []straight.CabinLog{{Role: "B"}},
		}, "direction-unknown", "/how/direction"},
		{"an empty grid", &straight.Grid{}, "grid-empty", "/how/rows"},
		{
			"a grid of one", &straight.Grid{Rows: straight.Rows([][]straight.GridCell{{{Unit: "r"}}})}, "grid-empty",
			"/how/rows",
		},
		{
			"an uneven grid", &straight.Grid{Rows: straight.Rows([][]straight.GridCell{
				{{Unit: "r"}, {Unit: "r"}},
				{{Unit: "r"}},
			})}, "grid-uneven",
			"/how/rows/1",
		},
		{
			"cells that differ", &straight.Grid{Rows: straight.Rows([][]straight.GridCell{{{Unit: "r"}, {Unit: "rect"}}})},
			"edges-differ",
			"/how/rows/0/cells/1",
		},
		{
			"a grid of itself", &straight.Grid{Rows: straight.Rows([][]straight.GridCell{{{Unit: "u"}, {Unit: "u"}}})},
			"unit-of-itself", "/how",
		},
		{
			"what never falls out", &straight.Grid{Rows: straight.Rows([][]straight.GridCell{{{Unit: "r:q"}, {Unit: "r"}}})},
			"unit-unknown", "/how",
		},
	} {
		_, problems := trial.One(t, c.how, append(trial.Rail("r", "", "A", "B", "C"), rect)...)
		found := false
		for _, p := range problems {
			found = found || p.Code == c.code && p.At == "/units/3"+c.at && p.Stops && p.Says != "" && p.Mend != ""
		}
		if !found {
			t.Errorf("%s: want %s at /units/3%s, got %+v", c.name, c.code, c.at, problems)
		}
	}
}

func TestUnitsSurviveJSON(t *testing.T) {
	for _, u := range []making.Unit{
		trial.Set("s", "1 strip", "2 1/2 in"), trial.Cut("c", "s", "3 strips"),
		{ID: "p", Name: "p", How: &straight.PlainPatch{
			Role: "A", Width: making.Typed("3 strips"),
			Height: making.Typed("4 in"),
		}},
		trial.Join("b", making.Part{Unit: "c"}, making.Part{Unit: "c", Turn: 180}),
	} {
		data, err := json.Marshal(u)
		if err != nil {
			t.Fatal(err)
		}
		var back making.Unit
		if err := json.Unmarshal(data, &back); err != nil || !reflect.DeepEqual(back, u) {
			t.Errorf("%s came back as %+v, %v", data, back, err)
		}
	}
	for _, bad := range []string{
		`{"id":"x","name":"x"}`, `{"id":"x","name":"x","how":{}}`, `{"id":"x","name":"x","how":{"by":"magic"}}`, `null`,
		`{"id":"x","how":[]}`,
		`{"id":"x","name":"x","how":{"by":"patch","role":"A","width":"1","height":"1","colour":"red"}}`,
		`{"id":"x","name":"x","how":{"by":"strip set","strips":3}}`,
	} {
		if err := json.Unmarshal([]byte(bad), &making.Unit{}); err == nil {
			t.Errorf("%s was read", bad)
		}
	}
	if len(making.Methods()) < 4 {
		t.Errorf("%d methods are known", len(making.Methods()))
	}
}
