package docs_test

import (
	"encoding/json"
	"os"
	"reflect"
	"strings"
	"testing"

	"kembo/store"
)

// TestOperationSchema: the schema of a whole operation is made from the types that read
// and write it.
func TestOperationSchema(t *testing.T) {
	schema := objectSchema(reflect.TypeFor[store.Whole]())
	schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
	schema["title"] = "A whole operation, version 1"
	schema["properties"].(map[string]any)["kembo_operation"] = map[string]any{"const": store.WholeVersion}
	want, err := json.MarshalIndent(schema, "", "  ")
	if err != nil {
		t.Fatal(err)
	}
	want = append(want, '\n')
	const path = "operation.schema.json"
	if *update {
		if err := os.WriteFile(path, want, 0o644); err != nil {
			t.Fatal(err)
		}
	}
	got, err := os.ReadFile(path)
	if err != nil || string(got) != string(want) {
		t.Errorf("%s is not what the code says (%v); accept with go test ./docs -update", path, err)
	}
}

// objectSchema is the schema of a struct: all its fields, and no others.
func objectSchema(of reflect.Type) map[string]any {
	properties, required := map[string]any{}, []string{}
	var add func(reflect.Type)
	add = func(of reflect.Type) {
		for f := range of.Fields() {
			if f.Anonymous {
				add(f.Type)
				continue
			}
			name, rest, _ := strings.Cut(f.Tag.Get("json"), ",")
			properties[name] = typeSchema(f.Type)
			if !strings.Contains(rest, "omit") {
				required = append(required, name)
			}
		}
	}
	add(of)
	return map[string]any{
		"type": "object", "properties": properties, "required": required, "additionalProperties": false,
	}
}

// typeSchema is the schema of a field.
func typeSchema(of reflect.Type) any {
	switch of {
	case reflect.TypeFor[store.Date]():
		return map[string]any{"type": "string", "format": "date"}
	case reflect.TypeFor[json.RawMessage]():
		return map[string]any{}
	}
	switch of.Kind() {
	case reflect.Pointer:
		inner := typeSchema(of.Elem()).(map[string]any)
		inner["type"] = []any{inner["type"], "null"}
		return inner
	case reflect.Slice:
		return map[string]any{"type": "array", "items": typeSchema(of.Elem())}
	case reflect.Struct:
		return objectSchema(of)
	case reflect.String:
		return map[string]any{"type": "string"}
	case reflect.Bool:
		return map[string]any{"type": "boolean"}
	case reflect.Float64:
		return map[string]any{"type": "number"}
	}
	return map[string]any{"type": "integer"}
}
