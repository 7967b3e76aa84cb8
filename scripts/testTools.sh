#!/usr/bin/env bash
# Installs what the tests need where it is missing.
set -euo pipefail

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
