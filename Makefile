# Commands for people who use and who work on Ergostrut. Everything installs itself.
PY := .venv/bin/python
PIP := .venv/bin/pip install --quiet --disable-pip-version-check
STAMP := .venv/.stamps
NODE := frontend/node_modules/.package-lock.json
BUILT := src/ergostrut/web/static/index.html
FRONT := $(shell find frontend/src frontend/index.html frontend/vite.config.ts frontend/tsconfig.json -type f 2>/dev/null)

.PHONY: demo demo-reset test quick lint types types-check dev screenshots bench fuzz soak lock schema browser clean

demo: $(STAMP)/app $(BUILT)
	@.venv/bin/ergostrut demo

demo-reset: $(STAMP)/app
	@.venv/bin/ergostrut demo --reset

$(STAMP)/venv:
	python3 -m venv .venv
	@mkdir -p $(STAMP) && touch $@

$(STAMP)/app: $(STAMP)/venv requirements.lock pyproject.toml
	$(PIP) --require-hashes -r requirements.lock
	$(PIP) --no-deps --no-build-isolation --editable .
	@touch $@

$(STAMP)/dev: $(STAMP)/app requirements-dev.lock
	$(PIP) --require-hashes -r requirements-dev.lock
	@touch $@

$(NODE): frontend/package-lock.json
	cd frontend && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

$(BUILT): $(NODE) $(FRONT)
	cd frontend && npm run --silent build

browser:
	@command -v chromium >/dev/null || { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium >/dev/null; }

lint: $(STAMP)/dev $(NODE)
	@mkdir -p build
	.venv/bin/ruff format --check --quiet src tests
	.venv/bin/ruff check --quiet src tests
	.venv/bin/mypy
	@.venv/bin/lint-imports --no-cache >build/imports.txt || { cat build/imports.txt; exit 1; }
	cd frontend && npm run --silent typecheck && npm run --silent lint && npm run --silent format

types: $(STAMP)/dev $(NODE)
	@mkdir -p build
	.venv/bin/ergostrut openapi > build/openapi.json
	cd frontend && npm run --silent types

types-check: $(STAMP)/dev $(NODE)
	@mkdir -p build
	.venv/bin/ergostrut openapi > build/openapi.json
	cd frontend && npx --no-install openapi-typescript ../build/openapi.json -o ../build/schema.d.ts >/dev/null
	@cmp -s build/schema.d.ts frontend/src/api/schema.d.ts || { echo "frontend/src/api/schema.d.ts is out of date: run make types"; exit 1; }

schema: $(STAMP)/app
	.venv/bin/ergostrut schema > docs/job.schema.json

test: lint types-check $(BUILT) browser
	cd frontend && npm run --silent test
	$(PY) -m pytest -n 2

SINCE := HEAD
quick: lint
	cd frontend && npm run --silent test
	$(PY) -m pytest -n 2 $$($(PY) -m tests.touched $(SINCE))

TURNS := 5
fuzz: $(STAMP)/dev
	for turn in $$(seq $(TURNS)); do $(PY) -m pytest --hypothesis-profile=search tests/core/test_every_leaf.py $$(grep -rlE "import .*\bgiven\b" tests) || exit 1; done

dev: $(STAMP)/app $(NODE)
	@(.venv/bin/ergostrut demo --port 5170 & trap "kill $$!" EXIT; cd frontend && npm run dev)

screenshots: $(STAMP)/dev $(BUILT) browser
	$(PY) -m tests.browser.screenshots

bench: $(STAMP)/dev
	$(PY) -m tests.bench

MINUTES := 10
soak: $(STAMP)/dev
	$(PY) -m tests.soak $(MINUTES)

LOCK := .venv/bin/pip-compile --quiet --generate-hashes --allow-unsafe --no-emit-find-links --no-emit-index-url --no-emit-trusted-host --strip-extras
lock: $(STAMP)/dev
	$(LOCK) --all-build-deps --output-file=requirements.lock pyproject.toml
	$(LOCK) --extra=dev --constraint=requirements.lock --output-file=requirements-dev.lock pyproject.toml

clean:
	rm -rf .venv build frontend/node_modules src/ergostrut/web/static
