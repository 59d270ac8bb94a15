<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** More checks than a byte has room for. */
    public function up(): void
    {
        $columns = array_map(
            static fn (
                string $column,
            ): string => "MODIFY $column SMALLINT UNSIGNED NOT NULL COMMENT 'bits of Orchard\\\\Core\\\\Wording\\\\Check'",
            ['title_checks', 'description_checks', 'any_checks'],
        );
        DB::statement('ALTER TABLE write_rows '.implode(', ', $columns));
    }
};
