<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE planned_pages (
            page_id BIGINT UNSIGNED PRIMARY KEY COMMENT 'known by its address alone until it answers',
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            kind TINYINT UNSIGNED NOT NULL,
            name VARCHAR(190) NOT NULL,
            after_crawl BIGINT UNSIGNED NOT NULL COMMENT 'the newest crawl when it was planned: what it met is not new',
            user_id BIGINT UNSIGNED NULL,
            planned_at DATETIME NOT NULL,
            KEY (store_id),
            FOREIGN KEY (page_id) REFERENCES pages (id) ON DELETE CASCADE
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci COMMENT 'pages that are to be made'");
    }
};
