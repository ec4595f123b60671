// Package pairing lets devices in by a short code: it is shown at the computer, is good for
// ten minutes and one device, and is gone after five that were wrong.
package pairing

import (
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/hex"
	"errors"
	"strings"
	"sync"
	"time"
)

const (
	lasts      = 10 * time.Minute // that a code is good for
	mostTries  = 5                // of a code
	waits      = 10 * time.Minute // after as many that were wrong
	codeLength = 8
	alphabet   = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789" // 32 signs that are not mistaken for one another
)

// Why a device is not let in.
var (
	ErrWrong = errors.New("pairing: the code is wrong or has run out")
	ErrWait  = errors.New("pairing: too many codes were wrong")
)

// Code is a code and until when it is good.
type Code struct {
	Code  string
	Until time.Time
}

// Codes makes codes and looks at those that are tried. It is safe for concurrent use.
type Codes struct {
	now func() time.Time

	mutex   sync.Mutex
	code    Code
	tries   int
	blocked time.Time // until when nothing is looked at
}

// New makes codes; now tells the time.
func New(now func() time.Time) *Codes { return &Codes{now: now} }

// Show is the code that is good now; a new one where the last has run out. While too many
// were wrong there is none.
func (c *Codes) Show() (Code, error) {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	now := c.now()
	if now.Before(c.blocked) {
		return Code{Until: c.blocked}, ErrWait
	}
	if c.code.Code == "" || !now.Before(c.code.Until) {
		c.code, c.tries = Code{fresh(), now.Add(lasts)}, 0
	}
	return c.code, nil
}

// Try uses a code up where it is right. Errors: ErrWrong, ErrWait.
func (c *Codes) Try(code string) error {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	now := c.now()
	if now.Before(c.blocked) {
		return ErrWait
	}
	if c.code.Code == "" || !now.Before(c.code.Until) {
		return ErrWrong // there is nothing to be guessed
	}
	if subtle.ConstantTimeCompare([]byte(clean(code)), []byte(c.code.Code)) == 1 {
		c.code = Code{}
		return nil
	}
	if c.tries++; c.tries >= mostTries {
		c.code, c.tries, c.blocked = Code{}, 0, now.Add(waits)
		return ErrWait
	}
	return ErrWrong
}

// clean is a code as it is typed: in small letters, with spaces or a dash in it.
func clean(code string) string {
	return strings.Map(func(r rune) rune {
		if r == ' ' || r == '-' {
			return -1
		}
		return r
	}, strings.ToUpper(code))
}

// fresh is a code that nobody can guess.
func fresh() string {
	random := make([]byte, codeLength)
	_, _ = rand.Read(random) // it never fails
	for i, b := range random {
		random[i] = alphabet[int(b)%len(alphabet)] // 256 is eight times 32: each sign is as likely
	}
	return string(random)
}

// Token is a cookie of a device, and the hash of it that is kept.
func Token() (token, hash string) {
	token = rand.Text() + rand.Text()
	return token, Hash(token)
}

// Hash is what is kept of a token.
func Hash(token string) string {
	sum := sha256.Sum256([]byte(token))
	return hex.EncodeToString(sum[:])
}
