# Sourced by ./bench: a durable cluster, the release host, the load, and pgbench with the same statements in the same run.
bench_load() {
  local use host port=5091
  pg_start "$(pg_folder bench)" safe || return 1
  use=$(pg_connection irvak_bench) || return 1
  ConnectionStrings__Irvak=$use Client="$PWD/client/dist" Demo="$PWD/demo" ASPNETCORE_URLS="http://127.0.0.1:$port" Logging__LogLevel__Default=Warning \
    src/Irvak.Web/bin/Release/net10.0/linux-x64/Irvak.Web &
  host=$!
  until curl -sf "http://127.0.0.1:$port/health/ready" >/dev/null; do kill -0 $host || return 1; done
  benchmarks/Irvak.Bench/bin/Release/net10.0/linux-x64/Irvak.Bench load "http://127.0.0.1:$port" "$host"
  local sql="psql -q -h 127.0.0.1 -p $PG_PORT -U irvak -d irvak_bench"
  export PGPASSWORD=$PG_PASSWORD
  "$PG_BIN"/$sql -c "drop table if exists bench_edit, bench_job; create table bench_job (like job including all); create table bench_edit (like edit including all);
    insert into bench_job overriding system value select row_number() over (), 'b' || row_number() over (), title, owner, begun_by, begun_at, gen_random_uuid(), 0, snapshot from (select * from job where title = 'bench' order by id desc limit 16) j;" >/dev/null 2>&1
  for clients in 1 16; do
    printf 'pgbench, same statements, %-2s clients: ' "$clients"
    "$PG_BIN/pgbench" -n -h 127.0.0.1 -p "$PG_PORT" -U irvak -f benchmarks/edit.pgbench -c "$clients" -j 2 -T 8 irvak_bench 2>/dev/null | grep -E '^tps' 
  done
  kill -TERM $host; wait $host 2>/dev/null
  pg_stop
}
