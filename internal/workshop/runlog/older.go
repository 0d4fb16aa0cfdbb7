package runlog

import (
	"encoding/json"
	"strings"
)

// UnmarshalJSON reads work as it is kept now, or as it was before a step could open or close several
// states: one state as a text, "front wheel out" for front-wheel-out.
func (w *GuidedWork) UnmarshalJSON(text []byte) error {
	type plain GuidedWork
	asNow := json.Unmarshal(text, (*plain)(w))
	if asNow == nil {
		return nil
	}
	var older any
	if err := json.Unmarshal(text, &older); err != nil {
		return err
	}
	listStates(older)
	text, err := json.Marshal(older)
	if err != nil {
		return err
	}
	*w = GuidedWork{}
	return json.Unmarshal(text, (*plain)(w))
}

// listStates makes lists of the states that steps open and close, wherever they are told as a text.
func listStates(v any) {
	switch v := v.(type) {
	case []any:
		for _, each := range v {
			listStates(each)
		}
	case map[string]any:
		for name, each := range v {
			state, one := each.(string)
			switch {
			case !one || name != "opens" && name != "closes":
				listStates(each)
			case state == "":
				v[name] = []any{}
			default:
				v[name] = []any{strings.ReplaceAll(state, " ", "-")}
			}
		}
	}
}
