#!/bin/sh
# Installs Chromium from Debian's packages, for the browser tests.
set -eu
command -v apt-get >/dev/null || { echo "The browser tests need Chromium: install the package chromium and run again." >&2; exit 1; }
sudo=""
[ "$(id -u)" = 0 ] || sudo=sudo
$sudo apt-get update -qq
$sudo env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium >/dev/null
