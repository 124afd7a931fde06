package cutting

import (
	"encoding/json"
	"math/rand"
	"os/exec"
	"strings"
	"testing"

	"vicis/core/cloth"
	"vicis/core/measure"
)

// onAGrid counts again, in Python: a motif every repeat, from every place where the first one can lie, eighth by eighth;
// patches are taken from the left, each with its motif in the middle. Of all places the least counts.
const onAGrid = `
import json, sys
def least(long, size, repeat):
    counts = []
    for first in range(repeat):
        n, free = 0, 0
        for middle in range(2 * first, 2 * long, 2 * repeat):  # in sixteenths, so that half a size is whole
            if middle - size >= free and middle + size <= 2 * long:
                n, free = n + 1, middle + size
        counts.append(n)
    return min(counts)
print(json.dumps([least(*one) for one in json.load(sys.stdin)]))
`

// How many motifs a length gives at least is held against places on a grid. Where the two worst places lie between two
// eighths, the grid may be one too kind.
func TestMotifsOnAGrid(t *testing.T) {
	r := rand.New(rand.NewSource(3))
	var asked [][3]int
	for range 2000 {
		asked = append(asked, [3]int{r.Intn(360), 8 + r.Intn(80), 8 + r.Intn(60)})
	}
	text, err := json.Marshal(asked)
	if err != nil {
		t.Fatal(err)
	}
	python := exec.Command("python3", "-c", onAGrid)
	python.Stdin = strings.NewReader(string(text))
	out, err := python.Output()
	if err != nil {
		t.Fatal(err)
	}
	var want []int
	if err := json.Unmarshal(out, &want); err != nil {
		t.Fatal(err)
	}
	eighth, some := measure.Inch/8, 0
	for i, one := range asked {
		long, size, repeat := eighth*measure.Length(one[0]), eighth*measure.Length(one[1]), eighth*measure.Length(one[2])
		got := int(cloth.MotifsIn(long, size, repeat))
		if between := int(cloth.MotifsIn(long+eighth, size, repeat)); got > want[i] || want[i] > between {
			t.Errorf("%v eighths: %d, on a grid %d", one, got, want[i])
		}
		if got == want[i] && got > 0 {
			some++
		}
	}
	if some < 1000 {
		t.Errorf("only %d of %d give some", some, len(asked))
	}
	// 4″ apart, patches of 2½″: six of 27½″, eight of 35½″, wherever the first one lies.
	for long, want := range map[measure.Length]measure.Length{55 * half: 6, 71 * half: 8} {
		if got := cloth.MotifsIn(long, 5*half, 4*measure.Inch); got != want {
			t.Errorf("%d of %v″, want %d", got, long.Inches(), want)
		}
	}
}
