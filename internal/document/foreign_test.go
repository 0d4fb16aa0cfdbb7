package document_test

import (
	"bytes"
	"encoding/binary"
	"fmt"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"math"
	"runtime"
	"strings"
	"testing"
	"time"

	"github.com/muktihari/fit/encoder"
	"github.com/muktihari/fit/profile/filedef"
	"github.com/muktihari/fit/profile/mesgdef"
	"github.com/muktihari/fit/profile/typedef"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/internal/document"
)

var began = time.Date(2026, 11, 20, 8, 0, 0, 0, time.UTC)

// track is a GPX track due north along a meridian, a hundredth of a degree between points.
func track(points int, more string) string {
	var b strings.Builder
	b.WriteString(`<?xml version="1.0"?>` + more +
		`<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>To the coast</name><trkseg>`)
	for i := range points {
		fmt.Fprintf(&b, `<trkpt lat="%.2f" lon="1.0"><time>%s</time></trkpt>`, 50+float64(i)/100,
			began.Add(time.Duration(i)*time.Minute).Format(time.RFC3339))
	}
	b.WriteString(`</trkseg></trk></gpx>`)
	return b.String()
}

func fit(t *testing.T, km float64) []byte {
	activity := filedef.NewActivity()
	activity.FileId.SetType(typedef.FileActivity).SetTimeCreated(began)
	activity.Sessions = append(activity.Sessions,
		mesgdef.NewSession(nil).SetStartTime(began).SetTimestamp(began.Add(time.Hour)).SetTotalDistanceScaled(km*1000))
	file := activity.ToFIT(nil)
	var out bytes.Buffer
	require.NoError(t, encoder.New(&out).Encode(&file))
	return out.Bytes()
}

func TestRides(t *testing.T) {
	ride, err := document.ReadRide(strings.NewReader(track(101, "")))
	require.NoError(t, err)
	// One degree of a meridian on a sphere of 6371.0088 km is 111.195 km.
	assert.InDelta(t, 111.195, ride.Km, 0.01)
	assert.Equal(t, "To the coast", ride.Name)
	assert.True(t, began.Equal(ride.At))

	ride, err = document.ReadRide(bytes.NewReader(fit(t, 42.5)))
	require.NoError(t, err)
	assert.InDelta(t, 42.5, ride.Km, 0.001)
	assert.True(t, began.Equal(ride.At))
}

// A recorder's own speed is taken as it stands; between places it is the way over the time.
func TestPaces(t *testing.T) {
	pace, err := document.ReadPace(strings.NewReader(track(3, "")))
	require.NoError(t, err)
	require.Len(t, pace, 2)
	assert.InDelta(t, 66.717, pace[0].Kmh, 0.01, "1.11195 km in a minute")

	activity := filedef.NewActivity()
	activity.FileId.SetType(typedef.FileActivity).SetTimeCreated(began)
	activity.Sessions = append(activity.Sessions, mesgdef.NewSession(nil).SetStartTime(began).SetTimestamp(began))
	activity.Records = append(activity.Records, mesgdef.NewRecord(nil).SetTimestamp(began).SetEnhancedSpeedScaled(7),
		mesgdef.NewRecord(nil).SetTimestamp(began.Add(time.Second)))
	file := activity.ToFIT(nil)
	var out bytes.Buffer
	require.NoError(t, encoder.New(&out).Encode(&file))
	pace, err = document.ReadPace(&out)
	require.NoError(t, err)
	require.Len(t, pace, 1, "a moment without a speed tells none")
	assert.InDelta(t, 25.2, pace[0].Kmh, 0.001)
}

func TestWhatIsNoRideIsRefused(t *testing.T) {
	bomb := `<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">]>`
	for name, c := range map[string]struct{ text, says string }{
		"nothing":   {"", "neither a GPX nor a FIT"},
		"a picture": {"\x89PNG\r\n\x1a\n0000000000", "neither a GPX nor a FIT"},
		"a route":   {`<gpx><rte><rtept lat="1" lon="1"/></rte></gpx>`, "holds no track"},
		"an entity": {strings.Replace(track(3, bomb), "To the coast", "&b;", 1), "damaged"},
		"cut short": {track(9, "")[:400], "damaged"},
		"no number": {`<gpx><trk><trkseg><trkpt lat="NaN" lon="1"><time>2026-03-02T10:00:00Z</time></trkpt></trkseg></trk></gpx>`,
			"nowhere on earth"},
		"no end": {`<gpx><trk><trkseg><trkpt lat="1" lon="+Inf"><time>2026-03-02T10:00:00Z</time></trkpt></trkseg></trk></gpx>`,
			"nowhere on earth"},
		"no time": {`<gpx><trk><trkseg><trkpt lat="1" lon="1"/><trkpt lat="2" lon="1"/></trkseg></trk></gpx>`,
			"no track with times"},
		"a damaged FIT": {string(fit(t, 10)[:40]), "damaged"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := document.ReadRide(strings.NewReader(c.text))
			assert.ErrorContains(t, err, c.says, name)
		})
	}
}

