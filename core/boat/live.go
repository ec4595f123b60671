package boat

// Live is a state with where it is from.
type Live struct {
	State
	Sources []Source `json:"sources"`
}

// Source is how it is with a source of readings.
type Source struct {
	Name        string  `json:"name"`
	Kind        string  `json:"kind"`
	State       string  `json:"state"`
	Words       string  `json:"words"`       // why it is not heard, where it is not
	Heard       bool    `json:"heard"`       // ever
	Age         float64 `json:"age"`         // s since a sentence came, where one did
	Sentences   int     `json:"sentences"`   // that were read
	Wrong       int     `json:"wrong"`       // whose checksum was wrong, or that were none
	Passed      int     `json:"passed"`      // of kinds that are not used
	Disbelieved int     `json:"disbelieved"` // values that cannot be
}

// The kinds of sources.
const (
	TCP       = "tcp"       // a server that is connected to
	UDP       = "udp"       // a port on which datagrams are waited for
	Serial    = "serial"    // a device
	File      = "file"      // a recording, played in its own time
	Simulated = "simulated" // a boat that is made up, in this process
)

// SourceKinds are all of them.
var SourceKinds = []string{TCP, UDP, Serial, File, Simulated}

// What a source is doing.
const (
	Opening   = "opening"
	Listening = "listening"
	Waiting   = "waiting" // to be opened again
	Ended     = "ended"   // a recording is through
)

// SourceStates are all of them.
var SourceStates = []string{Opening, Listening, Waiting, Ended}
