package api

import (
	"context"
	"errors"
	"net/http"
	"strings"
	"time"

	"dunvel/core/setup"
	"dunvel/internal/contract"
	"dunvel/internal/pairing"
	"dunvel/internal/store"

	"github.com/skip2/go-qrcode"
)

// DeviceCookie is the name of the cookie that a paired device is known by.
const DeviceCookie = "dunvel-device"

// cookieLasts is how long a browser keeps it: as long as browsers keep any.
const cookieLasts = 400 * 24 * time.Hour

type computer struct{}

// AtTheComputer marks a request as one from the machine on which Dunvel runs.
func AtTheComputer(ctx context.Context) context.Context {
	return context.WithValue(ctx, computer{}, true)
}

type encrypted struct{}

// Encrypted marks a request as one that nobody on the way can read.
func Encrypted(ctx context.Context) context.Context {
	return context.WithValue(ctx, encrypted{}, true)
}

func atTheComputer(ctx context.Context) bool { return ctx.Value(computer{}) != nil }

// ErrNotHere is that something is done at the computer alone.
var ErrNotHere = errors.New("api: only at the computer")

// GetPairing implements the contract.
func (h Handlers) GetPairing(ctx context.Context, _ GetPairingRequestObject) (GetPairingResponseObject, error) {
	if !atTheComputer(ctx) {
		return nil, ErrNotHere
	}
	code, err := h.reached.Codes.Show()
	out := contract.Pairing{Code: code.Code, Until: code.Until, Waits: errors.Is(err, pairing.ErrWait), Addresses: []contract.PairingAddress{}}
	for _, base := range h.reached.Bases() {
		to := base + "/pair"
		if code.Code != "" {
			to += "#" + code.Code // what follows the sign is sent to no server
		}
		pair, err := square(to)
		if err != nil {
			return nil, err
		}
		trust, err := square(h.reached.trust(base))
		if err != nil {
			return nil, err
		}
		out.Addresses = append(out.Addresses, contract.PairingAddress{Address: base, Square: pair, Trust: h.reached.trust(base), TrustSquare: trust})
	}
	out.Secured = h.reached.secured(h.now())
	return GetPairing200JSONResponse(out), nil
}

// mostScanned is how long an address is that a phone still reads off a screen.
const mostScanned = 1200

// Links implements the contract.
func (h Handlers) Links(_ context.Context, r LinksRequestObject) (LinksResponseObject, error) {
	out := Links200JSONResponse{}
	for _, base := range h.reached.Bases() {
		link := contract.PageLink{Address: base + r.Body.Path, Square: []string{}}
		if len(link.Address) <= mostScanned {
			var err error
			if link.Square, err = square(link.Address); err != nil {
				return nil, err
			}
		}
		out = append(out, link)
	}
	return out, nil
}

// square is an address as a QR code, a row for each of its rows and a sign for each cell; nothing
// for no address.
func square(address string) ([]string, error) {
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

// Pair implements the contract.
func (h Handlers) Pair(ctx context.Context, r PairRequestObject) (PairResponseObject, error) {
	if _, err := setup.CleanName(r.Body.Name); err != nil {
		return nil, err // before the code is used up
	}
	if err := h.reached.Codes.Try(r.Body.Code); err != nil {
		return nil, err
	}
	token, kept, err := h.does.Pair(ctx, r.Body.Name)
	if err != nil {
		return nil, err
	}
	return paired{token, ctx.Value(encrypted{}) != nil, savedDevice(kept)}, nil
}

// paired is the answer to a device that is let in: its cookie goes to nobody else.
type paired struct {
	token  string
	secure bool // the cookie is sent over TLS alone
	device contract.Device
}

// VisitPairResponse implements PairResponseObject.
func (p paired) VisitPairResponse(w http.ResponseWriter) error {
	http.SetCookie(w, &http.Cookie{
		Name: DeviceCookie, Value: p.token, Path: "/", MaxAge: int(cookieLasts.Seconds()), HttpOnly: true, Secure: p.secure, SameSite: http.SameSiteStrictMode,
	})
	return Pair201JSONResponse(p.device).VisitPairResponse(w)
}

// ListDevices implements the contract.
func (h Handlers) ListDevices(ctx context.Context, _ ListDevicesRequestObject) (ListDevicesResponseObject, error) {
	kept, err := h.does.Devices(ctx)
	return ListDevices200JSONResponse(each(kept, savedDevice)), err
}

// ChangeDevice implements the contract.
func (h Handlers) ChangeDevice(ctx context.Context, r ChangeDeviceRequestObject) (ChangeDeviceResponseObject, error) {
	if !atTheComputer(ctx) {
		return nil, ErrNotHere
	}
	kept, err := h.does.ChangeDevice(ctx, r.Id, r.Body.Name, r.Body.Reads)
	return ChangeDevice200JSONResponse(savedDevice(kept)), err
}

// RevokeDevice implements the contract.
func (h Handlers) RevokeDevice(ctx context.Context, r RevokeDeviceRequestObject) (RevokeDeviceResponseObject, error) {
	if !atTheComputer(ctx) {
		return nil, ErrNotHere
	}
	return RevokeDevice204Response{}, h.does.Revoke(ctx, r.Id)
}

// RestoreDevice implements the contract.
func (h Handlers) RestoreDevice(ctx context.Context, r RestoreDeviceRequestObject) (RestoreDeviceResponseObject, error) {
	if !atTheComputer(ctx) {
		return nil, ErrNotHere
	}
	kept, err := h.does.LetInAgain(ctx, r.Id)
	return RestoreDevice200JSONResponse(savedDevice(kept)), err
}

func savedDevice(k store.Kept[store.Device]) contract.Device {
	return contract.Device{Id: k.ID, Name: k.Name, Reads: k.Value.Reads, Used: k.Value.Used, Paired: k.Created}
}
