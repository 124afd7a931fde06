package document

import (
	"bytes"
	"encoding"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"reflect"
	"strings"

	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/strict"
)

// Read reads a document strictly and puts every length in its canonical text. What cannot be read at all is one
// problem; what can be read but makes no sense is a problem at its place, and the document is still given so that
// nothing typed is lost.
func Read(data []byte) (Document, problem.List) { return sent.read(data) }

// Stored reads a document as it was stored, by this program or an older one: much larger than what is sent, with longer
// texts, it is read all the same.
func Stored(data string) (Document, problem.List) { return stored.read([]byte(data)) }

func (b bounds) read(data []byte) (Document, problem.List) {
	var d Document
	var problems problem.List
	broken := func(says string) (Document, problem.List) {
		says = fmt.Sprintf("%.300s", says)
		problems.Stop(Unreadable, "", says, "Open another file, or mend this one; nothing has been changed.")
		return Document{}, problems
	}
	if len(data) > b.bytes {
		return broken(fmt.Sprintf("The document is larger than %d MB.", b.bytes/MostBytes))
	}
	if len(bytes.TrimSpace(data)) == 0 {
		return broken("The document is empty.")
	}
	if err := strict.Keys(data, reflect.TypeFor[Document](), keysOf); err != nil {
		return broken("This is not a project of this version: " + err.Error() + ".")
	}
	dec := json.NewDecoder(bytes.NewReader(data))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&d); err != nil {
		return broken("This is not a project of this version: " + explain(err) + ".")
	}
	if _, err := dec.Token(); !errors.Is(err, io.EOF) {
		return broken("Something stands after the end of the document.")
	}
	if d.Vicis != Version {
		return broken(fmt.Sprintf("This document has version %d; this program reads version %d.", d.Vicis, Version))
	}
	b.texts(data, &problems)
	d.normalise(&problems)
	return d, problems
}

// keysOf gives the keys of a unit, whose method follows from what it says it is made by, and those of a method.
func keysOf(t reflect.Type, data json.RawMessage) (map[string]reflect.Type, bool) {
	if t == reflect.TypeFor[making.Unit]() {
		var how struct {
			How struct {
				By string `json:"by"`
			} `json:"how"`
		}
		_ = json.Unmarshal(data, &how) // what cannot be read is said by the decoder
		keys := strict.KeysOf(making.UnitWritten)
		keys["how"] = nil
		if m, ok := making.MethodCalled(how.How.By); ok {
			keys["how"] = reflect.TypeOf(m).Elem()
		}
		return keys, true
	}
	if reflect.PointerTo(t).Implements(reflect.TypeFor[making.Method]()) {
		keys := strict.KeysOf(t)
		keys["by"] = reflect.TypeFor[string]()
		return keys, true
	}
	return nil, false
}

func explain(err error) string {
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	switch {
	case errors.As(err, &syntax):
		return fmt.Sprintf("broken JSON at character %d", syntax.Offset)
	case errors.As(err, &kind):
		wanted := kind.Type.Kind()
		if kind.Type.Implements(reflect.TypeFor[encoding.TextMarshaler]()) {
			wanted = reflect.String
		}
		return fmt.Sprintf("“%s” is a %s where a %s belongs", kind.Field, kind.Value, wanted)
	case errors.Is(err, io.ErrUnexpectedEOF):
		return "it ends in the middle"
	}
	return strings.TrimPrefix(err.Error(), "json: ")
}

// normalise writes every readable length canonically, with its unit, so that it keeps its meaning when the rule is
// changed.
func (d *Document) normalise(problems *problem.List) {
	if d.Units != measure.Inches && d.Units != measure.Centimetres {
		problems.Stop("measure-unknown", "/measure", fmt.Sprintf("“%s” is no rule.", d.Units),
			"Choose inches (in) or centimetres (cm).")
		return
	}
	d.fill()
	if d.Press != nil {
		d.Press.modern(d.Old())
	}
	for i := range d.Parts {
		for _, b := range making.Breadths(d.Parts[i].How) {
			d.finish(b)
		}
	}
	lengths(reflect.ValueOf(d).Elem(), d.Units)
}

// lengths puts every length and breadth of a value in its canonical text.
func lengths(v reflect.Value, rule measure.Units) {
	switch v.Kind() {
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			lengths(v.Elem(), rule)
		}
	case reflect.Slice:
		for i := range v.Len() {
			lengths(v.Index(i), rule)
		}
	case reflect.Struct:
		switch w := v.Addr().Interface().(type) {
		case interface{ Rule(measure.Units) }:
			w.Rule(rule)
		case encoding.TextMarshaler: // another value with a text of its own
		default:
			for i := range v.NumField() {
				if v.Type().Field(i).IsExported() {
					lengths(v.Field(i), rule)
				}
			}
		}
	}
}

// finish reads a size that was written as it is cut, such as 5 unfinished: without its allowances where it is meant so.
func (d *Document) finish(b making.BreadthOf) {
	text, with := strings.CutSuffix(strings.TrimSpace(b.Breadth.String()), "unfinished")
	if !with {
		return
	}
	size, stitched, fold := measure.Typed(text).In(d.Units), d.Seam.Stitched.In(d.Units), d.Seam.Fold.In(d.Units)
	if errors.Join(size.Err(), stitched.Err(), fold.Err()) != nil {
		return
	}
	l := size.Length()
	switch seam := stitched.Length() + fold.Length(); {
	case b.Half:
		l -= seam
	case b.Finished:
		l -= 2 * seam
	}
	if l > 0 {
		*b.Breadth = making.Wide(l)
	}
}

// Write writes a document as indented JSON, without indents where it would be too large to be read with them. Read
// gives the same document back, or says that it is too large.
func Write(d Document) ([]byte, error) {
	data, err := json.MarshalIndent(d, "", "  ")
	if len(data) >= MostBytes {
		data, err = json.Marshal(d)
	}
	if err != nil {
		return nil, fmt.Errorf("write document: %w", err)
	}
	return append(data, '\n'), nil
}

// Copy is a document of which anything can be changed without changing the first one. It fails only for one that could
// not be written either; then nothing is handed out.
func Copy(d Document) (Document, error) {
	var c Document
	text, err := json.Marshal(d)
	if err == nil {
		err = json.Unmarshal(text, &c)
	}
	if err != nil {
		return Document{}, fmt.Errorf("copy document: %w", err)
	}
	return c, nil
}
