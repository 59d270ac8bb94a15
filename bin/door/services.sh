# Starting and stopping an instance's processes.

WORKERS="worker-interactive worker-release worker-bulk scheduler"

supervise() { as_user supervisorctl -c "$VAR/supervisor.conf" "$@"; }

supervisor_is_up() { [ -S "$SOCKETS/supervisor.sock" ] && supervise pid >/dev/null 2>&1; }

database_answers() { as_user mariadb-admin --defaults-file="$VAR/my.cnf" -u "$RUN_AS" ping >/dev/null 2>&1; }

sql() { as_user mariadb --defaults-file="$VAR/my.cnf" -u "$RUN_AS" -e "$1"; }

page_answers() { curl -s -o /dev/null -m 10 -f "$1"; }

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

check_ports() {
    local port
    for port in "$HTTP_PORT" "$DB_PORT" $(for shop in $SHOPS; do shop_port "${shop%%:*}"; market_port "${shop%%:*}"; done); do
        port_is_taken "$port" && die "Port $port, chosen at the first start, is in use by another program. Stop that program, or change the port in var/$INSTANCE/settings."
    done
    return 0
}

# end_orphans: processes of this instance that a dead supervisor left behind.
end_orphans() {
    local pid command
    for pid in /proc/[0-9]*; do
        pid="${pid#/proc/}"
        command="$({ tr '\0' ' ' <"/proc/$pid/cmdline"; } 2>/dev/null)" || continue
        case "$command" in
            *"$VAR/my.cnf"*|*"$VAR/app-fpm.conf"*|*"$VAR/shop-fpm.conf"*|*"$VAR/nginx.conf"*) ;;
            *artisan\ queue:work*|*artisan\ schedule:work*) { tr '\0' '\n' <"/proc/$pid/environ" | grep -qx "ORCHARD_VAR=$VAR"; } 2>/dev/null || continue ;;
            *) continue ;;
        esac
        kill -TERM "$pid" 2>/dev/null || true
    done
    wait_for 30 test ! -f "$VAR/mysql.pid" || rm -f "$VAR/mysql.pid"
}

# database_up: supervisor and MariaDB, made where they are missing or half made.
database_up() {
    make_sockets
    if ! supervisor_is_up; then
        end_orphans
        wait_for 10 ports_are_free || true
        check_ports
        write_configs
        if is_root; then chown "$RUN_AS" "$VAR"/*.cnf "$VAR"/*.conf; fi
        if [ ! -f "$VAR/mysql/.made" ]; then
            step "Database: making it"
            rm -rf "$VAR/mysql"
            as_user mariadb-install-db --defaults-file="$VAR/my.cnf" --datadir="$VAR/mysql" --auth-root-authentication-method=socket --auth-root-socket-user="$RUN_AS" --skip-test-db >"$VAR/log/install-db.log" 2>&1 \
                || die "MariaDB's folder could not be made; see var/$INSTANCE/log/install-db.log"
            as_user touch "$VAR/mysql/.made"
            ok
        fi
        as_user supervisord -c "$VAR/supervisor.conf"
        wait_for 10 supervisor_is_up || die "The supervisor does not answer; see var/$INSTANCE/log/supervisor.log"
    else
        supervise start mariadb >/dev/null 2>&1 || true
    fi
    step "Database"
    wait_for 60 database_answers || { ok failed; tail -n 3 "$VAR/log/mariadb.log" >&2; die "MariaDB does not answer; see var/$INSTANCE/log/mariadb.log"; }
    # The pattern lets tests make databases beside the main one.
    sql "CREATE DATABASE IF NOT EXISTS \`$DB_NAME\`; CREATE USER IF NOT EXISTS grower@'127.0.0.1' IDENTIFIED BY '$DB_PASSWORD'; ALTER USER grower@'127.0.0.1' IDENTIFIED BY '$DB_PASSWORD'; GRANT ALL ON \`orchard%\`.* TO grower@'127.0.0.1';"
    ok
}

shops_up() {
    local shop
    for shop in $SHOPS; do
        step "Stand-in shop ${shop%%:*} (${shop##*:})"
        as_user php "$ROOT/standins/shop/bin/make-shop" "$VAR/shops/${shop%%:*}" "${shop##*:}" 7 >"$VAR/log/make-shop.log" 2>&1 || { cat "$VAR/log/make-shop.log" >&2; die "The stand-in shop could not be made."; }
        ok
    done
}

# markets_up: the stand-in market of each shop; the shops have to answer.
markets_up() {
    local shop name
    for shop in $SHOPS; do
        name="${shop%%:*}"
        case "${shop##*:}" in demo|tiny) ;; *) continue ;; esac
        step "Stand-in market of $name"
        as_user php "$ROOT/standins/market/bin/make-market" "$VAR/markets/$name" "http://127.0.0.1:$(shop_port "$name")" 7 >"$VAR/log/make-market.log" 2>&1 || { cat "$VAR/log/make-market.log" >&2; die "The stand-in market could not be made."; }
        ok
    done
}

# web_up: PHP and nginx, and that the pages answer.
web_up() {
    step "Web server"
    supervise start shop-fpm app-fpm nginx >/dev/null 2>&1 || true
    wait_for 30 page_answers "http://127.0.0.1:$HTTP_PORT/health" || { ok failed; tail -n 3 "$VAR/log/nginx.log" "$VAR/log/app-fpm.log" "$VAR"/storage/logs/*.log >&2 2>/dev/null; die "The application does not answer on port $HTTP_PORT; see var/$INSTANCE/log"; }
    local shop
    for shop in $SHOPS; do
        wait_for 30 page_answers "http://127.0.0.1:$(shop_port "${shop%%:*}")/" || die "The stand-in shop does not answer; see var/$INSTANCE/log/shop-fpm.log"
    done
    ok
    markets_up
}

workers_up() {
    step "Workers and scheduler"
    # shellcheck disable=SC2086
    supervise start $WORKERS >/dev/null 2>&1 || true
    ok
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
