# Two commands do everything: `make demo` and `make test`. The others are conveniences.
PYTHON ?= python3
PY = .venv/bin/python
export TARTE_PORT ?= 8000

.PHONY: demo kitchen serve backup restore test dev bench shots trust lock format schema evidence evidence-unseen evidence-results

demo: ## set up what is missing, make the demo kitchen, serve it on 127.0.0.1:8000
	@$(PYTHON) tools/setup.py demo

kitchen: ## make a kitchen of your own (asks, or TARTE_KITCHEN, TARTE_COOK, TARTE_PASSWORD ...) and serve it
	@$(PYTHON) tools/setup.py kitchen

serve: ## serve that kitchen
	@$(PYTHON) tools/setup.py serve

backup: ## write that kitchen to a file, in TARTE_BACKUPS or its own backups folder
	@$(PYTHON) tools/setup.py backup

restore: ## bring a kitchen back from FILE=… into an empty data folder (LOOK=1 only says what would come)
	@$(PYTHON) tools/setup.py restore

test: ## set up what is missing (Chromium included) and run every check
	@$(PYTHON) tools/setup.py ready --dev
	@$(PYTHON) tools/setup.py browser
	@$(PY) -m tools.check

dev: ## the API with reload and the front end's dev server
	@$(PYTHON) tools/setup.py dev

bench: ## measure: previews, an edit answered and redrawn
	@$(PYTHON) tools/setup.py ready --dev
	@$(PYTHON) tools/setup.py browser
	@$(PY) -m tools.bench
	@$(PY) -m tools.bench_run

shots: ## retake docs/screenshots from the demo data
	@$(PYTHON) tools/setup.py ready --dev
	@$(PYTHON) tools/setup.py browser
	@$(PY) -m tools.shots

schema: ## regenerate the OpenAPI document and the TypeScript types from the API
	@$(PY) -m tools.schema
	@$(PY) -m tools.format_schema
	@$(PY) -m tools.parameter_names

evidence: ## bake the evidence and write its tables into docs/model.md
	@$(PY) -m evidence.report

format: ## ruff, prettier and eslint put things in order
	@$(PY) -m ruff check --fix -q . ; $(PY) -m ruff format -q .
	@cd web && npm run -s format

evidence-unseen: ## fit without each family in turn and keep what that says of it; goes on where it was broken off
	@$(PY) -m evidence.fit folds

evidence-results: ## how well photos measure and bakes teach, in figures (docs/results.md)
	@$(PY) -m evidence.results
	@$(PY) -m evidence.realities

trust: ## kill it, starve it, crowd it, lie to it: what of a kitchen's data is lost (some 20 minutes)
	@$(PYTHON) tools/setup.py ready --dev
	@$(PY) -m tools.trust

lock: ## work the locked requirements out anew
	@$(PYTHON) tools/setup.py lock
