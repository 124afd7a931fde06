package making

import (
	"reflect"

	"vicis/core/naming"
)

// What a method is made of stands in its fields: a naming.Unit by its type, a role by its tag `is:"role"`. What is left
// empty is neither.

// References gives every unit a method is made from, so that a copy can be made from copies.
func References(m Method) (list []*naming.Unit) {
	return fieldsOf(m, func(v reflect.Value, _ bool) (*naming.Unit, bool) {
		unit, is := v.Addr().Interface().(*naming.Unit)
		return unit, is && *unit != ""
	})
}

// Roles gives every role a method cuts from cloth, so that one can play another's part.
func Roles(m Method) []*string {
	return fieldsOf(m, func(v reflect.Value, role bool) (*string, bool) {
		text, is := v.Addr().Interface().(*string)
		return text, is && role && *text != ""
	})
}

// fieldsOf lists what is wanted of a method's fields, in the order they are declared; of an input that is a unit no
// role is wanted.
func fieldsOf[T any](m Method, want func(v reflect.Value, role bool) (T, bool)) (list []T) {
	var walk func(v reflect.Value, role bool)
	walk = func(v reflect.Value, role bool) {
		if one, is := want(v, role); is {
			list = append(list, one)
			return
		}
		switch v.Kind() {
		case reflect.Struct:
			in, input := v.Interface().(Input)
			for i := range v.NumField() {
				if f := v.Type().Field(i); f.IsExported() && (!input || in.Unit == "" || f.Name != "Role") {
					walk(v.Field(i), f.Tag.Get("is") == "role")
				}
			}
		case reflect.Slice:
			for i := range v.Len() {
				walk(v.Index(i), role)
			}
		}
	}
	walk(reflect.ValueOf(m).Elem(), false)
	return list
}
