package postgres

import (
	"strings"

	"github.com/segmentio/encoding/json"
)

// laying is a query of one JSON value that a subject wants beside a job, under the subject's name
// for it. It may speak of the job j, its bike b and its owner o, as far as the reader has them.
type laying struct{ name, query string }

// laid is the column that lays all of them beside a job.
func laid(parts ...laying) string {
	var out strings.Builder
	out.WriteString("json_build_object(")
	for i, p := range parts {
		if i > 0 {
			out.WriteString(", ")
		}
		out.WriteString("'" + p.name + "', (" + p.query + ")")
	}
	out.WriteString(") as beside")
	return out.String()
}

// listed is the query of a JSON list of the rows of another.
func listed(query string) string {
	return `select coalesce(json_agg(row_to_json(r)), '[]') from (` + query + `) r`
}

// beside is the column of laid.
type beside map[string]json.RawMessage

func (b *beside) Scan(src any) error { return scanJSON(src, (*map[string]json.RawMessage)(b)) }

// What lies beside a bike, and beside a job of it.
var (
	besideBike = laid(modelFigures, modelCharts, callBacksOfBike, stockOfShop)
	besideJob  = laid(modelFigures, modelCharts, callBacksOfBike, wrenchesOfShop, gaugesOfShop,
		trayOfShop, bottlesOfShop, stockOfShop,
		linkOfJob, messagesOfJob, photosOfJob)
)
