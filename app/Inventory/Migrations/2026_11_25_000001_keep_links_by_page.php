<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * Links belong to the page that carries them, not to a crawl. What older crawls found is dropped: the next crawl
     * reads it anew.
     */
    public function up(): void
    {
        DB::unprepared('
        DROP TABLE links, link_blocks, block_links, page_blocks;

        CREATE TABLE page_answers (
            page_id BIGINT UNSIGNED PRIMARY KEY, answer_digest BINARY(16) NOT NULL, links_digest BINARY(16) NOT NULL
        );
        CREATE TABLE links (
            store_id BIGINT UNSIGNED NOT NULL, from_page BIGINT UNSIGNED NOT NULL, place SMALLINT UNSIGNED NOT NULL, to_page BIGINT UNSIGNED NOT NULL,
            anchor VARCHAR(255) NOT NULL, nofollow TINYINT NOT NULL,
            PRIMARY KEY (store_id, from_page, place), KEY (to_page)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        CREATE TABLE link_blocks (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, digest BINARY(16) NOT NULL, region TINYINT UNSIGNED NOT NULL,
            UNIQUE (store_id, digest)
        );
        CREATE TABLE block_links (
            block_id BIGINT UNSIGNED NOT NULL, place SMALLINT UNSIGNED NOT NULL, to_page BIGINT UNSIGNED NOT NULL, anchor VARCHAR(255) NOT NULL, nofollow TINYINT NOT NULL,
            PRIMARY KEY (block_id, place), KEY (to_page)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        CREATE TABLE page_blocks (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, block_id BIGINT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, page_id, block_id), KEY (block_id)
        );
        ');
    }
};
