<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE watch_readers (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            email VARCHAR(190) NOT NULL,
            user_id BIGINT UNSIGNED NULL COMMENT 'who put them down',
            created_at DATETIME NOT NULL,
            sent_month CHAR(7) NULL COMMENT 'the newest month whose report they were sent',
            UNIQUE (store_id, email)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci COMMENT 'who is sent the report of each month'");
    }
};