// A file of any bytes is a ride or an error, never a panic, and never a distance below zero.
func FuzzReadRide(f *testing.F) {
	f.Add([]byte(track(3, "")))
	f.Add([]byte("\x0e\x10\x00\x00\x00\x00\x00\x00.FIT"))
	f.Fuzz(func(t *testing.T, text []byte) {
		if ride, err := document.ReadRide(bytes.NewReader(text)); err == nil && ride.Km < 0 {
			t.Fatalf("%g km", ride.Km)
		}
		pace, _ := document.ReadPace(bytes.NewReader(text))
		for _, stop := range brake.Approaches(pace) {
			if !brake.Speeds.Contains(stop.Kmh) || stop.Seconds <= 0 {
				t.Fatalf("%+v is no stop", stop)
			}
		}
	})
}

func picture(w, h int) image.Image {
	m := image.NewRGBA(image.Rect(0, 0, w, h))
	for x := range w {
		for y := range h {
			m.Set(x, y, color.RGBA{uint8(x), uint8(y), 90, 255})
		}
	}
	return m
}

// turned is a JPEG with an EXIF block: held in one of the eight ways, taken at a place.
func turned(t *testing.T, m image.Image, way byte) []byte {
	var plain bytes.Buffer
	require.NoError(t, jpeg.Encode(&plain, m, nil))
	var tiff bytes.Buffer
	tiff.WriteString("MM\x00\x2a\x00\x00\x00\x08\x00\x02")
	tiff.Write([]byte{0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, way, 0, 0})
	tiff.Write([]byte{0x01, 0x0e, 0, 2, 0, 0, 0, 16, 0, 0, 0, 38})
	tiff.Write([]byte{0, 0, 0, 0})
	tiff.WriteString("50.123N 1.4567E\x00")
	block := append([]byte("Exif\x00\x00"), tiff.Bytes()...)
	out := []byte{0xff, 0xd8, 0xff, 0xe1}
	out = binary.BigEndian.AppendUint16(out, uint16(len(block)+2))
	return append(append(out, block...), plain.Bytes()[2:]...)
}

func TestPhotos(t *testing.T) {
	file := turned(t, picture(400, 200), 6)
	require.Contains(t, string(file), "50.123N", "the place is in the file that was sent")
	photo, err := document.ReadPhoto(bytes.NewReader(file))
	require.NoError(t, err)
	assert.Equal(t, [2]int{200, 400}, [2]int{photo.Width, photo.Height}, "turned upright")
	assert.NotContains(t, string(photo.JPEG), "50.123N", "and not in what is kept")
	assert.NotContains(t, string(photo.JPEG), "Exif")

	var large bytes.Buffer
	require.NoError(t, png.Encode(&large, picture(2400, 1200)))
	photo, err = document.ReadPhoto(&large)
	require.NoError(t, err)
	assert.Equal(t, [2]int{1600, 800}, [2]int{photo.Width, photo.Height})
	_, format, err := image.Decode(bytes.NewReader(photo.JPEG))
	require.NoError(t, err)
	assert.Equal(t, "jpeg", format)
}

