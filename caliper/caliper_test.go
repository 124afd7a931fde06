package caliper

import (
	"encoding/json"
	"math"
	"net/http"
	"net/http/httptest"
	"testing"

	"vicis/core/measure"
)

const in = measure.Inch

func read(t *testing.T, c *Caliper, size measure.Length, units measure.Units) float64 {
	t.Helper()
	l, err := measure.Parse(c.Read(size, units), units)
	if err != nil {
		t.Fatal(err)
	}
	return l.Inches()
}

// Two thousand readings of 6½″ lie round bias and spread as they were set, on the marks of its resolution, in inches
// and in centimetres.
func TestAHandMeasuresAsItIsSet(t *testing.T) {
	for _, units := range []measure.Units{measure.Inches, measure.Centimetres} {
		c := New(Hand{Bias: -in / 32, Spread: in / 64, Resolution: in / 200}, 1)
		var sum, squares float64
		const n = 2000
		for range n {
			x := read(t, c, 13*in/2, units)
			sum, squares = sum+x, squares+x*x
		}
		mean := sum / n
		if sd := math.Sqrt(squares/n - mean*mean); math.Abs(mean-(6.5-1.0/32)) > 0.002 || math.Abs(sd-1.0/64) > 0.002 {
			t.Errorf("%s: mean %.4f, spread %.4f", units, mean, sd)
		}
	}
	if exact := New(Hand{}, 1).Read(13*in/2, measure.Inches); exact != "6.5" {
		t.Errorf("an exact hand reads %s", exact)
	}
}

// A guide that moves after ten, and one slip in five: each is there, and the same seed gives the same readings.
func TestDriftAndSlips(t *testing.T) {
	c := New(Hand{After: 10, Drift: in / 8}, 2)
	for i := range 20 {
		want := 6.5
		if i >= 10 {
			want = 6.625
		}
		if x := read(t, c, 13*in/2, measure.Inches); x != want {
			t.Fatalf("reading %d is %v", i+1, x)
		}
	}
	a, b := New(Hand{Slips: 5}, 3), New(Hand{Slips: 5}, 3)
	slips := 0
	for range 500 {
		x, y := a.Read(13*in/2, measure.Inches), b.Read(13*in/2, measure.Inches)
		if x != y {
			t.Fatal("the same seed reads otherwise")
		}
		if x != "6.5" {
			slips++
		}
	}
	if slips < 60 || slips > 140 {
		t.Errorf("%d slips in 500, one in five was asked for", slips)
	}
}

func TestTheEndpoint(t *testing.T) {
	c := New(Hand{}, 4)
	for _, one := range []struct {
		method, path string
		code         int
	}{
		{"GET", "/reading?size=6+1%2F2+in", 200},
		{"GET", "/reading?size=16.51&units=cm", 200},
		{"GET", "/reading?size=much", 400},
		{"GET", "/reading?size=0", 400},
		{"GET", "/reading", 400},
		{"GET", "/", 404},
		{"POST", "/reading?size=6", 404},
	} {
		w := httptest.NewRecorder()
		c.ServeHTTP(w, httptest.NewRequest(one.method, one.path, http.NoBody))
		if w.Code != one.code {
			t.Errorf("%s %s: %d %s", one.method, one.path, w.Code, w.Body)
		}
		var r Reading
		if one.code == 200 && (json.Unmarshal(w.Body.Bytes(), &r) != nil || r != (Reading{"6.5", measure.Inches}) &&
			r != (Reading{"16.51", measure.Centimetres})) {
			t.Errorf("%s", w.Body)
		}
	}
}
