package plan_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"testing"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/askpress"
	"vicis/core/askunits"
	"vicis/core/document"
	"vicis/core/machine"
	"vicis/core/measure"
	"vicis/core/naming"
	"vicis/core/net"
	"vicis/core/onward"
	"vicis/core/order"
	"vicis/core/plan"
	"vicis/core/record"
	"vicis/core/stock"
	"vicis/core/tally"
	"vicis/core/times"
	"vicis/internal/trial/whole"
)

// The worst documents that were found or thought of: each within what a document may hold, each aimed at one place
// where work could grow faster than the document.

type (
	object = map[string]any
	list   = []any
)

// shell is a document of two roles around some units and a top.
func shell(units list, top object, more object) []byte {
	d := object{
		"vicis": 1, "name": "Worst", "measure": "in", "ruler": "1/8 in",
		"seam":  object{"stitched": "15/64 in", "fold": "1/64 in"},
		"cloth": object{"usable": "40 in", "squaring": "1/2 in"}, "strip": "2 1/2 in",
		"spares": object{}, "schools": object{}, "settings": object{},
		"fabrics": list{
			object{"id": "dark", "name": "Dark", "colour": "#27506b"},
			object{"id": "light", "name": "Light", "colour": "#efe6d3"},
		},
		"roles": list{
			object{"id": "A", "name": "dark", "fabric": "dark"},
			object{"id": "B", "name": "light", "fabric": "light"},
		},
		"units": units, "top": top,
	}
	for k, v := range more {
		d[k] = v
	}
	text, err := json.Marshal(d)
	if err != nil {
		panic(err)
	}
	return text
}

func made(id string, how object) object { return object{"id": id, "name": "U " + id, "how": how} }

func square(id, role, w, h string) object {
	return made(id, object{"by": "patch", "role": role, "width": w, "height": h})
}

func topOf(rows, columns int, cells ...string) object {
	var row list
	for _, c := range cells {
		row = append(row, object{"unit": c})
	}
	return object{"rows": rows, "columns": columns, "repeat": list{row}}
}

func gridOf(rows, columns int, at func(r, c int) object) object {
	var all list
	for r := range rows {
		var cells list
		for c := range columns {
			cells = append(cells, at(r, c))
		}
		all = append(all, cells)
	}
	return object{"by": "grid", "rows": all}
}

func role(n int) string { return string(rune('A' + n%2)) }

type bad struct {
	name string
	text []byte
}