// Exif 2.32, 4.6.5 (from memory; ExifTool says the same): which corner of what is stored is seen at the upper
// left, and which at the upper right.
func TestPhotosStandUprightHoweverTheyWereHeld(t *testing.T) {
	corners := map[string]color.RGBA{"upper left": {250, 20, 20, 255},
		"upper right": {20, 250, 20, 255}, "lower left": {20, 20, 250, 255},
		"lower right": {240, 240, 20, 255}}
	stored := image.NewRGBA(image.Rect(0, 0, 64, 32))
	for x := range 64 {
		for y := range 32 {
			name := map[bool]string{true: "upper ",
				false: "lower "}[y < 16] + map[bool]string{true: "left", false: "right"}[x < 32]
			stored.Set(x, y, corners[name])
		}
	}
	nearest := func(c color.Color) (name string) {
		r, g, b, _ := c.RGBA()
		best := math.Inf(1)
		for n, k := range corners {
			far := math.Abs(float64(r>>8)-float64(k.R)) + math.Abs(float64(g>>8)-float64(k.G)) +
				math.Abs(float64(b>>8)-float64(k.B))
			if far < best {
				best, name = far, n
			}
		}
		return name
	}
	for way, want := range [][2]string{1: {"upper left", "upper right"}, {"upper right", "upper left"},
		{"lower right", "lower left"},
		{"lower left", "lower right"}, {"upper left", "lower left"}, {"lower left", "upper left"},
		{"lower right", "upper right"},
		{"upper right", "lower right"}} {
		if way == 0 {
			continue
		}
		photo, err := document.ReadPhoto(bytes.NewReader(turned(t, stored, byte(way))))
		require.NoError(t, err)
		seen, err := jpeg.Decode(bytes.NewReader(photo.JPEG))
		require.NoError(t, err)
		assert.Equal(t, want, [2]string{nearest(seen.At(4, 4)),
			nearest(seen.At(seen.Bounds().Dx()-5, 4))}, "held way %d", way)
	}
}

// A photograph is unpacked once, whole, and everything after it is done to the small one.
func TestAPhotoTakesNoMoreMemoryThanItself(t *testing.T) {
	file := turned(t, image.NewYCbCr(image.Rect(0, 0, 6000, 4000), image.YCbCrSubsampleRatio420), 6)
	var before, after runtime.MemStats
	runtime.GC()
	runtime.ReadMemStats(&before)
	photo, err := document.ReadPhoto(bytes.NewReader(file))
	require.NoError(t, err)
	runtime.ReadMemStats(&after)
	assert.Equal(t, 1600, photo.Height, "turned upright")
	assert.Less(t, after.TotalAlloc-before.TotalAlloc, uint64(100<<20), "24 megapixels of colour are 36 MB")
}

// claiming is a small PNG whose header claims a size.
func claiming(w, h uint32, depth ...byte) string {
	head := binary.BigEndian.AppendUint32(binary.BigEndian.AppendUint32([]byte("IHDR"), w), h)
	head = append(head, append(depth, 8)[0], 2, 0, 0, 0)
	out := binary.BigEndian.AppendUint32([]byte("\x89PNG\r\n\x1a\n"), 13)
	return string(binary.BigEndian.AppendUint32(append(out, head...), crc32.ChecksumIEEE(head)))
}

// kept is the beginning of a JPEG that is unpacked scan after scan: a quantization table, and a
// frame's header.
func kept(w, h uint16) string {
	out := []byte("\xff\xd8\xff\xe0\x00\x10JFIF\x00\x01\x01\x00\x00\x01\x00\x01\x00\x00")
	out = append(append(out, 0xff, 0xdb, 0, 67, 0), bytes.Repeat([]byte{1}, 64)...)
	out = append(out, 0xff, 0xc2, 0, 17, 8)
	out = binary.BigEndian.AppendUint16(binary.BigEndian.AppendUint16(out, h), w)
	return string(append(out, 3, 1, 0x22, 0, 2, 0x11, 0, 3, 0x11, 0))
}

func TestWhatIsNoPhotoIsRefused(t *testing.T) {
	for name, c := range map[string]struct{ text, says string }{
		"an executable": {"\x7fELF\x02\x01\x01" + strings.Repeat("\x00", 60), "no photo"},
		"a script":      {`<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>`, "no photo"},
		"60 megapixels": {claiming(10_000, 6_000), "60 megapixels"},
		"deep colours":  {claiming(7_000, 5_000, 16), "35 megapixels, too many of its kind"},
		"progressive":   {kept(6_000, 5_000), "30 megapixels, too many of its kind"},
		"a moving one":  {"GIF89a\x01\x00\x01\x00\x00\x00\x00;", "JPEG, PNG or WebP"},
		"a bitmap":      {"BM" + strings.Repeat("\x00", 60), "JPEG, PNG or WebP"},
		"a cut picture": {claiming(100, 100), "damaged"},
		"nothing":       {"", "no photo"},
		"far too large": {strings.Repeat("x", document.LargestPhoto+1), "over 24 MB"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := document.ReadPhoto(strings.NewReader(c.text))
			assert.ErrorContains(t, err, c.says, name)
		})
	}
}
