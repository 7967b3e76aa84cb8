#!/usr/bin/env bash
# Runs what every change has to pass: types, lint, import rules, unit tests, the app.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/testTools.sh

step() {
  echo "== $1"
  shift
  "$@"
}
reading() {
  step 'types' npx tsc --noEmit
  step 'format' npx prettier --check --log-level warn .
  step 'imports' npm run --silent imports
  step 'nothing unused' npx knip
}
reading &
reading=$!
step 'lint' npx eslint . --max-warnings 0
wait "$reading"
step 'unit tests' npx jest --maxWorkers=100%
step 'the app in browsers' npx playwright test --project=app
