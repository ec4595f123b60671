package main

import (
	"fmt"
	"go/ast"
	"go/constant"
	"go/parser"
	"go/token"
	"go/types"
	"path/filepath"
	"reflect"
	"slices"
	"strings"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/trust"
)

// judged is every number that rests on judgement: those of the table, read from its source
// for their names, and those of the catalogue.
func judged() ([]trust.Number, error) {
	out, err := ofTable("core/judgement")
	if err != nil {
		return nil, err
	}
	for _, v := range []struct {
		name string
		of   any
	}{
		{"Boat", catalogue.Boats()}, {"Bed", catalogue.Beds}, {"Current", catalogue.CurrentWords},
		{"Wind", catalogue.WindWords},
		{"Line", catalogue.LineSurfaces}, {"Tilt of a bare hook", catalogue.BareTilts},
		{"Head shape", catalogue.HeadShapes},
		{"Point of the hook", catalogue.Points}, {"Hook mass", catalogue.HookMass}, {"Hook wire", catalogue.HookWire},
		{"Lightest head for a hook", catalogue.HookHeads}, {"Bait form", catalogue.BaitForms},
		{"Bait body", catalogue.BaitDensity},
		{"Gap of the hook", catalogue.HookGap}, {"Way to put a bait on", catalogue.Puts},
		{"Keeper", catalogue.Keepers}, {"Fish that a bait lasts for", catalogue.BaitLasts},
		{"Unevenness of a bait", catalogue.Unevenness},
	} {
		out = append(out, ofCatalogue(v.name, reflect.ValueOf(v.of))...)
	}
	return out, nil
}

// ofCatalogue finds the judged numbers in a value, however deep.
func ofCatalogue(name string, v reflect.Value) []trust.Number {
	var out []trust.Number
	switch v.Kind() {
	case reflect.Struct:
		if n, ok := v.Interface().(judgement.Value); ok {
			if n == (judgement.Value{}) {
				return nil
			}
			return []trust.Number{{Name: name, Number: n.Number, Unit: n.Unit, Spread: n.Spread, Why: n.Why}}
		}
		for i := range v.NumField() {
			if f := v.Type().Field(i); f.IsExported() {
				out = append(out, ofCatalogue(name+", "+spaced(f.Name), v.Field(i))...)
			}
		}
	case reflect.Map:
		keys := v.MapKeys()
		slices.SortFunc(keys, func(a, b reflect.Value) int { return strings.Compare(a.String(), b.String()) })
		for _, k := range keys {
			out = append(out, ofCatalogue(name+", "+k.String(), v.MapIndex(k))...)
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			out = append(out, ofCatalogue(name+", "+named(v.Index(i), i), v.Index(i))...)
		}
	}
	return out
}

// named is the name of something in a list, or its number.
func named(v reflect.Value, i int) string {
	if v.Kind() == reflect.Struct {
		for _, field := range []string{"Name", "Word", "Words", "Key"} {
			if f := v.FieldByName(field); f.IsValid() && f.Kind() == reflect.String {
				return f.String()
			}
		}
	}
	return fmt.Sprint(i + 1)
}

// spaced is a name of Go as words: WaitPerMetre is "wait per metre".
func spaced(name string) string {
	var out strings.Builder
	for i, r := range name {
		if i > 0 && r >= 'A' && r <= 'Z' {
			out.WriteByte(' ')
		}
		out.WriteRune(r)
	}
	return strings.ToLower(out.String())
}

// ofTable reads the numbers of the table of judgement from its source.
func ofTable(dir string) ([]trust.Number, error) {
	fset := token.NewFileSet()
	paths, err := filepath.Glob(filepath.Join(dir, "*.go"))
	if err != nil {
		return nil, err
	}
	var files []*ast.File
	for _, path := range paths {
		if strings.HasSuffix(path, "_test.go") {
			continue
		}
		f, err := parser.ParseFile(fset, path, nil, 0)
		if err != nil {
			return nil, err
		}
		files = append(files, f)
	}
	info := &types.Info{Types: map[ast.Expr]types.TypeAndValue{}}
	if _, err := (&types.Config{}).Check("judgement", fset, files, info); err != nil {
		return nil, err
	}
	var out []trust.Number
	for _, f := range files {
		for _, d := range f.Decls {
			if d, ok := d.(*ast.GenDecl); ok && d.Tok == token.VAR {
				for _, spec := range d.Specs {
					spec := spec.(*ast.ValueSpec)
					for i, value := range spec.Values {
						out = append(out, literals(info, spaced(spec.Names[i].Name), value)...)
					}
				}
			}
		}
	}
	return out, nil
}

// literals are the judged numbers in an expression, named by the keys of a map.
func literals(info *types.Info, name string, e ast.Expr) []trust.Number {
	lit, ok := e.(*ast.CompositeLit)
	if !ok {
		return nil
	}
	if types.TypeString(info.Types[e].Type, nil) == "judgement.Value" {
		number := func(i int) float64 {
			v, _ := constant.Float64Val(constant.ToFloat(info.Types[lit.Elts[i]].Value))
			return v
		}
		text := func(i int) string { return constant.StringVal(info.Types[lit.Elts[i]].Value) }
		return []trust.Number{{Name: name, Number: number(0), Unit: text(1), Spread: number(2), Why: text(3)}}
	}
	var out []trust.Number
	for i, elt := range lit.Elts {
		key := fmt.Sprint(i + 1)
		if kv, ok := elt.(*ast.KeyValueExpr); ok {
			elt = kv.Value
			if v := info.Types[kv.Key].Value; v != nil && v.Kind() == constant.String {
				key = constant.StringVal(v)
			}
		}
		out = append(out, literals(info, name+", "+key, elt)...)
	}
	return out
}
