<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE write_sheets ADD is_wide TINYINT NOT NULL DEFAULT 0 COMMENT 'one row a page: places of its rows are twice the row of the file, plus one for descriptions'",
        );
    }
};
