# A PostgreSQL cluster of our own on loopback. Sourced by run, test and bench; as root it runs as the postgres user.
PG_BIN=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1)

pg_as() {
  if [ "$(id -u)" = 0 ]; then (cd / && LC_ALL=C.UTF-8 runuser -u postgres -- "$@") 9>&-; else (cd / && LC_ALL=C.UTF-8 "$@") 9>&-; fi
}

free_port() {
  local port
  for port in $(shuf -i 20000-29999 -n 40); do
    (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null || { printf '%s' "$port"; return 0; }
  done
  return 1
}

# pg_folder NAME: a data folder that the cluster's user can reach, the same one for the same checkout.
pg_folder() {
  if [ "$(id -u)" = 0 ]; then
    printf '/var/lib/irvak/%s-%s' "$1" "$(pwd | sha1sum | cut -c1-8)"
  else
    printf '%s/.data/%s' "$(pwd)" "$1"
  fi
}

# pg_start FOLDER MODE: MODE is "safe" (kept data, password) or "scratch" (tests: nothing is synced to disk, never for real data).
# Sets PG_PORT, PG_PASSWORD and PG_FOLDER.
pg_start() {
  PG_FOLDER=$1
  local mode=$2 options
  if [ "$(id -u)" = 0 ]; then mkdir -p "$PG_FOLDER" && chown postgres "$PG_FOLDER" && chmod 711 "$(dirname "$PG_FOLDER")"; else mkdir -p "$PG_FOLDER"; fi
  PG_PASSWORD=""
  if [ ! -f "$PG_FOLDER/data/PG_VERSION" ]; then
    if [ "$mode" = safe ]; then
      PG_PASSWORD=$(od -An -N24 -tx1 /dev/urandom | tr -d ' \n')
      pg_as sh -c "umask 077; printf '%s' '$PG_PASSWORD' > '$PG_FOLDER/password'"
      pg_as "$PG_BIN/initdb" -D "$PG_FOLDER/data" -U irvak -A scram-sha-256 --pwfile="$PG_FOLDER/password" -E UTF8 --locale=C.UTF-8 >/dev/null || return 1
    else
      pg_as "$PG_BIN/initdb" -D "$PG_FOLDER/data" -U irvak -A trust -E UTF8 --locale=C.UTF-8 --no-sync >/dev/null || return 1
    fi
  fi
  [ "$mode" = safe ] && PG_PASSWORD=$(pg_as cat "$PG_FOLDER/password")
  # After a hard kill the old lock file may name a process that is gone; the server itself tells.
  if pg_as "$PG_BIN/pg_ctl" -D "$PG_FOLDER/data" status >/dev/null 2>&1; then pg_as "$PG_BIN/pg_ctl" -D "$PG_FOLDER/data" -m fast -w stop >/dev/null 2>&1; fi
  options="-c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c max_connections=200"
  [ "$mode" = scratch ] && options="$options -c fsync=off -c synchronous_commit=off -c full_page_writes=off"
  local try
  for try in 1 2 3; do
    PG_PORT=$(free_port) || return 1
    pg_as "$PG_BIN/pg_ctl" -D "$PG_FOLDER/data" -w -l "$PG_FOLDER/log" -o "$options -p $PG_PORT" start >/dev/null 2>&1
    "$PG_BIN/pg_isready" -q -h 127.0.0.1 -p "$PG_PORT" && return 0
  done
  pg_as tail -n 20 "$PG_FOLDER/log" >&2
  return 1
}

pg_stop() { [ -n "${PG_FOLDER:-}" ] && pg_as "$PG_BIN/pg_ctl" -D "$PG_FOLDER/data" -m fast -w stop >/dev/null 2>&1; }

# The connection string for a database of this cluster, which is made when it is not there.
pg_connection() {
  PGPASSWORD=$PG_PASSWORD "$PG_BIN/psql" -q -h 127.0.0.1 -p "$PG_PORT" -U irvak -d postgres -tAc "select 1 from pg_database where datname = '$1'" | grep -q 1 \
    || PGPASSWORD=$PG_PASSWORD "$PG_BIN/createdb" -h 127.0.0.1 -p "$PG_PORT" -U irvak "$1" || return 1
  printf 'Host=127.0.0.1;Port=%s;Username=irvak;Password=%s;Database=%s;Maximum Pool Size=60' "$PG_PORT" "$PG_PASSWORD" "$1"
}
