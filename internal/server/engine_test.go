package server

import (
	"io/fs"
	"os"
	"testing"

	"dunvel/web"
)

// mostEngine is how large the engine may be as it is sent, bytes: a phone loads it once for each version.
const mostEngine = 1_300_000

func TestEngineIsSmall(t *testing.T) {
	info, err := fs.Stat(web.Dist, "dist/engine/engine.wasm.br")
	if err != nil || os.Getenv("DUNVEL_QUICK") != "" {
		t.Skip("the front end is not built, or not as it is sent")
	}
	if info.Size() > mostEngine {
		t.Errorf("it has %d bytes, more than %d", info.Size(), mostEngine)
	}
}
