package owner

import "utensil/internal/workshop/record"

// WordsPart is what goes to and fro between shop and owner, as a job shows it.
type WordsPart struct {
	Link     *LinkView     `json:"link,omitempty" doc:"the owner's link made last"`
	Messages []MessageView `json:"messages" doc:"sent to the owner, newest first"`
}

// PartOf is what went to and fro about a job.
func PartOf(s *record.Sheet) WordsPart {
	return WordsPart{Links.Of(s), record.Some(Messages.Of(s))}
}
