#!/bin/sh
# Fails where what is generated is not what it would be generated as now.
set -eu
cd "$(dirname "$0")/.."
generated="internal/contract/contract.gen.go internal/api/api.gen.go web/src/api/schema.gen.ts docs/glossary.md docs/rooms.svg docs/trust.md core/trust/judged.jsonl"
kept=$(mktemp -d)
trap 'rm -rf "$kept"' EXIT
for f in $generated; do cp "$f" "$kept/$(basename "$f")"; done
make --no-print-directory generate >/dev/null
for f in $generated; do
  cmp -s "$f" "$kept/$(basename "$f")" || { echo "$f was not up to date; run make generate and commit it." >&2; exit 1; }
done
