package strict_test

import (
	"testing"

	"vicis/core/strict"
)

type one struct {
	N    int            `json:"n"`
	List []one          `json:"list"`
	Free map[string]one `json:"free"`
}

func TestKeysAreReadAsTheyAreWritten(t *testing.T) {
	for text, good := range map[string]bool{
		`{"n":1,"list":[{"n":2}],"free":{"N":{"n":3},"n":{}}}`: true,
		`{"n":1,"n":1}`:                      false,
		`{"N":1}`:                            false,
		`{"list":[{"n":1},{"N":1}]}`:         false,
		`{"free":{"a":{"n":1,"n":2}}}`:       false,
		`{"free":{"a":{"n":1},"a":{}}}`:      false,
		`{"n":1,"other":2}`:                  false,
		`{"n":1} {}`:                         false,
		`{"n":`:                              false,
		`{"list":[{"list":[{"list":[3]}]}]}`: false,
	} {
		if _, err := strict.Read[one]([]byte(text)); (err == nil) != good {
			t.Errorf("%s: %v", text, err)
		}
	}
}
