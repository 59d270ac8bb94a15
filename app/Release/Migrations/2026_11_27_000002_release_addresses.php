<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** An item may be an address instead of a resource; then it has a page, and 0 for the resource. */
    public function up(): void
    {
        DB::statement(
            'ALTER TABLE release_items MODIFY external_id VARCHAR(2200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, ADD page_id BIGINT UNSIGNED NULL, ADD KEY (page_id)',
        );
    }
};
