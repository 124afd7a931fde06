package making

import (
	"bytes"
	"encoding/json"
	"fmt"
	"reflect"
)

// A unit is read and written by the fields of Unit alone: those that are left out of a document are its own, and how it
// is made is the method's fields with its name first.

// UnitWritten is a unit as it stands in a document: the fields of Unit that have a name there, how it is made as it is
// written.
var UnitWritten = func() reflect.Type {
	var fields []reflect.StructField
	for i := range reflect.TypeFor[Unit]().NumField() {
		f := reflect.TypeFor[Unit]().Field(i)
		switch {
		case f.Tag.Get("json") == "-":
			continue
		case f.Type == reflect.TypeFor[Method]():
			f.Type = reflect.TypeFor[json.RawMessage]()
		}
		fields = append(fields, reflect.StructField{Name: f.Name, Type: f.Type, Tag: f.Tag})
	}
	return reflect.StructOf(fields)
}()

// fields copies what two structs have in common but how a unit is made.
func fields(into, from reflect.Value) {
	for i := range UnitWritten.NumField() {
		if name := UnitWritten.Field(i).Name; name != "How" {
			into.FieldByName(name).Set(from.FieldByName(name))
		}
	}
}

// UnmarshalJSON reads a unit strictly: its method is told by how.by, and unknown fields are refused.
func (u *Unit) UnmarshalJSON(data []byte) error {
	written := reflect.New(UnitWritten)
	if err := Strict(data, written.Interface()); err != nil {
		return err
	}
	var read Unit
	fields(reflect.ValueOf(&read).Elem(), written.Elem())
	how := written.Elem().FieldByName("How").Bytes()
	var keys map[string]json.RawMessage
	if err := json.Unmarshal(how, &keys); err != nil {
		return fmt.Errorf("unit %q says nothing of how it is made", read.ID)
	}
	var by string
	if err := json.Unmarshal(keys["by"], &by); err != nil {
		return fmt.Errorf("unit %q does not name its method", read.ID)
	}
	zero, ok := methods[by]
	if !ok {
		return fmt.Errorf("unit %q is made by %q, which this version does not know", read.ID, by)
	}
	delete(keys, "by")
	rest, err := json.Marshal(keys)
	if err != nil {
		return err
	}
	read.How = zero()
	if err := Strict(rest, read.How); err != nil {
		return fmt.Errorf("unit %q: %w", read.ID, err)
	}
	*u = read
	return nil
}

// MarshalJSON writes the method's name first and then its own fields.
func (u Unit) MarshalJSON() ([]byte, error) {
	if u.How == nil {
		return nil, fmt.Errorf("unit %q says nothing of how it is made", u.ID)
	}
	how, err := json.Marshal(u.How)
	if err != nil {
		return nil, err
	}
	by, err := json.Marshal(u.How.By())
	if err != nil {
		return nil, err
	}
	joined := append([]byte(`{"by":`), by...)
	if len(how) > 2 {
		joined = append(joined, ',')
	}
	written := reflect.New(UnitWritten).Elem()
	fields(written, reflect.ValueOf(u))
	written.FieldByName("How").SetBytes(append(joined, how[1:]...))
	return json.Marshal(written.Interface())
}

// Clone is a unit of which anything can be changed without changing the first one.
func (u Unit) Clone() (Unit, error) {
	var c Unit
	text, err := json.Marshal(u)
	if err == nil {
		err = json.Unmarshal(text, &c)
	}
	if err != nil {
		return Unit{}, fmt.Errorf("copy %s: %w", u.ID, err)
	}
	c.Of, c.Like, c.Shared = u.Of, u.Like, u.Shared
	return c, nil
}

// Strict reads JSON and refuses what it does not know.
func Strict(data []byte, into any) error {
	d := json.NewDecoder(bytes.NewReader(data))
	d.DisallowUnknownFields()
	return d.Decode(into)
}
