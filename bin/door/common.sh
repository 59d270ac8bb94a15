# Words and small tools of the door.

say() { printf '%s\n' "$*"; }
step() { printf '  %-46s' "$*"; }
ok() { printf '%s\n' "${1:-done}"; }
complain() { printf '%s\n' "$*" >&2; }
die() { complain "$*"; exit 1; }

# What is made here is its owner's alone, unless it is meant for others (see openly).
umask 077
# Paths may have any letters; some programs are slow or stumble over them under the plain C locale.
export LC_ALL=C.UTF-8

# Debian keeps servers where the path of people who are not root does not look.
export PATH="$PATH:/usr/local/sbin:/usr/sbin:/sbin"

# openly COMMAND...: for what other users have to read, such as libraries and styles.
openly() { (umask 022; "$@"); }

is_root() { [ "$(id -u)" = 0 ]; }

# port_is_taken PORT: read from the kernel's own list; a connection could hang on a program that does not answer.
port_is_taken() { grep -qE "^ *[0-9]+: [0-9A-F]+:$(printf '%04X' "$1") [0-9A-F]+:[0-9A-F]+ 0A " /proc/net/tcp /proc/net/tcp6 2>/dev/null; }

# free_port FIRST: a free port from FIRST on that is not in TAKEN_PORTS. Starts that choose in the same second begin at
# different places, so that they seldom meet; where they do, the one who comes second chooses again.
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

# open_to_others FOLDER: what in it others could read or write; nothing is as it should be.
open_to_others() { find "$1" ! -type l ! -type s -perm /077 -printf '%M %p\n' 2>/dev/null | awk 'NR <= 20'; }
