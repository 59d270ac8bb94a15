<?php

declare(strict_types=1);

namespace App\Platform\Console;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use Illuminate\Contracts\Encryption\DecryptException;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Asked by the door at each start, before anything is changed: is this the database, and the key, of last time? */
final class CheckCommand extends HeadlessCommand
{
    private const WORD = 'the same key';

    protected $signature = 'store:check {--note : keep in mind what is here now} {--accept-key : take a new key; what the old one sealed is lost} {--json : one JSON document on standard output}';

    protected $description = 'Check that no table is missing or broken, and that the key opens what is stored';

    public function handle(): int
    {
        $isNoted = (bool) $this->option('note');
        $isNewKey = (bool) $this->option('accept-key');
        if (! Schema::hasTable('migrations') && ! Schema::hasTable('installation')) {
            return 0; // A new database.
        }
        $tables = self::tables();
        $problems = array_filter([
            $isNoted ? null : self::missing($tables),
            self::broken($tables),
            $isNewKey || $isNoted ? null : self::wrongKey(),
        ]);
        foreach ($problems as $problem) {
            $this->aside($problem);
        }
        if ($problems === [] && ($isNoted || $isNewKey) && in_array('installation', $tables, true)) {
            $row = ['id' => 1, 'sealed' => Crypt::encryptString(self::WORD), 'tables' => json_encode($tables)];
            DB::table('installation')->upsert([$row], ['id']);
        }

        return $problems === [] ? 0 : 1;
    }

    /** @return list<string> */
    private static function tables(): array
    {
        return array_values(
            Typed::texts(
                DB::table('information_schema.tables')
                    ->where('table_schema', DB::getDatabaseName())
                    ->where('table_type', 'BASE TABLE')
                    ->orderBy('table_name')
                    ->pluck('table_name')
                    ->all(),
            ),
        );
    }

    /** @param  list<string>  $tables */
    private static function missing(array $tables): ?string
    {
        if (! in_array('installation', $tables, true)) {
            // The table itself may be what was deleted; a database that was never upgraded to it has no row of its
            // making.
            $isMade = DB::table('migrations')->where('migration', '2026_11_28_000002_create_installation')->exists();

            return $isMade
                ? 'The table "installation" of this database is gone. Bring the database back: bin/orchard restore FILE'
                : null;
        }
        $known = (array) json_decode(Typed::text(DB::table('installation')->value('tables')), true);
        $gone = array_diff(array_filter($known, is_string(...)), $tables);

        return $gone === []
            ? null
            : self::named('Tables of this database are gone', $gone).
                    ' Bring the database back: bin/orchard restore FILE';
    }

    /** @param  list<string>  $tables */
    private static function broken(array $tables): ?string
    {
        $broken = [];
        foreach ($tables as $table) {
            try {
                Rows::all('SELECT 1 FROM `'.$table.'` LIMIT 1');
            } catch (QueryException) {
                $broken[] = $table;
            }
        }

        return $broken === []
            ? null
            : self::named('Tables of this database cannot be read', $broken).
                    ' Files of it are missing or damaged. Bring the database back: bin/orchard restore FILE';
    }

    private static function wrongKey(): ?string
    {
        $sealed = Schema::hasTable('installation') ? DB::table('installation')->value('sealed') : null;
        try {
            if ($sealed === null || Crypt::decryptString(Typed::text($sealed)) === self::WORD) {
                return null;
            }
        } catch (DecryptException) {
            // Told below.
        }

        return 'APP_KEY in the settings is not the key by which the secrets in this database were encrypted. '.
            'Put the right settings back. To go on with the new key and type all secrets in again: bin/orchard store:check --accept-key';
    }

    /** @param  array<string>  $names */
    private static function named(string $what, array $names): string
    {
        $shown = implode(', ', array_slice($names, 0, 8));

        return "$what: $shown".(count($names) > 8 ? ' and '.(count($names) - 8).' more.' : '.');
    }
}
