// Package document is the project document: what the quilter decided and nothing that can be computed. It is the file
// format too: readable JSON.
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

	"vicis/core/cloth"
	"vicis/core/demand"
	"vicis/core/making"
	"vicis/core/measure"
	"vicis/core/problem"
	"vicis/core/quilt"
)

// Version is the version of the format this code reads and writes.
const Version = 1

// Document is one quilt project.
type Document struct {
	Vicis    int             `json:"vicis" enum:"1" doc:"Version of this format"`
	Name     string          `json:"name"`
	Note     string          `json:"note,omitempty"`
	Units    measure.Units   `json:"measure" enum:"in,cm" doc:"The rule on the table; what a bare number means"`
	Ruler    measure.Written `json:"ruler" doc:"The ruler's finest mark"`
	Seam     Allowance       `json:"seam"`
	Cloth    Cloth           `json:"cloth"`
	Strip    measure.Written `json:"strip" doc:"The width strips are cut unless a unit says otherwise"`
	Spares   demand.Spares   `json:"spares"`
	Schools  Schools         `json:"schools"`
	Settings Settings        `json:"settings"`
	Fabrics  []cloth.Fabric  `json:"fabrics"`
	Roles    []cloth.Role    `json:"roles"`
	Parts    []making.Unit   `json:"units"`
	Top      quilt.Top       `json:"top"`

	Supplies   []cloth.Supply `json:"supplies,omitempty" doc:"Cloth on the shelf that is promised to this quilt"`
	Colourways []Colourway    `json:"colourways,omitempty" doc:"Blocks in other fabrics"`
	Deal       *Deal          `json:"deal,omitempty" doc:"Which print of an assortment goes where; they fall as they fall when left out"`
	Press      *Press         `json:"press,omitempty" doc:"What was decided of the pressing beyond the schools"`
}

// Allowance is the allowance: what is stitched and what the fold takes besides. All sizes use the sum of both.
type Allowance struct {
	Stitched measure.Written `json:"stitched" doc:"Distance from the raw edge to the stitches"`
	Fold     measure.Written `json:"fold" doc:"Width that the fold takes when the seam is pressed, usually 1/64 to 1/32 in (common practice)"`
	Tests    []TestStrip     `json:"tests,omitempty" doc:"Test strips that were sewn and measured"`
}

// TestStrip is strips sewn side by side before anything else, pressed and measured.
type TestStrip struct {
	Name     string          `json:"name" doc:"Of the machine, foot and needle position it was sewn with"`
	Strips   int             `json:"strips" minimum:"2" maximum:"20"`
	Cut      measure.Written `json:"cut" doc:"How wide each was cut"`
	Measured measure.Written `json:"measured" doc:"Across all of them, pressed"`
}

// Cloth is what all fabrics of the project have in common.
type Cloth struct {
	Usable   measure.Written `json:"usable" doc:"Width without selvedges"`
	Squaring measure.Written `json:"squaring" doc:"Lost at the end of each strip, strip set and length of cloth when it is squared up"`
	Every    int             `json:"every,omitempty" minimum:"0" maximum:"100" doc:"Sub-cuts after which the end is squared up again; never when left out"`
	Shrinks  int             `json:"shrinks,omitempty" minimum:"0" maximum:"25" doc:"So many in a hundred of its length are lost when the cloth is washed before it is cut"`
	Margin   measure.Written `json:"margin,omitzero" doc:"Bought beyond what the plan cuts, of every fabric"`
}

// MostBytes is how large a document may be.
const MostBytes = 1 << 20

// Read reads a document strictly and puts every length in its canonical text. What cannot be read at all is one
// problem; what can be read but makes no sense is a problem at its place, and the document is still given so that
// nothing typed is lost.
func Read(data []byte) (Document, problem.List) {
	var d Document
	var problems problem.List
	broken := func(says string) (Document, problem.List) {
		problems.Stop("document-unreadable", "", says, "Open another file, or mend this one; nothing has been changed.")
		return Document{}, problems
	}
	if len(data) > MostBytes {
		return broken("The document is larger than 1 MB.")
	}
	if len(bytes.TrimSpace(data)) == 0 {
		return broken("The document is empty.")
	}
	if err := exactKeys(data); err != nil {
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
	d.normalise(&problems)
	return d, problems
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

// Write writes a document as indented JSON. Read gives the same document back.
func Write(d Document) ([]byte, error) {
	data, err := json.MarshalIndent(d, "", "  ")
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
