<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared("
        CREATE TABLE gather_crawls (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, state VARCHAR(12) NOT NULL, base_url VARCHAR(2048) NOT NULL,
            concurrency TINYINT UNSIGNED NOT NULL, page_limit INT UNSIGNED NOT NULL, robots MEDIUMTEXT NULL, robots_status SMALLINT UNSIGNED NULL,
            phase VARCHAR(12) NOT NULL DEFAULT 'robots', level SMALLINT UNSIGNED NOT NULL DEFAULT 0, fetched INT UNSIGNED NOT NULL DEFAULT 0, failed INT UNSIGNED NOT NULL DEFAULT 0,
            barred INT UNSIGNED NOT NULL DEFAULT 0, cut_off INT UNSIGNED NOT NULL DEFAULT 0, remark VARCHAR(400) NULL, started_at DATETIME NOT NULL, ended_at DATETIME NULL,
            KEY (store_id, id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;

        CREATE TABLE gather_frontier (
            crawl_id BIGINT UNSIGNED NOT NULL, level SMALLINT UNSIGNED NOT NULL, digest BINARY(16) NOT NULL, page_id BIGINT UNSIGNED NOT NULL,
            state TINYINT UNSIGNED NOT NULL DEFAULT 0, attempts TINYINT UNSIGNED NOT NULL DEFAULT 0, problem VARCHAR(255) NULL,
            PRIMARY KEY (crawl_id, page_id), KEY next (crawl_id, state, level, digest)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        ");
    }
};
