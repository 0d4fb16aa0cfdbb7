# Two commands matter: make demo and make test. The rest are their parts.
SHELL := /bin/bash
GO ?= go
export PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD := 1
# One way of building for all: a package that was compiled to be tested is not compiled again to be run.
export GOFLAGS := -trimpath

.PHONY: demo quick test shops bench bench-short pictures storm wander audit race fuzz micro lint go-lint ui-lint deps outside build types fmt go-test ui-test go-checks ui-checks e2e

demo: build ## serve the made-up workshop and print its address
	./bin/utensil demo $(DEMO)

quick: ## what changed since the last commit, and the tests beside it, in about a minute
	@ci/quick.sh

test: deps outside internal/httpapi/interface/index.html ## everything; the browser's tests have the machine to themselves
	@echo "[$$(date +%T)] built; now the checks"
	$(MAKE) --no-print-directory -j3 --output-sync=target go-checks ui-checks shops
	@echo "[$$(date +%T)] checked; now the browser"
	cd e2e && npx playwright test
	@echo "[$$(date +%T)] done"

# One part of the measurements: PART=Diagnosis.
PART ?= .
bench: build ## speed as ratios measured in one run, sizes in bytes; PART=Diagnosis runs one part; LONG=1 looks at the door with 20 000 stays besides
	$(GO) test -run '^$$' -bench '$(PART)' -benchtime 1x ./internal/speed
	node ui/bytes.mjs
	$(if $(LONG),ORACLE=20000 $(GO) test ./internal/workshop -run NoUnsafeBike -timeout 3h -v)

bench-short: ## what can be measured within two minutes: bearings, fits, fluids, chains, plans, ear, job screen, bytes
	$(MAKE) --no-print-directory bench PART='Bearings|Fit|Brakes|ChainLength|Plan|PracticeGears|Plucked|JobScreen'

weather := npx playwright test --project weather --no-deps

storm: build ## kills, freezes and cuts for a minute while tablets write; STORM_SEED repeats one
	cd e2e && STORM_SECONDS=$${STORM_SECONDS:-60} $(weather) storm

pictures: build ## docs/screenshots anew, from the demo as of one day
	cd e2e && node pictures.mjs

wander: build ## somebody clicks and types at random for five minutes; WANDER_SEED repeats one
	cd e2e && WANDER_SECONDS=$${WANDER_SECONDS:-300} $(weather) wander

audit: build ## scores of three screens by an auditor from outside; its packages are fetched once
	cd e2e/audit && npm ci --ignore-scripts && node audit.mjs

race: deps outside internal/httpapi/interface/index.html ## the Go tests under the race detector
	$(GO) test -race ./...

FUZZ ?= 4s
fuzz: ## each fuzz target for a few seconds
	@set -e; for file in $$(grep -rl '^func Fuzz' --include='*_test.go' cmd core internal knowledge); do \
	  for target in $$(sed -n 's/^func \(Fuzz[A-Za-z]*\).*/\1/p' $$file); do \
	    echo "$$target in $$(dirname $$file)"; \
	    $(GO) test -run '^$$' -fuzz "^$$target\$$" -fuzztime $(FUZZ) ./$$(dirname $$file); \
	  done; \
	done

micro: ## micro-benchmarks of laying out, diagnosing, judging
	$(GO) test -run '^$$' -bench . -benchmem ./core/... ./internal/workshop

deps: node_modules/.done ## what is missing on this machine
	@ci/need.sh

outside: ## what the tests compare with, from Debian
	@ci/need.sh test

node_modules/.done: package.json package-lock.json ui/package.json e2e/package.json
	@ci/need.sh
	npm ci --ignore-scripts
	@touch $@

ui-source := $(shell find ui/src ui/public -type f) ui/index.html ui/vite.config.ts
go-source := $(shell find cmd core internal knowledge -name '*.go' -o -name '*.sql' -o -name '*.yaml') go.mod go.sum

internal/httpapi/interface/index.html: node_modules/.done $(ui-source)
	npm run -s -w ui build
	@touch $@

bin/utensil: internal/httpapi/interface/index.html $(go-source)
	$(GO) build -o $@ ./cmd/utensil

build: deps bin/utensil

types: ## the API's description and the client's types, from the Go declarations
	$(GO) test ./internal/httpapi/typedoc -update >/dev/null
	$(GO) run ./cmd/utensil openapi > ui/src/api/openapi.json
	npm run -s -w ui types

lint: go-lint ui-lint

go-lint: deps internal/httpapi/interface/index.html
	@test -z "$$(gofmt -l cmd core internal knowledge)" || { gofmt -l cmd core internal knowledge; echo 'gofmt: run make fmt'; exit 1; }
	$(GO) vet ./...
	$(GO) tool staticcheck ./...
	@$(GO) run ./cmd/utensil openapi | diff -q - ui/src/api/openapi.json >/dev/null || { echo 'ui/src/api/openapi.json is not what the Go declarations say: run make types'; exit 1; }

ui-lint: deps
	npm run -s -w ui lint
	npm run -s -w e2e lint
	@cd ui && npx openapi-typescript src/api/openapi.json -o src/api/schema.gen.ts --check

fmt:
	gofmt -w cmd core internal knowledge
	cd ui && npx prettier --write --log-level warn . && npx eslint --fix .
	npx prettier --config ui/.prettierrc.json --write --log-level warn e2e

go-test: deps outside internal/httpapi/interface/index.html
	$(GO) test ./...

go-checks: go-lint
	$(GO) test -vet=off ./... # vetted just now

ui-test: deps
	npm run -s -w ui test

ui-checks: ui-lint ui-test

shops: build ## the demo shops that the browser's tests work in
	cd e2e && node prepare.mjs

e2e: build
	npm run -s -w e2e test
