package findings

import "utensil/internal/workshop/record"

// Statuses are how far a finding can come, and what that is called.
var Statuses = []record.Named{
	{Word: string(FindingOpen), Name: "not offered yet"},
	{Word: string(FindingOffered), Name: "waiting for an answer"},
	{Word: string(FindingAgreed), Name: "agreed"},
	{Word: string(FindingWorked), Name: "work done, to be looked at again"},
	{Word: string(FindingDone), Name: "put right"},
	{Word: string(FindingDeclined), Name: "declined"},
	{Word: string(FindingRefused), Name: "refused, knowing it is unsafe"},
	{Word: string(FindingAside), Name: "left as it is"},
	{Word: string(FindingWatched), Name: "to be watched"},
}

// Schools are the ways of shops with a contaminated brake.
var Schools = []record.Named{
	{Word: "replace", Name: "Replace pads at once: most shops’ way, no risk to the owner",
		About: "This shop replaces at once: fluids cannot be got out of a pad for good."},
	{Word: "rescue", Name: "Rescue with limits: once or twice, then replace both",
		About: "This shop tries a rescue first, once or twice, then replaces both."},
	{Word: "lapping", Name: "Lapping compound for squeal: only where nothing is oily",
		About: "This shop uses lapping compound for squeal, never on an oily brake."},
}
