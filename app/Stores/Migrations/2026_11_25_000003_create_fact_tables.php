<?php

declare(strict_types=1);

use App\Facts\FactTable;
use App\Facts\Partitions;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        $ascii = 'CHARACTER SET ascii COLLATE ascii_bin';
        $place = 'page_id BIGINT UNSIGNED NOT NULL, day DATE NOT NULL, days SMALLINT UNSIGNED NOT NULL';
        $search = "$place, query_id BIGINT UNSIGNED NOT NULL, country CHAR(2) $ascii NOT NULL, device TINYINT UNSIGNED NOT NULL, type TINYINT UNSIGNED NOT NULL,
            clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, position_sum BIGINT UNSIGNED NOT NULL";
        $sales = "$place, visits INT UNSIGNED NOT NULL, orders INT UNSIGNED NOT NULL, units INT UNSIGNED NOT NULL, revenue DECIMAL(14,2) NOT NULL, returned DECIMAL(14,2) NOT NULL, margin DECIMAL(14,2) NOT NULL";
        DB::unprepared("
        CREATE TABLE search_queries (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, digest BINARY(16) NOT NULL, text VARCHAR(500) NOT NULL,
            UNIQUE (store_id, digest)
        ) $utf8;

        CREATE TABLE search_rows (
            store_id BIGINT UNSIGNED NOT NULL, grain TINYINT UNSIGNED NOT NULL, $search,
            PRIMARY KEY (store_id, grain, page_id, day, days, query_id, country, device, type)
        ) PARTITION BY RANGE COLUMNS (day) (PARTITION later VALUES LESS THAN (MAXVALUE));
        CREATE TABLE staged_search ($search);
        CREATE TABLE resting_search (import_id BIGINT UNSIGNED NOT NULL, $search, KEY (import_id, day, days));

        CREATE TABLE sales_rows (
            store_id BIGINT UNSIGNED NOT NULL, grain TINYINT UNSIGNED NOT NULL, $sales,
            PRIMARY KEY (store_id, grain, page_id, day, days)
        ) PARTITION BY RANGE COLUMNS (day) (PARTITION later VALUES LESS THAN (MAXVALUE));
        CREATE TABLE staged_sales ($sales);
        CREATE TABLE resting_sales (import_id BIGINT UNSIGNED NOT NULL, $sales, KEY (import_id, day, days));

        CREATE TABLE fact_days (
            store_id BIGINT UNSIGNED NOT NULL, facts TINYINT UNSIGNED NOT NULL, grain TINYINT UNSIGNED NOT NULL, day DATE NOT NULL, days SMALLINT UNSIGNED NOT NULL, import_id BIGINT UNSIGNED NOT NULL,
            state VARCHAR(10) $ascii NOT NULL, row_count INT UNSIGNED NOT NULL, rested_at DATETIME NULL,
            PRIMARY KEY (store_id, facts, day, days, grain, import_id), KEY (import_id), KEY (state, rested_at)
        );

        CREATE TABLE page_weeks (
            store_id BIGINT UNSIGNED NOT NULL, week DATE NOT NULL, page_id BIGINT UNSIGNED NOT NULL,
            clicks INT UNSIGNED NOT NULL DEFAULT 0, impressions INT UNSIGNED NOT NULL DEFAULT 0, position_sum BIGINT UNSIGNED NOT NULL DEFAULT 0,
            visits INT UNSIGNED NOT NULL DEFAULT 0, orders INT UNSIGNED NOT NULL DEFAULT 0, units INT UNSIGNED NOT NULL DEFAULT 0, revenue DECIMAL(14,2) NOT NULL DEFAULT 0,
            PRIMARY KEY (store_id, week, page_id), KEY by_page (store_id, page_id, week)
        );
        CREATE TABLE number_windows (
            store_id BIGINT UNSIGNED PRIMARY KEY, first_day DATE NOT NULL, last_day DATE NOT NULL, is_period TINYINT NOT NULL
        );
        ALTER TABLE pages ADD sources SMALLINT UNSIGNED NOT NULL DEFAULT 0;
        ALTER TABLE page_index
            ADD clicks INT UNSIGNED NOT NULL DEFAULT 0, ADD impressions INT UNSIGNED NOT NULL DEFAULT 0, ADD position_milli INT UNSIGNED NOT NULL DEFAULT 0, ADD orders INT UNSIGNED NOT NULL DEFAULT 0, ADD revenue DECIMAL(14,2) NOT NULL DEFAULT 0,
            ADD KEY by_clicks (store_id, clicks, page_id, kind, status, indexable, address), ADD KEY by_impressions (store_id, impressions, page_id, kind, status, indexable, address),
            ADD KEY by_revenue (store_id, revenue, page_id, kind, status, indexable, address);
        ");
        foreach (FactTable::cases() as $facts) {
            Partitions::ensure($facts, now()->subMonths(36), now()->addMonths(3));
        }
    }
};
