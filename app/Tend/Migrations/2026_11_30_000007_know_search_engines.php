<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** How the store has proved to search engines whose it is, and which sitemap it has told them of. */
    public function up(): void
    {
        DB::statement("CREATE TABLE tend_proofs (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            engine VARCHAR(60) NOT NULL COMMENT 'as people call it',
            way TINYINT UNSIGNED NOT NULL COMMENT '1 meta element of the home page, 2 file',
            name VARCHAR(190) NOT NULL COMMENT 'of the element, or path of the file',
            value VARCHAR(500) NOT NULL COMMENT 'what stands in it; empty for whatever',
            seen_at DATETIME NULL COMMENT 'when it was last seen live',
            looked_at DATETIME NULL,
            user_id BIGINT UNSIGNED NULL,
            UNIQUE (store_id, engine, way, name)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci");
        DB::statement("ALTER TABLE tend_states ADD seen VARCHAR(200) NOT NULL DEFAULT '{}'
            COMMENT 'JSON: what only all pages together tell of the store'");
        DB::statement('CREATE TABLE tend_submissions (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            engine VARCHAR(60) NOT NULL,
            sitemap VARCHAR(1000) NOT NULL,
            told_on DATE NOT NULL,
            user_id BIGINT UNSIGNED NULL,
            KEY (store_id, told_on)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci');
    }
};
