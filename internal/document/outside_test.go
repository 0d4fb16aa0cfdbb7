package document_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/muktihari/fit/encoder"
	"github.com/muktihari/fit/profile/filedef"
	"github.com/muktihari/fit/profile/mesgdef"
	"github.com/muktihari/fit/profile/typedef"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/document"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/inspect"
)

// python is Debian's own: scipy and geographiclib are installed for it.
const python = "/usr/bin/python3"

// told runs a program from outside and gives back what it says.
func told(t *testing.T, name string, args ...string) string {
	t.Helper()
	var wrong bytes.Buffer
	command := exec.CommandContext(t.Context(), name, args...)
	command.Stderr = &wrong
	out, err := command.Output()
	require.NoError(t, err, "%s %v: %s", name, args, wrong.String())
	return string(out)
}

// A track through hills and bends, as points of latitude and longitude.
func bends() (places [][2]float64) {
	for i := range 240 {
		a := float64(i) / 12
		places = append(places, [2]float64{54.2 + a/400 + 0.003*float64(i%7)/7, -3.1 + a/300 - 0.002*float64(i%5)/5})
	}
	return places
}

func gpxOf(places [][2]float64) string {
	var b strings.Builder
	b.WriteString(`<?xml version="1.0"?><gpx version="1.1" creator="t" xmlns="http://www.topografix.com/GPX/1/1">` +
		`<trk><name>Bends</name><trkseg>`)
	for i, p := range places {
		fmt.Fprintf(&b, `<trkpt lat="%.6f" lon="%.6f"><time>2026-11-20T08:%02d:%02dZ</time></trkpt>`,
			p[0], p[1], i/60, i%60)
	}
	b.WriteString(`</trkseg></trk></gpx>`)
	return b.String()
}

// GeographicLib (Karney 2013) goes along the ellipsoid, exactly; our sphere is within half a per
// cent of it anywhere.
func TestARideIsAsLongAsGeographicLibHasIt(t *testing.T) {
	places := bends()
	text, err := json.Marshal(places)
	require.NoError(t, err)
	said := told(t, python, "-c", `
import json, sys
from geographiclib.geodesic import Geodesic
p = json.loads(sys.argv[1])
print(sum(Geodesic.WGS84.Inverse(*p[i], *p[i + 1])["s12"] for i in range(len(p) - 1)) / 1000)`, string(text))
	var km float64
	_, err = fmt.Sscan(said, &km)
	require.NoError(t, err)
	ride, err := document.ReadRide(strings.NewReader(gpxOf(places)))
	require.NoError(t, err)
	assert.InEpsilon(t, km, ride.Km, 0.005)
}

// GPSBabel writes another GPX of a track; what it writes as FIT is a course to be ridden, and no
// ride: it is refused in words. The FIT files that we are tried with are read by it as what they
// are meant to be.
func TestRidesOfAnotherProgram(t *testing.T) {
	dir := t.TempDir()
	from := filepath.Join(dir, "in.gpx")
	require.NoError(t, os.WriteFile(from, []byte(gpxOf(bends())), 0o600))
	ours, err := document.ReadRide(strings.NewReader(gpxOf(bends())))
	require.NoError(t, err)
	read := func(name string) (inspect.Ride, error) {
		text, err := os.ReadFile(filepath.Join(dir, name))
		require.NoError(t, err)
		return document.ReadRide(bytes.NewReader(text))
	}
	babel := func(is, from, as, to string) {
		told(t, "gpsbabel", "-t", "-i", is, "-f", from, "-o", as, "-F", filepath.Join(dir, to))
	}

	babel("gpx", from, "gpx", "again.gpx")
	again, err := read("again.gpx")
	require.NoError(t, err)
	assert.InEpsilon(t, ours.Km, again.Km, 0.001)
	assert.True(t, ours.At.Equal(again.At))

	babel("gpx", from, "garmin_fit", "course.fit")
	_, err = read("course.fit")
	require.ErrorContains(t, err, "choose one of an activity")

	ridden := filepath.Join(dir, "ridden.fit")
	require.NoError(t, os.WriteFile(ridden, fitOf(t, bends(), ours.Km), 0o600))
	kept, err := read("ridden.fit")
	require.NoError(t, err)
	assert.InEpsilon(t, ours.Km, kept.Km, 0.001)
	babel("garmin_fit", ridden, "gpx", "ridden.gpx")
	theirs, err := read("ridden.gpx")
	require.NoError(t, err)
	assert.InEpsilon(t, ours.Km, theirs.Km, 0.001)
	assert.True(t, kept.At.Equal(theirs.At))
}

