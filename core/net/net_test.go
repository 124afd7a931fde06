package net_test

import (
	"testing"

	"vicis/core/net"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/internal/quilts"
)

// Of a quilt that nobody has begun everything is to be made that is planned, no more and no less.
func TestFromNothingAllIsToBeMade(t *testing.T) {
	docs, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	steps := 0
	for _, d := range docs {
		w, ok := work.Of(d)
		if !ok {
			continue
		}
		p := net.Of(w)
		needs, other := p.From(p.There(stock.NewAccount()))
		for i, s := range w.Steps {
			steps++
			if needs[i].ToGo != s.Make || needs[i].Short != 0 {
				t.Errorf("%s: %d of %s (%s), planned are %d", d.Name, needs[i].ToGo, s.ID, s.Called, s.Make)
			}
		}
		if len(other) > 0 {
			t.Errorf("%s: %v lie there", d.Name, other)
		}
	}
	if steps < 900 {
		t.Errorf("only %d steps", steps)
	}
}
