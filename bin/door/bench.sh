# bin/orchard bench [NAME] [--data=large]

door_bench() {
    local name="" data=""
    while [ $# -gt 0 ]; do
        case "$1" in
            --data=*) data="${1#--data=}" ;;
            -*) complain "bench does not know '$1'."; exit 2 ;;
            *) name="$1" ;;
        esac
        shift
    done
    use_instance bench
    make_folders
    install_all >&2
    trap 'instance_down >/dev/null 2>&1' EXIT
    {
        choose_settings "" "tindrel:demo medium:medium large:large"
        database_up
        console migrate --force >"$VAR/log/migrate.log" 2>&1 || { tail -n 5 "$VAR/log/migrate.log"; die "The tables could not be made."; }
        refresh_caches
        shops_up
        web_up
    } >&2
    as_user env ORCHARD_VAR="$VAR" BENCH_DATA="$data" APP_URL="http://127.0.0.1:$HTTP_PORT" \
        SHOP_DEMO="http://127.0.0.1:$(shop_port tindrel)" MARKET_DEMO="http://127.0.0.1:$(market_port tindrel)" SHOP_MEDIUM="http://127.0.0.1:$(shop_port medium)" SHOP_LARGE="http://127.0.0.1:$(shop_port large)" \
        php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M -d memory_limit=1G "$ROOT/bench/run.php" "$name"
    local open; open="$(open_to_others "$VAR")"
    [ -z "$open" ] || die "Files of the benchmark are open to other users: $open"
    console optimize:clear >/dev/null 2>&1 || true
}
