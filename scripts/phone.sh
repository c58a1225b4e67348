#!/usr/bin/env bash
# The application's rules for a browser, in .phone: trimmed, packed, and without a warning that something might be lacking there.
set -euo pipefail
cd "$(dirname "$0")/.."
rm -rf .phone
dotnet publish tests/MuddyLedger.Browser -c Release -p:RestoreLockedMode=true -p:RunAnalyzers=false -o .phone -v quiet
