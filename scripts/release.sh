#!/usr/bin/env bash
# Builds what a release consists of into bin/release, with its version from the tag: static programs for every system,
# the page of the manual, and the sums of them all. The front end has to be built: see make release.
set -euo pipefail
cd "$(dirname "$0")/.."
version=${VERSION:-$(git describe --tags --always --dirty)}
out=bin/release
rm -rf "$out"
mkdir -p "$out"
for target in linux/amd64 linux/arm64 darwin/amd64 darwin/arm64 windows/amd64; do
	os=${target%/*} arch=${target#*/} end=
	[ "$os" = windows ] && end=.exe
	GOOS=$os GOARCH=$arch CGO_ENABLED=0 go build -buildvcs=false -trimpath -ldflags "-s -w -X main.version=$version" \
		-o "$out/dunvel-$version-$os-$arch$end" ./cmd/dunvel
done
go run -buildvcs=false -trimpath ./cmd/dunvel --man > "$out/dunvel.1"
cp packaging/dunvel.service LICENSE "$out"
(cd "$out" && sha256sum -- * > SHA256SUMS)
ls -l "$out"
