package plan_test

import (
	"encoding/json"
	"fmt"
	"os"
	"strings"
	"testing"

	"vicis/core/document"
	"vicis/core/plan"
)

func TestTmpSizes(t *testing.T) {
	for _, w := range worst() {
		if !strings.Contains(w.name, os.Getenv("W")) || w.name == "3,000 borders" {
			continue
		}
		d, problems := document.Read(w.text)
		p, _ := plan.Make(d, problems)
		text, _ := json.Marshal(p)
		if len(text) < 2e6 {
			continue
		}
		var m map[string]json.RawMessage
		json.Unmarshal(text, &m)
		fmt.Printf("%s:", w.name)
		for k, v := range m {
			if len(v) > 200000 {
				fmt.Printf(" %s %.2f", k, float64(len(v))/1e6)
			}
		}
		fmt.Println()
		json.Unmarshal(m["quilt"], &m)
		for k, v := range m {
			if len(v) > 200000 {
				fmt.Printf("   %s %.2f", k, float64(len(v))/1e6)
			}
		}
		fmt.Println()
	}
}
