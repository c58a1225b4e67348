#!/usr/bin/env bash
# The tests drive Debian's Chromium: its headless build, which takes a quarter less of the processor, or the whole browser where that is
# all there is.
set -euo pipefail
command -v chromium-headless-shell >/dev/null && exit 0
as_root=()
[ "$(id -u)" -eq 0 ] || as_root=(sudo)
install() { "${as_root[@]}" apt-get install -y -qq --no-install-recommends "$1" >/dev/null 2>&1; }
install chromium-headless-shell && exit 0
command -v chromium >/dev/null && exit 0
"${as_root[@]}" apt-get update -qq
install chromium-headless-shell || install chromium
