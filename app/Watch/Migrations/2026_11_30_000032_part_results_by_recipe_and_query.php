<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared("
        ALTER TABLE watch_pages ADD recipe_id BIGINT UNSIGNED NULL COMMENT 'the recipe that made its text';
        ALTER TABLE watch_results ADD grouped_by TINYINT UNSIGNED NOT NULL DEFAULT 0
            COMMENT 'App\\\\Watch\\\\Judging\\\\GroupedBy';
        UPDATE watch_results SET grouped_by = 1 WHERE part > 1;
        ");
    }
};
