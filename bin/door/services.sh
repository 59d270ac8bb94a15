# Starting and stopping an instance's processes.

WORKERS="worker-interactive worker-release worker-bulk worker-short scheduler"

supervise() { as_user supervisorctl -c "$VAR/supervisor.conf" "$@"; }

# supervise_each VERB PROGRAM...: all at once; one after the other each would wait for the one before.
supervise_each() {
    local verb="$1" program pids=(); shift
    for program in "$@"; do supervise "$verb" "$program" >/dev/null 2>&1 & pids+=($!); done
    # Only for these: other work of this script may go on beside.
    wait "${pids[@]}" || true
}

supervisor_is_up() { [ -S "$SOCKETS/supervisor.sock" ] && supervise pid >/dev/null 2>&1; }

page_answers() { curl -s -o /dev/null -m 10 -f "$1"; }

# our_health: it is this very instance that answers, and no other on the same port.
our_health() { [ -n "${INSTANCE_ID:-}" ] && curl -s -m 10 -f "http://127.0.0.1:$HTTP_PORT/health" | grep -qx "$INSTANCE_ID"; }

# wait_for_service SECONDS LOG COMMAND...: 0 when the command succeeds, 2 as soon as the log tells of a port in use, else 1.
wait_for_service() {
    local until=$((SECONDS + $1)) log="$2" from; shift 2
    from="$(wc -c <"$log" 2>/dev/null || echo 0)"
    while ! "$@" >/dev/null 2>&1; do
        if tail -c +"$((from + 1))" "$log" 2>/dev/null | grep -qiE 'address already in use|is another .*server already running on port'; then return 2; fi
        [ "$SECONDS" -ge "$until" ] && return 1
        sleep 0.1
    done
}

# ports_are_lost WHAT: another program took a port between choosing and using it. Before the first start has ended, others
# are chosen and the start begins anew; afterwards people know the ports, and they stay.
ports_are_lost() {
    instance_down
    if was_up || [ -n "${PORT_ASKED:-}" ] || [ "${PORT_TRIES:-0}" -ge 6 ]; then
        die "$1, chosen at the first start, is in use by another program. Stop that program, or change the port in var/$INSTANCE/settings."
    fi
    PORT_TRIES=$((${PORT_TRIES:-0} + 1))
    complain "$1 was taken by another program in the meantime; choosing again."
    TAKEN_PORTS=""
    PORTS_FROM=$((8410 + 100 * PORT_TRIES + RANDOM % 80))
    choose_ports
    write_env
    owned "$VAR/settings" "$VAR/env"
}

# database_port_is_lost: nobody but this instance knows the database's port, so it may always be another one.
database_port_is_lost() {
    complain "Port $DB_PORT, where the database listened, was taken by another program in the meantime; it gets another one."
    TAKEN_PORTS="$HTTP_PORT $(for shop in $SHOPS; do shop_port "${shop%%:*}"; market_port "${shop%%:*}"; done | tr '\n' ' ')"
    DB_PORT="$(free_port $((8410 + RANDOM % 80)))"
    save_settings
    write_env
    owned "$VAR/settings" "$VAR/env"
}

make_sockets() {
    if [ ! -d "$SOCKETS" ]; then
        mkdir -m 700 "$SOCKETS"
        if is_root; then chown "$RUN_AS" "$SOCKETS"; fi
    fi
    [ "$(stat -c %U "$SOCKETS")" = "$RUN_AS" ] || die "$SOCKETS belongs to someone else; remove it and start again."
}

ports_are_free() {
    local port
    for port in "$HTTP_PORT" "$DB_PORT"; do port_is_taken "$port" && return 1; done
    return 0
}

# taken_port: the first of the instance's ports that another program holds; nothing where all are free.
taken_port() {
    local port
    for port in "$HTTP_PORT" "$DB_PORT" $(for shop in $SHOPS; do shop_port "${shop%%:*}"; market_port "${shop%%:*}"; done); do
        if port_is_taken "$port"; then echo "$port"; return; fi
    done
}

