# bin/orchard test [core|door|app|browser]

door_test() {
    local what="${1:-all}"
    case "$what" in core|door|app|browser|all) ;; *) complain "test knows core, door, app and browser."; exit 2 ;; esac
    local code=0
    use_instance test
    make_folders
    exec 8>"$ROOT/var/.test"
    flock -n 8 || die "Another test run is under way here."
    install_all test
    instance_down
    rm -rf "$VAR"
    unset HTTP_PORT DB_PORT INSTANCE_ID
    # The application's own tests have stand-in shops to themselves, for the browser's run at the same time.
    choose_settings "" "tindrel:demo fennmoor:pottery small:tiny moor:pottery"
    mkdir -p "$VAR/results" && { if is_root; then chown "$RUN_AS" "$VAR/results"; fi; }
    local lane=""
    trap '[ -z "${lane:-}" ] || kill -- "-$lane" 2>/dev/null; instance_down >/dev/null 2>&1' EXIT
    trap 'exit 130' INT TERM
    cd "$ROOT"
    local php="php -d memory_limit=1G -d opcache.enable_cli=1"
    if [ "$what" != core ] && [ "$what" != door ]; then
        find_renderer
        database_up 8>&-
        shops_up
        step "Tables"; { lane_of app && console migrate --force && in_lane php artisan migrate --force && { [ "$what" != all ] || { lane_of numbers && in_lane php artisan migrate --force; }; }; } >"$VAR/log/migrate.log" 2>&1 || { tail -n 20 "$VAR/log/migrate.log"; die "The test tables could not be made."; }; ok
        web_up
    fi
    # Two lanes, one a core: most of the application beside what needs no database, then the browser; the rest of the
    # application and the door are taken by whichever lane is free first.
    case "$what" in
        door) door_tests || code=1 ;;
        app) lane_of app; app_tests app,numbers || code=1 ;;
        all)
            set -m
            { failed=0; lane_of app; app_tests app || failed=1; rest_of_tests small moor || failed=1; exit $failed; } >"$VAR/log/lane.log" 2>&1 8>&- & lane=$!
            set +m
            # The style checker opens its cache to everyone; it is not kept.
            mkdir -p "$VAR/tmp/style" && owned "$VAR/tmp/style"
            run_check pint env TMPDIR="$VAR/tmp/style" $php vendor/bin/pint --test
            rm -rf "$VAR/tmp/style"
            run_check eslint node_modules/.bin/eslint .
            run_check larastan $php vendor/bin/phpstan analyse --no-progress --memory-limit=2G
            run_check larastan-tests $php vendor/bin/phpstan analyse -c phpstan.tests.neon --no-progress --memory-limit=2G
            mutation --changed=HEAD~5 --sample=12 --least=70 ;;
    esac
    if [ "$what" = all ] || [ "$what" = core ]; then
        as_user $php vendor/bin/pest --colors=never --cache-directory="$VAR/tmp/pest" --testsuite=core --log-junit="$VAR/results/core.xml" || code=1
    fi
    if [ "$what" = all ] || [ "$what" = browser ]; then browser_tests || code=1; fi
    # The browser's shops are free by now.
    if [ "$what" = all ]; then rest_of_tests tindrel fennmoor || code=1; fi
    if [ -n "$lane" ]; then
        wait "$lane" || code=1
        lane=""
        cat "$VAR/log/lane.log"
    fi
    instance_down
    nothing_is_open
    owned "$VAR/results"
    as_user php "$ROOT/bin/door/count-results.php" "$VAR/results" || code=1
    exit "$code"
}

# nothing_is_open: a check of its own: what the tests and the processes under them left is their user's alone.
nothing_is_open() {
    local open; open="$(open_to_others "$VAR")"
    if [ -z "$open" ]; then echo passed >"$VAR/results/nothing-is-open.check"; else
        say "Open to others:"; say "$open"; echo failed >"$VAR/results/nothing-is-open.check"; code=1
    fi
}

# run_check NAME COMMAND...: a check that is one test.
run_check() {
    local name="$1"; shift
    say "$name"
    # What it says is kept, to be repeated at the end where it failed.
    if as_user "$@" 2>&1 | tee "$VAR/results/$name.txt"; then echo passed >"$VAR/results/$name.check"; else echo failed >"$VAR/results/$name.check"; code=1; fi
}

