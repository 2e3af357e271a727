# On a fresh machine with Python 3.11+, Node 20 and npm: `make demo`, `make test`. Both do all their own set-up.

PYTHON ?= python3
PORT ?= 8765
BIN := .venv/bin
STAMPS := .stamps
WEB_FILES := $(shell find web/src web/public web/index.html web/vite.config.ts web/package.json -type f 2>/dev/null)

SERVER_FILES := $(shell find lean_year -name "*.py" -o -name "*.toml" 2>/dev/null)

.PHONY: demo build test dev bench faults screenshots lock schema checks checks-python checks-web browser clean

demo: $(STAMPS)/runtime $(STAMPS)/build
	$(BIN)/lean-year serve --port $(PORT) --with-demo

# All that a server needs, without starting one: docs/hosting.md.
build: $(STAMPS)/runtime $(STAMPS)/build

# Set-up and checks of both sides go on side by side, then the tests on all cores.
test:
	$(MAKE) --jobs 2 --output-sync=target checks
	$(BIN)/python -m pytest --numprocesses auto --maxprocesses 4 --dist worksteal

checks: checks-python checks-web $(STAMPS)/wheel browser

checks-python: $(STAMPS)/dev
	$(BIN)/ruff format --check .
	$(BIN)/ruff check .
	$(BIN)/mypy
	$(BIN)/lint-imports

checks-web: $(STAMPS)/schema
	cd web && npx prettier --check src --log-level warn && npx tsc --noEmit && npx eslint src && npx vitest run

# Chromium comes from Debian's packages; the tests drive the real interface in it.
browser:
	@command -v chromium >/dev/null || { apt-get update && apt-get install -y chromium; } || \
		{ echo "The browser tests need Debian's package chromium: sudo apt-get install chromium"; exit 1; }

dev: $(STAMPS)/dev $(STAMPS)/schema
	$(BIN)/lean-year serve --port 8765 --with-demo & trap "kill $$!" EXIT; cd web && npx vite

bench: $(STAMPS)/dev $(STAMPS)/build browser
	$(BIN)/python -m bench

# Would the tests notice? Small faults, one at a time, each in a copy of the project. Takes an hour.
faults: $(STAMPS)/dev requirements/faults.txt
	$(BIN)/python -m pip install --quiet --disable-pip-version-check --require-hashes -r requirements/faults.txt
	$(BIN)/python scripts/planted_faults.py

screenshots: $(STAMPS)/dev $(STAMPS)/build browser
	$(BIN)/python scripts/screenshots.py
	$(BIN)/python scripts/screenshots.py --phone --only cistern
	$(BIN)/python scripts/screenshots.py --dark --only alternatives

schema: $(STAMPS)/schema

# Writes the lock files anew; needs uv. They hold versions and hashes, no address of a registry.
UV_COMPILE := uv pip compile --quiet --universal --python-version 3.11 --generate-hashes \
	--no-header --no-annotate --no-emit-index-url
lock:
	cd requirements && $(UV_COMPILE) runtime.in -o runtime.txt && $(UV_COMPILE) dev.in -o dev.txt && $(UV_COMPILE) faults.in -o faults.txt

clean:
	rm -rf .venv .stamps web/node_modules lean_year/api/static

$(STAMPS)/runtime: requirements/runtime.txt pyproject.toml
	test -x $(BIN)/python || $(PYTHON) -m venv .venv
	$(BIN)/python -m pip install --quiet --disable-pip-version-check --require-hashes -r requirements/runtime.txt
	$(BIN)/python -m pip install --quiet --disable-pip-version-check --no-deps --no-build-isolation -e .
	@mkdir -p $(STAMPS) && touch $@

$(STAMPS)/dev: $(STAMPS)/runtime requirements/dev.txt
	$(BIN)/python -m pip install --quiet --disable-pip-version-check --require-hashes -r requirements/dev.txt
	@touch $@

$(STAMPS)/web: web/package-lock.json web/.npmrc
	cd web && npm ci --no-progress --loglevel=error
	@mkdir -p $(STAMPS) && touch $@

# The types of the API are generated, never written or kept: they cannot be stale.
$(STAMPS)/schema: $(STAMPS)/runtime $(STAMPS)/web $(SERVER_FILES) scripts/demo_state.py tests/plan/recorded_answers.py scripts/written_quantities.py scripts/judged_alike.py scripts/property_schema.py
	$(BIN)/python -m lean_year.api.openapi > web/openapi.json
	$(BIN)/python -m lean_year.plan.answer.quantities > web/src/lib/quantities.json
	$(BIN)/python -m lean_year.plan.answer.glossary > web/src/ui/glossary.json
	$(BIN)/python -m lean_year.plan.choices > web/src/document/choices.json
	$(BIN)/python -m lean_year.property.ranges > web/src/document/ranges.json
	cd web && npx openapi-typescript openapi.json --output src/api/schema.d.ts
	$(BIN)/python scripts/demo_state.py > web/src/testing/demoState.json
	$(BIN)/python scripts/demo_state.py awkward > web/src/testing/awkwardStates.json
	$(BIN)/python scripts/written_quantities.py > web/src/testing/writtenQuantities.json
	$(BIN)/python scripts/judged_alike.py > web/src/testing/judgedAlike.json
	$(BIN)/python scripts/property_schema.py
	@touch $@

# The wheel, with the built interface in it, in an environment of its own: every command is run from there.
$(STAMPS)/wheel: $(STAMPS)/dev $(STAMPS)/build $(SERVER_FILES) scripts/check_wheel.py
	$(BIN)/python scripts/check_wheel.py
	@touch $@

$(STAMPS)/build: $(STAMPS)/schema $(WEB_FILES)
	cd web && npx vite build --logLevel warn
	@touch $@
