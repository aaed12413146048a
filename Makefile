# Airy Crumb. Two commands matter: make demo, and make test.
.PHONY: demo demo-reset test words figures bench faults mutants calm learning practice heat-outside unsafe year screenshots build lock schema lint clean setup
.DELETE_ON_ERROR:
unexport PYTHONDONTWRITEBYTECODE
export PYTHONPATH := $(CURDIR):$(CURDIR)/core:$(CURDIR)/server
export PIP_DISABLE_PIP_VERSION_CHECK := 1

PY := .venv/bin/python
STAMP := .run
WEB_SOURCES := $(shell find web/src web/public -type f) docs/glossary.md web/index.html web/vite.config.ts web/package-lock.json
COMPILED := $(wildcard core/airycrumb/stations/heat/*.py) core/airycrumb/compiled.py core/airycrumb/day/playing.py

demo: build
	@$(PY) -m scripts.run_demo

demo-reset: $(STAMP)/debian
	@python3 scripts/postgres.py destroy --name demo
	@echo "The demo kitchen is gone; make demo makes it afresh."

test: build
	@$(PY) -m scripts.check

bench: build
	@$(PY) -m scripts.bench

# Kills, mutated requests, hostile pastes: three quarters of an hour at most.
faults: build
	@$(PY) -m scripts.faults

screenshots: build
	@$(PY) -m scripts.screenshots

build: setup web/dist/index.html $(STAMP)/compiled

setup: $(STAMP)/debian $(STAMP)/python $(STAMP)/node

$(STAMP)/debian: scripts/debian.sh
	@mkdir -p $(STAMP)
	@bash scripts/debian.sh
	@touch $@

# The stamp comes last: an install cut short is done again from nothing.
$(STAMP)/python: requirements.txt requirements-dev.txt
	@mkdir -p $(STAMP)
	@echo "Installing the Python packages…"
	@rm -rf .venv $(STAMP)/tools
	@python3 -m venv .venv
	@python3 -m venv $(STAMP)/tools
	@$(STAMP)/tools/bin/pip install -q uv
	@$(STAMP)/tools/bin/uv pip sync -q --python $(PY) --require-hashes requirements.txt requirements-dev.txt
	@touch $@

$(STAMP)/node: web/package-lock.json web/package.json web/.npmrc
	@mkdir -p $(STAMP)
	@echo "Installing the front end's packages…"
	@rm -rf web/node_modules
	@cd web && npm ci --silent --no-fund --no-audit
	@touch $@

web/dist/index.html: $(WEB_SOURCES) $(STAMP)/node $(STAMP)/python
	@echo "Building the pages…"
	@$(PY) -m scripts.release
	@touch $@

$(STAMP)/compiled: $(COMPILED) $(STAMP)/python
	@echo "Compiling the heat model and the days played through…"
	@$(PY) -m airycrumb.compiled
	@touch $@

# After changing requirements*.in.
lock: $(STAMP)/python
	@$(STAMP)/tools/bin/uv pip compile -q --python-version 3.11 --generate-hashes --no-annotate --custom-compile-command 'make lock' -o requirements.txt requirements.in
	@$(STAMP)/tools/bin/uv pip compile -q --python-version 3.11 --generate-hashes --no-annotate --custom-compile-command 'make lock' -o requirements-dev.txt requirements-dev.in

# What the rise forecast is held to.
learning: setup
	@PYTHONPATH=.:core $(PY) -m scripts.learning

# The heat against finite elements of our own, in three dimensions: about three quarters of an hour.
heat-outside: build
	@$(PY) -W ignore -m scripts.heat_outside

# Five thousand bakes drawn at random, none of them quietly unsafe: about ten minutes.
unsafe: build
	@$(PY) -m scripts.unsafe

# What each table of a household grows to in a year.
year: setup
	@$(PY) -m scripts.a_year

practice: setup
	@PYTHONPATH=.:core $(PY) -m scripts.practice
	@PYTHONPATH=.:core $(PY) -m scripts.practice_bakes
	@PYTHONPATH=.:core $(PY) -m scripts.practice_heat

# How well recipes are read, by the manner they are written in.
reading: setup
	@PYTHONPATH=.:core $(PY) -m $(if $(TEXTS),scripts.foreign $(TEXTS),scripts.reading)

# After changing an endpoint, a sheet type or a file format: the contract and the client follow.
schema: setup
	@$(PY) -m scripts.export_schema
	@$(PY) -m scripts.architecture
	@$(PY) -m scripts.events_table
	@cd web && npm run --silent client

# How many words stand on each screen, and how far it scrolls.
calm: build
	@$(PY) -m scripts.calm

# After changing a sentence: the catalogues of messages follow.
words: setup
	@$(PY) -m scripts.words

# After a change that means to change figures: what of the core's answers is no longer as it was.
figures: build
	@$(PY) -m scripts.figures

# How many small faults planted in the core no test sees.
mutants: build
	@$(PY) -m scripts.mutants

lint: setup
	@$(PY) -m scripts.check --only-lint

clean:
	@python3 scripts/postgres.py stop --name demo; python3 scripts/postgres.py stop --name test; true
	@rm -rf .venv web/node_modules web/dist .run
