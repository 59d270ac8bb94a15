# bin/orchard backup [FILE] and bin/orchard restore FILE [--replace]: database, settings with their key, uploads, stand-ins.

door_backup() {
    local target="${1:-}"
    BACKUP_STAGE="" BACKUP_STARTED=no
    use_instance run
    [ -f "$VAR/settings" ] || die "Nothing has been started here yet; there is nothing to back up."
    if [ -z "$target" ]; then
        mkdir -p "$ROOT/var/backups" && owned "$ROOT/var/backups"
        target="$ROOT/var/backups/orchard-$(date +%Y%m%d-%H%M%S).tar"
    fi
    [ ! -e "$target" ] || die "$target is there already; name another file."
    { : >"$target.part"; } 2>/dev/null || die "$target cannot be written."
    choose_settings "" ""
    if ! supervisor_is_up; then BACKUP_STARTED=yes; database_up; fi
    BACKUP_STAGE="$(as_user mktemp -d "$VAR/tmp/backup-XXXXXX")" BACKUP_PART="$target.part"
    local stage="$BACKUP_STAGE"
    trap 'rm -rf "$BACKUP_STAGE" "$BACKUP_PART"; [ "$BACKUP_STARTED" = no ] || instance_down' EXIT
    step "Database"
    # One moment of all tables, without keeping anybody from writing.
    as_user mariadb-dump --defaults-file="$VAR/my.cnf" -u "$RUN_AS" --single-transaction --quick --hex-blob --routines --triggers \
        "$DB_NAME" 2>"$VAR/log/backup.log" | gzip -1 >"$stage/dump.sql.gz" || { ok failed; cat "$VAR/log/backup.log" >&2; die "The database could not be written out (is the disk full?)."; }
    table_sums >"$stage/tables.tsv"
    ok "$(wc -l <"$stage/tables.tsv") tables"
    step "Settings, uploads, stand-ins"
    cp "$VAR/settings" "$stage/settings"
    mkdir -p "$stage/storage"
    cp -a "$VAR/storage/app" "$stage/storage/" && stand_ins_to "$stage" || die "The files could not be copied (is the disk full?)."
    tar -C "$stage" -cf "$target.part" . || die "$target could not be written (is the disk full?)."
    ok
    mv "$target.part" "$target"
    say "Backup: $target ($(du -h "$target" | cut -f1)). It holds the key to the secrets in it: keep it as you keep passwords."
}

# stand_ins_to FOLDER: the stand-ins' own databases, each as of one moment.
stand_ins_to() {
    local kind folder file
    for kind in shops markets; do
        for folder in "$VAR/$kind"/*/; do
            [ -d "$folder" ] || continue
            local to="$1/$kind/$(basename "$folder")"
            mkdir -p "$to" && owned "$1"
            for file in "$folder"*; do
                case "$file" in
                    *.sqlite) as_user php -r '(new SQLite3($argv[1], SQLITE3_OPEN_READONLY))->backup(new SQLite3($argv[2]));' "$file" "$to/$(basename "$file")" || return 1 ;;
                    *) [ ! -f "$file" ] || case "$file" in *-wal|*-shm|*-journal) ;; *) cp -a "$file" "$to/" ;; esac ;;
                esac
            done
        done
    done
}

door_restore() {
    local file="" replace=no kept=""
    while [ $# -gt 0 ]; do
        case "$1" in
            --replace) replace=yes ;;
            --settings) use_instance run; make_folders; restore_settings; return ;;
            -*) complain "restore does not know '$1'."; exit 2 ;;
            *) file="$1" ;;
        esac
        shift
    done
    [ -n "$file" ] || { complain "Which backup? bin/orchard restore FILE"; exit 2; }
    [ -r "$file" ] || die "$file cannot be read."
    local names; names="$(tar -tf "$file" 2>/dev/null)" || die "$file is no backup of Young Orchard, or is cut short."
    local part; for part in ./settings ./dump.sql.gz ./tables.tsv; do grep -qxF "$part" <<<"$names" || die "$file is no whole backup: ${part#./} is missing in it."; done
    tar -xOf "$file" ./dump.sql.gz | gzip -t 2>/dev/null || die "$file is damaged: its database cannot be unpacked."
    use_instance run
    make_folders
    exec 9>"$ROOT/var/.door"
    flock 9
    install_all
    if [ -f "$VAR/settings" ] || database_folder_holds_something; then
        [ "$replace" = yes ] || die "There is an instance here already. With --replace it is moved aside (nothing of it is removed) and the backup takes its place."
        instance_down
        kept="$ROOT/var/run-before-$(date +%Y%m%d-%H%M%S)"
        mv "$VAR" "$kept"
    fi
    unset HTTP_PORT DB_PORT DB_PASSWORD APP_KEY SHOPS INSTANCE_ID
    make_folders
    [ -z "$kept" ] || say "What was here is kept in var/$(basename "$kept")"
    tar -xOf "$file" ./settings >"$VAR/settings"
    load_settings
    choose_settings "" ""
    step "Uploads and stand-ins"
    tar -C "$VAR" -xf "$file" --no-same-owner $(for part in storage shops markets; do if grep -q "^\./$part/" <<<"$names"; then echo "./$part"; fi; done) || die "The files could not be unpacked (is the disk full?)."
    make_folders
    ok
    database_up 9>&-
    step "Tables"
    tar -xOf "$file" ./dump.sql.gz | zcat | sql "$DB_NAME" || { ok failed; die "The database could not be loaded (is the disk full?)."; }
    ok
    step "Comparing every table"
    table_sums >"$VAR/log/restored.tsv"
    if tar -xOf "$file" ./tables.tsv | cmp -s - "$VAR/log/restored.tsv"; then
        ok "$(wc -l <"$VAR/log/restored.tsv") tables, all equal"
    else
        ok "some differ"
        say "These were written to while the backup was made, and are as at its first moment:"
        tar -xOf "$file" ./tables.tsv | diff - "$VAR/log/restored.tsv" | sed -n 's/^> \([^\t]*\)\t\([^\t]*\).*/    \1 (\2 rows)/p'
    fi
    as_user touch "$VAR/settled"
    instance_down
    say "Restored. Start it: bin/orchard start"
}

restore_settings() {
    [ ! -f "$VAR/settings" ] || die "var/run/settings is there; there is nothing to make anew."
    [ -f "$VAR/env" ] || die "var/run/env is missing, too; the settings have to come from a backup: bin/orchard restore FILE"
    settings_from_env
    say "The settings are made anew from var/run/env, with the same key. Start it: bin/orchard start"
}