func worst() []bad {
	r := rand.New(rand.NewPCG(1, 2))
	var all []bad
	add := func(name string, text []byte) { all = append(all, bad{name, text}) }
	two := list{square("a", "A", "1 strip", "1 strip"), square("b", "B", "1 strip", "1 strip")}
	ab := func(n int) object { return object{"unit": string(rune('a' + n%2))} }

	units := append(list{}, two...)
	var names []string
	for g := range 40 {
		id := fmt.Sprintf("g%d", g)
		units = append(units, made(id, gridOf(30, 30, func(_, _ int) object { return ab(r.IntN(2)) })))
		names = append(names, id)
	}
	add("eleven grids of 30 × 30", shell(units[:2+11], topOf(4, 11, names[:11]...), nil))
	measured := append(list{}, units[:2+11]...)
	for i := range measured[2:] {
		one := object{}
		for k, v := range measured[2+i].(object) {
			one[k] = v
		}
		one["measured"] = object{"width": "60 3/8 in", "height": "60 3/8 in", "trimmed": i%2 == 0}
		measured[2+i] = one
	}
	add("eleven grids of 30 × 30, all measured", shell(measured, topOf(4, 11, names[:11]...), nil))
	add("forty grids of 30 × 30", shell(units, topOf(4, 40, names...), nil))

	var borders list
	for i := range 3000 {
		borders = append(borders, object{
			"id": fmt.Sprintf("k%d", i), "name": fmt.Sprintf("K %d", i), "role": role(i),
			"width": "2 1/2 in", "corners": role(i + 1),
		})
	}
	t := topOf(4, 4, "a")
	t["borders"] = borders
	add("3,000 borders", shell(two, t, nil))
	t = topOf(4, 4, "a")
	t["borders"] = borders[:40]
	add("40 borders", shell(two, t, nil))

	for _, squares := range []bool{false, true} {
		units = append(list{}, two...)
		last := "a"
		for i := range 400 {
			if i == 135 {
				add(fmt.Sprintf("135 nested joins %v", squares), shell(slices.Clone(units), topOf(6, 6, last), nil))
			}
			id := fmt.Sprintf("j%d", i)
			units = append(units, square(fmt.Sprintf("p%d", i), role(i), "1 strip", "1 strip"))
			if squares {
				units[len(units)-1] = square(fmt.Sprintf("p%d", i), role(i), fmt.Sprintf("%d/64 in", 160+i), "1 strip")
			}
			units = append(units, made(id, object{"by": "joined", "columns": list{
				object{"id": "c1", "unit": last}, object{"id": "c2", "unit": fmt.Sprintf("p%d", i)},
			}}))
			last = id
			if len(units) > 498 {
				break
			}
		}
		add(fmt.Sprintf("248 nested joins %v", squares), shell(units, topOf(6, 6, last), nil))
	}

	units = list{}
	for i := range 240 {
		units = append(units, square(fmt.Sprintf("p%d", i), role(i), fmt.Sprintf("%d/64 in", 100+7*(i%40)),
			fmt.Sprintf("%d/64 in", 150+11*(i/40))))
	}
	units = append(units, made("g", gridOf(6, 40,
		func(r, c int) object { return object{"unit": fmt.Sprintf("p%d", 40*r+c)} })))
	add("6 × 40 unequal cells", shell(units, topOf(2, 2, "g"), nil))

	// Log cabins of every size: forty thousand logs, of which no two are alike.
	for _, n := range []int{14, 400} { // the first at the bound on steps
		units, names = nil, nil
		for i := range n {
			id := fmt.Sprintf("lc%d", i)
			units = append(units, made(id, object{
				"by": "log cabin", "centre": object{"role": "A"}, "width": fmt.Sprintf("%d/64 in", 100+i),
				"height": fmt.Sprintf("%d/64 in", 100+i),
				"rounds": 20, "logs": list{
					object{"role": "A", "strip": fmt.Sprintf("%d/64 in", 60+i%7)},
					object{"role": "B", "strip": "1 in"},
				},
			}))
			names = append(names, id)
		}
		add(fmt.Sprintf("%d log cabins of 20 rounds", n), shell(units, topOf(10, 10, names[0]), nil))
	}

	// Strip sets of many strips, sub-cut at many widths.
	for _, n := range []int{40, 300} {
		units = list{}
		var strips list
		for i := range 40 {
			strips = append(strips, object{"id": fmt.Sprintf("s%d", i), "role": role(i), "width": "1 in"})
		}
		units = append(units, made("set", object{"by": "strip set", "strips": strips}))
		var cols list
		for i := range n {
			id := fmt.Sprintf("cut%d", i)
			units = append(units, made(id, object{"by": "sub-cut", "from": "set", "width": fmt.Sprintf("%d/64 in", 64+3*i)}))
			cols = append(cols, object{"id": fmt.Sprintf("c%d", i), "unit": id, "turn": 180 * (i % 2)})
		}
		names = nil
		for i := 0; i+20 <= n; i += 20 {
			id := fmt.Sprintf("b%d", i)
			units = append(units, made(id, object{"by": "joined", "columns": cols[i : i+20]}))
			names = append(names, id)
		}
		add(fmt.Sprintf("%d sub-cuts of a set of 40", n), shell(units, topOf(5, 5, names[0]), nil))
	}

	// Kinds of which every run gives more than is wanted.
	units, names = nil, nil
	for i := range 499 {
		id := fmt.Sprintf("h%d", i)
		units = append(units, made(id, object{
			"by": "half-square triangles", "way": "eight", "lower": object{"role": role(i)},
			"upper": object{"role": role(i + 1)}, "finished": "2 strips", "sizing": "rule",
		}))
		names = append(names, id)
	}
	add("499 kinds with leftovers", shell(units, object{"rows": 5, "columns": 100, "repeat": func() (rows list) {
		for i := range 5 {
			rows = append(rows, topOf(1, 1, names[100*i:min(499, 100*i+99)]...)["repeat"].(list)[0])
		}
		return rows
	}()}, nil))

	// A repeat of 100 × 100 of different blocks.
	units = list{}
	names = nil
	for i := range 60 {
		id := fmt.Sprintf("h%d", i)
		units = append(units, made(id, object{
			"by": "half-square triangles", "way": "two", "lower": object{"role": role(i)},
			"upper": object{"role": role(i + 1)}, "finished": "2 strips", "sizing": "rule",
		}))
		names = append(names, id)
	}
	var rows list
	for range 100 {
		var row list
		for range 100 {
			row = append(row, object{"unit": names[r.IntN(len(names))], "turn": 90 * r.IntN(4)})
		}
		rows = append(rows, row)
	}
	add("100 × 100 of sixty kinds turned", shell(units, object{"rows": 100, "columns": 100, "repeat": rows}, nil))
	add("the same as a web, in kits of one",
		shell(units, object{"rows": 100, "columns": 100, "repeat": rows}, object{"schools": object{"rows": "web", "kit": 1}}))
	add("the same with sashing", shell(units,
		object{
			"rows": 70, "columns": 70, "repeat": rows,
			"sashing": object{"role": "A", "width": "2 in", "corners": "B", "outer": true},
		}, nil))
	add("the same on point", shell(units, object{
		"rows": 70, "columns": 70, "repeat": rows,
		"point": object{"role": "A", "corners": "B", "larger": "1/2 in"},
	}, nil))
	add("the same within pieced borders", shell(units, object{"rows": 60, "columns": 60, "repeat": rows, "borders": list{
		object{"id": "p1", "name": "P", "cells": rows[0], "corner": object{"unit": "h1"}},
		object{"id": "p2", "name": "P2", "cells": rows[1], "corner": object{"unit": "h1"}},
	}}, nil))
	add("one row of 10,000", shell(units, object{"rows": 1, "columns": 10000, "repeat": rows}, nil))
	add("one column of 10,000", shell(units, object{"rows": 10000, "columns": 1, "repeat": rows}, nil))

	// Blocks of 10 × 10 random cells in a random repeat.
	units = list{two[0], two[1]}
	names = nil
	for i := range 60 {
		id := fmt.Sprintf("n%d", i)
		units = append(units, made(id, gridOf(10, 10, func(_, _ int) object { return ab(r.IntN(2)) })))
		names = append(names, id)
	}
	rows = nil
	for range 20 {
		var row list
		for range 20 {
			row = append(row, object{"unit": names[r.IntN(len(names))], "turn": 90 * r.IntN(4)})
		}
		rows = append(rows, row)
	}
	add("20 × 20 of sixty hundred-patches", shell(units, object{"rows": 20, "columns": 20, "repeat": rows}, nil))

	// Lists of a megabyte.
	one := list{square("a", "A", "1 strip", "1 strip")}
	steps := object{}
	for i := range 15000 {
		steps[fmt.Sprintf("a/row-%d", i)] = object{"press": "outward", "pins": "everywhere"}
	}
	add("15,000 schools of steps", shell(one, topOf(4, 4, "a"), object{"schools": object{"steps": steps}}))
	held := object{}
	var done, spun list
	for i := range 12000 {
		held[fmt.Sprintf("row-1#%d", i)] = "plus"
		done = append(done, fmt.Sprintf("row-%d", i))
		spun = append(spun, fmt.Sprintf("row-1#%d", i))
	}
	add("12,000 held, done and spun", shell(one, topOf(4, 4, "a"),
		object{"press": object{"held": held, "done": done, "spun": spun}}))
	var supplies list
	for i := range 6000 {
		supplies = append(supplies, object{
			"id": fmt.Sprintf("s%d", i), "fabric": "dark",
			"kind": []string{"yardage", "strips", "pieces"}[i%3], "width": fmt.Sprintf("%d/8 in", 40+i%200),
			"length": fmt.Sprintf("%d/8 in", 41+i%300), "count": 1 + i%5,
		})
	}
	add("6,000 supplies", shell(one, topOf(40, 40, "a"), object{"supplies": supplies}))
	add("500 supplies", shell(one, topOf(40, 40, "a"), object{"supplies": supplies[:500]}))
	pieces := make(list, 500)
	for i := range pieces {
		pieces[i] = object{
			"id": fmt.Sprintf("s%d", i), "fabric": "dark", "kind": []string{"pieces", "strips"}[i%2], "count": 1 + i%5,
			"width": fmt.Sprintf("%d/8 in", 20+i%200), "length": fmt.Sprintf("%d/8 in", 21+i%300),
		}
	}
	var ways list
	for i := range 500 {
		ways = append(ways, object{
			"id": fmt.Sprintf("w%d", i), "name": fmt.Sprintf("W %d", i),
			"fabrics": object{"A": "light", "B": "dark"},
		})
	}
	rows = nil
	for i := range 100 {
		var row list
		for j := range 5 {
			row = append(row, object{"unit": "g", "colourway": fmt.Sprintf("w%d", 5*i+j)})
		}
		rows = append(rows, row)
	}
	g := append(append(list{}, two...), made("g", gridOf(10, 10, func(i, j int) object { return ab(i + j) })))
	add("500 colourways", shell(g, object{"rows": 100, "columns": 5, "repeat": rows}, object{"colourways": ways}))
	var twoWays list
	for i := range 300 {
		twoWays = append(twoWays, object{"unit": "g", "which": "every other block", "own": true, "whole": i%2 == 0})
	}
	add("300 two ways", shell(g, topOf(10, 10, "g"), object{"press": object{"twoWays": twoWays}}))
	units = list{}
	for i := range 500 {
		p := square(fmt.Sprintf("p%d", i), "A", "1 strip", "1 strip")
		var also list
		if i%2 == 0 {
			for j := range 200 {
				also = append(also, fmt.Sprintf("p%d", (i+1+2*j)%500))
			}
		}
		if i < 2 {
			p["also"] = also
		}
		units = append(units, p)
	}
	add("500 patches that stand in for each other", shell(units, topOf(10, 10, "p0"), nil))
	rows = nil
	for i := range 5 {
		var row list
		for j := range 100 {
			row = append(row, object{"unit": fmt.Sprintf("p%d", 100*i+j)})
		}
		rows = append(rows, row)
	}
	add("500 patches, all laid, that stand in for each other",
		shell(units, object{"rows": 5, "columns": 100, "repeat": rows}, nil))
	for i := range units { // half-square triangles of which a run gives eight, in a chain of stand-ins
		id := fmt.Sprintf("p%d", i)
		units[i] = made(id, object{
			"by": "half-square triangles", "way": "eight", "lower": object{"role": "A"},
			"upper": object{"role": "B"}, "finished": "2 strips", "sizing": "rule",
		})
		if i > 0 {
			units[i].(object)["also"] = list{fmt.Sprintf("p%d", i-1)}
		}
	}
	add("500 kinds in a chain of stand-ins",
		shell(units[:499], object{"rows": 5, "columns": 99, "repeat": func() (out list) {
			for _, row := range rows {
				out = append(out, row.(list)[:99])
			}
			return out
		}()}, nil))

	// Doubling grids: each of two by two of the one before, each cell turned.
	units = list{}
	units = append(units, two...)
	prev := [2]string{"a", "b"}
	for i := range 6 {
		id := fmt.Sprintf("d%d", i)
		units = append(units, made(id, gridOf(2, 2,
			func(r, c int) object { return object{"unit": prev[(r+c)%2], "turn": 90 * (2*r + c)} })))
		prev = [2]string{id, id}
	}
	add("grids of grids", shell(units, topOf(3, 3, prev[0]), nil))
	// A thousand units of one block each: three hundred grids of different patches.
	units = list{}
	names = nil
	for i := range 60 {
		units = append(units, square(fmt.Sprintf("p%d", i), role(i), "1 strip", "1 strip"))
	}
	for i := range 300 {
		id := fmt.Sprintf("n%d", i)
		units = append(units, made(id, gridOf(7, 7,
			func(_, _ int) object { return object{"unit": fmt.Sprintf("p%d", r.IntN(60))} })))
		names = append(names, id)
	}
	rows = nil
	for i := range 3 {
		var row list
		for j := range 100 {
			row = append(row, object{"unit": names[100*i+j]})
		}
		rows = append(rows, row)
	}
	add("200 different blocks", shell(units[:60+200], object{"rows": 2, "columns": 100, "repeat": rows[:2]}, nil))
	add("300 different blocks", shell(units, object{"rows": 3, "columns": 100, "repeat": rows}, nil))
	// Forty different widths and heights.
	units = list{}
	for i := range 400 {
		units = append(units, square(fmt.Sprintf("p%d", i), role(i), fmt.Sprintf("%d/64 in", 100+7*(i%20)),
			fmt.Sprintf("%d/64 in", 150+11*(i/20))))
	}
	units = append(units, made("g", gridOf(20, 20,
		func(r, c int) object { return object{"unit": fmt.Sprintf("p%d", 20*r+c)} })))
	add("20 × 20 unequal cells", shell(units, topOf(5, 5, "g"), nil))
	add("20 × 20 unequal cells, 500 pieces", shell(units, topOf(5, 5, "g"), object{"supplies": pieces}))
	add("20 × 20 unequal cells, ends used", shell(units, topOf(5, 5, "g"), object{"schools": object{"ends": "use"}}))
	// As large and as many as can be written.
	large := list{square("a", "A", "199 in", "999 yd"), square("b", "B", "3/4 in", "999 yd")}
	t = topOf(10000, 1, "a")
	t["borders"] = list{object{"id": "k", "name": "K", "role": "A", "width": "1 in"}}
	t["backing"], t["binding"] = object{"role": "A", "overhang": "4 in"}, object{"role": "B", "width": "2 1/2 in"}
	add("ten thousand bolts of cloth", shell(large, t,
		object{"cloth": object{"usable": "200 in", "squaring": "0"}, "spares": object{"count": 1000, "percent": 100}}))
	t = topOf(1, 10000, "a")
	t["borders"], t["backing"], t["binding"] = list{object{
		"id": "k", "name": "K", "role": "A", "width": "1 in",
		"corners": "B",
	}}, object{"role": "B", "overhang": "4 in", "seams": "sides"}, object{"role": "B", "width": "2 1/2 in"}
	add("ten thousand bolts in a row", shell(large, t, object{"cloth": object{"usable": "5 in", "squaring": "0"}}))
	add("ten thousand blocks of 39 in", shell(list{square("a", "A", "39 in", "39 in")}, object{
		"rows": 100, "columns": 100, "repeat": list{list{object{"unit": "a"}}},
		"borders": t["borders"], "backing": t["backing"], "binding": t["binding"],
	}, object{
		"spares": object{"count": 1000, "percent": 100},
		"cloth":  object{"usable": "40 in", "squaring": "1/2 in", "every": 1},
	}))
	units = nil
	for i := range 400 {
		units = append(units, square(fmt.Sprintf("p%d", i), "A", fmt.Sprintf("%d/64 in", 1300+i),
			fmt.Sprintf("%d/64 in", 1300+i)))
	}
	for i := range units { // all as large, each of its own kind, so that every one is cut and spared
		units[i] = square(fmt.Sprintf("p%d", i), "A", "39 in", "39 in")
	}
	rows = nil
	for i := range 4 {
		var row list
		for j := range 100 {
			row = append(row, object{"unit": fmt.Sprintf("p%d", 100*i+j)})
		}
		rows = append(rows, row)
	}
	add("a thousand spares of 400 patches",
		shell(units, object{"rows": 4, "columns": 100, "repeat": rows}, object{"spares": object{"count": 1000}}))
	add("324 parts, and 324 parts of those", partsOfPartsOf(two, r))
	add("a hundred columns of 39 strips, straight", wideWave(100, true, r))
	add("sixty columns of 39 strips", wideWave(60, false, r))
	add("20,000 patches of two prints dealt",
		dealtOut(gridOf(2, 2, func(_, _ int) object { return object{"unit": "a"} }), 50, 2,
			object{"seed": 1, "corners": true}))
	add("10,000 blocks of 500 prints dealt",
		dealtOut(object{"by": "patch", "role": "A", "width": "2 in", "height": "2 in"}, 100, 500,
			object{"seed": 1, "corners": true}))
	for _, n := range []int{9, 22} {
		add(fmt.Sprintf("%d × %d patches of a block, no two alike", n, n),
			dealtOut(gridOf(n, n, func(_, _ int) object { return object{"unit": "a"} }), 3, 40,
				object{"seed": 1, "rules": list{object{"role": "A", "apart": "block"}}}))
	}
	return all
}

