# Sourced by ./bench: a durable cluster made for this run, the release host, and every row that needs them.
bench_rows() {
  local size=$1 use host other port=5091 folder misses
  need_packages chromium chromium-driver
  folder=$(pg_folder bench-rows)
  rm -rf "$folder"
  pg_start "$folder" safe || return 1
  use=$(pg_connection irvak_bench) || return 1
  bench_host "$port" "$use"; host=$!
  bench_ready "$port" "$host" || return 1
  bench_host "$((port + 1))" "$use"; other=$!
  bench_ready "$((port + 1))" "$other" || return 1
  PGPASSWORD=$PG_PASSWORD benchmarks/Irvak.Bench/bin/Release/net10.0/linux-x64/Irvak.Bench rows "$size" "http://127.0.0.1:$port" \
    "http://127.0.0.1:$((port + 1))" "$host" "$use" "$PG_BIN/pgbench" -h 127.0.0.1 -p "$PG_PORT" -U irvak
  misses=$?
  kill -TERM $host $other; wait $host $other 2>/dev/null
  pg_stop
  rm -rf "$folder"
  return $misses
}
bench_host() { # port, connection
  ConnectionStrings__Irvak=$2 Client="$PWD/client/dist" Demo="$PWD/demo" ASPNETCORE_URLS="http://127.0.0.1:$1" Logging__LogLevel__Default=Warning \
    src/Irvak.Web/bin/Release/net10.0/linux-x64/Irvak.Web &
}
bench_ready() { # port, process
  until curl -sf "http://127.0.0.1:$1/health/ready" >/dev/null; do kill -0 "$2" || return 1; sleep 0.1; done
}
