package main

import (
	"fmt"
	"runtime/debug"
)

// version is that of the tag of a release, set where one is built.
var version = "unreleased"

// released is the version, with that of the compiler.
func released() string {
	if info, ok := debug.ReadBuildInfo(); ok {
		return fmt.Sprintf("dunvel %s, %s", version, info.GoVersion)
	}
	return "dunvel " + version
}
