# The configurations of an instance's processes, written anew at each start. Paths stand in quotes: folders have blanks.

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
error_log="$VAR/log/app-fpm.log"
daemonize=no
[app]
$([ "$RUN_AS" = root ] && echo "user=root")
listen=$SOCKETS/app.sock
pm=static
pm.max_children=$children
pm.max_requests=5000
clear_env=no
env[ORCHARD_VAR]="$VAR"
php_admin_value[upload_max_filesize]=64M
php_admin_value[post_max_size]=66M
php_admin_value[memory_limit]=256M
CNF
    cat >"$VAR/shop-fpm.conf" <<CNF
[global]
error_log="$VAR/log/shop-fpm.log"
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
pid "$VAR/nginx.pid";
error_log "$VAR/log/nginx.log" warn;
$([ "$RUN_AS" = root ] && echo "user root;")
events { worker_connections 512; }
http {
    include /etc/nginx/mime.types;
    default_type application/octet-stream;
    log_format timed '\$request_method \$uri \$status \$request_time \$upstream_response_time';
    access_log off;
    server_tokens off;
    client_body_temp_path "$VAR/nginx/body"; proxy_temp_path "$VAR/nginx/proxy"; fastcgi_temp_path "$VAR/nginx/fastcgi";
    uwsgi_temp_path "$VAR/nginx/uwsgi"; scgi_temp_path "$VAR/nginx/scgi";
    client_max_body_size 66m;
    fastcgi_buffers 32 16k; fastcgi_buffer_size 32k;
    gzip on; gzip_types text/css text/javascript application/javascript application/json image/svg+xml; gzip_min_length 1024;
    server {
        listen 127.0.0.1:$HTTP_PORT;
        root "$ROOT/public";
        access_log "$VAR/log/access.log" timed;
        # What the web server itself cannot do, such as keeping an upload on a full disk, is told in words.
        error_page 413 /errors/too-large.html;
        error_page 500 502 503 504 /errors/away.html;
        location /errors/ { internal; }
        location /assets/ { expires 1y; add_header Cache-Control "public, immutable"; add_header X-Content-Type-Options nosniff; }
        location / {
            include /etc/nginx/fastcgi_params;
            fastcgi_param SCRIPT_FILENAME "$ROOT/public/index.php";
            fastcgi_param SCRIPT_NAME /index.php;
            fastcgi_param HTTP_HOST \$host:\$server_port;
            fastcgi_pass unix:$SOCKETS/app.sock;
            fastcgi_read_timeout 60;
        }
    }
CNF
        for shop in $SHOPS; do
            name="${shop%%:*}"
            if is_pottery "$shop"; then shop_server "$name" pottery POTTERY_DATA; continue; fi
            shop_server "$name" shop SHOP_DATA
            cat <<CNF
    server {
        listen 127.0.0.1:$(market_port "$name");
        location /writer/ {
            include /etc/nginx/fastcgi_params;
            fastcgi_param SCRIPT_FILENAME "$ROOT/standins/writer/public/index.php";
            fastcgi_pass unix:$SOCKETS/shop.sock;
        }
        location / {
            include /etc/nginx/fastcgi_params;
            fastcgi_param SCRIPT_FILENAME "$ROOT/standins/market/public/index.php";
            fastcgi_param MARKET_DATA "$VAR/markets/$name";
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

# shop_server NAME PROGRAM VARIABLE: the web server of a stand-in shop, whose program finds its data by the variable.
shop_server() {
    cat <<CNF
    server {
        listen 127.0.0.1:$(shop_port "$1");
        gzip off;
        location / {
            include /etc/nginx/fastcgi_params;
            fastcgi_param SCRIPT_FILENAME "$ROOT/standins/$2/public/index.php";
            fastcgi_param $3 "$VAR/shops/$1";
            fastcgi_param HTTP_HOST \$host:\$server_port;
            fastcgi_pass unix:$SOCKETS/shop.sock;
            fastcgi_read_timeout 150;
            fastcgi_intercept_errors on;
            error_page 599 = @silence;
        }
        location @silence { return 444; }
    }
CNF
}

write_supervisor() {
    local php="php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M -d memory_limit=768M \"$ROOT/artisan\""
    local opcache="-d opcache.enable=1 -d opcache.memory_consumption=192 -d opcache.max_accelerated_files=20000 -d opcache.revalidate_freq=2 -d opcache.interned_strings_buffer=16"
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
environment=ORCHARD_VAR="$VAR",HOME="$VAR/home",TMPDIR="$VAR/tmp",UMASK="0600",UMASK_DIR="0700"
umask=077
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
umask=077
pidfile=$VAR/supervisor.pid
childlogdir=$VAR/log
[rpcinterface:supervisor]
supervisor.rpcinterface_factory=supervisor.rpcinterface:make_main_rpcinterface
[supervisorctl]
serverurl=unix://$SOCKETS/supervisor.sock
CNF
        program mariadb "mariadbd \"--defaults-file=$VAR/my.cnf\"" true TERM 60
        program shop-fpm "php-fpm8.2 $root_flag -F -y \"$VAR/shop-fpm.conf\" $opcache"
        program app-fpm "php-fpm8.2 $root_flag -F -y \"$VAR/app-fpm.conf\" $opcache -d opcache.jit=off"
        program nginx "nginx -p \"$VAR/nginx\" -c \"$VAR/nginx.conf\" -e \"$VAR/log/nginx.log\" -g 'daemon off;'" false QUIT
        program worker-interactive "$php queue:work --queue=interactive --sleep=0.3 --max-time=3600 --tries=1" false TERM 40
        program worker-release "$php queue:work --queue=release --sleep=0.3 --max-time=3600 --tries=1" false TERM 40
        program worker-bulk "nice -n 5 $php queue:work --queue=bulk --sleep=0.3 --max-time=3600 --tries=1" false TERM 40
        # What takes little time as a whole does not wait behind what takes long.
        program worker-short "nice -n 3 $php queue:work --queue=short --sleep=0.3 --max-time=3600 --tries=1" false TERM 40
        program scheduler "$php schedule:work"
    } >"$VAR/supervisor.conf"
}
