package document

import (
	"bytes"
	"encoding/binary"
	"errors"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	_ "image/png" // a format that is read
	"io"
	"math"
	"time"

	"github.com/bep/imagemeta"
	"golang.org/x/image/draw"
	"golang.org/x/image/math/f64"
	_ "golang.org/x/image/webp" // a format that is read

	"utensil/internal/workshop/photos"
)

// Bounds of a photograph: what is taken in, what is worked on and how much memory that may take,
// what is kept.
const (
	LargestPhoto = 24 << 20
	mostPixels   = 40_000_000
	mostUnpacked = 150 << 20 // with the file itself and the small picture less than 200 MB
	longestSide  = 1600
	mostReading  = 2 * time.Second // of what is written about it
)

// ReadPhoto reads a JPEG, PNG or WebP picture, turns it upright, makes it no larger than it is
// looked at, and writes it anew: place, camera and whatever else was in the file stay behind.
// The size a file claims, and the memory it would take, is checked before any of it is unpacked; it is
// unpacked once, and made smaller before it is turned.
func ReadPhoto(in io.Reader) (photos.Photo, error) {
	text, err := io.ReadAll(io.LimitReader(in, LargestPhoto+1))
	if err != nil {
		return photos.Photo{}, fmt.Errorf("the photo did not arrive whole: send it again (%w)", err)
	}
	if len(text) > LargestPhoto {
		return photos.Photo{}, errors.New("this photo is over 24 MB: take it at a lower resolution")
	}
	claims, format, err := image.DecodeConfig(bytes.NewReader(text))
	if err != nil || format != "jpeg" && format != "png" && format != "webp" {
		return photos.Photo{}, errors.New("this is no photo: choose a JPEG, PNG or WebP picture")
	}
	if pixels := claims.Width * claims.Height; claims.Width < 1 || claims.Height < 1 || pixels > mostPixels ||
		unpacked(text, format, claims) > mostUnpacked {
		return photos.Photo{}, fmt.Errorf("this photo has %d megapixels, too many of its kind: take it "+
			"at a lower resolution",
			pixels/1_000_000)
	}
	picture, _, err := image.Decode(bytes.NewReader(text))
	if err != nil {
		return photos.Photo{}, errors.New("this photo is damaged: take or choose another")
	}
	small := upright(smaller(picture), orientation(text, format))
	var out bytes.Buffer
	if err := jpeg.Encode(&out, small, &jpeg.Options{Quality: 82}); err != nil {
		return photos.Photo{}, fmt.Errorf("writing the photo: %w", err)
	}
	return photos.Photo{Width: small.Bounds().Dx(), Height: small.Bounds().Dy(), JPEG: out.Bytes()}, nil
}

// unpacked is how much memory a picture takes while it is unpacked, by its area and kind, in bytes.
func unpacked(text []byte, format string, claims image.Config) int {
	pixels := claims.Width * claims.Height
	switch claims.ColorModel {
	case color.GrayModel, color.YCbCrModel, color.CMYKModel:
		if quarters, whole := sampled(text); quarters > 0 {
			if whole { // kept as coefficients as well, four bytes each, scan after scan
				quarters *= 5
			}
			return pixels / 4 * quarters
		}
		if format == "jpeg" { // of a kind that nobody here has seen: as much as any takes
			return 20 * pixels
		}
		return 4 * pixels
	case color.Gray16Model:
		return 2 * pixels
	case color.RGBA64Model, color.NRGBA64Model:
		return 8 * pixels
	}
	return 4 * pixels
}

// sampled is how many samples a JPEG has for four pixels, and whether it is kept whole while it
// is unpacked (a progressive one); 0 for what is no JPEG. Markers: ITU-T T.81, table B.1 and
// B.2.2.
func sampled(text []byte) (quarters int, whole bool) {
	for at := 2; at+10 <= len(text) && text[at] == 0xFF; {
		switch marker := text[at+1]; {
		case marker == 0xFF: // filler
			at++
			continue
		case marker == 0xDA:
			return 0, false
		case marker >= 0xC0 && marker <= 0xC2:
			n, sum, largest := int(text[at+9]), 0, 1
			for i := 0; i < n && at+12+3*i < len(text); i++ {
				each := int(text[at+11+3*i]>>4) * int(text[at+11+3*i]&15)
				sum, largest = sum+each, max(largest, each)
			}
			return (4*sum + largest - 1) / largest, marker == 0xC2
		}
		at += 2 + int(binary.BigEndian.Uint16(text[at+2:]))
	}
	return 0, false
}

// formats are the kinds of picture that say how the camera was held.
var formats = map[string]imagemeta.ImageFormat{
	"jpeg": imagemeta.JPEG, "png": imagemeta.PNG, "webp": imagemeta.WebP,
}

// orientation is how the camera was held, 1 to 8 (Exif 2.32, tag 0x0112); 1 when it does not say.
func orientation(text []byte, format string) int {
	held := 1
	_, err := imagemeta.Decode(imagemeta.Options{
		R:           bytes.NewReader(text),
		ImageFormat: formats[format],
		Sources:     imagemeta.EXIF,
		ShouldHandleTag: func(tag imagemeta.TagInfo) bool {
			return tag.Tag == "Orientation" && tag.Namespace == "IFD0"
		},
		HandleTag: func(tag imagemeta.TagInfo) error {
			if way, ok := tag.Value.(uint16); ok {
				held = int(way)
			}
			return imagemeta.ErrStopWalking
		},
		Timeout: mostReading,
	})
	if err != nil {
		return 1
	}
	return held
}

// smaller makes a picture no longer than it is looked at. It is halved, four pixels to one, until
// less than a half is left to do: so every pixel counts, and nothing is held beside the picture.
func smaller(p image.Image) *image.RGBA {
	for {
		size := p.Bounds().Size()
		longest := max(size.X, size.Y)
		last := longest < 2*longestSide
		switch {
		case !last:
			size = image.Pt(max(1, size.X/2), max(1, size.Y/2))
		case longest > longestSide:
			share := float64(longestSide) / float64(longest)
			size.X = max(1, int(math.Round(float64(size.X)*share)))
			size.Y = max(1, int(math.Round(float64(size.Y)*share)))
		}
		small := image.NewRGBA(image.Rectangle{Max: size})
		draw.ApproxBiLinear.Scale(small, small.Bounds(), p, p.Bounds(), draw.Src, nil)
		if last {
			return small
		}
		p = small
	}
}

// turns is where a pixel of a picture of 1 by 1 goes, by how the camera was held (Exif 2.32,
// table 6): x' = a·x + b·y + c, y' = d·x + e·y + f.
var turns = map[int]f64.Aff3{
	2: {-1, 0, 1, 0, 1, 0},
	3: {-1, 0, 1, 0, -1, 1},
	4: {1, 0, 0, 0, -1, 1},
	5: {0, 1, 0, 1, 0, 0},
	6: {0, -1, 1, 1, 0, 0},
	7: {0, -1, 1, -1, 0, 1},
	8: {0, 1, 0, -1, 0, 1},
}

// upright turns a picture as it was seen.
func upright(p *image.RGBA, held int) *image.RGBA {
	turn, ok := turns[held]
	if !ok {
		return p
	}
	size := p.Bounds().Size()
	if turn[0] == 0 { // it lies on its side
		size = image.Pt(size.Y, size.X)
	}
	turn[2] *= float64(size.X)
	turn[5] *= float64(size.Y)
	seen := image.NewRGBA(image.Rectangle{Max: size})
	draw.NearestNeighbor.Transform(seen, turn, p, p.Bounds(), draw.Src, nil)
	return seen
}
