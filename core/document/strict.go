package document

import (
	"bytes"
	"encoding/json"
	"fmt"
	"reflect"
	"strings"

	"vicis/core/making"
)

// The standard decoder takes a key in any case, and of a key that stands there twice the last. Both are refused here
// before it reads: what was meant cannot be told.

// exactKeys walks a JSON text beside the type it is read into.
func exactKeys(data []byte) error {
	return exact(data, reflect.TypeFor[Document](), "")
}

var unitType = reflect.TypeFor[making.Unit]()

func exact(data json.RawMessage, t reflect.Type, at string) error {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	dec := json.NewDecoder(bytes.NewReader(data))
	open, err := dec.Token()
	if err != nil {
		return nil // the decoder says what is wrong with it
	}
	switch open {
	case json.Delim('['):
		return exactList(dec, t, at)
	case json.Delim('{'):
		return exactObject(dec, data, t, at)
	}
	return nil
}

func exactList(dec *json.Decoder, t reflect.Type, at string) error {
	if t.Kind() == reflect.Struct && t.NumField() > 1 { // rows of a grid, as they used to be written
		t = t.Field(1).Type
	}
	for i := 0; dec.More(); i++ {
		var one json.RawMessage
		if err := dec.Decode(&one); err != nil {
			return nil
		}
		if t.Kind() == reflect.Slice {
			if err := exact(one, t.Elem(), fmt.Sprintf("%s/%d", at, i)); err != nil {
				return err
			}
		}
	}
	return nil
}

func exactObject(dec *json.Decoder, data json.RawMessage, t reflect.Type, at string) error {
	fields := fieldsOf(t, data)
	seen := map[string]bool{}
	for dec.More() {
		token, err := dec.Token()
		key, ok := token.(string)
		var value json.RawMessage
		if err != nil || !ok || dec.Decode(&value) != nil {
			return nil
		}
		if seen[key] {
			return fmt.Errorf("“%s” stands twice in %s", key, place(at))
		}
		seen[key] = true
		next, known := fields[key]
		if !known && fields != nil {
			for name := range fields {
				if strings.EqualFold(name, key) {
					return fmt.Errorf("“%s” in %s is written “%s”", key, place(at), name)
				}
			}
			continue // unknown: the decoder refuses it
		}
		if fields == nil && t.Kind() == reflect.Map {
			next = t.Elem()
		}
		if next != nil {
			if err := exact(value, next, at+"/"+key); err != nil {
				return err
			}
		}
	}
	return nil
}

func place(at string) string {
	if at == "" {
		return "the document"
	}
	return at
}

// fieldsOf gives the keys of an object and what each holds; nothing for one whose keys are free.
func fieldsOf(t reflect.Type, data json.RawMessage) map[string]reflect.Type {
	if t == unitType {
		var how struct {
			How struct {
				By string `json:"by"`
			} `json:"how"`
		}
		// what cannot be read is said by the decoder
		_ = json.NewDecoder(bytes.NewReader(data)).Decode(&how)
		fields := fieldsOf(making.UnitWritten, nil)
		fields["how"] = nil
		if m, ok := making.MethodCalled(how.How.By); ok {
			fields["how"] = reflect.TypeOf(m).Elem()
		}
		return fields
	}
	if t.Kind() != reflect.Struct {
		return nil
	}
	fields := map[string]reflect.Type{}
	for i := range t.NumField() {
		name, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		if name != "" && name != "-" {
			fields[name] = t.Field(i).Type
		}
	}
	if reflect.PointerTo(t).Implements(reflect.TypeFor[making.Method]()) {
		fields["by"] = reflect.TypeFor[string]()
	}
	return fields
}
