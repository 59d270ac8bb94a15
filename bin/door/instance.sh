# An instance is a whole application with its own folder, ports, database and processes: run, test or bench.

# use_instance NAME: sets VAR, RUN_AS and, where they were chosen already, the settings.
use_instance() {
    INSTANCE="$1"
    VAR="$ROOT/var/$INSTANCE"
    export ORCHARD_VAR="$VAR"
    case "$ROOT" in
        *[\"\'\`\$\\\;\%\#]*|*$'\n'*) die "Young Orchard cannot run in a folder whose path has one of these signs: \" ' \` \$ \\ ; % #" ;;
    esac
    choose_user
    [ ! -f "$VAR/settings" ] || load_settings
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
        runuser -u "$RUN_AS" -- env HOME="$VAR/home" TMPDIR="$VAR/tmp" "$@"
    else
        HOME="$VAR/home" TMPDIR="$VAR/tmp" "$@"
    fi
}

# owned PATH...: gives to the one user what root made.
owned() { ! is_root || chown -R "$RUN_AS" "$@"; }

# make_folders: the instance's folders, for its user alone; also what an older version left open is closed.
make_folders() {
    mkdir -p "$ROOT/var" 2>/dev/null || true
    if ! { : >"$ROOT/var/.writable"; } 2>/dev/null; then die "Nothing can be written to var/ (is the disk read-only, or does it belong to somebody else?)."; fi
    rm -f "$ROOT/var/.writable"
    # Root's own checkout may lie below folders of others; var/ is of the user who works in it.
    if is_root; then chown "$RUN_AS" "$ROOT/var"; fi
    chmod 700 "$ROOT/var"
    find "$ROOT/var" -maxdepth 1 -type f -exec chmod go-rwx {} +
    (
        mkdir -p "$VAR" && cd "$VAR"
        mkdir -p home log tmp mysql-tmp nginx cache storage/app/uploads storage/framework/views \
            storage/framework/cache/data storage/framework/sessions storage/logs shops markets
        # Never along symbolic links: root would change what they point to.
        find . -maxdepth 1 ! -name mysql ! -name . ! -type l -exec chmod -R go-rwx {} +
        chmod 700 .
        if is_root; then chown "$RUN_AS" .; find . -maxdepth 1 ! -name mysql ! -name . ! -type l -exec chown -R "$RUN_AS" {} +; fi
    ) || die "var/$INSTANCE cannot be written."
    # Instances of older versions have no such mark.
    [ ! -f "$VAR/ready" ] || [ -f "$VAR/settled" ] || { touch "$VAR/settled"; owned "$VAR/settled"; }
    local tried="$VAR/tmp/.writable"
    as_user touch "$tried" 2>/dev/null || die "Nothing can be written to var/$INSTANCE (is the disk read-only, or full?)."
    rm -f "$tried"
}

# console ARGS...: a command of the application, as the one user, with this instance's database.
console() {
    [ -f "$VAR/env" ] || die "Nothing has been started here yet: bin/orchard start"
    as_user env ORCHARD_VAR="$VAR" php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=64M \
        -d memory_limit=768M "$ROOT/artisan" "$@"
}

# caller_console ARGS...: the same for the door's caller, whose files that user may not be able to reach. A file that is
# read is handed over as a copy, one that is written (--out=) comes back through a pipe; a folder of them (release:handover) file by file.
caller_console() {
    if ! is_root || [ "$RUN_AS" = root ]; then console "$@"; return; fi
    local folder args=() arg out="" code=0
    folder="$(as_user mktemp -d "$VAR/tmp/handed-XXXXXX")"
    for arg in "$@"; do
        case "$arg" in
            --out=*) out="${arg#--out=}"; args+=("--out=$folder/out-${out##*/}") ;;
            --to=*|--*-file=*) args+=("${arg%%=*}=$(handed "$folder" "${arg#*=}")") ;;
            -*) args+=("$arg") ;;
            *) args+=("$(handed "$folder" "$arg")") ;;
        esac
    done
    local many=""; [ "${1:-}" != release:handover ] || many="$out"
    if [ -n "$many" ]; then mkdir -p "$many" 2>/dev/null && [ -w "$many" ] || { rm -rf "$folder"; die "$out cannot be written."; }; fi
    if [ -z "$many" ] && [ -n "$out" ] && ! { : >>"$out"; } 2>/dev/null; then rm -rf "$folder"; die "$out cannot be written."; fi
    console "${args[@]}" || code=$?
    if [ -n "$many" ]; then local written; for written in "$folder/out-${out##*/}"/*; do [ ! -f "$written" ] || cat "$written" >"$many/${written##*/}" || code=1; done; fi
    if [ -n "$out" ] && [ -f "$folder/out-${out##*/}" ]; then cat "$folder/out-${out##*/}" >"$out" || code=1; fi
    rm -rf "$folder"
    return "$code"
}

# handed FOLDER WORD: the word, or where it names a file that our user cannot read by that name, the path of a copy.
handed() {
    case "$2" in *.*|*/*) ;; *) printf '%s\n' "$2"; return ;; esac
    if [ ! -f "$2" ] || as_user test -r "$2"; then printf '%s\n' "$2"; return; fi
    local copy; copy="$(mktemp -d "$1/in-XXXXXX")"
    cp -- "$2" "$copy/" && owned "$1"
    printf '%s\n' "$copy/${2##*/}"
}
