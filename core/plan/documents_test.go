package plan_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"testing"

	"vicis/core/document"
	"vicis/internal/quilts"
	"vicis/internal/trial/whole"
)

// Documents are written to a folder where VICIS_DOCUMENTS names one, so that two builds of the program can be asked the
// same of them (scripts/same): all that ship, the library's laid and measured otherwise, the worst, and three hundred
// in which single values are changed.
func TestDocumentsAreWritten(t *testing.T) {
	folder := os.Getenv("VICIS_DOCUMENTS")
	if folder == "" {
		t.Skip("VICIS_DOCUMENTS names no folder")
	}
	write := func(name string, text []byte) {
		if err := os.WriteFile(filepath.Join(folder, name+".json"), text, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	written := func(name string, d document.Document) []byte {
		text, err := document.Write(d)
		if err != nil {
			t.Fatal(err)
		}
		write(name, text)
		return text
	}
	shipped, err := quilts.All()
	if err != nil {
		t.Fatal(err)
	}
	for i, d := range shipped {
		written(fmt.Sprintf("shipped-%03d", i), d)
	}
	var texts [][]byte
	for i, d := range whole.Blocks(t) {
		texts = append(texts, written(fmt.Sprintf("laid-%03d", i), surrounded(d)),
			written(fmt.Sprintf("otherwise-%03d", i), otherwise(d)),
			written(fmt.Sprintf("measured-%03d", i), measuredLess(d)))
	}
	for i, w := range worst() {
		write(fmt.Sprintf("worst-%03d", i), w.text)
	}
	r := rand.New(rand.NewPCG(32, 300))
	for i := range 300 {
		var tree any
		if err := json.Unmarshal(texts[r.IntN(len(texts))], &tree); err != nil {
			t.Fatal(err)
		}
		for range 1 + r.IntN(3) {
			change(tree, r.IntN(1<<16), byte(r.IntN(4)), r.IntN(256))
		}
		text, err := json.Marshal(tree)
		if err != nil {
			t.Fatal(err)
		}
		write(fmt.Sprintf("changed-%03d", i), text)
	}
}
