package document

import (
	"fmt"
	"image/png"
	"io"

	"github.com/boombuler/barcode"
	"github.com/boombuler/barcode/qr"

	"utensil/internal/workshop/fluid"
)

// labelSize is the side of a label's code, in pixels.
const labelSize = 300

// BottleCode is what a bottle's label says to a scanner.
func BottleCode(b fluid.Bottle) string { return "utensil:bottle:" + string(b.ID) }

// BottleLabel writes a bottle's label as PNG: a QR code (ISO/IEC 18004) that selects it.
func BottleLabel(w io.Writer, b fluid.Bottle) error { return qrLabel(w, BottleCode(b)) }

// qrLabel writes a text as a QR code, a PNG.
func qrLabel(w io.Writer, text string) error {
	code, err := qr.Encode(text, qr.M, qr.Auto)
	if err == nil {
		code, err = barcode.Scale(code, labelSize, labelSize)
	}
	if err != nil {
		return fmt.Errorf("writing a label: %w", err)
	}
	if err := png.Encode(w, code); err != nil {
		return fmt.Errorf("writing a label: %w", err)
	}
	return nil
}
