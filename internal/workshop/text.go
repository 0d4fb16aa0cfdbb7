package workshop

import (
	"strings"
	"unicode"
	"unicode/utf8"
)

// Lengths, in characters, of what may be typed.
const (
	longestName = 200
	longestNote = 20_000
)

// name tidies a name and refuses an empty, unreadable or overlong one. Any script is welcome.
func name(field, what, text string) (string, error) {
	tidy := strings.TrimSpace(strings.Map(printable, text))
	switch {
	case !strings.ContainsFunc(tidy, visible):
		return "", invalid(field, "Type %s.", what)
	case utf8.RuneCountInString(tidy) > longestName:
		return "", invalid(field, "That is longer than %d characters. Shorten %s; put the rest in a note.", longestName, what)
	}
	return tidy, nil
}

// optional is name for a field that may be left empty.
func optional(field, what, text string) (string, error) {
	if strings.TrimSpace(text) == "" {
		return "", nil
	}
	return name(field, what, text)
}

// note tidies free text of any length a person would write.
func note(field, text string) (string, error) {
	tidy := strings.TrimSpace(strings.Map(func(r rune) rune {
		if r == '\n' || r == '\t' {
			return r
		}
		return printable(r)
	}, text))
	if n := utf8.RuneCountInString(tidy); n > longestNote {
		return "", invalid(field, "The note has %d characters; at most %d are kept. Split it in two.", n, longestNote)
	}
	return tidy, nil
}

// capital makes the first letter of an error's words large.
func capital(text string) string {
	first, size := utf8.DecodeRuneInString(text)
	return string(unicode.ToUpper(first)) + text[size:]
}

// visible says whether a character shows: a name of joiners and blanks is no name.
func visible(r rune) bool { return unicode.IsGraphic(r) && !unicode.IsSpace(r) }

// printable drops control characters, which no one types and a database refuses.
func printable(r rune) rune {
	if unicode.IsControl(r) || r == utf8.RuneError {
		return -1
	}
	return r
}
