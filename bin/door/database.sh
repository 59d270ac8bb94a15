# The instance's database: making it once, knowing it again, and never taking a full folder for an empty one.

# sql [DATABASE]: runs what comes on standard input, so that nothing of it stands in the list of processes.
sql() { as_user mariadb --defaults-file="$VAR/my.cnf" -u "$RUN_AS" --batch --skip-column-names "$@"; }

database_answers() { as_user mariadb-admin --defaults-file="$VAR/my.cnf" -u "$RUN_AS" ping >/dev/null 2>&1; }

database_folder_holds_something() { [ -d "$VAR/mysql" ] && [ -n "$(ls -A "$VAR/mysql" 2>/dev/null)" ]; }

# A folder of MariaDB has its system tables and its table space; how it came here does not matter.
database_folder_is_whole() { [ -f "$VAR/mysql/ibdata1" ] && [ -d "$VAR/mysql/mysql" ]; }

# make_database: where there is none. It is made beside its place and then moved there, so that what stands there is whole.
make_database() {
    if database_folder_holds_something; then
        database_folder_is_whole || die "var/$INSTANCE/mysql holds files, but is not a whole database (ibdata1 or its system tables are missing). Nothing was touched. Complete it, or move it away and bring a backup in: bin/orchard restore FILE"
        # A copy that root brought back belongs to root, and older versions left files open to others.
        if is_root && [ "$(stat -c %U "$VAR/mysql/ibdata1")" != "$RUN_AS" ]; then chown -R "$RUN_AS" "$VAR/mysql"; fi
        find "$VAR/mysql" ! -type l -perm /077 -exec chmod go-rwx {} +
        return 0
    fi
    if was_up && [ "${NEW_DATABASE:-no}" != yes ]; then
        die "var/$INSTANCE/mysql, the database of this instance, is gone. Bring it back: bin/orchard restore FILE. To begin with an empty one instead: bin/orchard start --new-database"
    fi
    step "Database: making it"
    rm -rf "$VAR/mysql.making" "$SOCKETS/var"
    # The installer of MariaDB cannot do with blanks in a path.
    as_user ln -s "$VAR" "$SOCKETS/var"
    UMASK=0600 UMASK_DIR=0700 as_user mariadb-install-db --defaults-file="$SOCKETS/var/my.cnf" --datadir="$SOCKETS/var/mysql.making" \
        --auth-root-authentication-method=socket --auth-root-socket-user="$RUN_AS" --skip-test-db >"$VAR/log/install-db.log" 2>&1 \
        || die "MariaDB's folder could not be made; see var/$INSTANCE/log/install-db.log"
    rm -f "$SOCKETS/var"
    [ ! -d "$VAR/mysql" ] || rmdir "$VAR/mysql"
    mv "$VAR/mysql.making" "$VAR/mysql"
    rm -f "$VAR/settled"
    ok
}

# grant_database: the application's own user and database. The pattern lets tests make databases beside the main one.
grant_database() {
    if was_up && [ -z "$(echo "SHOW DATABASES LIKE '$DB_NAME'" | sql)" ]; then
        die "MariaDB runs, but the database \"$DB_NAME\" of this instance is gone from it. Bring it back: bin/orchard restore FILE. To begin with an empty one instead: move var/$INSTANCE/mysql away, then bin/orchard start --new-database"
    fi
    sql <<SQL
CREATE DATABASE IF NOT EXISTS \`$DB_NAME\`;
CREATE USER IF NOT EXISTS grower@'127.0.0.1' IDENTIFIED BY '$DB_PASSWORD';
ALTER USER grower@'127.0.0.1' IDENTIFIED BY '$DB_PASSWORD';
GRANT ALL ON \`orchard%\`.* TO grower@'127.0.0.1';
SQL
}

# check_database: tables that were there and are gone or broken, and a key that does not open what is stored.
check_database() { # [--accept-key]
    local told
    if ! told="$(console store:check "$@" 2>&1)"; then
        ok failed
        complain "$told"
        exit 1
    fi
}

# table_sums: one line a table: name, rows, checksum.
table_sums() {
    local table
    echo "SELECT table_name FROM information_schema.tables WHERE table_schema = '$DB_NAME' ORDER BY table_name" | sql | while IFS= read -r table; do
        printf '%s\t%s\t%s\n' "$table" "$(echo "SELECT COUNT(*) FROM \`$table\`" | sql "$DB_NAME")" "$(echo "CHECKSUM TABLE \`$table\`" | sql "$DB_NAME" | cut -f2)"
    done
}
