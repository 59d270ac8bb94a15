<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * How each page can be reached, and what is found of the store's make-up. Made anew in bulk with each run, but for
     * what people say of it; no foreign keys therefore.
     */
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE tend_states (
            store_id BIGINT UNSIGNED PRIMARY KEY,
            run BIGINT UNSIGNED NOT NULL COMMENT 'work that made it',
            found_at DATETIME NOT NULL,
            crawl BIGINT UNSIGNED NOT NULL,
            is_complete TINYINT UNSIGNED NOT NULL COMMENT 'whether reach is told by a whole crawl',
            reach_crawl BIGINT UNSIGNED NOT NULL COMMENT 'the crawl that reach was last told by',
            aims VARCHAR(500) NOT NULL COMMENT 'JSON: depth aimed for by role, and how it came about'
        )");
        DB::statement("CREATE TABLE tend_pages (
            store_id BIGINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            kind TINYINT UNSIGNED NOT NULL,
            indexable TINYINT UNSIGNED NOT NULL,
            is_part TINYINT UNSIGNED NOT NULL COMMENT 'differs from another page by parameters or the part of a list alone',
            sector BIGINT UNSIGNED NOT NULL COMMENT 'page of the collection that it is drawn with; 0 for none',
            depth SMALLINT UNSIGNED NOT NULL COMMENT 'clicks by followed links; 65535 where none leads there',
            paging TINYINT UNSIGNED NOT NULL COMMENT 'of these, clicks that only turn the pages of a list',
            parent BIGINT UNSIGNED NOT NULL COMMENT 'the page before it on a shortest way; 0 for none',
            leads_to BIGINT UNSIGNED NOT NULL COMMENT 'page that it redirects to; 0 for none',
            is_shut TINYINT UNSIGNED NOT NULL COMMENT 'whether its links count for nothing (noindex, nofollow)',
            role TINYINT UNSIGNED NOT NULL COMMENT '1 main collection, 2 sells most, 0 any other',
            aim TINYINT UNSIGNED NOT NULL COMMENT 'clicks from home that it should be at most',
            links_in INT UNSIGNED NOT NULL COMMENT 'pages whose main content leads here by a followed link',
            links_nofollow INT UNSIGNED NOT NULL COMMENT 'pages whose main content does so by links not followed alone',
            in_navigation INT UNSIGNED NOT NULL,
            in_header INT UNSIGNED NOT NULL,
            in_footer INT UNSIGNED NOT NULL,
            weight INT UNSIGNED NOT NULL COMMENT 'share of the internal link weight, thousand millionths',
            weight_text INT UNSIGNED NOT NULL COMMENT 'the same by links of main content alone',
            clicks INT UNSIGNED NOT NULL,
            revenue DECIMAL(14,2) NOT NULL,
            upside DECIMAL(14,2) NOT NULL,
            worth DOUBLE NOT NULL COMMENT 'revenue and upside, where money is told; else clicks',
            PRIMARY KEY (store_id, page_id),
            KEY by_place (store_id, indexable, sector, depth, worth),
            KEY by_worth (store_id, indexable, worth, page_id),
            KEY by_sector (store_id, indexable, sector, worth, page_id),
            KEY by_depth (store_id, indexable, depth, page_id),
            KEY by_weight (store_id, indexable, weight, page_id),
            KEY by_links (store_id, indexable, links_in, page_id)
        )");
        DB::statement("CREATE TABLE tend_cells (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            sector BIGINT UNSIGNED NOT NULL,
            depth SMALLINT UNSIGNED NOT NULL,
            pages INT UNSIGNED NOT NULL COMMENT 'that search engines may list',
            deep INT UNSIGNED NOT NULL COMMENT 'of them, deeper than they should be',
            clicks BIGINT UNSIGNED NOT NULL,
            revenue DECIMAL(16,2) NOT NULL,
            upside DECIMAL(16,2) NOT NULL,
            worth DOUBLE NOT NULL,
            PRIMARY KEY (store_id, market_id, sector, depth)
        ) COMMENT 'sums of tend_pages, for pictures'");
        DB::statement("CREATE TABLE tend_causes (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            type SMALLINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'MD5 of the name',
            name VARCHAR(700) NOT NULL COMMENT 'JSON: what its findings have in common',
            pages INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'open findings',
            left_pages INT UNSIGNED NOT NULL DEFAULT 0,
            mended INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'of the last 90 days',
            spots INT UNSIGNED NOT NULL DEFAULT 0,
            clicks BIGINT UNSIGNED NOT NULL DEFAULT 0,
            revenue DECIMAL(16,2) NOT NULL DEFAULT 0,
            upside DECIMAL(16,2) NOT NULL DEFAULT 0,
            worth DOUBLE NOT NULL DEFAULT 0,
            UNIQUE (store_id, type, digest)
        ) $utf8");
        DB::statement("CREATE TABLE tend_findings (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            type SMALLINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL,
            cause_id BIGINT UNSIGNED NOT NULL,
            state TINYINT UNSIGNED NOT NULL COMMENT '1 open, 2 left, 3 mended',
            market_id BIGINT UNSIGNED NOT NULL,
            detail VARCHAR(2000) NOT NULL COMMENT 'JSON: what was seen',
            spots INT UNSIGNED NOT NULL COMMENT 'how often, such as links or images',
            target_page BIGINT UNSIGNED NOT NULL COMMENT 'page that the repair names; 0 for none',
            clicks INT UNSIGNED NOT NULL,
            revenue DECIMAL(14,2) NOT NULL,
            upside DECIMAL(14,2) NOT NULL,
            worth DOUBLE NOT NULL,
            run BIGINT UNSIGNED NOT NULL COMMENT 'work that last saw it',
            found_at DATETIME NOT NULL,
            mended_at DATETIME NULL,
            UNIQUE (store_id, type, page_id),
            KEY by_worth (store_id, state, type, worth, id),
            KEY by_cause (cause_id, state, worth, id),
            KEY by_page (store_id, page_id)
        ) $utf8");
        DB::statement("CREATE TABLE tend_leaves (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            type SMALLINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL COMMENT '0 where the whole cause is left',
            cause_digest BINARY(16) NOT NULL COMMENT 'zeros where one page is left',
            reason VARCHAR(300) NOT NULL,
            review_on DATE NULL COMMENT 'when it is open again; null for never',
            user_id BIGINT UNSIGNED NULL,
            left_at DATETIME NOT NULL,
            UNIQUE (store_id, type, page_id, cause_digest),
            KEY (store_id, review_on)
        ) $utf8");
        DB::statement("CREATE TABLE tend_questions (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL,
            asked VARCHAR(190) NOT NULL COMMENT 'whom',
            question VARCHAR(1000) NOT NULL,
            asked_by BIGINT UNSIGNED NULL,
            asked_at DATETIME NOT NULL,
            answer VARCHAR(1000) NULL,
            answered_by BIGINT UNSIGNED NULL,
            answered_at DATETIME NULL,
            KEY (store_id, page_id, id)
        ) $utf8");
    }
};
