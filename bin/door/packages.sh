# What the machine must have: Debian's packages, Composer's, npm's.

DEBIAN_RUN="php8.2-cli php8.2-common php8.2-opcache php8.2-xml php8.2-mbstring php8.2-intl php8.2-mysql php8.2-curl php8.2-zip php8.2-sqlite3 php8.2-bcmath php8.2-fpm php8.2-enchant hunspell-en-us hunspell-en-gb hunspell-de-de hunspell-fr hunspell-es mariadb-server nginx-light supervisor unzip"
DEBIAN_TEST="chromium apache2-bin hunspell php8.2-pcov"

debian_missing() {
    local wanted="$DEBIAN_RUN" name
    [ "${1:-}" = test ] && wanted="$wanted $DEBIAN_TEST"
    for name in $wanted; do
        # Any nginx will do; the light one is only what we would install.
        [ "$name" = nginx-light ] && command -v nginx >/dev/null && continue
        [ "$name" = mariadb-server ] && command -v mariadbd >/dev/null && continue
        [ "$(dpkg-query -W -f '${db:Status-Status}' "$name" 2>/dev/null)" = installed ] || printf '%s ' "$name"
    done
}

install_debian() {
    local missing
    missing="$(debian_missing "${1:-}")"
    [ -z "$missing" ] && return 0
    if ! is_root; then
        complain "These Debian packages are missing. Ask someone with the right to install them to run:"
        complain "  apt-get update && apt-get install -y --no-install-recommends $missing"
        exit 1
    fi
    step "Debian packages"
    mkdir -p "$ROOT/var"
    if ! (umask 022; apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends $missing) >"$ROOT/var/apt.log" 2>&1; then
        ok failed
        tail -n 3 "$ROOT/var/apt.log" >&2
        die "Debian's packages could not be installed (is the network there?). The whole story: var/apt.log"
    fi
    # Counting covered lines slows all of PHP down; tools/mutate.php loads the extension where it is wanted.
    case " $missing" in *" php8.2-pcov "*) phpdismod pcov ;; esac
    ok
}

install_php_libraries() {
    command -v composer >/dev/null || die "Composer is missing; Young Orchard needs PHP 8.2, Composer and Node.js to start with."
    local stamp="$ROOT/vendor/.installed" sum
    sum="$(cat "$ROOT/composer.json" "$ROOT/composer.lock" "$ROOT/composer.sums" | sha256sum | cut -c1-16)"
    [ "$(cat "$stamp" 2>/dev/null)" = "$sum" ] && return 0
    [ -w "$ROOT" ] || die "PHP's libraries must be installed by someone who may write to the checkout."
    step "PHP libraries"
    # The lock file is kept without addresses (tools/lock-composer); they are filled into a copy, since the file itself
    # may be committed meanwhile. Composer reads the lock that lies beside the file it is given; paths are from here.
    local filled="$ROOT/var/composer" code=0
    mkdir -p "$filled"
    cp "$ROOT/composer.json" "$ROOT/composer.lock" "$filled/"
    (umask 022; cd "$ROOT" && export COMPOSER_ALLOW_SUPERUSER=1 COMPOSER="$filled/composer.json" \
        && composer update mirrors --no-install --no-interaction --no-progress --no-audit \
        && composer install --no-interaction --no-progress) >"$ROOT/var/composer.log" 2>&1 || code=$?
    rm -rf "$filled"
    if [ "$code" != 0 ]; then
        ok failed
        tail -n 5 "$ROOT/var/composer.log" >&2
        die "Composer could not install PHP's libraries (is the network there?). The whole story: var/composer.log"
    fi
    if ! php "$ROOT/bin/door/compare-libraries.php" "$ROOT" >"$ROOT/var/libraries.log" 2>&1; then
        ok failed
        head -n 5 "$ROOT/var/libraries.log" >&2
        die "What was downloaded is not what composer.sums names. The whole story: var/libraries.log"
    fi
    # A plugin of the test runner wants to make these at every run, also as the user who may not.
    mkdir -p "$ROOT/vendor/pestphp/pest-plugin-mutate/.temp/"{pest-mutate-cache,mutations}
    chmod -R a+rX "$ROOT/vendor"
    echo "$sum" >"$stamp"
    chmod 644 "$stamp"
    ok
}

install_node_libraries() {
    command -v npm >/dev/null || die "npm is missing; Young Orchard needs PHP 8.2, Composer and Node.js to start with."
    local stamp="$ROOT/node_modules/.installed" sum
    sum="$(cat "$ROOT/package.json" "$ROOT/package-lock.json" | sha256sum | cut -c1-16)"
    if [ "$(cat "$stamp" 2>/dev/null)" != "$sum" ]; then
        [ -w "$ROOT" ] || die "npm's packages must be installed by someone who may write to the checkout."
        step "Styles, scripts and fonts"
        if ! (umask 022; cd "$ROOT" && PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 npm ci --no-audit --no-fund) >"$ROOT/var/npm.log" 2>&1; then
            ok failed
            tail -n 5 "$ROOT/var/npm.log" >&2
            die "npm could not install its packages (is the network there?). The whole story: var/npm.log"
        fi
        chmod -R a+rX "$ROOT/node_modules"
        echo "$sum" >"$stamp"
        chmod 644 "$stamp"
        ok
    fi
    # Cheap, and always true to the sources.
    if [ -w "$ROOT/public" ]; then
        (umask 022; cd "$ROOT" && node resources/build-assets.mjs) >"$ROOT/var/assets.log" 2>&1 || { cat "$ROOT/var/assets.log" >&2; die "The styles and scripts could not be put together."; }
    fi
}

# check_extensions: an extension can be installed and yet switched off, for all of PHP or for the web server's alone.
check_extensions() {
    local name program off="" loaded
    for program in php php-fpm8.2; do
        loaded="$("$program" -m 2>/dev/null | tr '[:upper:]' '[:lower:]')"
        for name in bcmath curl dom intl mbstring mysqlnd opcache pdo_mysql pdo_sqlite posix simplexml sqlite3 xml xmlreader xmlwriter zip; do
            [ "$name" = opcache ] && grep -q 'zend opcache' <<<"$loaded" && continue
            grep -qx "$name" <<<"$loaded" || off="$off $name"
        done
        [ -z "$off" ] || die "These PHP extensions are installed, but switched off for $program:$off. Switch them on: phpenmod$off"
    done
}

install_all() {
    local free
    free="$(df -Pk "$ROOT/var" | awk 'NR==2 {print $4}')"
    [ "$free" -ge 1048576 ] || die "There is too little room on the disk: $((free / 1024)) MiB free where var/ is, 1024 MiB are needed."
    install_debian "${1:-}"
    check_extensions
    install_php_libraries
    install_node_libraries
}
