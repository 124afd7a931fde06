// Package strict reads JSON as it is written: the standard decoder takes a key in any case, and of a key that stands
// there twice the last. Both are refused here before it reads: what was meant cannot be told.
package strict

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"reflect"
	"strings"
)

// Own gives the keys of an object of a type that has its own way to read them, and what each holds; false for any other
// type.
type Own func(t reflect.Type, data json.RawMessage) (keys map[string]reflect.Type, is bool)

// Read reads one value of a type, with nothing unknown in it and nothing after it.
func Read[T any](data []byte) (value T, err error) {
	if err := Keys(data, reflect.TypeFor[T](), nil); err != nil {
		return value, err
	}
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&value); err != nil {
		return value, err
	}
	if _, err := dec.Token(); !errors.Is(err, io.EOF) {
		return value, errors.New("something stands after its end")
	}
	return value, nil
}

// Keys walks a JSON text beside the type it is read into.
func Keys(data []byte, t reflect.Type, own Own) error {
	if own == nil {
		own = func(reflect.Type, json.RawMessage) (map[string]reflect.Type, bool) { return nil, false }
	}
	return own.exact(data, t, "")
}

func (own Own) exact(data json.RawMessage, t reflect.Type, at string) error {
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
		return own.list(dec, t, at)
	case json.Delim('{'):
		return own.object(dec, data, t, at)
	}
	return nil
}

func (own Own) list(dec *json.Decoder, t reflect.Type, at string) error {
	if t.Kind() == reflect.Struct && t.NumField() > 1 { // rows of a grid, as they used to be written
		t = t.Field(1).Type
	}
	for i := 0; dec.More(); i++ {
		var one json.RawMessage
		if err := dec.Decode(&one); err != nil {
			return nil
		}
		if t.Kind() == reflect.Slice {
			if err := own.exact(one, t.Elem(), fmt.Sprintf("%s/%d", at, i)); err != nil {
				return err
			}
		}
	}
	return nil
}

func (own Own) object(dec *json.Decoder, data json.RawMessage, t reflect.Type, at string) error {
	fields := own.keys(t, data)
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
			if err := own.exact(value, next, at+"/"+key); err != nil {
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

// keys gives the keys of an object and what each holds; nothing for one whose keys are free.
func (own Own) keys(t reflect.Type, data json.RawMessage) map[string]reflect.Type {
	if keys, is := own(t, data); is {
		return keys
	}
	return KeysOf(t)
}

// KeysOf gives the keys of a struct and what each holds; nothing for any other type.
func KeysOf(t reflect.Type) map[string]reflect.Type {
	if t.Kind() != reflect.Struct {
		return nil
	}
	keys := map[string]reflect.Type{}
	for i := range t.NumField() {
		f := t.Field(i)
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		switch {
		case f.Anonymous && name == "":
			maps.Copy(keys, KeysOf(f.Type))
		case name != "" && name != "-":
			keys[name] = f.Type
		}
	}
	return keys
}