// fitOf is a FIT file of a ride, written by the library that reads it.
func fitOf(t *testing.T, places [][2]float64, km float64) []byte {
	activity := filedef.NewActivity()
	activity.FileId.SetType(typedef.FileActivity).SetTimeCreated(began)
	for i, p := range places {
		activity.Records = append(activity.Records,
			mesgdef.NewRecord(nil).SetTimestamp(began.Add(time.Duration(i)*time.Second)).
				SetPositionLatDegrees(p[0]).SetPositionLongDegrees(p[1]))
	}
	activity.Sessions = append(activity.Sessions,
		mesgdef.NewSession(nil).SetStartTime(began).SetTimestamp(began.Add(time.Hour)).
			SetTotalDistanceScaled(km*1000))
	file := activity.ToFIT(nil)
	var out bytes.Buffer
	require.NoError(t, encoder.New(&out).Encode(&file))
	return out.Bytes()
}

// ExifTool turns a picture by its tag, as cameras do; and finds nothing left in what we keep.
func TestAPictureIsTurnedAsExifToolHasIt(t *testing.T) {
	picture := image.NewRGBA(image.Rect(0, 0, 80, 40)) // red at its left
	for x := range 80 {
		for y := range 40 {
			picture.Set(x, y, color.RGBA{R: map[bool]uint8{true: 230, false: 20}[x < 40], B: 60, A: 255})
		}
	}
	for turned, size := range map[int][2]int{1: {80, 40}, 3: {80, 40}, 6: {40, 80}, 8: {40, 80}} {
		t.Run(fmt.Sprint(turned), func(t *testing.T) {
			path := filepath.Join(t.TempDir(), "p.jpg")
			var b bytes.Buffer
			require.NoError(t, jpeg.Encode(&b, picture, nil))
			require.NoError(t, os.WriteFile(path, b.Bytes(), 0o600))
			told(t, "exiftool", "-q", "-overwrite_original", "-n",
				fmt.Sprintf("-Orientation=%d", turned), "-GPSLatitude=54.2", "-GPSLongitude=3.1",
				"-Model=Anything", path)
			text, err := os.ReadFile(path)
			require.NoError(t, err)
			photo, err := document.ReadPhoto(bytes.NewReader(text))
			require.NoError(t, err)
			assert.Equal(t, size, [2]int{photo.Width, photo.Height})
			kept, err := jpeg.Decode(bytes.NewReader(photo.JPEG))
			require.NoError(t, err)
			// Exif: 1 as it is, 3 upside-down, 6 its left is up, 8 its left is down.
			at := map[int][2]int{1: {5, 20}, 3: {75, 20}, 6: {20, 5}, 8: {20, 75}}[turned]
			red, _, _, _ := kept.At(at[0], at[1]).RGBA()
			assert.Greater(t, red>>8, uint32(150))
			require.NoError(t, os.WriteFile(path, photo.JPEG, 0o600))
			assert.NotContains(t, told(t, "exiftool", path), "GPS")
		})
	}
}

// ZBar reads our labels as a scanner at the counter does.
func TestALabelIsReadByAnotherProgram(t *testing.T) {
	bottle := fluid.Bottle{ID: "019a8c1e-7a64-7cc1-8a3b-0d9d1c2b3a4f"}
	path := filepath.Join(t.TempDir(), "label.png")
	file, err := os.Create(path)
	require.NoError(t, err)
	require.NoError(t, document.BottleLabel(file, bottle))
	require.NoError(t, file.Close())
	assert.Equal(t, document.BottleCode(bottle), strings.TrimSpace(told(t, "zbarimg", "--quiet", "--raw", path)))
}
