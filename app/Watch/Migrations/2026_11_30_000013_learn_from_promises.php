<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** By which part of the gap a promise reckoned, so that results can say which part comes true. */
    public function up(): void
    {
        DB::statement("ALTER TABLE watch_promises ADD share FLOAT NOT NULL DEFAULT 1
            COMMENT 'part of the gap in click rate that was assumed to be closed'");
        DB::statement('ALTER TABLE watch_changes ADD share FLOAT NULL AFTER promised_clicks');
    }
};
