#!/bin/sh
# The standby becomes the primary, and the pooler is pointed at it. Run by hand, or by whatever watches the primary, once it is
# certain that the primary is gone for good: two primaries would each take entries that the other one never gets.
#
#   failover.sh STANDBY_DATA_FOLDER STANDBY_HOST STANDBY_PORT PGBOUNCER_INI
#
# Run as the system user of PostgreSQL, who may also write the pooler's file. PG_CTL and PSQL name the programs where they are
# not on the path; POOLER_PID is the pooler's process, told to read its file again.
set -eu
data=$1
host=$2
port=$3
ini=$4
"${PG_CTL:-pg_ctl}" promote -D "$data" -w -t 20
# Nobody stands by any more: no commit waits, until a new standby is there.
printf "synchronous_standby_names = ''\n" >>"$data/postgresql.auto.conf"
"${PG_CTL:-pg_ctl}" reload -D "$data"
sed -E "s/^(yarvex[a-z_]*) *= *host=[^ ]+ port=[0-9]+/\1 = host=$host port=$port/" "$ini" >"$ini.new"
# Into the same file, which keeps its owner and its rights.
cat "$ini.new" >"$ini"
rm "$ini.new"
if [ -n "${POOLER_PID:-}" ]; then kill -HUP "$POOLER_PID"; fi
