package record

import (
	"strings"
	"time"
	"unicode"
	"unicode/utf8"
)

// Lengths, in characters, of what may be typed.
const (
	longestName = 200
	longestNote = 20_000
)

// TidyName tidies a name and refuses an empty, unreadable or overlong one. Any script is welcome.
func TidyName(field, what, text string) (string, error) {
	tidy := strings.TrimSpace(strings.Map(Printable, text))
	switch {
	case !strings.ContainsFunc(tidy, visible):
		return "", Refuse(field, "Type %s.", what)
	case utf8.RuneCountInString(tidy) > longestName:
		return "", Refuse(field, "That is longer than %d characters. Shorten %s; put the rest in a note.",
			longestName, what)
	}
	return tidy, nil
}

// TidyOptional is TidyName for a field that may be left empty.
func TidyOptional(field, what, text string) (string, error) {
	if strings.TrimSpace(text) == "" {
		return "", nil
	}
	return TidyName(field, what, text)
}

// TidyNote tidies free text of any length a person would write.
func TidyNote(field, text string) (string, error) {
	tidy := strings.TrimSpace(strings.Map(func(r rune) rune {
		if r == '\n' || r == '\t' {
			return r
		}
		return Printable(r)
	}, text))
	if n := utf8.RuneCountInString(tidy); n > longestNote {
		return "", Refuse(field, "The note has %d characters; at most %d are kept. Split it in two.", n, longestNote)
	}
	return tidy, nil
}

// visible says whether a character shows: a name of joiners and blanks is no name.
func visible(r rune) bool { return unicode.IsGraphic(r) && !unicode.IsSpace(r) }

// Printable drops control characters, which no one types and a database refuses.
func Printable(r rune) rune {
	if unicode.IsControl(r) || r == utf8.RuneError {
		return -1
	}
	return r
}

// Some makes an empty list of none, so that JSON has [] and never null.
func Some[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}

// Years between which a workshop's times lie: what is outside is a slip of a clock or of a program.
const (
	firstYear = 1970
	lastYear  = 2100
)

// InReach refuses a time that no workshop writes down; nil is none.
func InReach(field string, at *time.Time) error {
	if at != nil && (at.Year() < firstYear || at.Year() >= lastYear) {
		return Refuse(field, "That time lies outside %d to %d: look at the date.", firstYear, lastYear)
	}
	return nil
}
