# Sourced by ./bench: a durable cluster made for this run, the release host, and every row that needs them.
bench_rows() {
  local size=$1 use host port=5091 folder misses
  folder=$(pg_folder bench-rows)
  rm -rf "$folder"
  pg_start "$folder" safe || return 1
  use=$(pg_connection irvak_bench) || return 1
  ConnectionStrings__Irvak=$use Client="$PWD/client/dist" Demo="$PWD/demo" ASPNETCORE_URLS="http://127.0.0.1:$port" Logging__LogLevel__Default=Warning \
    src/Irvak.Web/bin/Release/net10.0/linux-x64/Irvak.Web &
  host=$!
  until curl -sf "http://127.0.0.1:$port/health/ready" >/dev/null; do kill -0 $host || return 1; sleep 0.1; done
  PGPASSWORD=$PG_PASSWORD benchmarks/Irvak.Bench/bin/Release/net10.0/linux-x64/Irvak.Bench rows "$size" "http://127.0.0.1:$port" "$use" \
    "$PG_BIN/pgbench" -h 127.0.0.1 -p "$PG_PORT" -U irvak
  misses=$?
  printf 'memory of the host: %s MB\n' "$(($(awk '/VmHWM/ {print $2}' /proc/$host/status) / 1000))"
  kill -TERM $host; wait $host 2>/dev/null
  pg_stop
  rm -rf "$folder"
  return $misses
}
