# bin/orchard start

door_start() {
    local port="" demo=yes new_key=no
    while [ $# -gt 0 ]; do
        case "$1" in
            --port) [[ "${2:-}" =~ ^[0-9]+$ ]] && [ "$2" -ge 1024 ] && [ "$2" -le 65535 ] || { complain "--port wants a number from 1024 to 65535."; exit 2; }; port="$2"; shift 2 ;;
            --port=*) set -- --port "${1#--port=}" "${@:2}" ;;
            --no-demo) demo=no; shift ;;
            --new-database) NEW_DATABASE=yes; shift ;;
            --new-key) new_key=yes; shift ;;
            *) complain "start does not know '$1'."; exit 2 ;;
        esac
    done
    # One start at a time: a second one waits for the first.
    use_instance run
    make_folders
    exec 9>"$ROOT/var/.door"
    flock 9
    install_all
    if [ -f "$VAR/ready" ] && all_running && our_health && ! code_is_newer; then
        [ -n "$port" ] && [ "$port" != "$HTTP_PORT" ] && choose_settings "$port" ""
        say "Young Orchard is running; nothing to do."
        tell_address
        return 0
    fi
    say "Starting Young Orchard"
    PORT_ASKED="$port"
    [ "$new_key" = no ] || make_new_key
    if [ "$demo" = yes ]; then choose_settings "$port" "$DEMO_SHOPS"; else choose_settings "$port" ""; fi
    find_renderer
    rm -f "$VAR/ready"
    database_up 9>&-
    step "Tables"
    # What older code had cached would hide new tables and routes.
    rm -f "$VAR"/cache/*.php
    check_database $([ "$new_key" = no ] || echo --accept-key)
    console migrate --force >"$VAR/log/migrate.log" 2>&1 || { ok failed; tail -n 5 "$VAR/log/migrate.log" >&2; die "The tables could not be brought up to date; see var/run/log/migrate.log"; }
    check_database --note
    refresh_caches
    ok
    shops_up
    # New code is taken up by new processes.
    # shellcheck disable=SC2086
    if supervise status app-fpm | grep -q RUNNING; then supervise_each stop app-fpm $WORKERS; fi
    web_up
    if [ -n "$SHOPS" ]; then
        step "Demo"
        console demo:plant --grow --url="http://127.0.0.1:$(shop_port tindrel)" --token-file="$VAR/shops/tindrel/token" --feed="http://127.0.0.1:$(market_port tindrel)" --feed-secret-file="$VAR/markets/tindrel/secret" >"$VAR/log/demo.log" 2>&1 || { ok failed; tail -n 5 "$VAR/log/demo.log" >&2; die "The demo could not be brought in; see var/run/log/demo.log"; }
        ok
    fi
    workers_up
    as_user touch "$VAR/ready" "$VAR/settled"
    tell_address
}

# make_new_key: only when it is asked for. The secrets that the database holds are lost with the key before.
make_new_key() {
    [ ! -f "$VAR/settings" ] || die "var/run/settings is there; --new-key is for when it is lost. Move it away first."
    INSTANCE_ID="$(random_word 8)"; DB_PASSWORD="$(random_word)"
    APP_KEY="base64:$(head -c 32 /dev/urandom | base64)"
    SHOPS=""; [ ! -d "$VAR/shops/tindrel" ] || SHOPS="$DEMO_SHOPS"
    choose_ports "$PORT_ASKED"
}

code_is_newer() {
    [ -n "$(find "$ROOT/app" "$ROOT/core" "$ROOT/bootstrap" "$ROOT/config" "$ROOT/resources" "$ROOT/standins" "$ROOT/bin" "$ROOT/composer.json" -newer "$VAR/ready" -type f -print -quit)" ]
}

tell_address() {
    say ""
    say "  Young Orchard   http://127.0.0.1:$HTTP_PORT"
    if [ -n "$SHOPS" ]; then
        say "  Tindrel, the stand-in shop   http://127.0.0.1:$(shop_port tindrel)"
        say "  Fennmoor, another one        http://127.0.0.1:$(shop_port fennmoor)"
        say "  Sign in as owner@tindrel.example (or approver@, writer@, viewer@), password: lamps-in-a-row"
    else
        say "  Add your store:       bin/orchard store:add --name='My Shop' --url=https://shop.example"
        say "  Make its first owner: bin/orchard access:invite --add-stores --email=you@shop.example"
    fi
}
