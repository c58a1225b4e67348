#!/usr/bin/env bash
# The tests drive Debian's Chromium. Installs it where it is missing.
set -euo pipefail
command -v chromium >/dev/null && exit 0
as_root=()
[ "$(id -u)" -eq 0 ] || as_root=(sudo)
"${as_root[@]}" apt-get update -qq
"${as_root[@]}" apt-get install -y -qq --no-install-recommends chromium >/dev/null