// dealtOut is a square quilt of one block cut from so many prints.
func dealtOut(block object, side, prints int, deal object) []byte {
	var many list
	for i := range prints {
		many = append(many, object{
			"id": fmt.Sprintf("p%d", i), "name": fmt.Sprintf("Print %d", i),
			"colour": fmt.Sprintf("#%06x", 7919*i),
		})
	}
	return shell(list{square("a", "A", "1 1/2 in", "1 1/2 in"), made("block", block)}, topOf(side, side, "block"), object{
		"fabrics": list{
			object{"id": "dark", "name": "Dark", "colour": "#27506b", "print": "assorted", "assortment": many},
			object{"id": "light", "name": "Light", "colour": "#efe6d3"},
		},
		"deal": deal,
	})
}

// wideWave is as wide a wave as there can be: every ring as wide as no other, every step as it comes.
func wideWave(n int, straight bool, r *rand.Rand) []byte {
	var strips, columns list
	for i := range 39 {
		strips = append(strips, object{"id": fmt.Sprintf("s%d", i), "role": role(r.IntN(2)), "width": "1 in"})
	}
	for i := range n {
		columns = append(columns, object{
			"id": fmt.Sprintf("c%d", i), "from": "set", "width": fmt.Sprintf("%d/64 in", 40+i), "step": r.IntN(77) - 38,
		})
	}
	return shell(list{
		made("set", object{"by": "strip set", "closed": true, "strips": strips}),
		made("wave", object{"by": "tube", "columns": columns, "straight": straight}),
	}, topOf(5, 4, "wave"), nil)
}

