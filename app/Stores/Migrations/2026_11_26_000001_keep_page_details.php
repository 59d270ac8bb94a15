<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * What is kept of a page's newest fetch alone, the lines that a site repeats, and what lists sort and filter by of
     * both.
     */
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::unprepared("
        CREATE TABLE page_details (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL,
            details MEDIUMBLOB NOT NULL, text MEDIUMBLOB NOT NULL, marks MEDIUMBLOB NOT NULL, product TEXT NULL, headers TEXT NOT NULL, response_ms INT UNSIGNED NOT NULL,
            images SMALLINT UNSIGNED NOT NULL, no_alt SMALLINT UNSIGNED NOT NULL, h1s SMALLINT UNSIGNED NOT NULL, headings SMALLINT UNSIGNED NOT NULL, structured_errors TINYINT UNSIGNED NOT NULL,
            hreflangs SMALLINT UNSIGNED NOT NULL, externals SMALLINT UNSIGNED NOT NULL, needs_script TINYINT NOT NULL, looks_missing TINYINT NOT NULL, text_life TINYINT UNSIGNED NOT NULL, canonicals TINYINT UNSIGNED NOT NULL,
            KEY (store_id, page_id)
        ) $utf8;
        CREATE TABLE common_words (
            store_id BIGINT UNSIGNED NOT NULL, word VARCHAR(60) NOT NULL, PRIMARY KEY (store_id, word)
        ) $utf8;
        CREATE TABLE repeated_lines (
            store_id BIGINT UNSIGNED NOT NULL, mark BINARY(6) NOT NULL, PRIMARY KEY (store_id, mark)
        );
        DROP TABLE page_counts;
        CREATE TABLE page_counts (
            store_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, status SMALLINT UNSIGNED NOT NULL, indexable TINYINT UNSIGNED NOT NULL, sources SMALLINT UNSIGNED NOT NULL, pages INT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, kind, status, indexable, sources)
        );
        ALTER TABLE links CHANGE nofollow rel TINYINT UNSIGNED NOT NULL;
        ALTER TABLE block_links CHANGE nofollow rel TINYINT UNSIGNED NOT NULL;
        ALTER TABLE page_answers ADD edition SMALLINT UNSIGNED NOT NULL DEFAULT 0, ADD etag VARCHAR(190) NULL, ADD last_modified VARCHAR(40) NULL;
        ALTER TABLE page_index DROP PRIMARY KEY, ADD PRIMARY KEY (store_id, page_id), ADD UNIQUE by_page (page_id),
            ADD description_chars SMALLINT UNSIGNED NOT NULL DEFAULT 0, ADD h1s SMALLINT UNSIGNED NOT NULL DEFAULT 0, ADD images SMALLINT UNSIGNED NOT NULL DEFAULT 0, ADD no_alt SMALLINT UNSIGNED NOT NULL DEFAULT 0,
            ADD canonical TINYINT UNSIGNED NOT NULL DEFAULT 0, ADD bytes INT UNSIGNED NOT NULL DEFAULT 0, ADD response_ms INT UNSIGNED NOT NULL DEFAULT 0, ADD hreflangs SMALLINT UNSIGNED NOT NULL DEFAULT 0, ADD marks SMALLINT UNSIGNED NOT NULL DEFAULT 0,
            ADD sources SMALLINT UNSIGNED NOT NULL DEFAULT 0, ADD life TINYINT UNSIGNED NOT NULL DEFAULT 0, ADD stock INT NULL, ADD price DECIMAL(12,2) NULL, ADD changed_crawl BIGINT UNSIGNED NOT NULL DEFAULT 0;
        ");
    }
};
