# The settings of an instance: ports, secrets and what its keeper added (docs/deploy.md), in var/<instance>/settings.
# They are read, never run. Ports and secrets are made at the first start and never change by themselves afterwards.

# What the keeper of a machine may add.
OPTIONAL_SETTINGS="PUBLIC_URL TRUSTED_PROXIES MAIL_HOST MAIL_PORT MAIL_SCHEME MAIL_USERNAME MAIL_PASSWORD MAIL_FROM"

# load_settings: sets a variable for each line NAME=value.
load_settings() {
    local line
    while IFS= read -r line || [ -n "$line" ]; do
        [[ "$line" =~ ^([A-Z][A-Za-z0-9_]*)=(.*)$ ]] || continue
        local name="${BASH_REMATCH[1]}" value="${BASH_REMATCH[2]}"
        case "$name" in
            HTTP_PORT|DB_PORT|DB_PASSWORD|APP_KEY|SHOPS|INSTANCE_ID|SHOP_PORT_*|MARKET_PORT_*) ;;
            *) [[ " $OPTIONAL_SETTINGS " == *" $name "* ]] || continue ;;
        esac
        if [[ "$value" == \'*\' ]]; then value="${value#\'}"; value="${value%\'}"; fi
        printf -v "$name" '%s' "$value"
    done <"$VAR/settings"
}

# lacking_setting: the name of a setting that is missing or cut short; nothing where all are whole.
lacking_setting() {
    local shop
    [[ "${HTTP_PORT:-}" =~ ^[0-9]{4,5}$ ]] || { echo HTTP_PORT; return; }
    [[ "${DB_PORT:-}" =~ ^[0-9]{4,5}$ ]] || { echo DB_PORT; return; }
    [[ "${DB_PASSWORD:-}" =~ ^[0-9a-f]{48}$ ]] || { echo DB_PASSWORD; return; }
    [[ "${APP_KEY:-}" =~ ^base64:[A-Za-z0-9+/]{43}=$ ]] || { echo APP_KEY; return; }
    [ -n "${SHOPS+there}" ] || { echo SHOPS; return; }
    for shop in $SHOPS; do [[ "$(shop_port "${shop%%:*}")" =~ ^[0-9]{4,5}$ ]] || { echo "SHOP_PORT_${shop%%:*}"; return; }; done
}

# The stand-in shops that a new installation comes with.
DEMO_SHOPS="tindrel:demo fennmoor:pottery"

# was_up: whether this instance has been up once. Its ports stay, and a missing database is a loss, not a beginning.
was_up() { [ -f "$VAR/settled" ]; }

# choose_settings PORT SHOPS: ports and secrets, once. SHOPS is "name:size ...".
choose_settings() {
    make_folders
    if [ ! -f "$VAR/settings" ]; then
        if database_folder_holds_something; then settings_are_lost; fi
        INSTANCE_ID="$(random_word 8)"
        DB_PASSWORD="$(random_word)"
        APP_KEY="base64:$(head -c 32 /dev/urandom | base64)"
        SHOPS="$2"
        choose_ports "${1:-}"
    elif [ -n "${1:-}" ] && [ "$1" != "${HTTP_PORT:-}" ]; then
        die "The ports were chosen at the first start (this one is ${HTTP_PORT:-missing}) and never move by themselves. To move it: bin/orchard stop, then change HTTP_PORT in var/$INSTANCE/settings."
    fi
    local lacking; lacking="$(lacking_setting)"
    [ -z "$lacking" ] || die "var/$INSTANCE/settings is damaged: $lacking is missing or cut short. Put the whole file back from a backup (bin/orchard restore FILE), or that line; nothing was changed."
    complete_settings
    write_env
    owned "$VAR/settings" "$VAR/env"
}

# Older instances had no id, no port for a market, and one stand-in shop.
complete_settings() {
    local shop name
    # Ports of this instance are taken, whether it runs or not.
    TAKEN_PORTS="${TAKEN_PORTS:-} $HTTP_PORT $DB_PORT"
    for shop in $SHOPS; do TAKEN_PORTS="$TAKEN_PORTS $(shop_port "${shop%%:*}") $(market_port "${shop%%:*}")"; done
    if [ "$SHOPS" = tindrel:demo ]; then
        SHOPS="$DEMO_SHOPS"
        SHOP_PORT_fennmoor="$(free_port 8420)"; TAKEN_PORTS="$TAKEN_PORTS $SHOP_PORT_fennmoor"
        MARKET_PORT_fennmoor="$(free_port 8440)"; TAKEN_PORTS="$TAKEN_PORTS $MARKET_PORT_fennmoor"
        save_settings
        supervisor_is_up && instance_down
    fi
    if [ -z "${INSTANCE_ID:-}" ]; then
        INSTANCE_ID="$(random_word 8)"
        echo "INSTANCE_ID=$INSTANCE_ID" >>"$VAR/settings"
        supervisor_is_up && instance_down
    fi
    for shop in $SHOPS; do
        name="${shop%%:*}"
        if [ -z "$(market_port "$name")" ]; then
            echo "MARKET_PORT_$name=$(free_port 8440)" >>"$VAR/settings"
            load_settings
            supervisor_is_up && instance_down
        fi
    done
    return 0
}

# choose_ports [PORT]: free ones. Before an instance was up for the first time they may be chosen again (see services.sh).
choose_ports() {
    local shop name first
    if [ -n "${1:-}" ]; then
        port_is_taken "$1" && die "Port $1 is in use by another program. Choose another with --port N."
        HTTP_PORT="$1"
    else
        HTTP_PORT="$(free_port 8400)"
    fi
    TAKEN_PORTS="${TAKEN_PORTS:-} $HTTP_PORT"
    first="${PORTS_FROM:-8410}"
    DB_PORT="$(free_port "$first")"; TAKEN_PORTS="$TAKEN_PORTS $DB_PORT"
    for shop in $SHOPS; do
        name="${shop%%:*}"
        printf -v "SHOP_PORT_$name" '%s' "$(free_port $((first + 10)))"; TAKEN_PORTS="$TAKEN_PORTS $(shop_port "$name")"
        printf -v "MARKET_PORT_$name" '%s' "$(free_port $((first + 30)))"; TAKEN_PORTS="$TAKEN_PORTS $(market_port "$name")"
    done
    save_settings
}

save_settings() {
    local shop name
    {
        for name in HTTP_PORT DB_PORT DB_PASSWORD APP_KEY INSTANCE_ID; do echo "$name=${!name}"; done
        echo "SHOPS='$SHOPS'"
        for shop in $SHOPS; do
            name="${shop%%:*}"
            echo "SHOP_PORT_$name=$(shop_port "$name")"
            echo "MARKET_PORT_$name=$(market_port "$name")"
        done
        for name in $OPTIONAL_SETTINGS; do [ -z "${!name:-}" ] || echo "$name=${!name}"; done
    } >"$VAR/settings.new" && owned "$VAR/settings.new" && mv "$VAR/settings.new" "$VAR/settings"
}

settings_are_lost() {
    complain "var/$INSTANCE/settings is missing, but there is a database in var/$INSTANCE/mysql. The settings hold the key to the secrets in it, so no new ones are made in silence."
    if grep -q '^APP_KEY=base64:' "$VAR/env" 2>/dev/null; then
        complain "var/$INSTANCE/env still holds the key. To go on with it: bin/orchard restore --settings"
    fi
    die "Put the file back from a backup (bin/orchard restore FILE). Without one, bin/orchard start --new-key makes new settings: shop and feed secrets have to be typed in again then."
}

# settings_from_env: makes the settings anew from what the application last ran with.
settings_from_env() {
    local env_value
    env_value() { sed -n "s/^$1=\"\\{0,1\\}\\([^\"]*\\)\"\\{0,1\\}\$/\\1/p" "$VAR/env"; }
    APP_KEY="$(env_value APP_KEY)"; DB_PASSWORD="$(env_value DB_PASSWORD)"; INSTANCE_ID="$(env_value APP_INSTANCE)"
    DB_PORT="$(env_value DB_PORT)"; HTTP_PORT="$(env_value APP_PORT)"
    [ -n "$INSTANCE_ID" ] || INSTANCE_ID="$(random_word 8)"
    SHOPS=""; [ ! -d "$VAR/shops/tindrel" ] || SHOPS="$DEMO_SHOPS"
    local shop name
    for shop in $SHOPS; do
        name="${shop%%:*}"
        printf -v "SHOP_PORT_$name" '%s' "$(env_value "SHOP_PORT_$name")"
        printf -v "MARKET_PORT_$name" '%s' "$(env_value "MARKET_PORT_$name")"
    done
    local lacking; lacking="$(lacking_setting)"
    [ -z "$lacking" ] || die "var/$INSTANCE/env does not hold $lacking; the settings cannot be made from it."
    save_settings
}

# writer_url: where the stand-in writer answers: beside the first market, for it needs no data and no port of its own.
writer_url() {
    local shop
    for shop in $SHOPS; do
        is_pottery "$shop" || { echo "http://127.0.0.1:$(market_port "${shop%%:*}")/writer/v1"; return; }
    done
}

market_port() { local key="MARKET_PORT_$1"; echo "${!key:-}"; }

# is_pottery NAME:SIZE: whether a stand-in is the second one, of another make.
is_pottery() { [ "${1##*:}" = pottery ]; }

shop_port() { local key="SHOP_PORT_$1"; echo "${!key:-}"; }

# env_line NAME VALUE: a line of the application's environment file, whatever signs the value holds.
env_line() {
    local value="$2"
    value="${value//\\/\\\\}"; value="${value//\"/\\\"}"; value="${value//\$/\\\$}"
    printf '%s="%s"\n' "$1" "$value"
}

write_env() {
    local kind=local name shop
    [ "$INSTANCE" = run ] && kind=production
    DB_NAME=orchard
    [ "$INSTANCE" = test ] && DB_NAME=orchard_browser_test
    [ "$INSTANCE" = bench ] && DB_NAME=orchard_bench
    {
        env_line APP_NAME "Young Orchard"
        env_line APP_ENV "$kind"
        env_line APP_KEY "$APP_KEY"
        env_line APP_DEBUG false
        env_line APP_INSTANCE "$INSTANCE_ID"
        env_line APP_PORT "$HTTP_PORT"
        env_line APP_URL "${PUBLIC_URL:-http://127.0.0.1:$HTTP_PORT}"
        env_line DB_HOST 127.0.0.1
        env_line DB_PORT "$DB_PORT"
        env_line DB_DATABASE "$DB_NAME"
        env_line DB_USERNAME grower
        env_line DB_PASSWORD "$DB_PASSWORD"
        env_line RENDERER "${RENDERER:-}"
        env_line WRITER_URL "$(writer_url)"
        for name in TRUSTED_PROXIES MAIL_HOST MAIL_PORT MAIL_SCHEME MAIL_USERNAME MAIL_PASSWORD MAIL_FROM; do
            [ -z "${!name:-}" ] || env_line "$name" "${!name}"
        done
        for shop in $SHOPS; do
            env_line "SHOP_PORT_${shop%%:*}" "$(shop_port "${shop%%:*}")"
            env_line "MARKET_PORT_${shop%%:*}" "$(market_port "${shop%%:*}")"
        done
    } >"$VAR/env.new" && mv "$VAR/env.new" "$VAR/env"
}
