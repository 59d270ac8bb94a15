<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE watch_finance (
            store_id BIGINT UNSIGNED NOT NULL,
            first_day DATE NOT NULL,
            last_day DATE NOT NULL,
            amount DECIMAL(14,2) NOT NULL COMMENT 'revenue of these days as the accounts have it, without tax',
            told DECIMAL(14,2) NOT NULL COMMENT 'revenue that files and feeds tell of them',
            returned DECIMAL(14,2) NOT NULL,
            days_told SMALLINT UNSIGNED NOT NULL COMMENT 'of them, on which sales are told',
            user_id BIGINT UNSIGNED NULL,
            said_at DATETIME NOT NULL,
            told_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, first_day, last_day)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci COMMENT 'revenue beside the accounts'");
    }
};
