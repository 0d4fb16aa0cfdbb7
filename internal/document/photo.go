package document

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	"image/jpeg"
	_ "image/png" // a format that is read
	"io"

	"github.com/disintegration/imaging"
	_ "golang.org/x/image/webp" // a format that is read

	"utensil/internal/workshop/owner"
)

// Bounds of a photograph: what is taken in, what is worked on, what is kept.
const (
	LargestPhoto = 24 << 20
	mostPixels   = 40_000_000
	longestSide  = 1600
)

// ReadPhoto reads a JPEG, PNG or WebP picture, turns it upright, makes it no larger than it is
// looked at, and writes it anew: place, camera and whatever else was in the file stay behind.
// The size a file claims is checked before any of it is unpacked.
func ReadPhoto(in io.Reader) (owner.Photo, error) {
	text, err := io.ReadAll(io.LimitReader(in, LargestPhoto+1))
	if err != nil {
		return owner.Photo{}, fmt.Errorf("the photo did not arrive whole: send it again (%w)", err)
	}
	if len(text) > LargestPhoto {
		return owner.Photo{}, errors.New("this photo is over 24 MB: take it at a lower resolution")
	}
	claims, _, err := image.DecodeConfig(bytes.NewReader(text))
	if err != nil {
		return owner.Photo{}, errors.New("this is no photo: choose a JPEG, PNG or WebP picture")
	}
	if claims.Width < 1 || claims.Height < 1 || claims.Width*claims.Height > mostPixels {
		return owner.Photo{}, fmt.Errorf("this photo has %d megapixels, too many: take it at a lower resolution",
			claims.Width*claims.Height/1_000_000)
	}
	picture, err := imaging.Decode(bytes.NewReader(text), imaging.AutoOrientation(true))
	if err != nil {
		return owner.Photo{}, errors.New("this photo is damaged: take or choose another")
	}
	small := imaging.Fit(picture, longestSide, longestSide, imaging.Lanczos)
	var out bytes.Buffer
	if err := jpeg.Encode(&out, small, &jpeg.Options{Quality: 82}); err != nil {
		return owner.Photo{}, fmt.Errorf("writing the photo: %w", err)
	}
	return owner.Photo{Width: small.Bounds().Dx(), Height: small.Bounds().Dy(), JPEG: out.Bytes()}, nil
}
