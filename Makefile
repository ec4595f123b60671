# The same flags everywhere, or the database compiles again for each of them.
export CGO_ENABLED := 0
export GOFLAGS := -buildvcs=false -trimpath

front  := web/dist/index.html
engine := web/dist/sw.js
glue   := web/src/api/go.gen.js
answers := $(shell find core internal/answers internal/contract internal/engine cmd/engine -name '*.go' -not -name '*_test.go')
source := $(shell find web/src web/public -type f) $(wildcard web/*.html web/*.ts web/*.mjs web/*.json)

.PHONY: demo build test onpage test-fast fuzz engine release race storm check screenshots generate format bench speed trust mutants profile chromium compile

demo: build ## build, start with made-up data, print the address
	./bin/dunvel demo

build: ## the one binary, with the front end and the engine for pages in it
	@$(MAKE) --no-print-directory -j2 compile $(front)
	@$(MAKE) --no-print-directory $(engine)
	go build -o bin/dunvel ./cmd/dunvel

# Compiles what does not wait for the front end, beside its build.
compile:
	go build ./core/... ./internal/store ./internal/api

$(front): web/node_modules $(glue) $(source) go.sum
	cd web && npm run --silent build
	go run ./scripts/licences > web/licences.part
	mv web/licences.part web/dist/licences.txt
	rm web/dist/bundled.md
	cd web && node compress.mjs
	touch $@

# How a browser runs what Go compiles to WebAssembly, of the compiler that does it.
$(glue): go.mod
	cp "$$(go env GOROOT)/lib/wasm/wasm_exec.js" $@

# Functions are laid into others only where much is worked out: the engine is sent over the air.
inlined := math gonum.org/v1/gonum/... dunvel/core/mechanics dunvel/core/water
lean := -gcflags=all=-l $(foreach p,$(inlined),-gcflags=$(p)=)

# The same answers for a page whose server is out of reach, and the service worker that keeps them.
$(engine): $(front) $(answers)
	GOOS=js GOARCH=wasm go build -ldflags '-s -w' $(lean) -o bin/page.wasm ./cmd/engine
	cd web && node seal.mjs ../bin/page.wasm

web/node_modules: web/package-lock.json
	cd web && npm ci --no-progress
	touch $@

# The browser tests take some minutes, and several times that on a machine that is busy.
test: build chromium ## everything, the browser too
	go test -timeout 40m ./...
	$(MAKE) --no-print-directory onpage

# What is another's in the engine of a page, its regular expressions and time zones, by the same tests. With few
# variables of the environment: what runs them takes no more.
onpage:
	env -i PATH="$$PATH" HOME="$$HOME" GOMODCACHE="$$(go env GOMODCACHE)" GOCACHE="$$(go env GOCACHE)" GOPROXY="$$(go env GOPROXY)" \
		CGO_ENABLED=0 GOFLAGS="$(GOFLAGS)" GOOS=js GOARCH=wasm go test -short -exec="$$(go env GOROOT)/lib/wasm/go_js_wasm_exec" ./core/units ./core/almanac ./core/rules ./core/box ./core/day

engine: ## the answers as WebAssembly, for a page whose server is out of reach
	GOOS=js GOARCH=wasm go build -ldflags '-s -w' -o bin/engine.wasm ./cmd/engine

test-fast: ## the core and what is around it, without what takes long, the server and the browser; under half a minute
	go test -short ./core/... $$(go list ./internal/... | grep -v internal/server)

fuzz: ## every fuzz test for a minute
	scripts/fuzz.sh

release: build ## programs for every system with their sums, in bin/release; the version is that of the tag
	scripts/release.sh

race: build chromium ## everything, looking for races; it takes half an hour and a C compiler
	CGO_ENABLED=1 go test -race -timeout 90m ./...

storm: ## kills the server fifty times while it writes
	go test ./cmd/dunvel -run TestKilledInAStorm -v -count 1 -rounds 50

check: engine web/node_modules ## formats, vet, static analysis, types, lint, generated code
	@test -z "$$(gofmt -l cmd core internal scripts test web/*.go)" || { gofmt -d cmd core internal scripts test web/*.go; exit 1; }
	go vet ./...
	GOOS=js GOARCH=wasm go vet ./cmd/engine ./core/units ./core/almanac
	go tool staticcheck ./...
	cd web && npm run --silent types && npm run --silent lint
	scripts/folders.sh
	scripts/generated.sh

generate: web/node_modules ## server and TypeScript types from the contract, the glossary, the picture of the rooms
	go generate ./internal/contract # first: the others are made from what it fills in
	go generate ./...
	cd web && npm run --silent generate
	go run ./scripts/glossary
	go run ./scripts/rooms
	go run ./scripts/trust -kept

format: web/node_modules
	gofmt -w cmd core internal scripts test web/*.go
	cd web && npm run --silent format

bench: ## times and allocations of the engine, the answer and the store
	go test -run '^$$' -bench . -benchmem ./core/... ./internal/...

speed: build chromium ## the figures of docs/speed.md, measured anew and added to it; some minutes, on an idle machine
	go run ./scripts/speed docs/speed.md

trust: ## docs/trust.md and what the page says of it, from what the tests tell now; a minute
	go run ./scripts/trust

mutants: ## changes the code a little, again and again, and tells in docs/mutants.md which changes no test notices; an hour
	go run ./scripts/mutants core/judge core/judge/musts core/judge/choose core/setup core/rigging core/model core/input core/tackle core/logbook core/units core/day

profile: ## where an answer and a fall spend their time: bin/answer.prof and bin/fall.prof, and the top of each
	go test -run '^$$' -bench 'BenchmarkAnswer' -benchtime 20x -cpuprofile bin/answer.prof -o bin/answer.test ./core/advice
	go test -run '^$$' -bench 'BenchmarkFall$$' -cpuprofile bin/fall.prof -o bin/fall.test ./core/mechanics
	go tool pprof -top -nodecount 20 bin/answer.test bin/answer.prof
	go tool pprof -top -nodecount 20 bin/fall.test bin/fall.prof

screenshots: build chromium ## docs/screenshots, from the demo data
	go test ./test/browser -run TestScreenshots -screenshots $(CURDIR)/docs/screenshots -count 1

chromium:
	@command -v chromium >/dev/null || scripts/chromium.sh
