<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * Every version of a store's robots.txt that was fetched or written; never changed, so that each can be taken up
     * again.
     */
    public function up(): void
    {
        DB::statement("CREATE TABLE tend_robots (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            origin TINYINT UNSIGNED NOT NULL COMMENT '1 fetched from the shop, 2 written here',
            status SMALLINT UNSIGNED NOT NULL COMMENT 'HTTP status of what was fetched; 0 of what was written',
            body MEDIUMTEXT NOT NULL,
            note VARCHAR(300) NOT NULL DEFAULT '',
            user_id BIGINT UNSIGNED NULL,
            made_at DATETIME NOT NULL,
            seen_at DATETIME NULL COMMENT 'when the shop was last seen to show just this',
            KEY (store_id, id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin");
    }
};
