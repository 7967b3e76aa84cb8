#!/usr/bin/env bash
# Runs what `npm test` leaves out because it takes minutes each.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/testTools.sh

LONG=1 npx jest --maxWorkers=100% '\.long\.test'
npx playwright test --project=long
