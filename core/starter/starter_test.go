package starter

import (
	"fmt"
	"testing"

	"vicis/core/measure"
	"vicis/core/plan"
)

// Every block with every companion can be begun, in inches and in centimetres; all of its crossings nest.
func TestEveryStartIsAPlan(t *testing.T) {
	for _, o := range Options() {
		for _, companion := range []Companion{None, Plain, Cornered} {
			for _, m := range []measure.Units{measure.Inches, measure.Centimetres} {
				if companion == Cornered && o.Squares%2 == 0 {
					continue
				}
				name := fmt.Sprintf("%s, %s, %s", o.Name, companion, m)
				c := Choices{
					Name: name, Block: o.Block, Squares: o.Squares, Companion: companion, Rows: 6, Columns: 5,
					Measure: m, Strip: measure.Typed("2 1/2 in"), Border: measure.Typed("3 1/2 in"),
				}
				if m == measure.Centimetres {
					c.Strip, c.Border = measure.Typed("65 mm"), measure.Typed("9 cm")
				}
				d, problems := Build(c)
				p, problems := plan.Make(d, problems)
				if len(problems) > 0 {
					t.Errorf("%s: %+v", name, problems)
					continue
				}
				if p.Press.Clashes > 0 {
					t.Errorf("%s: %s %+v", name, p.Press.Says, p.Press.Places)
				}
			}
		}
	}
}

func TestChoicesThatMakeNoSenseAreRefusedAtTheirPlace(t *testing.T) {
	good := Choices{
		Name: "x", Block: Checkers, Squares: 3, Companion: Plain, Rows: 2, Columns: 2, Measure: "in",
		Strip: measure.Typed("2.5"),
	}
	for _, c := range []struct {
		change func(*Choices)
		at     string
	}{
		{func(c *Choices) { c.Squares = 1 }, "/squares"},
		{func(c *Choices) { c.Squares = 1000000 }, "/squares"},
		{func(c *Choices) { c.Block = "spiral" }, "/block"},
		{func(c *Choices) { c.Block, c.Squares = Chain, 6 }, "/squares"},
		{func(c *Choices) { c.Companion = "friend" }, "/companion"},
		{func(c *Choices) { c.Squares, c.Companion = 2, Cornered }, "/companion"},
		{func(c *Choices) { c.Measure = "ell" }, "/measure"},
	} {
		choices := good
		c.change(&choices)
		_, problems := Build(choices)
		if !problems.Stopped() || problems[0].At != c.at {
			t.Errorf("want a problem at %s, got %+v", c.at, problems)
		}
	}
}
