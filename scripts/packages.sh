#!/usr/bin/env bash
# Installs the npm packages, unless exactly those of the lock file, with their patches, are there.
set -euo pipefail
cd "$(dirname "$0")/.."

stamp=node_modules/.installed-from
if ! cat package-lock.json patches/*.patch | cmp -s - "$stamp"; then
  npm ci --no-audit --no-fund --loglevel=error
  cat package-lock.json patches/*.patch >"$stamp"
fi
