<?php

declare(strict_types=1);

use App\Platform\Bytes;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use Orchard\Core\Duplicates\Cause;
use Orchard\Core\Duplicates\CauseType;

/** Causes were known by a name in words; from now on by type, parameter and scope. Decisions stay with them. */
return new class extends Migration
{
    private const PLAIN = [
        'redirects' => 'redirects',
        'tracking' => 'tracking',
        'print' => 'print',
        'slash' => 'slash',
        'case' => 'case',
        'scheme' => 'scheme',
        'www' => 'www',
        'index page' => 'index-file',
        'encoding' => 'encoding',
        'order of parameters' => 'order',
    ];

    public function up(): void
    {
        // Each statement can be done again: MariaDB takes back no change of a table where the migration is cut off.
        DB::statement("ALTER TABLE untangle_causes ADD COLUMN IF NOT EXISTS type VARCHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '' AFTER store_id,
            ADD COLUMN IF NOT EXISTS parameter VARCHAR(250) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '' AFTER type,
            ADD COLUMN IF NOT EXISTS scope VARCHAR(250) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '' AFTER parameter,
            ADD COLUMN IF NOT EXISTS digest BINARY(16) NULL AFTER scope");
        $named = Schema::hasColumn('untangle_causes', 'name')
            ? DB::table('untangle_causes')
                ->where('type', '')
                ->orderBy('id')
                ->get(['id', 'name'])
            : [];
        foreach ($named as $row) {
            $cause = self::read((string) $row->name);
            $digest = (new Bytes($cause->digest()))->literal();
            DB::update("UPDATE untangle_causes SET type = ?, parameter = ?, scope = ?, digest = $digest WHERE id = ?", [
                $cause->type->value,
                $cause->parameter,
                $cause->scope,
                $row->id,
            ]);
        }
        DB::statement(
            'ALTER TABLE untangle_causes MODIFY digest BINARY(16) NOT NULL, ADD UNIQUE IF NOT EXISTS by_digest (store_id, digest)',
        );
        DB::statement('ALTER TABLE untangle_causes DROP INDEX IF EXISTS store_id, DROP COLUMN IF EXISTS name');
    }

    private static function read(string $name): Cause
    {
        foreach (
            [
                '/^(parameter) (?<parameter>.+) in (?<scope>.+)$/s' => CauseType::Parameter,
                '/^(narrows): (?<parameter>.+) in (?<scope>.+)$/s' => CauseType::Narrows,
                '/^(parts name the first): (?<parameter>.+) in (?<scope>.+)$/s' => CauseType::Paging,
                '/^(declares): (?<parameter>.+) in (?<scope>.+)$/s' => CauseType::Declared,
                '/^(path) (?<scope>.+) beside (?<parameter>.+)$/s' => CauseType::Path,
                '/^(copies) in (?<scope>.+)$/s' => CauseType::Copies,
                '/^(same text) in (?<scope>.+)$/s' => CauseType::Text,
                '/^(host) (?<parameter>.+)$/s' => CauseType::Host,
            ] as $pattern => $type
        ) {
            if (preg_match($pattern, $name, $found) === 1) {
                return Cause::of($type, $found['parameter'] ?? '', $found['scope'] ?? '');
            }
        }

        return Cause::of(
            CauseType::from(self::PLAIN[$name] ?? throw new RuntimeException("The cause \"$name\" is not known.")),
        );
    }
};
