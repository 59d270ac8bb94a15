<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE stores ADD archived_at DATETIME NULL COMMENT 'UTC; since then nothing is fetched, written or sent',
                ADD leaving_at DATETIME NULL COMMENT 'UTC; since then all of it is being deleted'",
        );
    }

    public function down(): void
    {
        DB::statement('ALTER TABLE stores DROP archived_at, DROP leaving_at');
    }
};
