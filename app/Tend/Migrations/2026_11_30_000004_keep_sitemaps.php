<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Sitemaps that the store asked for, as they are served; and when each crawl was, for the day of a true change. */
    public function up(): void
    {
        DB::statement("CREATE TABLE tend_map_states (
            store_id BIGINT UNSIGNED PRIMARY KEY,
            token CHAR(32) NOT NULL COMMENT 'part of the address at which they are served',
            made_at DATETIME NULL,
            urls INT UNSIGNED NOT NULL DEFAULT 0,
            left_out VARCHAR(500) NOT NULL DEFAULT '{}' COMMENT 'JSON: pages by why they are in none',
            UNIQUE (token)
        )");
        DB::statement("CREATE TABLE tend_maps (
            store_id BIGINT UNSIGNED NOT NULL,
            name VARCHAR(80) NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            kind TINYINT UNSIGNED NOT NULL,
            urls INT UNSIGNED NOT NULL,
            told INT UNSIGNED NOT NULL COMMENT 'pages of which the index state is known',
            listed INT UNSIGNED NOT NULL COMMENT 'of them, those that are indexed',
            changed DATE NULL COMMENT 'newest true change',
            body MEDIUMBLOB NOT NULL COMMENT 'gzipped XML',
            made_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, name)
        )");
        // One row a crawl from now on: when a page was read first, and when it was changed.
        DB::statement('ALTER TABLE inventory_reads DROP PRIMARY KEY, ADD PRIMARY KEY (store_id, crawl)');
        DB::statement("INSERT IGNORE INTO inventory_reads SELECT store_id, id, state = 'complete', COALESCE(ended_at,
            started_at, NOW()) FROM gather_crawls WHERE state IN ('complete', 'incomplete')");
    }
};
