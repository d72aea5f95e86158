#!/usr/bin/env bash
# A fresh house for the journeys: own data folder, own database, stand-ins running free.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
unset DATABASE_URL
export PG_FAST=1 WORLD_SPEED=0 BADGER_REHEARSE=0 LOG_LEVEL=error
PG_DIR=$PWD/.badger/e2e/pg bash scripts/pg.sh destroy >/dev/null 2>&1 || true
rm -rf .badger/e2e
exec node scripts/launch.mjs start --port "$1" --data .badger/e2e
