package api

import (
	"context"
	"errors"
	"net/http"
	"time"

	"dunvel/core/input"
	"dunvel/internal/api/problem"
	"dunvel/internal/api/reach"
	"dunvel/internal/api/saved"
	"dunvel/internal/contract"
	"dunvel/internal/pairing"
)

// DeviceCookie is the name of the cookie that a paired device is known by.
const DeviceCookie = "dunvel-device"

// cookieLasts is how long a browser keeps it: as long as browsers keep any.
const cookieLasts = 400 * 24 * time.Hour

// GetPairing implements the contract.
func (h Handlers) GetPairing(ctx context.Context, _ GetPairingRequestObject) (GetPairingResponseObject, error) {
	if !reach.IsAtTheComputer(ctx) {
		return nil, problem.ErrNotHere
	}
	code, err := h.reached.Codes.Show()
	out := contract.Pairing{Code: code.Code, Until: code.Until, Waits: errors.Is(err, pairing.ErrWait),
		Addresses: []contract.PairingAddress{}}
	for _, base := range h.reached.Bases() {
		to := base + "/pair"
		if code.Code != "" {
			to += "#" + code.Code // what follows the sign is sent to no server
		}
		pair, err := reach.Square(to)
		if err != nil {
			return nil, err
		}
		trust, err := reach.Square(h.reached.Trust(base))
		if err != nil {
			return nil, err
		}
		out.Addresses = append(out.Addresses,
			contract.PairingAddress{Address: base, Square: pair, Trust: h.reached.Trust(base), TrustSquare: trust})
	}
	out.Secured = h.reached.Secured(h.now())
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
			if link.Square, err = reach.Square(link.Address); err != nil {
				return nil, err
			}
		}
		out = append(out, link)
	}
	return out, nil
}

// Pair implements the contract.
func (h Handlers) Pair(ctx context.Context, r PairRequestObject) (PairResponseObject, error) {
	if _, err := input.CleanName(r.Body.Name); err != nil {
		return nil, err // before the code is used up
	}
	if err := h.reached.Codes.Try(r.Body.Code); err != nil {
		return nil, err
	}
	token, kept, err := h.does.Pair(ctx, r.Body.Name)
	if err != nil {
		return nil, err
	}
	return paired{token, reach.IsEncrypted(ctx), saved.Device(kept)}, nil
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
		Name: DeviceCookie, Value: p.token, Path: "/", MaxAge: int(cookieLasts.Seconds()), HttpOnly: true,
		Secure: p.secure, SameSite: http.SameSiteStrictMode,
	})
	return Pair201JSONResponse(p.device).VisitPairResponse(w)
}

// ListDevices implements the contract.
func (h Handlers) ListDevices(ctx context.Context, _ ListDevicesRequestObject) (ListDevicesResponseObject, error) {
	kept, err := h.does.Devices(ctx)
	return ListDevices200JSONResponse(saved.Each(kept, saved.Device)), err
}

// ChangeDevice implements the contract.
func (h Handlers) ChangeDevice(ctx context.Context, r ChangeDeviceRequestObject) (ChangeDeviceResponseObject, error) {
	if !reach.IsAtTheComputer(ctx) {
		return nil, problem.ErrNotHere
	}
	kept, err := h.does.ChangeDevice(ctx, r.Id, r.Body.Name, r.Body.Reads)
	return ChangeDevice200JSONResponse(saved.Device(kept)), err
}

// RevokeDevice implements the contract.
func (h Handlers) RevokeDevice(ctx context.Context, r RevokeDeviceRequestObject) (RevokeDeviceResponseObject, error) {
	if !reach.IsAtTheComputer(ctx) {
		return nil, problem.ErrNotHere
	}
	return RevokeDevice204Response{}, h.does.Revoke(ctx, r.Id)
}

// RestoreDevice implements the contract.
func (h Handlers) RestoreDevice(ctx context.Context,
	r RestoreDeviceRequestObject) (RestoreDeviceResponseObject, error) {
	if !reach.IsAtTheComputer(ctx) {
		return nil, problem.ErrNotHere
	}
	kept, err := h.does.LetInAgain(ctx, r.Id)
	return RestoreDevice200JSONResponse(saved.Device(kept)), err
}
