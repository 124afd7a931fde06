package plan_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"regexp"
	"strconv"
	"testing"

	"vicis/core/ask"
	"vicis/core/askcloth"
	"vicis/core/askpress"
	"vicis/core/document"
	"vicis/core/measure"
	"vicis/core/plan"
	"vicis/internal/soak"
	"vicis/internal/trial/whole"
)

// What an answer to any document within what one may hold may take: bytes as it is sent, and of memory.
const (
	mostSent   = 8 << 20
	mostMemory = 256 << 20
	mostLonger = 3 // times that where every name is as long as it may be
)

// inChild says that this process was started to be measured.
const inChild = "VICIS_MEASURE"

// The worst documents are answered within the bounds on bytes and memory. They are planned in a process of its own, one
// after the other, whose peak the kernel tells.
func TestTheWorstDocumentsAreBounded(t *testing.T) {
	if os.Getenv(inChild) != "" {
		for _, w := range worst() {
			d, problems := document.Read(w.text)
			p, _ := plan.Make(d, problems)
			text, err := json.Marshal(p)
			if err != nil {
				t.Fatal(err)
			}
			fmt.Printf("%s: %d bytes, peak %d\n", w.name, len(text), peak(t))
		}
		for i, w := range worst() { // and some with the longest names there can be
			if i%soak.Tenth() > 0 {
				continue
			}
			d, problems := document.Read(longNamed(t, w.text))
			p, _ := plan.Make(d, problems)
			text, err := json.Marshal(p)
			if err != nil {
				t.Fatal(err)
			}
			fmt.Printf("%s, long: %d bytes, peak %d\n", w.name, len(text), peak(t))
		}
		return
	}
	child := exec.Command(os.Args[0], "-test.run", "^"+t.Name()+"$", "-test.v")
	child.Env = append(os.Environ(), inChild+"=1")
	out, err := child.CombinedOutput()
	if err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	lines := regexp.MustCompile(`(?m)^(.+): (\d+) bytes, peak (\d+)$`).FindAllSubmatch(out, -1)
	if len(lines) < len(worst()) {
		t.Fatalf("%d documents were planned: %s", len(lines), out)
	}
	for _, l := range lines {
		times := 1
		if bytes.HasSuffix(l[1], []byte(", long")) {
			times = mostLonger
		}
		if n, _ := strconv.Atoi(string(l[2])); n > times*mostSent {
			t.Errorf("%s: %d bytes are sent", l[1], n)
		}
		if n, _ := strconv.Atoi(string(l[3])); n > times*mostMemory {
			t.Errorf("%s, or one before it: %d MB", l[1], n>>20)
		}
		if testing.Verbose() {
			t.Logf("%s", l[0])
		}
	}
}

// peak is the most memory this process has held.
func peak(t *testing.T) int {
	t.Helper()
	status, err := os.ReadFile("/proc/self/status")
	if err != nil {
		t.Fatal(err)
	}
	found := regexp.MustCompile(`VmHWM:\s*(\d+) kB`).FindSubmatch(status)
	if found == nil {
		t.Fatal("the kernel does not tell")
	}
	kb, err := strconv.Atoi(string(bytes.TrimSpace(found[1])))
	if err != nil {
		t.Fatal(err)
	}
	return kb << 10
}

// Of our own quilts and the library's blocks everything is worked out that is asked: none comes near an empty purse.
func TestOwnQuiltsAreAnsweredWhole(t *testing.T) {
	for _, d := range whole.Blocks(t) {
		d.Top.Rows, d.Top.Columns = 6, 7
		for _, d := range []document.Document{d, surrounded(d)} {
			purse := ask.Enough(nil)
			r, _ := askpress.RemediesFor(d, purse)
			a, _ := askpress.Arrangements(d, ask.Enough(nil))
			back, _ := askcloth.Backwards(d, []askcloth.SupplyThere{{Fabric: d.Fabrics[0].ID, Length: measure.Typed("4 yd")}},
				ask.Enough(nil))
			if says := r.Says + a.Says + back.Says; says != "" {
				t.Errorf("%s: %s", d.Name, says)
			}
		}
	}
}
