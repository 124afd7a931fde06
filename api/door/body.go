package door

import (
	"fmt"
	"reflect"
	"strings"

	"vicis/core/strict"

	"github.com/danielgtaylor/huma/v2"
)

// Strict is a body of which nothing may be unknown; what a draft in it holds is read by the core.
type Strict[T any] struct{ Is T }

// UnmarshalJSON refuses what is not known here.
func (b *Strict[T]) UnmarshalJSON(data []byte) error {
	var err error
	b.Is, err = strict.Read[T](data)
	return err
}

// Schema is that of what it holds.
func (Strict[T]) Schema(r huma.Registry) *huma.Schema {
	return r.Schema(reflect.TypeFor[T](), true, "")
}

// Attachment is a file that is sent to be kept.
type Attachment struct {
	Type        string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

// Attach names a file after a quilt.
func Attach(kind, name, extension string, data []byte) *Attachment {
	safe := strings.Map(func(r rune) rune {
		if r == ' ' || r == '-' || r >= '0' && r <= '9' || r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' {
			return r
		}
		return -1
	}, name)
	safe = strings.ReplaceAll(strings.ToLower(strings.TrimSpace(safe)), " ", "-")
	if safe == "" {
		safe = "quilt"
	}
	return &Attachment{Type: kind, Disposition: fmt.Sprintf(`attachment; filename="%s%s"`, safe, extension), Body: data}
}
