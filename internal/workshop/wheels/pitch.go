package wheels

import (
	"encoding/base64"
	"encoding/binary"
	"math"

	"utensil/core/wheel"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// PluckQuestion is what a tablet heard of a plucked spoke.
type PluckQuestion struct {
	Rate    float64 `json:"rate" doc:"samples a second" minimum:"4000" maximum:"200000"`
	Samples string  `json:"samples" doc:"16-bit samples, little-endian, in base64; two seconds at most" maxLength:"600000"`
}

// PluckAnswer is the pitch of it.
type PluckAnswer struct {
	Pitch float64 `json:"pitch_hz"`
}

// Heard finds the pitch of a plucked spoke.
func Heard(in PluckQuestion) (PluckAnswer, error) {
	raw, err := base64.StdEncoding.DecodeString(in.Samples)
	if err != nil || len(raw)%2 != 0 || float64(len(raw)) > 4*in.Rate {
		return PluckAnswer{}, record.Refuse("samples",
			"The recording cannot be read: two seconds of 16-bit samples are taken at most.")
	}
	samples := make([]float64, len(raw)/2)
	for i := range samples {
		samples[i] = float64(int16(binary.LittleEndian.Uint16(raw[2*i:]))) / math.MaxInt16
	}
	hz, err := wheel.Heard(samples, in.Rate)
	if err != nil {
		return PluckAnswer{}, record.Refuse("samples", "%s", words.Sentence(err))
	}
	return PluckAnswer{math.Round(hz*10) / 10}, nil
}
