#!/usr/bin/env bash
# Runs a command with a PostgreSQL server of its own: Debian's package, a cluster in a temporary folder, not as root,
# on a socket-free loopback port; its address is in URUSHI_TEST_PG. Everything is gone afterwards.
set -euo pipefail

bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }
if [ -z "$(bin)" ]; then
  if [ "$(id -u)" -ne 0 ]; then
    echo "No PostgreSQL server here: install Debian's postgresql. Running without it." >&2
    exec "$@"
  fi
  echo 'Installing postgresql …'
  apt-get update -qq
  apt-get install -y -qq postgresql >/dev/null
fi
home=$(bin)
folder=$(mktemp -d /tmp/urushi-postgres-XXXXXX)
port=${URUSHI_TEST_PG_PORT:-54329}
as_owner() { "$@"; }
if [ "$(id -u)" -eq 0 ]; then
  chown postgres "$folder"
  as_owner() { runuser -u postgres -- "$@"; }
fi
stop() {
  as_owner "$home/pg_ctl" -D "$folder/cluster" -m immediate -s stop >/dev/null 2>&1 || true
  rm -rf "$folder"
}
trap stop EXIT
cd "$folder"
as_owner "$home/initdb" -D "$folder/cluster" -U urushi -A trust --no-sync >/dev/null
as_owner "$home/pg_ctl" -D "$folder/cluster" -s -w -l "$folder/log" \
  -o "-p $port -c listen_addresses=127.0.0.1 -c unix_socket_directories= -c fsync=off" start
cd - >/dev/null
export URUSHI_TEST_PG="postgres://urushi@127.0.0.1:$port/postgres"
"$@"
