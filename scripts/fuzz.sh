#!/usr/bin/env bash
# Runs every fuzz test for a while: FOR=60s each. What one finds is kept under its package's testdata/fuzz.
set -euo pipefail
cd "$(dirname "$0")/.."
grep -rl --include='*_test.go' '^func Fuzz' core internal cmd | xargs -n1 dirname | sort -u | while read -r folder; do
	grep -hoE '^func Fuzz[A-Za-z0-9_]+' "$folder"/*_test.go | sed 's/^func //' | while read -r name; do
		go test -run '^$' -fuzz "^$name\$" -fuzztime "${FOR:-60s}" "./$folder"
	done
done
