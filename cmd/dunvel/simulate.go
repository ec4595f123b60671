package main

import (
	"context"
	"fmt"
	"net"
	"time"

	"dunvel/internal/demo"
	"dunvel/internal/live"
)

// simulatedSeed makes the made-up boat the same every time.
const simulatedSeed = 1

type simulateCmd struct {
	Listen string    `help:"Address at which it is connected to." default:"127.0.0.1:10110"`
	UDP    string    `help:"Address to which datagrams are sent too, such as 127.0.0.1:10111." name:"udp" placeholder:"HOST:PORT"`
	From   time.Time `help:"When its day begins, such as 2026-11-26T07:00:00Z; now if left out." placeholder:"TIME"`
}

func (s simulateCmd) Run(ctx context.Context) error {
	listener, err := (&net.ListenConfig{}).Listen(ctx, "tcp", s.Listen)
	if err != nil {
		return fmt.Errorf("cannot listen on %s: %w", s.Listen, err)
	}
	sender := live.NewSender()
	send := sender.Send
	if s.UDP != "" {
		conn, err := net.Dial("udp", s.UDP)
		if err != nil {
			return fmt.Errorf("cannot send to %s: %w", s.UDP, err)
		}
		defer func() { _ = conn.Close() }()
		send = func(data []byte) {
			sender.Send(data)
			_, _ = conn.Write(data) // nobody need be there
		}
	}
	from := s.From
	if from.IsZero() {
		from = time.Now()
	}
	fmt.Printf("A made-up boat sends NMEA 0183 at tcp://%s\n", listener.Addr())
	go live.EverySecond(ctx, demo.NewBoat(from, simulatedSeed).Next, send)
	return sender.Serve(ctx, listener)
}
