package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"time"

	"dunvel/internal/contract"
)

type pairCmd struct {
	Port int `help:"Port on which Dunvel is served on this machine." default:"4780"`
}

// Run asks the Dunvel that is served on this machine for the code by which a device is let
// in: for a machine without a screen.
func (p pairCmd) Run(ctx context.Context) error {
	ctx, end := context.WithTimeout(ctx, 10*time.Second)
	defer end()
	request, err := http.NewRequestWithContext(ctx, http.MethodGet,
		fmt.Sprintf("http://127.0.0.1:%d/api/pairing", p.Port), nil)
	if err != nil {
		return err
	}
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		return fmt.Errorf("no Dunvel is served on this machine at port %d: %w", p.Port, err)
	}
	defer func() { _ = response.Body.Close() }()
	var pairing contract.Pairing
	if err := json.NewDecoder(response.Body).Decode(&pairing); err != nil || response.StatusCode != http.StatusOK {
		return fmt.Errorf("what is served at port %d is no Dunvel", p.Port)
	}
	until := pairing.Until.Local().Format("15:04")
	switch {
	case pairing.Waits:
		return fmt.Errorf("too many codes were wrong: the next one is made at %s", until)
	case len(pairing.Addresses) == 0:
		return errors.New("it answers to this machine alone: start it with --address 0.0.0.0:4780 to let devices in")
	}
	fmt.Printf("%s-%s, good until %s for one device, at %s/pair\n", pairing.Code[:4], pairing.Code[4:], until,
		pairing.Addresses[0].Address)
	if trust := pairing.Addresses[0].Trust; trust != "" {
		fmt.Printf("Before that, and once, have the device trust this Dunvel: how is told at %s.\nWhat it then shows "+
			"of the authority: %s\n", trust, pairing.Secured.Fingerprint)
	}
	return nil
}
