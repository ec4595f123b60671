package live

import (
	"fmt"
	"os"
	"testing"

	"dunvel/core/boat"

	"golang.org/x/sys/unix"
)

// A serial device is read, and when it is pulled out that is told.
func TestSerial(t *testing.T) {
	far, err := os.OpenFile("/dev/ptmx", os.O_RDWR|unix.O_NOCTTY, 0)
	if err != nil {
		t.Skipf("there are no pseudo-terminals here: %v", err)
	}
	defer func() { _ = far.Close() }()
	if err := unix.IoctlSetPointerInt(int(far.Fd()), unix.TIOCSPTLCK, 0); err != nil {
		t.Fatal(err)
	}
	number, err := unix.IoctlGetInt(int(far.Fd()), unix.TIOCGPTN)
	if err != nil {
		t.Fatal(err)
	}
	b := listening(t, fmt.Sprintf("serial:///dev/pts/%d?baud=38400&depth=0.5", number))
	until(t, "it is opened", func() bool { return b.State().Sources[0].State == boat.Listening })
	if _, err := far.Write([]byte("$SDDBT,,f,20,M,,F\r\n")); err != nil {
		t.Fatal(err)
	}
	until(t, "the depth is heard", depthIs(b, 20.5))
	_ = far.Close()
	until(t, "it is waited for", func() bool {
		s := b.State().Sources[0]
		return s.State == boat.Waiting &&
			s.Words != ""
	})
}
