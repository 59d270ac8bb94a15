# An instance is a whole application with its own folder, ports, database and processes: run, test or bench.

# use_instance NAME: sets VAR, RUN_AS and, where they were chosen already, the settings.
use_instance() {
    INSTANCE="$1"
    VAR="$ROOT/var/$INSTANCE"
    export ORCHARD_VAR="$VAR"
    choose_user
    # shellcheck disable=SC1091
    [ -f "$VAR/settings" ] && . "$VAR/settings"
    SOCKETS="/tmp/orchard-$(printf '%s' "$VAR" | sha256sum | cut -c1-12)"
}

# One user runs everything: "orchard" when started as root, else the caller.
choose_user() {
    if ! is_root; then
        RUN_AS="$(id -un)"
        return
    fi
    id orchard >/dev/null 2>&1 || useradd --system --no-create-home --home-dir /nonexistent --shell /usr/sbin/nologin orchard
    if runuser -u orchard -- test -r "$ROOT/composer.json" -a -x "$ROOT/bin/orchard"; then
        RUN_AS=orchard
    else
        RUN_AS=root # The checkout lies where only root can read.
    fi
}

as_user() {
    if is_root && [ "$RUN_AS" != root ]; then
        runuser -u "$RUN_AS" -- env HOME="$VAR/home" "$@"
    else
        HOME="$VAR/home" "$@"
    fi
}

# choose_settings PORT SHOPS: ports and secrets, once. SHOPS is "name:size ...".
choose_settings() {
    mkdir -p "$VAR" && cd "$VAR"
    mkdir -p home log tmp mysql-tmp nginx cache storage/app/uploads storage/framework/views storage/framework/cache/data storage/framework/sessions storage/logs shops markets
    if [ ! -f "$VAR/settings" ]; then
        local shop name
        TAKEN_PORTS=""
        HTTP_PORT="${1:-}"
        if [ -n "$HTTP_PORT" ]; then
            port_is_taken "$HTTP_PORT" && die "Port $HTTP_PORT is in use by another program. Choose another with --port N."
        else
            HTTP_PORT="$(free_port 8400)"
        fi
        TAKEN_PORTS="$HTTP_PORT"
        DB_PORT="$(free_port 8410)"; TAKEN_PORTS="$TAKEN_PORTS $DB_PORT"
        {
            echo "HTTP_PORT=$HTTP_PORT"
            echo "DB_PORT=$DB_PORT"
            echo "DB_PASSWORD=$(random_word)"
            echo "APP_KEY=base64:$(head -c 32 /dev/urandom | base64)"
            echo "SHOPS='$2'"
            for shop in $2; do
                name="${shop%%:*}"
                local port; port="$(free_port 8420)"; TAKEN_PORTS="$TAKEN_PORTS $port"
                echo "SHOP_PORT_$name=$port"
                port="$(free_port 8440)"; TAKEN_PORTS="$TAKEN_PORTS $port"
                echo "MARKET_PORT_$name=$port"
            done
        } >"$VAR/settings.new"
        chmod 600 "$VAR/settings.new" && mv "$VAR/settings.new" "$VAR/settings"
    elif [ -n "${1:-}" ] && [ "$1" != "$HTTP_PORT" ]; then
        die "The ports were chosen at the first start (this one is $HTTP_PORT) and never move by themselves. To move it: bin/orchard stop, then change HTTP_PORT in var/$INSTANCE/settings."
    fi
    # shellcheck disable=SC1091
    . "$VAR/settings"
    # An instance that was made before there was a market gets a port for it.
    local shop name
    TAKEN_PORTS="${TAKEN_PORTS:-}"
    for shop in $SHOPS; do
        name="${shop%%:*}"
        if [ -z "$(market_port "$name")" ]; then
            echo "MARKET_PORT_$name=$(free_port 8440)" >>"$VAR/settings"
            . "$VAR/settings"
            supervisor_is_up && instance_down
        fi
    done
    write_env
    if is_root; then chown -R "$RUN_AS" "$VAR"; fi
}

market_port() { local key="MARKET_PORT_$1"; echo "${!key:-}"; }

shop_port() { local key="SHOP_PORT_$1"; echo "${!key}"; }

