// Package leaves is for tests that look at every part of a value, however deep.
package leaves

import (
	"reflect"
	"testing"
)

// Change makes every number, text and yes or no that value points to another, one at a time, and every list shorter
// by one, and calls changed with where that is. It returns how many there are; in the end value is as it was.
func Change(t *testing.T, value any, changed func(path string)) int {
	t.Helper()
	w := walk{t, changed, 0}
	w.change("", reflect.ValueOf(value).Elem())
	return w.count
}

type walk struct {
	*testing.T
	changed func(path string)
	count   int
}

func (w *walk) change(path string, v reflect.Value) {
	was := reflect.New(v.Type()).Elem()
	was.Set(v)
	switch v.Kind() {
	case reflect.Struct:
		for i := range v.NumField() {
			w.change(path+"."+v.Type().Field(i).Name, v.Field(i))
		}
		return
	case reflect.Slice:
		for i := range v.Len() {
			w.change(path, v.Index(i))
		}
		v.Set(v.Slice(0, v.Len()-1))
	case reflect.String:
		v.SetString(v.String() + "!")
	case reflect.Bool:
		v.SetBool(!v.Bool())
	case reflect.Float64:
		v.SetFloat(v.Float() + 1)
	case reflect.Int:
		v.SetInt(v.Int() + 1)
	default:
		w.Fatalf("%s is a %s", path, v.Kind())
	}
	w.count++
	w.changed(path)
	v.Set(was)
}