// partsOfPartsOf is a grid cut again in eighteen parts each way, its parts joined as they fall and cut again.
func partsOfPartsOf(two list, r *rand.Rand) []byte {
	cuts := func(first, every int) object {
		var lines list
		for i := range 17 {
			lines = append(lines, object{"from": "left", "by": fmt.Sprintf("%d/8 in", first+every*i)})
		}
		down := list{}
		for i := range 17 {
			down = append(down, object{"from": "top", "by": fmt.Sprintf("%d/8 in", first+every*i)})
		}
		return object{"upright": object{"lines": lines}, "level": object{"lines": down}}
	}
	cut := func(id, from string, first, every int) object {
		how := cuts(first, every)
		how["by"], how["from"] = "cut again", from
		return made(id, how)
	}
	again := func(of string) object {
		return gridOf(18, 18, func(row, column int) object {
			return object{"unit": fmt.Sprintf("%s:%c%d", of, 'a'+column, row+1), "turn": 180 * r.IntN(2)}
		})
	}
	units := append(list{}, two...)
	units = append(units, made("g", gridOf(18, 18,
		func(_, _ int) object { return object{"unit": string(rune('a' + r.IntN(2)))} })),
		cut("p", "g", 10, 16), made("h", again("p")), cut("q", "h", 11, 12), made("block", again("q")))
	return shell(units, topOf(5, 5, "block"), nil)
}

