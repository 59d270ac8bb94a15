<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::unprepared("
        CREATE TABLE gather_comparisons (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, before_crawl BIGINT UNSIGNED NOT NULL, after_crawl BIGINT UNSIGNED NOT NULL,
            state VARCHAR(10) NOT NULL, compared_to BIGINT UNSIGNED NOT NULL DEFAULT 0, created_at DATETIME NOT NULL,
            UNIQUE (store_id, before_crawl, after_crawl)
        ) $utf8;
        CREATE TABLE gather_changes (
            comparison_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, aspect TINYINT UNSIGNED NOT NULL, cause BINARY(16) NOT NULL, kind TINYINT UNSIGNED NOT NULL, clicks INT UNSIGNED NOT NULL,
            before_text TEXT NULL, after_text TEXT NULL, removed TEXT NULL, added TEXT NULL,
            PRIMARY KEY (comparison_id, page_id, aspect), KEY by_cause (comparison_id, cause, clicks, page_id)
        ) $utf8;
        CREATE TABLE gather_causes (
            comparison_id BIGINT UNSIGNED NOT NULL, cause BINARY(16) NOT NULL, aspect TINYINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, is_one TINYINT NOT NULL, pages INT UNSIGNED NOT NULL, clicks BIGINT UNSIGNED NOT NULL,
            removed TEXT NULL, added TEXT NULL,
            PRIMARY KEY (comparison_id, cause)
        ) $utf8;
        ALTER TABLE page_facts ADD KEY by_from (store_id, from_crawl);
        ");
    }
};
