package wheels

import (
	"cmp"
	"maps"
	"slices"
	"strconv"
	"strings"

	"utensil/core/measure"
	"utensil/core/wheel"
	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// leastRead is how many places round a rim have to be read before anything is said of it.
const leastRead = 8

// squeezed is what a spoke bears that feels so in the hand beside its neighbours, as a share of
// an even one (our own: a hand tells a third more or less).
var squeezed = map[string]float64{"slack": 0.65, "even": 1, "tight": 1.3}

// usualTension is what the tighter side of a sound wheel bears, as a share of what its rim allows
// (common practice).
const usualTension = 0.75

// figures are what was typed, by where it was read: mm, or N.
func figures(book *knowledge.Book, w wheel.Wheel, most float64, in WheelRead) (map[string]float64, error) {
	read := map[string]float64{}
	typed := maps.Clone(in.Values)
	maps.DeleteFunc(typed, func(_, v string) bool { return strings.TrimSpace(v) == "" })
	if in.What == "dish" {
		return dished(typed)
	}
	means, err := meaning(book, w, in)
	if err != nil {
		return nil, err
	}
	for _, where := range slices.Sorted(maps.Keys(typed)) {
		field := "values." + where
		place, err := strconv.ParseFloat(where, 64)
		if err != nil || !(place >= 0.5 && place <= float64(w.Spokes)+0.5) {
			return nil, record.Refuse(field,
				"A reading at spoke %s: this wheel has %d, counted from the valve.", where, w.Spokes)
		}
		spoke := int(place)
		if in.What != "side" && in.What != "out" && float64(spoke) != place {
			return nil, record.Refuse(field, "A tension is a spoke's: there is none between two.")
		}
		if in.What == "squeeze" {
			share, known := squeezed[typed[where]]
			if !known {
				return nil, record.Refuse(field, "Say slack, even or tight.")
			}
			read[where] = share * usualTension * most * w.Share(w.Side(spoke))
			continue
		}
		v, err := record.ReadSigned(field, typed[where], unitOf(in.What), mostRead)
		if err != nil {
			return nil, err
		}
		if read[where], err = means(spoke, v); err != nil {
			return nil, record.Refuse(field, "%s", words.Sentence(err))
		}
	}
	if in.What == "side" || in.What == "out" {
		if len(read) < leastRead {
			return nil, record.Refuse("values",
				"%d readings: read the rim at %d places at least, evenly all round.", len(read), leastRead)
		}
	}
	if len(read) == 0 {
		return nil, record.Refuse("values", "Nothing was read.")
	}
	return read, nil
}

// mostRead is more than any reading of a wheel is: mm, N or Hz.
const mostRead = 1e5

// unitOf is the unit in which something is read of a wheel.
func unitOf(what string) measure.Unit {
	switch what {
	case "pitch":
		return measure.Hertz
	case "tension":
		return measure.Newton
	}
	return measure.Millimetre // the rim, and what a gauge shows
}

// meaning is what a figure at a spoke comes to: itself, or the tension that a pitch or a gauge's
// reading stands for.
func meaning(book *knowledge.Book, w wheel.Wheel, in WheelRead) (func(spoke int, v float64) (float64, error), error) {
	switch in.What {
	case "pitch":
		sounds, err := swinging(w, in)
		return func(spoke int, v float64) (float64, error) { return sounds[w.Side(spoke)].Tension(v) }, err
	case "gauge":
		g, known := book.TensionGauge(in.Gauge)
		if !known {
			return nil, record.Refuse("gauge",
				"That gauge has no table here. The shop owner takes one in, under the shop's own knowledge.")
		}
		table, err := g.Gauge()
		if err == nil && !slices.Contains(table.Spokes, in.Kind) {
			err = record.Refuse("kind", "Say which spokes they are: the gauge's table has %s.",
				strings.Join(table.Spokes, ", "))
		}
		return func(_ int, v float64) (float64, error) { return table.Tension(in.Kind, v) }, err
	}
	return func(_ int, v float64) (float64, error) { return v, nil }, nil
}

func dished(typed map[string]string) (map[string]float64, error) {
	read := map[string]float64{}
	for _, where := range []string{"right", "left"} {
		if typed[where] == "" {
			return nil, record.Refuse("values."+where,
				"Lay the gauge on from both sides: how far out the locknut stands on the %s.", where)
		}
		v, err := record.ReadSigned("values."+where, typed[where], measure.Millimetre, mostRead)
		if err != nil {
			return nil, err
		}
		read[where] = v
	}
	return read, nil
}

// swinging is how the spokes of each side swing: by their length, or as one of known tension sounds.
func swinging(w wheel.Wheel, in WheelRead) (list [2]wheel.String, err error) {
	for s := range list {
		list[s] = wheel.String{Wire: w.Wire, Mm: w.Swings(wheel.Side(s))}
	}
	if in.What != "pitch" || strings.TrimSpace(in.Known) == "" {
		return list, nil
	}
	known, err := record.ReadFigure("known", in.Known, measure.Newton, measure.Range{Max: mostRead})
	if err != nil {
		return list, err
	}
	if in.Of < 1 || in.Of > w.Spokes || in.Values[strconv.Itoa(in.Of)] == "" {
		return list, record.Refuse("of", "Say of which spoke that tension was read, and pluck it too.")
	}
	pitch, err := record.ReadFigure("values."+strconv.Itoa(in.Of), in.Values[strconv.Itoa(in.Of)],
		measure.Hertz, measure.Range{Max: mostRead})
	if err != nil {
		return list, err
	}
	own := w.Side(in.Of)
	calibrated, err := list[own].Calibrated(pitch, known)
	if err != nil {
		return list, record.Refuse("known", "%s", words.Sentence(err))
	}
	share := calibrated.Mm / list[own].Mm
	for s := range list {
		list[s].Mm *= share
	}
	return list, nil
}

// take adds what was read to the readings of a round; what was read twice is as it was read last.
func take(r *wheel.Readings, in WheelRead) {
	if in.What == "dish" {
		off := wheel.Dish(in.Figures["right"], in.Figures["left"])
		r.Dish = &off
		return
	}
	runouts, tensions := slices.Clone(r.Runouts), maps.Clone(r.Tensions)
	if tensions == nil {
		tensions = map[int]float64{}
	}
	for where, v := range in.Figures {
		place, err := strconv.ParseFloat(where, 64)
		if err != nil {
			continue // it was checked when it was written
		}
		if in.What != "side" && in.What != "out" {
			tensions[int(place)] = v
			continue
		}
		i := slices.IndexFunc(runouts, func(m wheel.Runout) bool { return m.At == place })
		if i < 0 {
			i, runouts = len(runouts), append(runouts, wheel.Runout{At: place})
		}
		if in.What == "side" {
			runouts[i].Mm = &v
		} else {
			runouts[i].Out = &v
		}
	}
	slices.SortFunc(runouts, func(a, b wheel.Runout) int { return cmp.Compare(a.At, b.At) })
	r.Runouts, r.Tensions = runouts, tensions
}
