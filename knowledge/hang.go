package knowledge

import (
	"utensil/core/bike"
	"utensil/knowledge/flow"
)

// Hanging are joints with all that hangs on them where a condition holds, in their order, each once.
func (b *Book) Hanging(joints []string, holds func(bike.Condition) bool) []string {
	return flow.Hanging(b.Hangs, joints, holds)
}

func (b *Book) validateHang(h flow.Hang) error { return h.Validate(known(b.Fastener)) }
