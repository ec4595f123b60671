package database

import (
	"errors"
	"fmt"

	"github.com/gofrs/flock"
)

// ErrRunning is that another Dunvel has the database open.
var ErrRunning = errors.New("store: another Dunvel is running with the database")

// lockFile marks a database as open, for other processes to see; the mark goes with the
// process, however it ends. Alone is false where another has it open.
func lockFile(path string) (lock *flock.Flock, alone bool, err error) {
	lock = flock.New(path+".lock", flock.SetPermissions(0o600))
	alone, err = lock.TryLock()
	if err != nil {
		return nil, false, fmt.Errorf("%w: %w", ErrDenied, err)
	}
	return lock, alone, nil
}
