//go:build !js

package day

import _ "time/tzdata" // zones are known on every machine; a page has those of its browser
