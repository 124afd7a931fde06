// Package caliper is a simulated digital caliper, and the hand that holds it: a stand-in for a device, with a bias, a
// spread, a resolution, a guide that moves and a thumb that slips now and then. It never says which of them it was.
package caliper

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net"
	"net/http"
	"strconv"
	"strings"
	"sync"

	"vicis/core/measure"
)

// Hand is how somebody measures a batch. Its zero value measures exactly.
type Hand struct {
	Bias       measure.Length // by how much everything comes out larger
	Spread     measure.Length // standard deviation from one to the next
	Resolution measure.Length // of the caliper; nothing for as fine as it prints
	Slips      int            // one reading in so many is a slip of the thumb; 0 for none
	After      int            // from how many readings on everything comes out larger once more
	Drift      measure.Length // by so much
}

// Caliper gives one reading after the other; the same seed gives the same. It may be asked from several sides at once.
type Caliper struct {
	hand Hand
	mu   sync.Mutex
	r    *rand.Rand
	n    int
}

// New is a caliper in somebody's hand.
func New(h Hand, seed uint64) *Caliper {
	return &Caliper{hand: h, r: rand.New(rand.NewPCG(seed, 0xca11))}
}

// Read is what it shows for a thing of a size, as it would be typed: 6.485. Units are those of its button.
func (c *Caliper) Read(size measure.Length, units measure.Units) string {
	c.mu.Lock()
	defer c.mu.Unlock()
	h := c.hand
	at := size + h.Bias + measure.Length(c.r.NormFloat64()*float64(h.Spread))
	if c.n++; h.After > 0 && c.n > h.After {
		at += h.Drift
	}
	if h.Resolution > 0 {
		at = (at + h.Resolution/2) / h.Resolution * h.Resolution
	}
	unit := measure.Inch
	if units == measure.Centimetres {
		unit = measure.Centimetre
	}
	shown := func(l measure.Length) string {
		return strings.TrimSuffix(strings.TrimRight(strconv.FormatFloat(float64(l)/float64(unit), 'f', 3, 64), "0"), ".")
	}
	if h.Slips > 0 && c.r.IntN(h.Slips) == 0 {
		switch c.r.IntN(3) {
		case 0:
			return shown(10 * at) // the point was not pressed
		case 1:
			return shown(at - unit) // read from the next mark
		}
		return shown(at * 127 / 50) // the other units
	}
	return shown(at)
}

// Reading is what the endpoint answers.
type Reading struct {
	Reads string        `json:"reads"` // as it would be typed
	Units measure.Units `json:"units"` // in or cm
}

// ServeHTTP answers GET /reading?size=6.5in&units=in with the next reading of a thing of that size: a simulated caliper
// has to be told what lies between its jaws.
func (c *Caliper) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	if host, _, err := net.SplitHostPort(r.Host); err == nil && host != "localhost" && !net.ParseIP(host).IsLoopback() {
		http.Error(w, "This caliper answers on its own machine alone.", http.StatusForbidden)
		return
	}
	if r.URL.Path != "/reading" || r.Method != http.MethodGet {
		http.Error(w, "Ask for /reading?size=6.5in.", http.StatusNotFound)
		return
	}
	units := measure.Units(r.URL.Query().Get("units"))
	if units != measure.Centimetres {
		units = measure.Inches
	}
	size, err := measure.Parse(r.URL.Query().Get("size"), units)
	if err != nil || size <= 0 {
		http.Error(w, fmt.Sprintf("Nothing of that size lies between the jaws: %q.", r.URL.Query().Get("size")),
			http.StatusBadRequest)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	_ = json.NewEncoder(w).Encode(Reading{c.Read(size, units), units}) // whoever asked may have gone
}
