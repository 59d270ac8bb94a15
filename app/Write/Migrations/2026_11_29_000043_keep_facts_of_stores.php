<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE write_store_facts (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL COMMENT '0 for all markets',
            facts TEXT NOT NULL COMMENT 'one a line',
            user_id BIGINT UNSIGNED NULL,
            kept_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, market_id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci COMMENT 'what is true of all pages of a store'");
    }
};
