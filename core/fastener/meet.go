package fastener

// Limit is what one of the parts of a joint allows.
type Limit struct {
	Part string `json:"part" doc:"the part, such as carbon handlebar"`
	Rule Rule   `json:"rule"`
}

// narrow is the least width of a range, as a share of its upper end, that a wrench can aim at.
const narrow = 0.1

// Meet is the rule of a joint between parts: the lower limit wins. The lower end is the
// highest of the parts' that still leaves a range to aim at; else that of the part with the
// lower limit. It also names that part. The order of the parts does not matter.
func Meet(first Limit, others ...Limit) (Rule, string) {
	least := first
	all := append([]Limit{first}, others...)
	for _, l := range others {
		if l.Rule.Max < least.Rule.Max || l.Rule.Max == least.Rule.Max && before(l, least) {
			least = l
		}
	}
	rule := least.Rule
	for _, l := range all {
		if l.Rule.Min > rule.Min && l.Rule.Min <= rule.Max*(1-narrow) {
			rule.Min = l.Rule.Min
		}
	}
	return rule, least.Part
}

// before breaks a tie between equal limits, whatever order they came in.
func before(a, b Limit) bool {
	if a.Rule.Min != b.Rule.Min {
		return a.Rule.Min < b.Rule.Min
	}
	return a.Part < b.Part
}
