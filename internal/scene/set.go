package scene

import (
	"fmt"
	"hash/crc32"

	"utensil/internal/workshop"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/trial"
)

// usualSets are the figures that riders have, by how they are drawn: each bike lies so many steps from there.
var usualSets = map[string]struct{ from, step float64 }{"height": {705, 4}, "setback": {48, 2}, "tilt": {-1.5, 0.5},
	"stem": {20, 5}, "roll": {-4, 1}, "angle": {-32, 1}, "place": {110, 2}, "reach": {68, 1}, "bite": {36, 1},
	"dial": {0, 0.5}, "wing": {-8, 1}}

// rides is how a bike is set, always the same.
func rides(b record.Bike, c contact.ContactView) string {
	at := usualSets[c.Draws]
	steps := crc32.ChecksumIEEE([]byte(b.FrameNo+c.ID)) % 9
	return fmt.Sprintf("%g", at.from+float64(steps)*at.step)
}

// sets notes how a bike is set before that is undone, or puts it back after. It has dice of its own: what
// else happened is told as it was.
func (t *teller) sets(job *workshop.JobView, write recorder, by record.Actor, left bool) error {
	var said []record.Content
	for _, c := range job.Parts.Contacts.Contacts {
		if left && c.Owed || !left && c.Wanted {
			in := contact.ContactRead{Contact: c.ID, Typed: rides(job.Bike, c), Left: left, Line: left && c.Line != ""}
			if c.To != nil {
				in.Typed = fmt.Sprintf("%g", c.To.Value)
			}
			said = append(said, contact.Reads.Says(in))
		}
	}
	if len(said) == 0 {
		return nil
	}
	others := t.dice
	defer func() { t.dice = others }()
	t.dice = dice("how it is set", job.Bike.FrameNo)
	return write(by, said...)
}

// stops are those that were measured on the ride, of every other bike with a brake at each end: from
// 25 km/h at a mark, taped.
func stops(job workshop.JobView) (measured []record.Content) {
	f := job.Bike.Facts
	if job.Job.Number%2 == 0 || f.FrontBrake == "none" || f.RearBrake == "none" || f.Kind == "other" {
		return nil
	}
	way := map[string]string{"front": "6.5", "rear": "11"}
	if f.FrontBrake == "disc_hydraulic" {
		way["front"] = "6"
	}
	for _, pulls := range []string{"front", "rear"} {
		measured = append(measured, trial.Stops.Says(trial.Stopped{Pulls: pulls, Speed: "25", Distance: way[pulls],
			Ground: "dry"}))
	}
	return measured
}
