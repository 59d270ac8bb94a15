<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared('
        ALTER TABLE gather_crawls ADD missing MEDIUMBLOB NULL, ADD doubt VARCHAR(400) NULL, ADD unchanged INT UNSIGNED NOT NULL DEFAULT 0, ADD validators TINYINT NOT NULL DEFAULT 1;
        CREATE TABLE gather_patterns (
            crawl_id BIGINT UNSIGNED NOT NULL, digest BINARY(8) NOT NULL, pattern VARCHAR(500) NOT NULL, taken INT UNSIGNED NOT NULL, cut INT UNSIGNED NOT NULL,
            PRIMARY KEY (crawl_id, digest), KEY (crawl_id, cut)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;
        ALTER TABLE gather_sitemap_pages ADD images SMALLINT UNSIGNED NOT NULL DEFAULT 0, ADD alternates TEXT NULL;
        ALTER TABLE gather_sitemaps ADD images INT UNSIGNED NOT NULL DEFAULT 0, ADD alternates INT UNSIGNED NOT NULL DEFAULT 0;
        ');
    }
};
