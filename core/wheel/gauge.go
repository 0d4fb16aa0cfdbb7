package wheel

import (
	"cmp"
	"encoding/csv"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"

	"utensil/core/words"
)

// Gauge is what a tension gauge's readings mean: its maker's table, or the shop's own from a known weight.
type Gauge struct {
	Spokes []string    // kinds of spoke, as the table names them
	rows   [][]float64 // reading, then the tension of each kind, N; NaN where the table has none
}

// What a table may hold.
const (
	mostRows  = 500
	mostKinds = 20
)

// ReadGauge reads a table as CSV (RFC 4180): a first line that names the kinds of spoke after a
// first column for the gauge's reading, then a line for each reading, with tensions in newtons. A
// field is left empty where the gauge does not read that kind so. Within each column tensions go
// up, or down, with the reading throughout.
func ReadGauge(from io.Reader) (Gauge, error) {
	r := csv.NewReader(from)
	r.TrimLeadingSpace = true
	lines, err := r.ReadAll()
	if err != nil {
		return Gauge{}, fmt.Errorf("the table cannot be read: %w", err)
	}
	if len(lines) < 3 || len(lines[0]) < 2 {
		return Gauge{}, fmt.Errorf("the table needs a line of names, two lines of readings or more, and " +
			"a column for each kind of spoke")
	}
	if len(lines) > mostRows || len(lines[0]) > mostKinds {
		return Gauge{}, fmt.Errorf("the table has %d lines and %d columns: up to %d and %d are taken",
			len(lines), len(lines[0]),
			mostRows, mostKinds)
	}
	g := Gauge{Spokes: lines[0][1:]}
	for i, line := range lines[1:] {
		row := make([]float64, len(line))
		for k, field := range line {
			row[k], err = figure(field)
			if err != nil || k == 0 && math.IsNaN(row[k]) || k > 0 && (row[k] < 0 || row[k] > mostTension) {
				return Gauge{}, fmt.Errorf("line %d, column %d: %q is no reading, or no tension in newtons up to %g",
					i+2, k+1,
					words.Short(field, 20), mostTension)
			}
		}
		g.rows = append(g.rows, row)
	}
	slices.SortStableFunc(g.rows, func(a, b []float64) int { return cmp.Compare(a[0], b[0]) })
	return g, g.check()
}

func figure(field string) (float64, error) {
	field = strings.TrimSpace(field)
	if field == "" {
		return math.NaN(), nil
	}
	v, err := strconv.ParseFloat(field, 64)
	if err == nil && (math.IsNaN(v) || math.IsInf(v, 0)) {
		err = strconv.ErrRange
	}
	return v, err
}

// check says where a column does not go one way.
func (g Gauge) check() error {
	for k, name := range g.Spokes {
		if strings.TrimSpace(name) == "" || slices.Index(g.Spokes, name) < k {
			return fmt.Errorf("column %d needs a name of its own, not %q", k+2, words.Short(name, 20))
		}
		points := g.column(k)
		if len(points) < 2 {
			return fmt.Errorf("%q has fewer than two readings", words.Short(name, 20))
		}
		way := cmp.Compare(points[0][1], points[1][1])
		for i := 1; i < len(points); i++ {
			if points[i][0] == points[i-1][0] || cmp.Compare(points[i-1][1], points[i][1]) != way || way == 0 {
				return fmt.Errorf("%q at reading %g: tensions have to go one way throughout, and each "+
					"reading stands once", words.Short(name, 20),
					points[i][0])
			}
		}
	}
	return nil
}

// column is the readings of a kind of spoke, with their tensions.
func (g Gauge) column(kind int) (points [][2]float64) {
	for _, row := range g.rows {
		if t := row[kind+1]; !math.IsNaN(t) {
			points = append(points, [2]float64{row[0], t})
		}
	}
	return points
}

// Tension is what a reading means for a kind of spoke, N, along straight lines between those of
// the table. Beyond the table is an error: the gauge says nothing there.
func (g Gauge) Tension(kind string, reading float64) (float64, error) {
	k := slices.Index(g.Spokes, kind)
	if k < 0 {
		return 0, fmt.Errorf("the gauge's table has no spoke %q: it has %s", words.Short(kind, 20),
			strings.Join(g.Spokes, ", "))
	}
	points := g.column(k)
	first, last := points[0], points[len(points)-1]
	if !(reading >= first[0] && reading <= last[0]) {
		return 0, fmt.Errorf("a reading of %g: the table goes from %g to %g for %s", reading, first[0],
			last[0], words.Short(kind, 20))
	}
	i := 1
	for i < len(points)-1 && points[i][0] < reading {
		i++
	}
	a, b := points[i-1], points[i]
	return a[1] + (b[1]-a[1])*(reading-a[0])/(b[0]-a[0]), nil
}
