// Package words says things the way people do: the first letter of a sentence, one thing or
// several, once or twice.
package words

import (
	"fmt"
	"unicode"
	"unicode/utf8"
)

// Capital makes the first letter large, in any script; empty stays empty.
func Capital(text string) string { return first(text, unicode.ToUpper) }

// Lower makes the first letter small, so that a name can stand within a sentence.
func Lower(text string) string { return first(text, unicode.ToLower) }

func first(text string, change func(rune) rune) string {
	letter, size := utf8.DecodeRuneInString(text)
	if size == 0 || letter == utf8.RuneError {
		return text
	}
	return string(change(letter)) + text[size:]
}

// Short is a text of so many letters at most, for an error to quote what was typed.
func Short(text string, most int) string {
	if letters := []rune(text); len(letters) > most {
		return string(letters[:most]) + "…"
	}
	return text
}

// Sentence makes the words of an error one.
func Sentence(err error) string { return Capital(err.Error()) + "." }

// Count is how many of a thing there are: "1 point", "3 points". n is 0 or more.
func Count(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// Times is how often: "once", "twice", "5 times".
func Times(n int) string {
	switch n {
	case 1:
		return "once"
	case 2:
		return "twice"
	}
	return fmt.Sprintf("%d times", n)
}
