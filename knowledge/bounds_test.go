package knowledge_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/knowledge"
)

// Texts that cost a parser minutes or gigabytes, each of less than 400 kB, are refused before
// they are parsed.
func TestATextThatCostsMoreThanAnyListIsRefused(t *testing.T) {
	const size = 390_000
	fill := func(text string) string { return strings.Repeat(text, size/len(text)) }
	multiplied := "- id: a\n  each: [front]\n  n0: &a0 [x, x, x, x, x, x, x, x, x]\n"
	for i := 1; i < 9; i++ {
		multiplied += fmt.Sprintf("  n%d: &a%d [%s]\n", i, i, strings.Repeat(fmt.Sprintf("*a%d, ", i-1), 9))
	}
	for name, c := range map[string]struct{ text, says string }{
		"opened":     {"- id: " + fill("["), "more brackets"},
		"braces":     {"- " + fill("{a: "), "more brackets"},
		"one line":   {"- " + fill("? "), "longer than any entry"},
		"colons":     {fill("a: "), "longer than any entry"},
		"deep":       {"- id: a\n" + strings.Repeat(" ", 200) + "b: c\n", "nested deeper"},
		"dashes":     {strings.Repeat("- ", 1900), "nested deeper"},
		"aliases":    {"- &a {id: x}\n" + fill("- *a\n"), "more * and &"},
		"multiplied": {multiplied, "write it out"},
		"each":       {"- id: \"{end}\"\n  each: [" + strings.Repeat("front, ", 500) + "]\n", "up to 8 words"},
		"lines":      {fill("# a line\n"), "more than 12000 lines"},
		"long":       {strings.Repeat(fill("x")[:3000]+"\n", 140), "longer than 400 kB"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := knowledge.Layered(knowledge.Texts{"points.yaml": c.text})
			assert.ErrorContains(t, err, c.says)
		})
	}
}
