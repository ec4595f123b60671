package reach

import (
	"strings"

	"github.com/skip2/go-qrcode"
)

// Square is an address as a QR code, a row for each of its rows and a sign for each cell; nothing
// for no address.
func Square(address string) ([]string, error) {
	if address == "" {
		return []string{}, nil
	}
	made, err := qrcode.New(address, qrcode.Medium)
	if err != nil {
		return nil, err
	}
	cells := made.Bitmap()
	out := make([]string, len(cells))
	for i, row := range cells {
		var line strings.Builder
		for _, dark := range row {
			sign := byte('0')
			if dark {
				sign = '1'
			}
			line.WriteByte(sign)
		}
		out[i] = line.String()
	}
	return out, nil
}
