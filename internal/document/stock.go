package document

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/currency"

	"utensil/core/estimate"
	"utensil/internal/workshop/stores"
)

// stockColumns are the columns of the table of the stores. Price and cost are in whole units of the
// shop's currency, with a decimal point; particulars are written "links=114; speeds=9".
var stockColumns = []string{"code", "name", "kind", "particulars", "grade", "held", "least", "bin",
	"price", "cost", "supplier", "note"}

// needed are the columns without which a table is none.
var needed = []string{"code", "name", "kind", "held"}

// largestTable is how many lines a table may have.
const largestTable = 20_000

// Stock writes the stores as CSV (RFC 4180).
func Stock(w io.Writer, items []stores.Stocked, code string) error {
	out := csv.NewWriter(w)
	out.UseCRLF = true
	if err := out.Write(stockColumns); err != nil {
		return fmt.Errorf("writing the stores: %w", err)
	}
	for _, i := range items {
		row := []string{i.Code, i.Name, i.Kind, i.Spelled(), i.Grade, strconv.Itoa(i.Held),
			strconv.Itoa(i.Least), i.Bin, plain(i.Price, code),
			plain(i.Cost, code), i.Supplier, i.Note}
		for n, text := range row {
			row[n] = inert(text)
		}
		if err := out.Write(row); err != nil {
			return fmt.Errorf("writing the stores: %w", err)
		}
	}
	out.Flush()
	return out.Error()
}

// ReadStock reads a table of parts: comma or semicolon between the fields, with or without a byte-order
// mark, columns in any order. What is wrong with one line is told of that line; an error is told of the
// whole table.
func ReadStock(text []byte, code string) ([]stores.Row, error) {
	text = bytes.TrimPrefix(text, []byte("\ufeff"))
	if !utf8.Valid(text) {
		return nil, errors.New("the table is not in UTF-8: save it as “CSV UTF-8”")
	}
	head, _, _ := bytes.Cut(text, []byte("\n"))
	in := csv.NewReader(bytes.NewReader(text))
	in.FieldsPerRecord, in.TrimLeadingSpace = -1, true
	if bytes.Count(head, []byte(";")) > bytes.Count(head, []byte(",")) {
		in.Comma = ';'
	}
	names, err := in.Read()
	if err != nil {
		return nil, fmt.Errorf("the table cannot be read: its first line names the columns %s",
			strings.Join(stockColumns, ", "))
	}
	for i := range names {
		names[i] = strings.ToLower(strings.TrimSpace(names[i]))
	}
	for _, want := range needed {
		if !slices.Contains(names, want) {
			return nil, fmt.Errorf("the table has no column %q: its first line names the columns %s",
				want, strings.Join(stockColumns, ", "))
		}
	}
	var rows []stores.Row
	for {
		fields, err := in.Read()
		if errors.Is(err, io.EOF) {
			return rows, nil
		}
		line, _ := in.FieldPos(0)
		var broken *csv.ParseError
		if errors.As(err, &broken) {
			return nil, fmt.Errorf("line %d cannot be read: a quotation mark is open, or stands within a field",
				broken.Line)
		}
		if err != nil {
			return nil, fmt.Errorf("reading the table: %w", err)
		}
		if len(rows) == largestTable {
			return nil, fmt.Errorf("the table has more than %d lines: send it in parts", largestTable)
		}
		rows = append(rows, stockRow(line, names, fields, code, in.Comma == ';'))
	}
}

// stockRow reads one line. Where semicolons part the fields, a comma may be the decimal sign.
func stockRow(line int, names, fields []string, code string, comma bool) stores.Row {
	field := map[string]string{}
	for i, name := range names {
		if i < len(fields) {
			field[name] = live(strings.TrimSpace(fields[i]))
		}
	}
	r := stores.Row{Line: line, Part: stores.Stocked{Code: field["code"], Name: field["name"],
		Kind: field["kind"], Grade: field["grade"],
		Bin: field["bin"], Supplier: field["supplier"], Note: field["note"], Particulars: map[string]string{}}}
	if r.Part.Grade == "" {
		r.Part.Grade = "new"
	}
	wrong := func(format string, args ...any) {
		if r.Problem == "" {
			r.Problem = fmt.Sprintf(format, args...)
		}
	}
	if len(fields) > len(names) {
		wrong("It has %d fields, and there are %d columns.", len(fields), len(names))
	}
	for name, into := range map[string]*int{"held": &r.Part.Held, "least": &r.Part.Least} {
		if text := field[name]; text != "" {
			n, err := strconv.Atoi(text)
			if err != nil {
				wrong("“%s” is no count of pieces.", text)
			}
			*into = n
		} else if name == "held" {
			wrong("How many there are is missing.")
		}
	}
	for name, into := range map[string]*estimate.Minor{"price": &r.Part.Price, "cost": &r.Part.Cost} {
		var err error
		if *into, err = minor(field[name], code, comma); err != nil {
			wrong("“%s” is no price.", field[name])
		}
	}
	for _, pair := range strings.FieldsFunc(field["particulars"], func(r rune) bool { return r == ';' || r == '|' }) {
		id, value, both := strings.Cut(pair, "=")
		if !both {
			wrong("“%s” is no particular: write it as speeds=9.", strings.TrimSpace(pair))
		}
		r.Part.Particulars[strings.TrimSpace(id)] = strings.TrimSpace(value)
	}
	return r
}

// decimals of a currency.
func decimals(code string) int {
	unit, err := currency.ParseISO(code)
	if err != nil {
		return 2
	}
	n, _ := currency.Standard.Rounding(unit)
	return n
}

// plain writes an amount in whole units: "24.50".
func plain(amount estimate.Minor, code string) string {
	return strconv.FormatFloat(float64(amount)/math.Pow10(decimals(code)), 'f', decimals(code), 64)
}

// minor reads an amount in whole units; nothing is nothing.
func minor(text, code string, comma bool) (estimate.Minor, error) {
	if text == "" {
		return 0, nil
	}
	if comma && !strings.Contains(text, ".") {
		text = strings.Replace(text, ",", ".", 1)
	}
	v, err := strconv.ParseFloat(text, 64)
	if err != nil || math.IsNaN(v) || math.Abs(v) > float64(estimate.Largest) {
		return 0, fmt.Errorf("%q is no amount", text)
	}
	return estimate.Minor(math.Round(v * math.Pow10(decimals(code)))), nil
}

// live takes off the mark that keeps a spreadsheet from running a text as a formula.
func live(text string) string {
	if rest, marked := strings.CutPrefix(text, "'"); marked && rest != "" && inert(rest) != rest {
		return rest
	}
	return text
}

// StockLabel writes an item's label as PNG: a QR code (ISO/IEC 18004) of its code.
func StockLabel(w io.Writer, i stores.Stocked) error { return qrLabel(w, i.Code) }
