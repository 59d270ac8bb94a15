<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE weigh_worklists ADD learned_to BIGINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'entry of the history up to which states of its pages are known'",
        );
        DB::table('weigh_worklist_pages')
            ->where('state', 'begun')
            ->update(['state' => 'planned']);
    }
};
