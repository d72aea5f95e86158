#!/usr/bin/env bash
# A private PostgreSQL cluster for this checkout.   pg.sh start [DATABASE]|stop|status|url [DATABASE]|destroy
# Works as root (the server then runs as the postgres user) and as an ordinary user. Idempotent.
#   PG_DIR   where the cluster lives  (default: <repo>/.badger/pg)
#   PG_FAST  1 = fsync off, for tests only
set -euo pipefail
umask 077

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)
PG_DIR=${PG_DIR:-$ROOT/.badger/pg}
PG_USER=badger
say() { printf 'postgresql: %s\n' "$*" >&2; }
die() { say "$*"; exit 1; }

# Debian keeps initdb and pg_ctl out of PATH. Take the newest that is installed.
BIN=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1 || true)
[ -n "$BIN" ] && [ -x "$BIN/initdb" ] || die "no PostgreSQL server here: install Debian's package postgresql"

# The server refuses to run as root, so root hands over to the postgres user.
if [ "$(id -u)" = 0 ]; then
  OWNER=postgres
  id postgres >/dev/null 2>&1 || die "no user 'postgres'"
  as() { (cd / && exec runuser -u postgres -- "$@"); }
else
  OWNER=$(id -un)
  as() { (cd / && exec "$@"); }
fi

if [ "$(id -u)" = 0 ]; then
  mkdir -p "$(dirname "$PG_DIR")"
  chmod 755 "$(dirname "$PG_DIR")"
  [ -d "$PG_DIR" ] || install -d -m 700 -o postgres -g postgres "$PG_DIR"
  # A checkout below a closed folder is out of the server's reach: keep the cluster elsewhere.
  if ! as test -x "$(dirname "$PG_DIR")"; then
    rmdir "$PG_DIR" 2>/dev/null || true
    PG_DIR=/var/tmp/badger-pg-$(printf %s "$PG_DIR" | sha256sum | cut -c1-12)
    [ -d "$PG_DIR" ] || install -d -m 700 -o postgres -g postgres "$PG_DIR"
  fi
else
  mkdir -p "$PG_DIR"
fi
owner=$(stat -c %U "$PG_DIR")
[ "$owner" = "$OWNER" ] ||
  die "the data folder $PG_DIR belongs to $owner: run this as that user, or move the folder away"

DATA=$PG_DIR/data
# A socket path holds 107 bytes: keep it short.
SOCK=/tmp/.badger-pg-$(printf %s "$PG_DIR" | sha256sum | cut -c1-8)
LOG=$PG_DIR/log

pass() { as cat "$PG_DIR/password"; }
port() { as cat "$PG_DIR/port"; }
url() { printf 'postgres://%s:%s@127.0.0.1:%s/%s\n' "$PG_USER" "$(pass)" "$(port)" "$1"; }
running() { as test -d "$DATA" && as "$BIN/pg_ctl" -D "$DATA" status >/dev/null 2>&1; }
free_port() { # the one used last if it is still free, else one below the kernel's own range
  local p
  p=$(as cat "$PG_DIR/port" 2>/dev/null || true)
  if [ -n "$p" ] && ! (exec 3<>"/dev/tcp/127.0.0.1/$p") 2>/dev/null; then echo "$p"; return; fi
  for _ in $(seq 50); do
    p=$((20000 + (RANDOM * 32768 + RANDOM) % 12000))
    if ! (exec 3<>"/dev/tcp/127.0.0.1/$p") 2>/dev/null; then echo "$p"; return; fi
  done
  die "no free port"
}

init() {
  as test -f "$DATA/PG_VERSION" && return
  say "making a private cluster ($("$BIN/postgres" --version))"
  head -c 18 /dev/urandom | base64 | tr '+/' '-_' | as tee "$PG_DIR/password" >/dev/null
  as "$BIN/initdb" -D "$DATA" -U "$PG_USER" --pwfile="$PG_DIR/password" --auth=scram-sha-256 \
    --encoding=UTF8 --locale=C.UTF-8 --no-sync --no-instructions >/dev/null
  as tee -a "$DATA/postgresql.conf" >/dev/null <<CONF
listen_addresses = '127.0.0.1'
unix_socket_permissions = 0700
shared_buffers = 128MB
max_connections = 100
max_wal_size = 2GB
timezone = 'UTC'
log_timezone = 'UTC'
CONF
}

ensure_db() {
  export PGPASSWORD
  PGPASSWORD=$(pass)
  local q=("$BIN/psql" -qtAX -h 127.0.0.1 -p "$(port)" -U "$PG_USER" -d postgres)
  if [ "$("${q[@]}" -c "select 1 from pg_database where datname='$1'")" != 1 ]; then
    "${q[@]}" -c "create database \"$1\""
  fi
}

start() {
  init
  if ! running; then
    [ "$(as cat "$DATA/PG_VERSION")" = "$(basename "$(dirname "$BIN")")" ] ||
      die "the cluster in $PG_DIR is of another major version than $BIN: move it away or install that version"
    local p opts up=
    as mkdir -p -m 700 "$SOCK"
    for _ in 1 2 3; do
      p=$(free_port)
      printf '%s\n' "$p" | as tee "$PG_DIR/port" >/dev/null
      opts="-p $p -k $SOCK"
      [ "${PG_FAST:-}" = 1 ] && opts="$opts -c fsync=off -c synchronous_commit=off -c full_page_writes=off"
      if as "$BIN/pg_ctl" -D "$DATA" -l "$LOG" -w -t 60 -o "$opts" start >/dev/null 2>&1 </dev/null; then
        up=1
        break
      fi
    done
    [ -n "$up" ] || { as tail -20 "$LOG" >&2; die "did not start; its last words are above"; }
    say "started on 127.0.0.1:$p"
  fi
  ensure_db "$1"
}

stop() {
  if running; then as "$BIN/pg_ctl" -D "$DATA" -m fast -w stop >/dev/null && say stopped; fi
}

case "${1:-}" in
  start) start "${2:-badger}"; url "${2:-badger}" ;;
  stop) stop ;;
  status) if running; then say "running on port $(port)"; else say "not running"; exit 3; fi ;;
  url) running || die "not running"; url "${2:-badger}" ;;
  destroy) stop; rm -rf "$PG_DIR" "$SOCK" ;;
  *) echo "usage: $0 start [DATABASE]|stop|status|url [DATABASE]|destroy" >&2; exit 2 ;;
esac
