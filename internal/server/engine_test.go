package server

import (
	"bytes"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"testing"

	"dunvel/web"
)

// How large is at most what is sent, bytes: the engine, which a phone loads once for each version, the
// scripts before the first answer, and all that comes with it, the font too.
const (
	mostEngine  = 1_300_000
	mostScripts = 150_000
	mostFirst   = 400_000
)

// sent is how large a built file is as it is sent.
func sent(t *testing.T, path string) int64 {
	t.Helper()
	for _, copied := range []string{path + ".br", path} {
		if info, err := fs.Stat(web.Dist, copied); err == nil {
			return info.Size()
		}
	}
	t.Fatalf("%s is not there", path)
	return 0
}

func TestEngineIsSmall(t *testing.T) {
	page, err := fs.ReadFile(web.Dist, "dist/index.html")
	if err != nil || os.Getenv("DUNVEL_QUICK") != "" {
		t.Skip("the front end is not built, or not as it is sent")
	}
	named := regexp.MustCompile(`<meta name="engine" content="/(assets/engine-[0-9a-f]{16}\.wasm)"`).FindSubmatch(page)
	if named == nil {
		t.Fatal("the page is not told where the engine is")
	}
	if size := sent(t, "dist/"+string(named[1])); size > mostEngine {
		t.Errorf("it has %d bytes, more than %d", size, mostEngine)
	}
}

func TestStartIsSmall(t *testing.T) {
	page, err := fs.ReadFile(web.Dist, "dist/index.html")
	if err != nil {
		t.Skip("the front end is not built")
	}
	named := func(pattern string) (size int64) {
		all := regexp.MustCompile(pattern).FindAllString(string(page), -1)
		slices.Sort(all)
		for _, path := range slices.Compact(all) {
			size += sent(t, "dist/"+path)
		}
		return size
	}
	scripts, styles := named(`assets/[^"]*\.js`), named(`assets/[^"]*\.css`)
	if scripts == 0 || scripts > mostScripts {
		t.Errorf("its scripts have %d bytes, more than %d", scripts, mostScripts)
	}
	var later int64 // the pictures and fields that come with the first answer, and the font
	for _, pattern := range []string{"Section-*.js", "Ladder-*.js", "Given-*.js", "*latin-wght-normal-*.woff2"} {
		found, err := fs.Glob(web.Dist, "dist/assets/"+pattern)
		if err != nil || len(found) != 1 {
			t.Fatalf("%s: %v %v", pattern, found, err)
		}
		later += sent(t, found[0])
	}
	if first := scripts + styles + later; first > mostFirst {
		t.Errorf("a first load has %d bytes, more than %d", first, mostFirst)
	}
	t.Logf("scripts %d, styles %d, with the first answer %d", scripts, styles, later)
}

// mostStyles is how many lines of own styles there are at most: what is drawn, and no more.
const mostStyles = 700

func TestStylesAreForPictures(t *testing.T) {
	lines, files := 0, 0
	err := filepath.WalkDir("../../web/src", func(path string, _ fs.DirEntry, err error) error {
		if err != nil || filepath.Ext(path) != ".css" {
			return err
		}
		text, err := os.ReadFile(path)
		lines, files = lines+bytes.Count(text, []byte("\n")), files+1
		return err
	})
	if err != nil || files == 0 || lines > mostStyles {
		t.Errorf("%d files have %d lines, more than %d: %v", files, lines, mostStyles, err)
	}
}
