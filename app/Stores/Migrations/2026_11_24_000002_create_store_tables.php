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
        CREATE TABLE stores (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            slug VARCHAR(64) NOT NULL UNIQUE, name VARCHAR(120) NOT NULL, base_url VARCHAR(2048) NOT NULL,
            timezone VARCHAR(64) NOT NULL DEFAULT 'UTC', settings JSON NOT NULL, created_at DATETIME NOT NULL
        ) $utf8;

        CREATE TABLE markets (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL, place SMALLINT UNSIGNED NOT NULL DEFAULT 0,
            name VARCHAR(80) NOT NULL, language VARCHAR(20) NOT NULL, country VARCHAR(2) NOT NULL DEFAULT '', currency CHAR(3) NOT NULL,
            host VARCHAR(255) NOT NULL DEFAULT '', path_prefix VARCHAR(255) NOT NULL DEFAULT '', brand VARCHAR(120) NOT NULL DEFAULT '',
            limits JSON NOT NULL, title_suffix VARCHAR(120) NULL,
            KEY (store_id, place)
        ) $utf8;

        CREATE TABLE kind_rules (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL, place SMALLINT UNSIGNED NOT NULL,
            subject VARCHAR(10) NOT NULL, test VARCHAR(10) NOT NULL, value VARCHAR(255) NOT NULL, kind TINYINT UNSIGNED NOT NULL,
            KEY (store_id, place)
        ) $utf8;

        CREATE TABLE connections (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL, sort VARCHAR(20) NOT NULL, url VARCHAR(2048) NOT NULL, secret TEXT NOT NULL,
            UNIQUE (store_id, sort)
        ) $utf8;

        CREATE TABLE resources (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, external_id VARCHAR(80) NOT NULL, kind TINYINT UNSIGNED NOT NULL,
            name VARCHAR(400) NOT NULL, url VARCHAR(2048) NOT NULL, page_id BIGINT UNSIGNED NULL, version VARCHAR(120) NOT NULL,
            attributes JSON NOT NULL, synced_at DATETIME NOT NULL, sync_id BIGINT UNSIGNED NOT NULL DEFAULT 0, gone TINYINT NOT NULL DEFAULT 0,
            UNIQUE (store_id, external_id), KEY (store_id, kind, id), KEY (page_id)
        ) $utf8;

        CREATE TABLE resource_texts (
            resource_id BIGINT UNSIGNED NOT NULL, field TINYINT UNSIGNED NOT NULL, store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL,
            stored TEXT NOT NULL, shown TEXT NULL, draft_shown TEXT NULL, origin VARCHAR(10) NOT NULL DEFAULT 'shop',
            shown_digest BINARY(16) NULL, draft_digest BINARY(16) NULL,
            PRIMARY KEY (resource_id, field), KEY shown_digest (market_id, field, shown_digest), KEY draft_digest (market_id, field, draft_digest)
        ) $utf8;

        CREATE TABLE title_suffixes (
            market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, suffix VARCHAR(120) NOT NULL,
            PRIMARY KEY (market_id, kind)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;

        CREATE TABLE pages (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, digest BINARY(16) NOT NULL, url VARCHAR(2048) NOT NULL,
            resource_id BIGINT UNSIGNED NULL, first_crawl BIGINT UNSIGNED NOT NULL DEFAULT 0, seen_crawl BIGINT UNSIGNED NOT NULL DEFAULT 0,
            UNIQUE (store_id, digest), KEY (resource_id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;

        CREATE TABLE page_facts (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            page_id BIGINT UNSIGNED NOT NULL, store_id BIGINT UNSIGNED NOT NULL, from_crawl BIGINT UNSIGNED NOT NULL, to_crawl BIGINT UNSIGNED NOT NULL DEFAULT 0,
            digest BINARY(16) NOT NULL, status SMALLINT UNSIGNED NOT NULL, redirect_url VARCHAR(2048) NULL, content_type VARCHAR(120) NOT NULL DEFAULT '',
            title TEXT NULL, description TEXT NULL, robots TEXT NOT NULL, robots_header TEXT NOT NULL, canonicals JSON NOT NULL, canonical_header VARCHAR(2048) NULL,
            h1s JSON NOT NULL, words INT UNSIGNED NOT NULL DEFAULT 0, language VARCHAR(35) NULL, types JSON NOT NULL, strays JSON NOT NULL,
            bytes INT UNSIGNED NOT NULL DEFAULT 0, problem VARCHAR(255) NULL,
            UNIQUE (page_id, to_crawl), KEY (store_id, to_crawl)
        ) $utf8;

        CREATE TABLE page_index (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, resource_id BIGINT UNSIGNED NULL,
            kind TINYINT UNSIGNED NOT NULL, status SMALLINT UNSIGNED NOT NULL, indexable TINYINT UNSIGNED NOT NULL, why_not TINYINT UNSIGNED NOT NULL,
            depth SMALLINT UNSIGNED NOT NULL DEFAULT 65535, links_in INT UNSIGNED NOT NULL DEFAULT 0, links_nav INT UNSIGNED NOT NULL DEFAULT 0, links_out INT UNSIGNED NOT NULL DEFAULT 0, words INT UNSIGNED NOT NULL DEFAULT 0,
            title_chars SMALLINT UNSIGNED NOT NULL DEFAULT 0, address VARBINARY(190) NOT NULL,
            KEY by_address (store_id, address, page_id), KEY by_depth (store_id, depth, page_id), KEY by_links (store_id, links_in, page_id),
            KEY by_words (store_id, words, page_id), KEY by_kind (store_id, kind, address, page_id), KEY by_kind_links (store_id, kind, links_in, page_id), KEY by_kind_depth (store_id, kind, depth, page_id),
            KEY by_kind_words (store_id, kind, words, page_id), KEY by_status (store_id, status, address, page_id), KEY by_indexable (store_id, indexable, kind, address, page_id), KEY counts (store_id, kind, status, indexable)
        );

        CREATE TABLE page_words (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, words TEXT NOT NULL, FULLTEXT KEY (words), KEY (store_id)
        ) $utf8;

        CREATE TABLE links (
            crawl_id BIGINT UNSIGNED NOT NULL, from_page BIGINT UNSIGNED NOT NULL, place SMALLINT UNSIGNED NOT NULL, to_page BIGINT UNSIGNED NOT NULL,
            anchor VARCHAR(255) NOT NULL, nofollow TINYINT NOT NULL,
            PRIMARY KEY (crawl_id, from_page, place), KEY (crawl_id, to_page)
        ) $utf8;

        CREATE TABLE link_blocks (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, crawl_id BIGINT UNSIGNED NOT NULL, digest BINARY(16) NOT NULL, region TINYINT UNSIGNED NOT NULL,
            UNIQUE (crawl_id, digest)
        );
        CREATE TABLE block_links (
            block_id BIGINT UNSIGNED NOT NULL, place SMALLINT UNSIGNED NOT NULL, to_page BIGINT UNSIGNED NOT NULL, anchor VARCHAR(255) NOT NULL, nofollow TINYINT NOT NULL,
            PRIMARY KEY (block_id, place), KEY (to_page)
        ) $utf8;
        CREATE TABLE page_blocks (
            crawl_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, block_id BIGINT UNSIGNED NOT NULL,
            PRIMARY KEY (crawl_id, page_id, block_id), KEY (block_id)
        );

        CREATE TABLE work (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, sort VARCHAR(40) NOT NULL, subject_id BIGINT UNSIGNED NOT NULL DEFAULT 0,
            state VARCHAR(10) NOT NULL, owner VARCHAR(80) NULL, fence BIGINT UNSIGNED NOT NULL DEFAULT 0, expires_at DATETIME(3) NULL, wake_at DATETIME NOT NULL,
            stop_asked TINYINT NOT NULL DEFAULT 0, failures SMALLINT UNSIGNED NOT NULL DEFAULT 0, progress JSON NOT NULL, problem TEXT NULL,
            user_id BIGINT UNSIGNED NULL, created_at DATETIME NOT NULL, started_at DATETIME NULL, ended_at DATETIME NULL,
            KEY (state, wake_at), KEY (store_id, sort, id), KEY (sort, subject_id)
        ) $utf8;
        ");
    }
};
