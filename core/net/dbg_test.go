package net_test

import (
	"fmt"
	"reflect"
	"testing"
	"vicis/core/net"
	"vicis/core/stock"
	"vicis/core/work"
	"vicis/internal/quilts"
)

func TestDbg(t *testing.T) {
	docs, _ := quilts.All()
	for _, d := range docs {
		if d.Name != "Gentle wave" {
			continue
		}
		w, _ := work.Of(d)
		here := net.Of(w).Here(stock.NewAccount()).Work()
		for i, s := range w.Steps {
			if i < len(here.Steps) && !reflect.DeepEqual(s, here.Steps[i]) {
				a, b := reflect.ValueOf(s), reflect.ValueOf(here.Steps[i])
				for k := 0; k < a.NumField()-1; k++ {
					if !reflect.DeepEqual(a.Field(k).Interface(), b.Field(k).Interface()) {
						fmt.Printf("%s %s: %.200v | %.200v\n", s.ID, a.Type().Field(k).Name, a.Field(k).Interface(), b.Field(k).Interface())
					}
				}
				return
			}
		}
	}
}
