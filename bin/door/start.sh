# bin/orchard start

door_start() {
    local port="" demo=yes
    while [ $# -gt 0 ]; do
        case "$1" in
            --port) [[ "${2:-}" =~ ^[0-9]+$ ]] && [ "$2" -ge 1024 ] && [ "$2" -le 65535 ] || { complain "--port wants a number from 1024 to 65535."; exit 2; }; port="$2"; shift 2 ;;
            --port=*) set -- --port "${1#--port=}" "${@:2}" ;;
            --no-demo) demo=no; shift ;;
            *) complain "start does not know '$1'."; exit 2 ;;
        esac
    done
    # One start at a time: a second one waits for the first.
    mkdir -p "$ROOT/var"
    exec 9>"$ROOT/var/.door"
    flock 9
    install_all
    use_instance run
    if [ -f "$VAR/ready" ] && all_running && ! code_is_newer; then
        [ -n "$port" ] && [ "$port" != "$HTTP_PORT" ] && choose_settings "$port" ""
        say "Young Orchard is running; nothing to do."
        tell_address
        return 0
    fi
    say "Starting Young Orchard"
    if [ "$demo" = yes ]; then choose_settings "$port" "tindrel:demo"; else choose_settings "$port" ""; fi
    rm -f "$VAR/ready"
    database_up 9>&-
    step "Tables"
    # What older code had cached would hide new tables and routes.
    rm -f "$VAR"/cache/*.php
    console migrate --force >"$VAR/log/migrate.log" 2>&1 || { ok failed; tail -n 5 "$VAR/log/migrate.log" >&2; die "The tables could not be brought up to date; see var/run/log/migrate.log"; }
    console optimize >"$VAR/log/optimize.log" 2>&1 || die "The caches could not be made; see var/run/log/optimize.log"
    ok
    shops_up
    # New code is taken up by new processes.
    supervise stop app-fpm $WORKERS >/dev/null 2>&1 || true
    web_up
    if [ -n "$SHOPS" ]; then
        step "Demo"
        console demo:plant --url="http://127.0.0.1:$(shop_port tindrel)" --token-file="$VAR/shops/tindrel/token" --feed="http://127.0.0.1:$(market_port tindrel)" --feed-secret-file="$VAR/markets/tindrel/secret" >"$VAR/log/demo.log" 2>&1 || { ok failed; tail -n 5 "$VAR/log/demo.log" >&2; die "The demo could not be brought in; see var/run/log/demo.log"; }
        ok
    fi
    workers_up
    as_user touch "$VAR/ready"
    tell_address
}

code_is_newer() {
    [ -n "$(find "$ROOT/app" "$ROOT/core" "$ROOT/bootstrap" "$ROOT/config" "$ROOT/resources" "$ROOT/standins" "$ROOT/bin" "$ROOT/composer.json" -newer "$VAR/ready" -type f -print -quit)" ]
}

tell_address() {
    say ""
    say "  Young Orchard   http://127.0.0.1:$HTTP_PORT"
    if [ -n "$SHOPS" ]; then
        say "  Tindrel, the stand-in shop   http://127.0.0.1:$(shop_port tindrel)"
        say "  Sign in as owner@tindrel.example (or approver@, writer@, viewer@), password: lamps-in-a-row"
    else
        say "  Add your store:       bin/orchard store:add --name='My Shop' --url=https://shop.example"
        say "  Make its first owner: bin/orchard access:invite --store=my-shop --email=you@shop.example --role=owner"
    fi
}
