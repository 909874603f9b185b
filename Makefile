# `make demo` runs the program with demo data, `make test` tests it. Needs Python 3.11+, Node ^20.19 or >=22.12 and make.
PY := .venv/bin/python
export PYTHONDONTWRITEBYTECODE :=
SHELL := /bin/bash

.PHONY: demo serve dev test soak check coverage mutants api shots bench web format lock wheel schemas
.DEFAULT_GOAL := demo

build:
	@mkdir -p build

build/venv.stamp: requirements/product.txt pyproject.toml | build
	@test -x $(PY) || python3 -m venv .venv
	@.venv/bin/python -m pip install -q uv==0.13.9
	@.venv/bin/uv pip install -q --require-hashes -r requirements/product.txt
	@.venv/bin/uv pip install -q --no-deps -e .
	@$(PY) -c "from jug_mingle.core.finishes import picture; from jug_mingle.core.recipes import search; search.warm_up(); picture.warm_up()" # compiles the loops once, before anyone waits
	@touch $@

build/develop.stamp: requirements/develop.txt build/venv.stamp
	@.venv/bin/uv pip install -q --require-hashes -r requirements/develop.txt
	@touch $@

build/bench.stamp: requirements/bench.txt build/develop.stamp
	@.venv/bin/uv pip install -q --require-hashes -r requirements/bench.txt
	@touch $@

build/mutants.stamp: requirements/mutants.txt build/develop.stamp
	@.venv/bin/uv pip install -q --require-hashes -r requirements/mutants.txt
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

# What of the pages is logic alone, for the tests that ask it by itself.
build/logic.stamp: build/npm.stamp $(WEB) web/tests/logic.ts web/vite.logic.config.ts
	@cd web && npx vite build --config vite.logic.config.ts --logLevel warn
	@touch $@

web: build/web.stamp

demo: build/venv.stamp build/web.stamp
	@$(PY) -m jug_mingle.cli demo $(ARGS)

serve: build/venv.stamp build/web.stamp
	@$(PY) -m jug_mingle.cli serve $(ARGS)

test: build/develop.stamp build/npm-develop.stamp build/web.stamp build/logic.stamp
	@scripts/install_browser
	@$(PY) -W error scripts/run_tests.py $(TESTS)

check: build/develop.stamp build/npm-develop.stamp
	@scripts/check

api: build/develop.stamp build/npm-develop.stamp
	@$(PY) -m jug_mingle.cli openapi > docs/openapi.json
	@$(PY) scripts/list_computing.py > web/src/api/computing.json
	@cd web && npm run -s types > /dev/null && npx prettier --log-level warn --write src/api/schema.d.ts

format: build/develop.stamp build/npm-develop.stamp
	@.venv/bin/ruff format -q . && .venv/bin/ruff check -q --fix . && cd web && npx prettier --log-level warn --write .

shots: build/develop.stamp build/web.stamp
	@scripts/install_browser
	@PYTHONPATH=. $(PY) scripts/take_screenshots.py
	@PYTHONPATH=. $(PY) scripts/take_film.py

bench: build/bench.stamp build/web.stamp
	@scripts/install_browser
	@$(PY) -m bench $(ARGS)

# Pages from Vite with hot reload; what they ask for goes to a server that restarts when its code changes.
dev: build/develop.stamp build/npm-develop.stamp
	@trap 'kill 0' EXIT; \
	JUG_MINGLE_DATA=data/demo .venv/bin/uvicorn jug_mingle.cli:dev_app --factory --reload --reload-dir jug_mingle --port 8417 & \
	cd web && npx vite

soak: build/develop.stamp build/npm-develop.stamp build/web.stamp build/logic.stamp build/bench.stamp
	@scripts/install_browser
	@SOAK=1 $(PY) -W error scripts/run_tests.py $(TESTS)
	@$(PY) -m bench long_run

# One file that holds the whole program, its pages and the notices of what it is made of; Node is not needed to run it.
DIST := dist
wheel: build/develop.stamp build/npm-develop.stamp build/web.stamp
	@$(PY) scripts/collect_notices.py
	@rm -rf build/lib build/bdist.*
	@.venv/bin/uv build -q --wheel --out-dir $(DIST)
	@rm -rf build/lib build/bdist.*; ls $(DIST)/*.whl

# Every route against its own document, with a few thousand made-up requests.
schemas: build/develop.stamp build/web.stamp
	@PYTHONPATH=. $(PY) scripts/check_schemas.py $(ARGS)

coverage: build/develop.stamp build/web.stamp
	@$(PY) -m coverage run --source jug_mingle -m unittest discover -q -s tests/core -t . && $(PY) -m coverage run -a --source jug_mingle -m unittest discover -q -s tests/services -t . \
	&& $(PY) -m coverage run -a --source jug_mingle -m unittest discover -q -s tests/api -t . && $(PY) -m coverage report --skip-covered --sort=cover

mutants: build/mutants.stamp build/web.stamp
	@PYTHONPATH=. $(PY) scripts/mutants.py $(ARGS)

# Dependencies of pyproject.toml, resolved anew with hashes; no host is named in them.
LOCK := .venv/bin/uv pip compile -q --universal --python-version 3.11 --generate-hashes --no-header pyproject.toml
lock: build/venv.stamp
	@$(LOCK) -o requirements/product.txt
	@$(LOCK) --group test --group check -c requirements/product.txt -o requirements/develop.txt
	@$(LOCK) --group bench -c requirements/develop.txt -o requirements/bench.txt
	@$(LOCK) --group mutants -c requirements/develop.txt -o requirements/mutants.txt