# The tests of the door itself, which make instances of their own.
door_tests() {
    as_user $php vendor/bin/pest --colors=never --cache-directory="$VAR/tmp/pest-door" --testsuite=door --log-junit="$VAR/results/door.xml"
}

# mutation ARGUMENTS...: mutants are written where the plugin of the test runner keeps them, which has to be the tests' own.
mutation() {
    owned "$ROOT/vendor/pestphp/pest-plugin-mutate/.temp"
    run_check mutation env TMPDIR="$VAR/tmp" php -d extension=pcov.so -d memory_limit=2G tools/mutate.php "$@"
}

door_mutate() {
    local code=0
    use_instance test
    make_folders
    exec 8>"$ROOT/var/.test"
    flock -n 8 || die "Another test run is under way here."
    install_all test
    mkdir -p "$VAR/results" && owned "$VAR/results"
    cd "$ROOT"
    mutation "$@"
    exit "$code"
}

# lane_of NAME: a folder of its own with files, caches and another database, so that two suites never meet. The small
# shops are the application's alone.
lane_of() {
    LANE="$VAR/lane" LANE_SHOP=small LANE_POTTERY=moor
    local db=orchard_pest_test
    if [ "$1" = numbers ]; then LANE="$VAR/lane-numbers" db=orchard_pest_numbers_test; fi
    mkdir -p "$LANE"/{cache,tmp,storage/app/uploads,storage/framework/views,storage/framework/cache/data,storage/framework/sessions,storage/logs}
    sed "s/^DB_DATABASE=.*/DB_DATABASE=\"$db\"/" "$VAR/env" >"$LANE/env"
    chmod -R go-rwx "$LANE" && owned "$LANE"
    echo "CREATE DATABASE IF NOT EXISTS $db" | sql
}

in_lane() {
    as_user env ORCHARD_VAR="$LANE" TMPDIR="$LANE/tmp" \
        SHOP_URL="http://127.0.0.1:$(shop_port "${LANE_SHOP:-small}")" SHOP_DATA="$VAR/shops/${LANE_SHOP:-small}" \
        MARKET_URL="http://127.0.0.1:$(market_port "${LANE_SHOP:-small}")" MARKET_DATA="$VAR/markets/${LANE_SHOP:-small}" \
        POTTERY_URL="http://127.0.0.1:$(shop_port "${LANE_POTTERY:-moor}")" POTTERY_DATA="$VAR/shops/${LANE_POTTERY:-moor}" "$@"
}

# rest_of_tests SHOP POTTERY: what is left to do, each by the lane that comes to it first, on shops that are free.
rest_of_tests() {
    local failed=0
    if mkdir -m 700 "$VAR/log/numbers-taken" 2>/dev/null; then lane_of numbers; LANE_SHOP=$1 LANE_POTTERY=$2; app_tests numbers || failed=1; fi
    if mkdir -m 700 "$VAR/log/door-taken" 2>/dev/null; then door_tests || failed=1; fi
    return $failed
}

# app_tests SUITES
app_tests() {
    in_lane $php vendor/bin/pest --colors=never --cache-directory="$LANE/tmp/pest" --testsuite="$1" --log-junit="$VAR/results/${1%%,*}.xml"
}

# The browser's tests need the demo in the instance, and its workers.
browser_tests() {
    console demo:plant --url="http://127.0.0.1:$(shop_port tindrel)" --token-file="$VAR/shops/tindrel/token" --feed="http://127.0.0.1:$(market_port tindrel)" --feed-secret-file="$VAR/markets/tindrel/secret" >"$VAR/log/demo.log" 2>&1 || { tail -n 20 "$VAR/log/demo.log"; die "The demo could not be brought in."; }
    workers_up
    as_user env APP_URL="http://127.0.0.1:$HTTP_PORT" SHOP_URL="http://127.0.0.1:$(shop_port tindrel)" POTTERY_URL="http://127.0.0.1:$(shop_port fennmoor)" ORCHARD_INSTANCE=test node_modules/.bin/playwright test --config e2e/playwright.config.mjs
}