write_env() {
    local production=local
    [ "$INSTANCE" = run ] && production=production
    local database="orchard"
    [ "$INSTANCE" = test ] && database="orchard_browser_test"
    [ "$INSTANCE" = bench ] && database="orchard_bench"
    DB_NAME="$database"
    {
        echo "APP_NAME=\"Young Orchard\""
        echo "APP_ENV=$production"
        echo "APP_KEY=$APP_KEY"
        echo "APP_DEBUG=false"
        echo "APP_URL=http://127.0.0.1:$HTTP_PORT"
        echo "DB_HOST=127.0.0.1"
        echo "DB_PORT=$DB_PORT"
        echo "DB_DATABASE=$database"
        echo "DB_USERNAME=grower"
        echo "DB_PASSWORD=$DB_PASSWORD"
    } >"$VAR/env"
    chmod 600 "$VAR/env"
}

# console ARGS...: a command of the application, as the one user, with this instance's database.
console() {
    [ -f "$VAR/env" ] || die "Nothing has been started here yet: bin/orchard start"
    as_user env ORCHARD_VAR="$VAR" php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M -d memory_limit=768M "$ROOT/artisan" "$@"
}

write_configs() {
    local memory pool cores children shop name
    memory="$(awk '/MemTotal/ {print int($2 / 1024)}' /proc/meminfo)"
    pool=$((memory / 4)); [ "$pool" -gt 8192 ] && pool=8192
    [ "$INSTANCE" = test ] && pool=512
    cores="$(nproc)"; children=$((cores * 3 + 2))
    cat >"$VAR/my.cnf" <<CNF
[client]
socket=$SOCKETS/mysql.sock
default-character-set=utf8mb4
[mysqld]
user=$RUN_AS
datadir=$VAR/mysql
socket=$SOCKETS/mysql.sock
pid-file=$VAR/mysql.pid
tmpdir=$VAR/mysql-tmp
port=$DB_PORT
bind-address=127.0.0.1
skip-name-resolve
local-infile=1
character-set-server=utf8mb4
collation-server=utf8mb4_unicode_ci
innodb_buffer_pool_size=${pool}M
innodb_log_file_size=512M
innodb_flush_log_at_trx_commit=1
max_allowed_packet=64M
ft_min_word_len=2
innodb_ft_min_token_size=2
innodb_ft_enable_stopword=0
innodb_optimize_fulltext_only=1
innodb_ft_num_word_optimize=10000
CNF
    cat >"$VAR/app-fpm.conf" <<CNF
[global]
error_log=$VAR/log/app-fpm.log
daemonize=no
[app]
$([ "$RUN_AS" = root ] && echo "user=root")
listen=$SOCKETS/app.sock
pm=static
pm.max_children=$children
pm.max_requests=5000
clear_env=no
env[ORCHARD_VAR]=$VAR
php_admin_value[upload_max_filesize]=64M
php_admin_value[post_max_size]=66M
php_admin_value[memory_limit]=256M
CNF
    cat >"$VAR/shop-fpm.conf" <<CNF
[global]
error_log=$VAR/log/shop-fpm.log
daemonize=no
[shop]
$([ "$RUN_AS" = root ] && echo "user=root")
listen=$SOCKETS/shop.sock
pm=static
pm.max_children=$((cores * 4))
pm.max_requests=20000
CNF
    {
        cat <<CNF
# One process: a killed master would leave workers behind that hold the ports, and nothing could come back.
master_process off;
pid $VAR/nginx.pid;
error_log $VAR/log/nginx.log warn;
$([ "$RUN_AS" = root ] && echo "user root;")
events { worker_connections 512; }
http {
    include /etc/nginx/mime.types;
    default_type application/octet-stream;
    log_format timed '\$request_method \$uri \$status \$request_time \$upstream_response_time';
    access_log off;
    server_tokens off;
    client_body_temp_path $VAR/nginx/body; proxy_temp_path $VAR/nginx/proxy; fastcgi_temp_path $VAR/nginx/fastcgi;
    uwsgi_temp_path $VAR/nginx/uwsgi; scgi_temp_path $VAR/nginx/scgi;
    client_max_body_size 66m;
    fastcgi_buffers 32 16k; fastcgi_buffer_size 32k;
    gzip on; gzip_types text/css text/javascript application/javascript application/json image/svg+xml; gzip_min_length 1024;
    server {
        listen 127.0.0.1:$HTTP_PORT;
        root $ROOT/public;
        access_log $VAR/log/access.log timed;
        location /assets/ { expires 1y; add_header Cache-Control "public, immutable"; add_header X-Content-Type-Options nosniff; }
        location / {
            include /etc/nginx/fastcgi_params;
            fastcgi_param SCRIPT_FILENAME $ROOT/public/index.php;
            fastcgi_param SCRIPT_NAME /index.php;
            fastcgi_param HTTP_HOST \$host:\$server_port;
            fastcgi_pass unix:$SOCKETS/app.sock;
            fastcgi_read_timeout 60;
        }
    }
CNF
        for shop in $SHOPS; do
            name="${shop%%:*}"
            cat <<CNF
    server {
        listen 127.0.0.1:$(shop_port "$name");
        gzip off;
        location / {
            include /etc/nginx/fastcgi_params;
            fastcgi_param SCRIPT_FILENAME $ROOT/standins/shop/public/index.php;
            fastcgi_param SHOP_DATA $VAR/shops/$name;
            fastcgi_param HTTP_HOST \$host:\$server_port;
            fastcgi_pass unix:$SOCKETS/shop.sock;
            fastcgi_read_timeout 150;
            fastcgi_intercept_errors on;
            error_page 599 = @silence;
        }
        location @silence { return 444; }
    }
    server {
        listen 127.0.0.1:$(market_port "$name");
        location / {
            include /etc/nginx/fastcgi_params;
            fastcgi_param SCRIPT_FILENAME $ROOT/standins/market/public/index.php;
            fastcgi_param MARKET_DATA $VAR/markets/$name;
            fastcgi_param MARKET_SHOP http://127.0.0.1:$(shop_port "$name");
            fastcgi_pass unix:$SOCKETS/shop.sock;
            fastcgi_read_timeout 150;
        }
    }
CNF
        done
        echo "}"
    } >"$VAR/nginx.conf"
    write_supervisor
}

write_supervisor() {
    local php="php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M -d memory_limit=768M $ROOT/artisan"
    local opcache="-d opcache.enable=1 -d opcache.memory_consumption=192 -d opcache.max_accelerated_files=20000 -d opcache.revalidate_freq=0 -d opcache.interned_strings_buffer=16"
    local root_flag=""
    [ "$RUN_AS" = root ] && root_flag="-R"
    program() {
        cat <<CNF
[program:$1]
command=$2
directory=$ROOT
autostart=${3:-false}
autorestart=true
startsecs=1
startretries=1000000
stopsignal=${4:-TERM}
stopwaitsecs=${5:-20}
stopasgroup=${6:-false}
killasgroup=true
redirect_stderr=true
stdout_logfile=$VAR/log/$1.log
stdout_logfile_maxbytes=5MB
stdout_logfile_backups=1
environment=ORCHARD_VAR="$VAR",HOME="$VAR/home"
CNF
    }
    {
        cat <<CNF
[unix_http_server]
file=$SOCKETS/supervisor.sock
chmod=0700
[supervisord]
logfile=$VAR/log/supervisor.log
logfile_maxbytes=5MB
pidfile=$VAR/supervisor.pid
childlogdir=$VAR/log
[rpcinterface:supervisor]
supervisor.rpcinterface_factory=supervisor.rpcinterface:make_main_rpcinterface
[supervisorctl]
serverurl=unix://$SOCKETS/supervisor.sock
CNF
        program mariadb "mariadbd --defaults-file=$VAR/my.cnf" true TERM 60
        program shop-fpm "php-fpm8.2 $root_flag -F -y $VAR/shop-fpm.conf $opcache"
        program app-fpm "php-fpm8.2 $root_flag -F -y $VAR/app-fpm.conf $opcache -d opcache.jit=off"
        program nginx "nginx -p $VAR/nginx -c $VAR/nginx.conf -e $VAR/log/nginx.log -g 'daemon off;'" false QUIT
        program worker-interactive "$php queue:work --queue=interactive --sleep=0.3 --max-time=3600 --tries=1" false TERM 40
        program worker-release "$php queue:work --queue=release --sleep=0.3 --max-time=3600 --tries=1" false TERM 40
        program worker-bulk "nice -n 5 $php queue:work --queue=bulk --sleep=0.3 --max-time=3600 --tries=1" false TERM 40
        program scheduler "$php schedule:work"
    } >"$VAR/supervisor.conf"
}