# end_orphans: processes of this instance that a dead supervisor left behind.
end_orphans() {
    local pid files
    # Servers are known by the configuration they were started with, workers by the instance in their environment.
    files="$(grep -lzF -e "$VAR/my.cnf" -e "$VAR/app-fpm.conf" -e "$VAR/shop-fpm.conf" -e "$VAR/nginx.conf" /proc/[0-9]*/cmdline 2>/dev/null || true)"
    for pid in $(grep -lzxF "ORCHARD_VAR=$VAR" /proc/[0-9]*/environ 2>/dev/null || true); do
        if tr '\0' ' ' <"${pid%environ}cmdline" 2>/dev/null | grep -qE 'artisan "?(queue:work|schedule:work)'; then files="$files $pid"; fi
    done
    for pid in $files; do
        pid="${pid#/proc/}"; pid="${pid%/*}"
        [ "$pid" = "$$" ] || [ "$pid" = "$BASHPID" ] || kill -TERM "$pid" 2>/dev/null || true
    done
    [ ! -f "$VAR/mysql.pid" ] || wait_for 30 test ! -f "$VAR/mysql.pid" || rm -f "$VAR/mysql.pid"
}

# database_up: supervisor and MariaDB, made where they are missing.
database_up() {
    make_sockets
    if supervisor_is_up; then
        # Newer code may have other programs or settings of them; what did not change goes on undisturbed.
        write_configs
        owned "$VAR"/*.cnf "$VAR"/*.conf
        supervise update >/dev/null 2>&1 || true
        supervise start mariadb >/dev/null 2>&1 || true
    else
        end_orphans
        wait_for 3 ports_are_free || true
        local taken; taken="$(taken_port)"
        if [ -n "$taken" ] && [ "$taken" = "$DB_PORT" ]; then database_port_is_lost; database_up; return; fi
        if [ -n "$taken" ]; then ports_are_lost "Port $taken"; database_up; return; fi
        write_configs
        owned "$VAR"/*.cnf "$VAR"/*.conf
        make_database
        as_user supervisord -c "$VAR/supervisor.conf"
        wait_for 10 supervisor_is_up || die "The supervisor does not answer; see var/$INSTANCE/log/supervisor.log"
    fi
    step "Database"
    local code=0
    wait_for_service 60 "$VAR/log/mariadb.log" database_answers || code=$?
    if [ "$code" = 2 ]; then ok "port taken"; ports_are_lost "Port $DB_PORT"; database_up; return; fi
    [ "$code" = 0 ] || { ok failed; tail -n 3 "$VAR/log/mariadb.log" >&2; die "MariaDB does not answer; see var/$INSTANCE/log/mariadb.log"; }
    grant_database
    ok
}

shops_up() {
    local shop
    for shop in $SHOPS; do
        step "Stand-in shop ${shop%%:*} (${shop##*:})"
        if is_pottery "$shop"; then
            as_user php "$ROOT/standins/pottery/bin/make-pottery" "$VAR/shops/${shop%%:*}" >"$VAR/log/make-shop.log" 2>&1 || { cat "$VAR/log/make-shop.log" >&2; die "The second stand-in shop could not be made."; }
            ok
            continue
        fi
        as_user php "$ROOT/standins/shop/bin/make-shop" "$VAR/shops/${shop%%:*}" "${shop##*:}" 7 >"$VAR/log/make-shop.log" 2>&1 || { cat "$VAR/log/make-shop.log" >&2; die "The stand-in shop could not be made."; }
        ok
    done
}

# markets_up: the stand-in market of each shop; the shops have to answer.
markets_up() {
    local shop name days
    for shop in $SHOPS; do
        name="${shop%%:*}"
        # The demo shop has a past: so many days ago its floor lamps were named anew (app/Demo/GrowWork marks it).
        case "${shop##*:}" in demo) days=84 ;; tiny) days=0 ;; *) continue ;; esac
        step "Stand-in market of $name"
        as_user php "$ROOT/standins/market/bin/make-market" "$VAR/markets/$name" "http://127.0.0.1:$(shop_port "$name")" 7 "" "$days" >"$VAR/log/make-market.log" 2>&1 || { cat "$VAR/log/make-market.log" >&2; die "The stand-in market could not be made."; }
        ok
    done
}

# web_up: PHP and nginx, and that the pages answer.
web_up() {
    step "Web server"
    supervise_each start shop-fpm app-fpm nginx
    local code=0
    wait_for_service 30 "$VAR/log/nginx.log" our_health || code=$?
    if [ "$code" = 2 ]; then ok "port taken"; ports_are_lost "Port $HTTP_PORT or one of the stand-ins'"; database_up; refresh_caches; web_up; return; fi
    [ "$code" = 0 ] || { ok failed; tail -n 3 "$VAR/log/nginx.log" "$VAR/log/app-fpm.log" "$VAR"/storage/logs/*.log >&2 2>/dev/null; die "The application does not answer on port $HTTP_PORT; see var/$INSTANCE/log"; }
    local shop
    for shop in $SHOPS; do
        wait_for 30 page_answers "http://127.0.0.1:$(shop_port "${shop%%:*}")/" || die "The stand-in shop does not answer; see var/$INSTANCE/log/shop-fpm.log"
    done
    ok
    markets_up
}

# refresh_caches: what was cached holds ports and secrets; only the running instance caches.
refresh_caches() {
    rm -f "$VAR"/cache/*.php
    [ "$INSTANCE" = test ] || console optimize >"$VAR/log/optimize.log" 2>&1 || die "The caches could not be made; see var/$INSTANCE/log/optimize.log"
}

workers_up() {
    step "Workers and scheduler"
    # shellcheck disable=SC2086
    supervise_each start $WORKERS
    ok
}

# find_renderer: how Chromium may be started here, so that a hostile page cannot reach what this user owns.
find_renderer() {
    local program="" home
    for program in /usr/bin/chromium /usr/bin/chromium-browser ""; do [ -x "$program" ] && break; done
    RENDERER=""
    if [ -n "$program" ]; then
        home="$VAR/tmp/renderer-trial"
        rm -rf "$home" && mkdir "$home" && owned "$home"
        # A home of its own, for Chromium and what it calls leave files there.
        trial() { [ -n "$("$@" --headless --disable-gpu --no-first-run --user-data-dir="$home" --dump-dom about:blank 2>/dev/null)" ]; }
        if ! is_root || [ "$RUN_AS" != root ]; then
            if trial as_user env HOME="$home" timeout 20 "$program"; then RENDERER=sandbox; fi
        else
            home="$(mktemp -d /tmp/orchard-trial-XXXXXX)"; chown nobody "$home"
            if trial runuser -u nobody -- env HOME="$home" timeout 20 "$program"; then RENDERER=user-sandbox
            elif trial runuser -u nobody -- env HOME="$home" timeout 20 "$program" --no-sandbox; then RENDERER=user; fi
        fi
        rm -rf "$home"
    fi
    step "Pages shown in a browser"
    case "$RENDERER" in
        sandbox) ok "in Chromium's sandbox" ;;
        user-sandbox) ok "as another user, in Chromium's sandbox" ;;
        user) ok "as another user" ;;
        *) if [ -n "$program" ]; then ok "off: Chromium's sandbox does not start for this user"; else ok "off: no Chromium is installed"; fi ;;
    esac
    write_env
    owned "$VAR/env"
}

all_running() {
    supervisor_is_up || return 1
    ! supervise status 2>/dev/null | grep -qv RUNNING
}

instance_down() {
    if supervisor_is_up; then
        supervise shutdown >/dev/null 2>&1 || true
        wait_for 90 test ! -S "$SOCKETS/supervisor.sock" || true
        wait_for 60 test ! -f "$VAR/mysql.pid" || true
    fi
    rm -rf "$SOCKETS"
}

instance_status() {
    [ -f "$VAR/settings" ] || { say "Nothing has been started here yet: bin/orchard start"; exit 1; }
    if ! supervisor_is_up; then say "Young Orchard is stopped."; exit 1; fi
    supervise status | awk '{printf "  %-20s %s\n", $1, tolower($2)}'
    say "  http://127.0.0.1:$HTTP_PORT"
    all_running || exit 1
}

instance_logs() {
    [ -d "$VAR/log" ] || die "There are no logs yet: bin/orchard start"
    if [ -z "${1:-}" ]; then
        say "Which one? $(cd "$VAR/log" && ls *.log | sed 's/\.log$//' | tr '\n' ' ')application"
    elif [ "$1" = application ]; then
        tail -n 100 "$VAR"/storage/logs/*.log
    else
        [ -f "$VAR/log/$1.log" ] || die "There is no log '$1'."
        tail -n 100 "$VAR/log/$1.log"
    fi
}
