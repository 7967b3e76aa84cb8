#!/usr/bin/env bash
# Installs the npm packages, unless exactly those of the lock file are there.
set -euo pipefail
cd "$(dirname "$0")/.."

stamp=node_modules/.installed-from
if ! cmp -s package-lock.json "$stamp"; then
  npm ci --no-audit --no-fund --loglevel=error
  cp package-lock.json "$stamp"
fi
