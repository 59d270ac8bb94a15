<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE untangle_causes ADD ready INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'addresses to do whose change is ready or on its way', ADD live INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'addresses to do whose change the shop holds', ADD seen INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'those of live that were seen on the page'",
        );
        DB::statement(
            "ALTER TABLE untangle_states ADD learned_to BIGINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'entry of the history up to which ready, live and seen are known'",
        );
    }
};
