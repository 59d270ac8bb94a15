<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared('
        CREATE TABLE gather_sitemaps (
            crawl_id BIGINT UNSIGNED NOT NULL, digest BINARY(16) NOT NULL, url VARCHAR(2048) NOT NULL, level TINYINT UNSIGNED NOT NULL, is_read TINYINT NOT NULL DEFAULT 0,
            status SMALLINT UNSIGNED NOT NULL DEFAULT 0, is_index TINYINT NOT NULL DEFAULT 0, entries INT UNSIGNED NOT NULL DEFAULT 0, pages INT UNSIGNED NOT NULL DEFAULT 0, problems JSON NULL,
            PRIMARY KEY (crawl_id, digest)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        CREATE TABLE gather_sitemap_pages (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, crawl_id BIGINT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, page_id)
        );
        ');
    }
};
