<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What images and pages of other sites answer: asked by HEAD, seldom, for the pages of most worth first. */
    public function up(): void
    {
        DB::statement("CREATE TABLE tend_asked (
            store_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'MD5 of the address',
            status SMALLINT UNSIGNED NOT NULL COMMENT '0 where there was no answer',
            bytes INT UNSIGNED NULL COMMENT 'as the answer tells it; null where it does not',
            type VARCHAR(60) NOT NULL,
            moved_to VARCHAR(500) NOT NULL DEFAULT '',
            asked_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, digest),
            KEY (store_id, asked_at)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci");
    }
};
