#!/bin/sh
# Tells where a folder of the front end uses one that is above it: parts and units know of none of the others, section of
# parts, setup of both, log of all three, a view of all four but of no other view, and only the shell of the views.
cd "$(dirname "$0")/../web/src" || exit 1
bad=$(grep -rnE '^(import|export) .*from "\.\.?/|^} from "\.\.?/' --include=*.ts --include=*.tsx . | awk -F: '
function rank(d) { return d == "api" ? 0 : d == "units" ? 1 : d == "parts" ? 2 : d == "section" ? 3 : d == "setup" ? 4 : d == "log" ? 5 : d ~ /^views/ ? 6 : 7 }
function folder(p,   a) { split(p, a, "/"); return a[1] == "views" ? "views/" a[2] : a[1] }
{
  file = $1; sub(/^\.\//, "", file); text = $3
  match(text, /"[^"]+"/); spec = substr(text, RSTART + 1, RLENGTH - 2)
  n = split(file, at, "/"); n--
  while (sub(/^\.\.\//, "", spec)) n--
  if (sub(/^\.\//, "", spec)) {}
  path = ""; for (i = 1; i <= n; i++) path = path at[i] "/"
  from = folder(file); to = folder(path spec)
  if (file !~ /\// ) next
  if (from != to && (rank(to) > rank(from) || rank(to) == rank(from))) print file ": uses " to
}')
[ -z "$bad" ] || { echo "$bad"; exit 1; }
