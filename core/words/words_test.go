package words_test

import (
	"errors"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/core/words"
)

func ExampleCount() {
	fmt.Println(words.Count(1, "fastener"), "to torque,", words.Count(3, "point"), "to look at")
	// Output: 1 fastener to torque, 3 points to look at
}

func TestFirstLetters(t *testing.T) {
	for _, c := range []struct{ text, capital, lower string }{
		{"", "", ""},
		{"pads", "Pads", "pads"},
		{"Écrou", "Écrou", "écrou"},
		{"ölig", "Ölig", "ölig"},
		{"5 mm", "5 mm", "5 mm"},
		{"\xff broken", "\xff broken", "\xff broken"},
	} {
		t.Run(c.text, func(t *testing.T) {
			assert.Equal(t, c.capital, words.Capital(c.text))
			assert.Equal(t, c.lower, words.Lower(c.text))
		})
	}
	assert.Equal(t, "No such thread.", words.Sentence(errors.New("no such thread")))
	assert.Equal(t, []string{"once", "twice", "3 times"}, []string{words.Times(1), words.Times(2), words.Times(3)})
}
