package speech

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestNoTextSaysADirectionItself(t *testing.T) {
	for text, says := range map[string]string{
		"Too near: gap screw in a turn.":                "gap screw in a",
		"Wind the barrel in.":                           "Wind the barrel in",
		"The low limit out an eighth.":                  "limit out an",
		"Turn the spring screw clockwise.":              "spring screw clockwise",
		"Contact and reach dials fully out; count.":     "dials fully out;",
		"A cracked limb of a nipple that sits in it.":   "",
		"<Gap-screw away>, then turn.":                  "",
		"Through the cone and in the cup stands a rim.": "",
	} {
		t.Run(text, func(t *testing.T) {
			err := sayNothingByHand(text)
			if says == "" {
				assert.NoError(t, err)
				return
			}
			assert.ErrorContains(t, err, "“"+says+"” says which way")
		})
	}
}
