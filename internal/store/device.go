package store

import "time"

// Device is a device that is let in: it has a long random cookie, of which only the hash is
// kept.
type Device struct {
	Hash  string    `json:"hash"`  // SHA-256 of its cookie, hexadecimal
	Reads bool      `json:"reads"` // it may only read
	Used  time.Time `json:"used"`  // last, to the hour
}
