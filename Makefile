# make demo  set everything up and serve the workshop with the demo data
# make test  set everything up and run all the tests
# For developers: make dev, lint, types, handbook, shots, wheel, bench, referee, mutants

# Two arenas of the C library's memory instead of eight a core: what threads free is used again sooner.
export MALLOC_ARENA_MAX ?= 2

PYTHON ?= python3.11
VENV := .venv/bin
PAGES := dicetrail/web/pages/index.html
FRONT := $(shell find frontend/src frontend/public -type f 2>/dev/null) frontend/index.html frontend/play.html \
	frontend/vite.config.ts frontend/vite.taken.config.ts frontend/package-lock.json

N ?= 20000
.PHONY: demo test dev lint types handbook shots wheel bench referee mutants chromium clean

demo: .make-python $(PAGES)
	$(VENV)/dicetrail serve --demo --data .data/demo

test: .make-python $(PAGES) chromium
	$(VENV)/python scripts/run_tests.py

# The workshop on :5173 with reloading pages, over the server on :8321.
dev: .make-python .make-node
	trap 'kill 0' EXIT; $(VENV)/dicetrail serve --demo --data .data/dev & cd frontend && npm run dev

lint: .make-python .make-node
	$(VENV)/ruff check .
	$(VENV)/ruff format --check .
	$(VENV)/mypy
	$(VENV)/lint-imports
	cd frontend && npx tsc --noEmit && npm run -s lint

types: .make-python .make-node
	mkdir -p build && $(VENV)/python scripts/write_openapi.py build/openapi.json
	cd frontend && npm run -s types

# The pages of the handbook's reference that are made from the code.
handbook: .make-python
	$(VENV)/python scripts/write_reference.py

# Everything in one file for pip, in dist.
wheel: .make-python $(PAGES)
	scripts/make_wheel dist

shots: .make-python $(PAGES) chromium
	$(VENV)/python scripts/take_screenshots.py

bench: .make-python
	for file in benchmarks/*.py; do $(VENV)/python $$file; done

# The engine against a second one: N made-up games, a tenth as many odds.
referee: .make-python
	$(VENV)/python scripts/referee.py $(N)

# Small changes of the core, each of which a test should notice.
mutants: .make-python
	$(VENV)/python scripts/mutants.py $(ONLY)

.make-python: requirements.lock pyproject.toml
	scripts/make_venv "$(PYTHON)"
	touch $@

.make-node: frontend/package.json frontend/package-lock.json
	scripts/install_node_packages
	touch $@

$(PAGES): .make-node $(FRONT)
	cd frontend && npm run -s build
	touch $@

chromium:
	@scripts/install_chromium

clean:
	rm -rf .venv .make-* frontend/node_modules dicetrail/web/pages dicetrail/give/page_parts build
