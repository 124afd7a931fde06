// Package contract is how the types of the core are written down for the web: the schema of what goes over the wire.
package contract

import (
	"encoding/json"
	"fmt"
	"path"
	"reflect"
	"strings"

	"vicis/api/door"
	"vicis/core/cloth"
	"vicis/core/document"
	"vicis/core/instructions"
	"vicis/core/making"
	"vicis/core/school"

	"github.com/danielgtaylor/huma/v2"
)

// Config is how the contract is written.
func Config() huma.Config {
	huma.NewError = func(status int, msg string, errs ...error) huma.StatusError {
		return door.NewTrouble(status, msg, errs...)
	}
	huma.DefaultArrayNullable = false // lists are empty, never null
	c := huma.DefaultConfig("Vicis", "1")
	c.DocsPath, c.SchemasPath = "", "" // Huma's own pages load from elsewhere
	c.OpenAPIPath = "/api/openapi"
	c.CreateHooks = nil // no $schema links in answers
	registry := huma.NewMapRegistry("#/components/schemas/", nameSchema)
	registry.RegisterTypeAlias(reflect.TypeOf(making.Unit{}), reflect.TypeOf(unitSchema{}))
	registry.RegisterTypeAlias(reflect.TypeFor[cloth.Kind](), reflect.TypeFor[kindSchema]())
	c.Components.Schemas = registry
	answers(registry)
	return c
}

// answers gives every school its answers in the contract, from the list of questions.
func answers(r huma.Registry) {
	enum := func(of reflect.Type, key string, list []school.Answer) {
		s := r.SchemaFromRef(r.Schema(of, true, "").Ref).Properties[key]
		if s.Type != huma.TypeString {
			return // yes or no
		}
		for _, a := range list {
			s.Enum = append(s.Enum, a.Value)
		}
		s.PrecomputeMessages()
	}
	rooms := map[string]reflect.Type{
		"/schools":  reflect.TypeFor[document.Schools](),
		"/settings": reflect.TypeFor[document.Settings](),
	}
	for _, q := range document.Questions() {
		if room, known := rooms[path.Dir(q.Key)]; known {
			enum(room, path.Base(q.Key), q.Answers)
		}
		if q.PerStep != "" {
			enum(reflect.TypeFor[document.StepSchools](), q.PerStep, q.Answers)
		}
	}
}

// nameSchema names a type by itself, wherever it lives: no two rooms have a type of one name but a Plan.
func nameSchema(t reflect.Type, hint string) string { return huma.DefaultSchemaNamer(t, hint) }

// kindSchema is the kinds that cloth is kept in.
type kindSchema struct{}

func (kindSchema) Schema(huma.Registry) *huma.Schema {
	s := &huma.Schema{Type: huma.TypeString}
	for _, sort := range cloth.Sorts {
		s.Enum = append(s.Enum, string(sort.Kind))
	}
	s.PrecomputeMessages()
	return s
}

// unitSchema describes a unit and the methods it can be made by, from the methods that are registered.
type unitSchema struct{}

func (unitSchema) Schema(r huma.Registry) *huma.Schema {
	const name = "Unit"
	if _, ok := r.Map()[name]; !ok {
		how := &huma.Schema{}
		for _, m := range making.Methods() {
			s := huma.SchemaFromType(r, reflect.TypeOf(m).Elem())
			s.Properties["by"] = &huma.Schema{Type: huma.TypeString, Enum: []any{m.By()}}
			s.Required = append(s.Required, "by")
			s.PrecomputeMessages()
			method := "Method" + reflect.TypeOf(m).Elem().Name()
			r.Map()[method] = s
			how.OneOf = append(how.OneOf, &huma.Schema{Ref: "#/components/schemas/" + method})
		}
		unit := huma.SchemaFromType(r, making.UnitWritten)
		unit.Properties["how"] = how
		unit.PrecomputeMessages()
		r.Map()[name] = unit
	}
	return &huma.Schema{Ref: "#/components/schemas/" + name}
}

// Format gives the JSON Schema (2020-12) of a project document, made from the Go types.
func Format() (any, error) {
	return schemaOf(document.Document{}, "Document", "Vicis project document")
}

// SheetFormat is the JSON Schema of a sheet of instructions, from the Go types.
func SheetFormat() (any, error) {
	return schemaOf(instructions.InstructionSheet{}, "Sheet", "Vicis sheet of instructions")
}

func schemaOf(of any, name, title string) (any, error) {
	registry := Config().Components.Schemas
	root := registry.Schema(reflect.TypeOf(of), true, name)
	data, err := json.Marshal(map[string]any{"$ref": root.Ref, "$defs": registry.Map()})
	if err != nil {
		return nil, fmt.Errorf("schema: %w", err)
	}
	var v map[string]any
	if err := json.Unmarshal([]byte(strings.ReplaceAll(string(data), "#/components/schemas/", "#/$defs/")),
		&v); err != nil {
		return nil, fmt.Errorf("schema: %w", err)
	}
	v["$schema"] = "https://json-schema.org/draft/2020-12/schema"
	v["title"] = title
	return v, nil
}
