package workshop

import "utensil/internal/workshop/edition"

// patchType is what a difference is sent as (RFC 6902).
const patchType = "application/json-patch+json"

// Encoded is the view as JSON, or what has changed in it; nil when it was made for one who looks alone.
func (v JobView) Encoded() ([]byte, error) {
	if v.changes != nil || v.text == nil {
		return v.changes, nil
	}
	if v.asked == nil {
		v.asked = edition.Parts[Parts](nil)
	}
	t, err := v.text.As(v.asked)
	if err != nil {
		return nil, err
	}
	return t.Text, nil
}

// ContentType says what Encoded comes as.
func (v JobView) ContentType(whole string) string {
	if v.changes != nil {
		return patchType
	}
	return whole
}

// Told is the view with the parts that are asked for (nil or * for all; a name that is none is
// passed over), as what has changed since an edition of it, for a tablet that holds that. That
// begins with a test of the edition. Where it is not known any more, or most has changed, it is
// the view itself.
func (v JobView) Told(asked []string, since string) (JobView, error) {
	v.asked = edition.Parts[Parts](asked)
	if since == "" || v.text == nil {
		return v, nil
	}
	t, err := v.text.As(v.asked)
	if err == nil {
		v.changes, err = t.Since(since)
	}
	return v, err
}
