<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "CREATE TABLE hook_calls (
                id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL,
                event VARCHAR(60) CHARACTER SET ascii NOT NULL COMMENT 'such as gather.crawl.done',
                body TEXT NOT NULL COMMENT 'JSON as it is sent',
                state VARCHAR(8) CHARACTER SET ascii NOT NULL COMMENT 'waiting, done, failed',
                tries TINYINT UNSIGNED NOT NULL DEFAULT 0,
                status SMALLINT UNSIGNED NULL COMMENT 'HTTP, of the last try', problem VARCHAR(400) NULL,
                created_at DATETIME NOT NULL, tried_at DATETIME NULL,
                KEY by_store (store_id, id)
            ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci",
        );
    }

    public function down(): void
    {
        DB::statement('DROP TABLE hook_calls');
    }
};
