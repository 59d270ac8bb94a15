# Words and small tools of the door.

say() { printf '%s\n' "$*"; }
step() { printf '  %-46s' "$*"; }
ok() { printf '%s\n' "${1:-done}"; }
complain() { printf '%s\n' "$*" >&2; }
die() { complain "$*"; exit 1; }

is_root() { [ "$(id -u)" = 0 ]; }

port_is_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# free_port FIRST: the first free port from FIRST on that is not in TAKEN_PORTS.
free_port() {
    local port="$1"
    while port_is_taken "$port" || [[ " ${TAKEN_PORTS:-} " == *" $port "* ]]; do port=$((port + 1)); done
    echo "$port"
}

# wait_for SECONDS COMMAND...: until the command succeeds.
wait_for() {
    local until=$((SECONDS + $1)); shift
    until "$@" >/dev/null 2>&1; do
        [ "$SECONDS" -ge "$until" ] && return 1
        sleep 0.1
    done
}

random_word() { od -An -N"${1:-24}" -tx1 /dev/urandom | tr -d ' \n'; }
