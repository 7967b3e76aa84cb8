#!/usr/bin/env bash
# Installs what the tests need, then runs everything: types, lint, import rules, unit tests, the app.
set -euo pipefail
cd "$(dirname "$0")/.."

bash scripts/packages.sh
missing=()
[ -x "${CHROMIUM:-/usr/bin/chromium}" ] || missing+=(chromium)
[ -x "${CHROMIUM:-/usr/lib/chromium/chromium-headless-shell}" ] || missing+=(chromium-headless-shell)
command -v ffmpeg >/dev/null || missing+=(ffmpeg)
command -v webpinfo >/dev/null || missing+=(webp)
for reader in mediainfo gifsicle apngdis redis-server; do
  command -v "$reader" >/dev/null || missing+=("$reader")
done
command -v firefox-esr >/dev/null || missing+=(firefox-esr)
command -v WebKitWebDriver >/dev/null || missing+=(webkit2gtk-driver)
command -v Xvfb >/dev/null || missing+=(xvfb)
if [ "${#missing[@]}" -gt 0 ]; then
  if [ "$(id -u)" != 0 ]; then
    echo "The tests need: ${missing[*]}. Install them with: sudo apt-get install ${missing[*]}"
    exit 1
  fi
  apt-get update -qq
  apt-get install -y -qq "${missing[@]}" >/dev/null
fi

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
