#!/bin/sh
# Fails where the generated code is not what the contract generates.
set -eu
cd "$(dirname "$0")/.."
generated="internal/contract/contract.gen.go internal/api/api.gen.go web/src/api/schema.gen.ts"
kept=$(mktemp -d)
trap 'rm -rf "$kept"' EXIT
for f in $generated; do cp "$f" "$kept/$(basename "$f")"; done
make --no-print-directory generate >/dev/null
for f in $generated; do
  cmp -s "$f" "$kept/$(basename "$f")" || { echo "$f was not up to date with the contract; run make generate and commit it." >&2; exit 1; }
done
