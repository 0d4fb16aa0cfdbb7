package document

import (
	"bufio"
	"bytes"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"time"

	"github.com/muktihari/fit/decoder"
	"github.com/muktihari/fit/profile/filedef"

	"utensil/core/brake"
	"utensil/internal/workshop/inspect"
)

// Bounds of a ride file: a day's ride at a point a second fits ten times over.
const (
	LargestRide = 24 << 20
	mostPoints  = 1_000_000
)

// ReadRide reads a ride from a GPX 1.1 track or a FIT activity, told apart by their first
// bytes. Its errors say what to do.
func ReadRide(in io.Reader) (inspect.Ride, error) {
	ride, _, err := read(in)
	return ride, err
}

// ReadPace reads how fast a ride went, moment by moment: as its recorder has it, or from place to
// place. Its errors say what to do.
func ReadPace(in io.Reader) ([]brake.Moment, error) {
	_, pace, err := read(in)
	return pace, err
}

func read(in io.Reader) (inspect.Ride, []brake.Moment, error) {
	b := bufio.NewReader(io.LimitReader(in, LargestRide))
	head, _ := b.Peek(12)
	if len(head) >= 12 && string(head[8:12]) == ".FIT" {
		return readFIT(b)
	}
	if text, _ := b.Peek(512); bytes.Contains(text, []byte("<")) {
		return readGPX(b)
	}
	return inspect.Ride{}, nil, errors.New("this is neither a GPX nor a FIT file: export the ride as one of those")
}

func readFIT(in io.Reader) (ride inspect.Ride, pace []brake.Moment, err error) {
	defer func() { // a parser of foreign bytes must not take the server down
		if caught := recover(); caught != nil {
			err = fmt.Errorf("this FIT file is damaged: export the ride again")
		}
	}()
	listener := filedef.NewListener()
	defer listener.Close()
	if _, err := decoder.New(in, decoder.WithMesgListener(listener), decoder.WithBroadcastOnly()).Decode(); err != nil {
		return ride, nil, fmt.Errorf("this FIT file is damaged: export the ride again (%w)", err)
	}
	activity, is := listener.File().(*filedef.Activity)
	if !is || len(activity.Sessions) == 0 {
		return ride, nil, errors.New("this FIT file holds no ride: choose one of an activity")
	}
	for _, s := range activity.Sessions {
		if km := s.TotalDistanceScaled() / 1000; !math.IsNaN(km) {
			ride.Km += km
		}
		if ride.At.IsZero() || s.StartTime.Before(ride.At) {
			ride.At = s.StartTime
		}
	}
	for _, r := range activity.Records {
		speed := r.EnhancedSpeedScaled()
		if math.IsNaN(speed) {
			speed = r.SpeedScaled()
		}
		if !math.IsNaN(speed) {
			pace = append(pace, brake.Moment{At: r.Timestamp, Kmh: 3.6 * speed})
		}
	}
	return ride, pace, nil
}

// readGPX adds the ways between track points up. Go's decoder expands no entities of the
// file's own, so that nothing small grows large; points are counted as they are read.
func readGPX(in io.Reader) (ride inspect.Ride, pace []brake.Moment, _ error) {
	d := xml.NewDecoder(in)
	type place struct {
		Lat  float64   `xml:"lat,attr"`
		Lon  float64   `xml:"lon,attr"`
		Time time.Time `xml:"time"`
	}
	var last *place
	points := 0
	for {
		token, err := d.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return ride, nil, fmt.Errorf("this GPX file is damaged: export the ride again (%w)", err)
		}
		start, opens := token.(xml.StartElement)
		if !opens {
			continue
		}
		switch start.Name.Local {
		case "name":
			if ride.Name == "" {
				if err := d.DecodeElement(&ride.Name, &start); err != nil {
					return ride, nil, fmt.Errorf("this GPX file is damaged: export the ride again (%w)", err)
				}
			}
		case "trkseg":
			last = nil // a new piece after a pause begins anywhere
		case "trkpt":
			var p place
			if err := d.DecodeElement(&p, &start); err != nil {
				return ride, nil, fmt.Errorf("this GPX file is damaged: export the ride again (%w)", err)
			}
			if points++; points > mostPoints {
				return ride, nil, errors.New("this GPX file has more points than a ride can: export a single ride")
			}
			if !onEarth(p.Lat, p.Lon) {
				return ride, nil, errors.New("this GPX file is damaged, a place in it is nowhere on earth: " +
					"export the ride again")
			}
			if ride.At.IsZero() {
				ride.At = p.Time
			}
			if last != nil {
				km := between(last.Lat, last.Lon, p.Lat, p.Lon)
				ride.Km += km
				if hours := p.Time.Sub(last.Time).Hours(); hours > 0 {
					pace = append(pace, brake.Moment{At: p.Time, Kmh: km / hours})
				}
			}
			last = &p
		}
	}
	if points < 2 || ride.At.IsZero() {
		return ride, nil, errors.New("this GPX file holds no track with times: export the ride, not the route")
	}
	return ride, pace, nil
}

// onEarth says whether a place is one: not a number is none, nor is what lies beyond a pole.
func onEarth(lat, lon float64) bool { return lat >= -90 && lat <= 90 && lon >= -180 && lon <= 180 }

// between is the way between two places in kilometres, by the haversine on a sphere of the
// Earth's mean radius, 6371.0088 km (IUGG).
func between(lat1, lon1, lat2, lon2 float64) float64 {
	rad := math.Pi / 180
	a := math.Pow(math.Sin((lat2-lat1)*rad/2),
		2) + math.Cos(lat1*rad)*math.Cos(lat2*rad)*math.Pow(math.Sin((lon2-lon1)*rad/2), 2)
	return 2 * 6371.0088 * math.Asin(math.Min(1, math.Sqrt(a)))
}
