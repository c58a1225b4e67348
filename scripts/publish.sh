#!/usr/bin/env bash
# The server as it is run: compiled ahead, with its pages and its content, in .app.
set -euo pipefail
cd "$(dirname "$0")/.."
rm -rf .app
dotnet publish src/MuddyLedger.Web -c Release --no-restore -p:OpenApiGenerateDocuments=false -p:RunAnalyzers=false -o .app -v quiet
