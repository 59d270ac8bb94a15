<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE write_recipe_runs ADD with_cut TINYINT NOT NULL DEFAULT 0 COMMENT 'whether texts that would be cut off became drafts as well', ADD scope VARCHAR(120) NOT NULL DEFAULT '' COMMENT 'what it was tried on, in words; empty for all pages of the kind'",
        );
        DB::statement(
            "ALTER TABLE write_recipe_rows ADD was TEXT NULL COMMENT 'the draft that this took the place of; NULL where there was none'",
        );
    }
};
