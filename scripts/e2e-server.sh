#!/usr/bin/env bash
# A fresh shop for the journeys: own data folder, own database, stand-ins running free, on a Wednesday morning.
#   e2e-server.sh PORT   BADGER_NOW, TZ: another time of the shop
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
unset DATABASE_URL
export PG_FAST=1 WORLD_SPEED=0 BADGER_REHEARSE=0 LOG_LEVEL=error
export BADGER_NOW=${BADGER_NOW:-2026-11-25T09:00}
home=.badger/e2e-$1
PG_DIR=$PWD/$home/pg bash scripts/pg.sh destroy >/dev/null 2>&1 || true
rm -rf "$home"
exec node scripts/launch.mjs start --port "$1" --data "$home"
