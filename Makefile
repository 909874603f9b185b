# `make demo` runs the program with demo data, `make test` tests it. Needs Python 3.11+, Node 20+ and make.
PY := .venv/bin/python
export PYTHONDONTWRITEBYTECODE :=
SHELL := /bin/bash

.PHONY: demo serve test check api shots bench web format
.DEFAULT_GOAL := demo

build:
	@mkdir -p build

build/venv.stamp: requirements/product.txt pyproject.toml | build
	@test -x $(PY) || python3 -m venv .venv
	@.venv/bin/python -m pip install -q uv==0.13.9
	@.venv/bin/uv pip install -q --require-hashes -r requirements/product.txt
	@.venv/bin/uv pip install -q --no-deps -e .
	@$(PY) -c "from jug_mingle.core.finishes.picture import warm_up; warm_up()" # compiles its loops once, before anyone waits
	@touch $@

build/develop.stamp: requirements/develop.txt build/venv.stamp
	@.venv/bin/uv pip install -q --require-hashes -r requirements/develop.txt
	@touch $@

build/bench.stamp: requirements/bench.txt build/develop.stamp
	@.venv/bin/uv pip install -q --require-hashes -r requirements/bench.txt
	@touch $@

build/npm.stamp: web/package-lock.json | build
	@cd web && npm ci --omit=dev --no-audit --no-fund --loglevel=error
	@touch $@

build/npm-develop.stamp: web/package-lock.json | build
	@cd web && npm ci --no-audit --no-fund --loglevel=error
	@touch build/npm.stamp $@

WEB := $(shell find web/src web/public web/index.html web/vite.config.ts -type f 2>/dev/null)

build/web.stamp: build/npm.stamp $(WEB)
	@cd web && npm run -s build -- --logLevel warn
	@touch $@

web: build/web.stamp

demo: build/venv.stamp build/web.stamp
	@$(PY) -m jug_mingle.cli demo $(ARGS)

serve: build/venv.stamp build/web.stamp
	@$(PY) -m jug_mingle.cli serve $(ARGS)

test: build/develop.stamp build/npm-develop.stamp build/web.stamp
	@scripts/install_browser
	@$(PY) -W error scripts/run_tests.py $(TESTS)

check: build/develop.stamp build/npm-develop.stamp
	@scripts/check

api: build/develop.stamp build/npm-develop.stamp
	@$(PY) -m jug_mingle.cli openapi > docs/openapi.json
	@cd web && npm run -s types > /dev/null && npx prettier --log-level warn --write src/api/schema.d.ts

format: build/develop.stamp build/npm-develop.stamp
	@.venv/bin/ruff format -q . && .venv/bin/ruff check -q --fix . && cd web && npx prettier --log-level warn --write .

shots: build/develop.stamp build/web.stamp
	@scripts/install_browser
	@PYTHONPATH=. $(PY) scripts/take_screenshots.py

bench: build/bench.stamp build/web.stamp
	@scripts/install_browser
	@$(PY) -m bench $(ARGS)
