#!/usr/bin/env bash
# Installs, builds and starts Moon Patch with the demo kit.
set -euo pipefail
cd "$(dirname "$0")/.."

bash scripts/packages.sh
if ! command -v ffmpeg >/dev/null; then
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
    apt-get update -qq && apt-get install -y -qq ffmpeg >/dev/null
  else
    echo 'ffmpeg is missing: footage that no browser reads cannot be brought in. Install it with: sudo apt-get install ffmpeg'
  fi
fi
node scripts/build.mjs
OPEN_PATH='?kit=demo' exec node --import tsx server/main.ts