func BenchmarkWorst(b *testing.B) {
	for _, w := range worst() {
		b.Run(w.name, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				d, problems := document.Read(w.text)
				p, problems := plan.Make(d, problems)
				text, err := json.Marshal(p)
				if err != nil {
					b.Fatal(err)
				}
				b.ReportMetric(float64(len(text))/1e6, "MB-JSON")
				b.ReportMetric(float64(len(w.text))/1e3, "KB-doc")
				b.ReportMetric(float64(len(p.Steps)), "steps")
				if problems.Stopped() {
					b.Log(problems.Stops()[0].Says, problems.Stops()[0].At)
				}
			}
		})
	}
}

// BenchmarkWorstQuestions asks what can be asked of every worst document; make test asks about a few of them.
func BenchmarkWorstQuestions(b *testing.B) {
	for i, w := range worst() {
		if os.Getenv("VICIS_SOAK") == "" && i%8 != 0 {
			continue
		}
		d, problems := document.Read(w.text)
		p, planned, said := plan.From(d, problems)
		if said.Stopped() || len(p.Steps) == 0 {
			continue
		}
		var seam naming.Seam
		if len(p.Press.Lines) > 0 && len(p.Press.Lines[0].Each) > 0 {
			seam = p.Press.Lines[0].Each[0].Seam
		}
		all, half := net.Of(planned), stock.NewAccount()
		for i, one := range all.Book.Order {
			half.Add(record.Event{
				ID: fmt.Sprintf("event-%05d", i), Step: one.Step, Exact: one.Makes.Size, Kind: record.Made, N: (one.All + 1) / 2,
			}, one)
		}
		for name, about := range map[string]func() any{
			"rest":         func() any { return all.Here(half).Work().Cut },
			"remedies":     func() any { r, _ := askpress.RemediesFor(d, ask.Enough(nil)); return r },
			"arrangements": func() any { r, _ := askpress.Arrangements(d, ask.Enough(nil)); return r },
			"cliffs":       func() any { r, _ := askcloth.Cliffs(d, ask.Enough(nil)); return r },
			"backwards": func() any {
				r, _ := askcloth.Backwards(d, []askcloth.SupplyThere{{Fabric: "dark", Length: measure.Typed("900 yd")}},
					ask.Enough(nil))
				return r
			},
			"ways": func() any { r, _ := askunits.Ways(d, d.Top.Repeat[0][0].Unit, ask.Enough(nil)); return r },
			"patches": func() any {
				r, _ := askunits.ByPatches(d, d.Top.Repeat[0][0].Unit, ask.Enough(nil))
				return r
			},
			"again": func() any { r, _ := askunits.PartsOf(d, d.Top.Repeat[0][0].Unit, ask.Enough(nil)); return r },
			"waves": func() any { r, _ := askunits.WavesOf(d, d.Top.Repeat[0][0].Unit, ask.Enough(nil)); return r },
			"onward": func() any {
				step := d.Top.Repeat[0][0].Unit.Step()
				r, _ := onward.OnwardFrom(d, onward.Came{Step: step, Height: measure.Typed("6 3/8"), Width: measure.Typed("6 3/8")},
					whole.Against(stock.NewAccount()), ask.Enough(nil))
				for _, s := range p.Steps { // what it should measure, and a little less
					if l, err := measure.Parse(s.Exact, d.Units); err == nil && s.Stage == "strip sets" {
						r, _ = onward.OnwardFrom(d, onward.Came{Step: s.ID, Height: measure.Write(l - measure.Inch/16)},
							whole.Against(stock.NewAccount()), ask.Enough(nil))
						break
					}
				}
				return r
			},
			"card": func() any { // of the step with the most seams
				step, most := p.Steps[0].ID, 0
				for _, s := range p.Steps {
					if s.Sewing != nil && s.Sewing.Seams*s.Make >= most {
						step, most = s.ID, s.Sewing.Seams*s.Make
					}
				}
				r, _ := machine.UnderNeedle(planned, step, 0)
				return r
			},
			"block card": func() any { r, _ := machine.UnderNeedle(planned, d.Top.Repeat[0][0].Unit.Step(), 0); return r },
			"order": func() any {
				l := stock.NewAccount()
				return order.Of(planned, tally.Against(l, planned), times.Takes(l.Log, planned))
			},
			"resize": func() any { r, _ := askunits.Resize(d, d.Top.Repeat[0][0].Unit, measure.Typed("7 1/3")); return r },
			"near":   func() any { r, _ := askcloth.NearTo(d, measure.Typed("90"), measure.Typed("100")); return r },
			"seam":   func() any { r, _ := askpress.AboutSeam(d, seam, ask.Enough(nil)); return r },
		} {
			b.Run(w.name+"/"+name, func(b *testing.B) {
				b.ReportAllocs()
				for b.Loop() {
					text, err := json.Marshal(about())
					if err != nil {
						b.Fatal(err)
					}
					b.ReportMetric(float64(len(text))/1e6, "MB-JSON")
				}
			})
		}
	}
}
