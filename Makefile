# Muddy Ledger. `make demo` shows it, `make run` is your own shed, `make test` proves it.
SHELL := /bin/bash
.ONESHELL:
.SHELLFLAGS := -euo pipefail -c
export DOTNET_CLI_TELEMETRY_OPTOUT := 1
export DOTNET_NOLOGO := 1
# A compiler runs short: it gains nothing from code that is made better as it runs.
export DOTNET_TieredPGO := 0

PORT ?= 5210
DATA ?= $(HOME)/.local/share/muddy-ledger
SERVER := .app/MuddyLedger.Web.dll
TODAY ?=

.PHONY: build demo run backup restore dev test bench calibrate format lint api shots clean

node_modules/.installed: package-lock.json package.json web/package.json tests/e2e/package.json
	npm ci --no-audit --no-fund
	touch $@

build: node_modules/.installed
	npm run build --workspace web
	dotnet restore --locked-mode
	bash scripts/publish.sh

demo: build
	rm -rf .demo
	dotnet $(SERVER) --data .demo --port $(PORT) --demo $(if $(TODAY),--today $(TODAY))

run: build
	dotnet $(SERVER) --data "$(DATA)" --port $(PORT)

# A proven copy of your shed, taken while it runs: make backup TO=folder; make restore FROM=folder/muddy-ledger-... DATA=empty-folder
backup: build
	dotnet $(SERVER) backup --data "$(DATA)" --to "$(TO)"

restore: build
	dotnet $(SERVER) restore --data "$(DATA)" --from "$(FROM)"

# The server on 5210 with demo data, the pages on 5211, both rebuilt as you type.
dev: node_modules/.installed
	trap 'kill 0' EXIT
	dotnet watch --project src/MuddyLedger.Web --non-interactive -- --data .demo --demo &
	npm run dev --workspace web

api: node_modules/.installed
	dotnet build src/MuddyLedger.Web -v quiet
	npm run api --workspace web
	dotnet run --project tests/MuddyLedger.Core.Tests -- -noLogo -explicit only -method "*ContentSchemasTests.Write"

format: node_modules/.installed
	dotnet tool restore
	dotnet csharpier format .
	npm run format --workspace web
	npm run format --workspace tests/e2e

lint: node_modules/.installed
	dotnet tool restore
	dotnet csharpier check .
	npm run lint --workspace web
	npm run lint --workspace tests/e2e

test:
	node scripts/test.mjs

# Speed and memory on a shed of sixty bikes and ten years, each figure beside a plain baseline of the same run.
bench: build
	dotnet publish tests/MuddyLedger.Empty -c Release --use-current-runtime --no-self-contained -o .empty -v quiet
	dotnet run -c Release --project tests/MuddyLedger.Benchmarks

# The forecast's band against simulated riders and the repair cost against made-up bikes, in full size, as tables.
calibrate:
	dotnet run -c Release --project tests/MuddyLedger.Core.Tests -- -noLogo -explicit only -showLiveOutput -class MuddyLedger.Core.Tests.Meters.ForecastCalibrationTests -class MuddyLedger.Core.Tests.Viewings.CostCalibrationTests -class MuddyLedger.Core.Tests.Viewings.ShortRoundTests -class MuddyLedger.Core.Tests.Jobs.TradeOrderTests -class MuddyLedger.Core.Tests.Wear.WearCalibrationTests

shots: build
	bash scripts/chromium.sh
	npm run shots --workspace tests/e2e

clean:
	git clean -fdX -e node_modules
