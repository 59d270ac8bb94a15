<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE users ADD locale VARCHAR(16) CHARACTER SET ascii COLLATE ascii_bin NULL COMMENT 'BCP 47; how numbers and dates are written; NULL: as the browser asks'",
        );
    }
};
