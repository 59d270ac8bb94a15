<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("ALTER TABLE drafts ADD ready_at DATETIME NULL COMMENT 'since when it waits for approval or release',
            ADD approved_name VARCHAR(60) NULL COMMENT 'who approved it, where that was a guest'");
        DB::statement("UPDATE drafts SET ready_at = updated_at WHERE state = 'ready'");
        DB::statement("CREATE TABLE text_reviewers (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            place SMALLINT UNSIGNED NOT NULL COMMENT 'a text belongs to the first whose part it is in',
            user_id BIGINT UNSIGNED NULL,
            guest VARCHAR(60) NULL COMMENT 'name of somebody without an account, who has a link',
            guest_email VARCHAR(190) NULL,
            token_hash BINARY(32) NULL,
            token_until DATETIME NULL,
            deputy_id BIGINT UNSIGNED NULL,
            kind TINYINT UNSIGNED NULL COMMENT 'NULL for all kinds of pages',
            maker VARCHAR(190) NULL,
            collection_id BIGINT UNSIGNED NULL COMMENT 'page of the collection',
            market_id BIGINT UNSIGNED NULL,
            days TINYINT UNSIGNED NOT NULL DEFAULT 3 COMMENT 'in which a text is to be looked at',
            away_until DATE NULL,
            reminded_at DATETIME NULL,
            made_at DATETIME NOT NULL,
            KEY by_store (store_id, place),
            UNIQUE by_token (token_hash)
        ) $utf8 COMMENT 'who approves which texts'");
        DB::statement("CREATE TABLE text_comments (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            words VARCHAR(1000) NOT NULL,
            user_id BIGINT UNSIGNED NULL,
            guest VARCHAR(60) NULL,
            made_at DATETIME NOT NULL,
            KEY by_text (resource_id, field, id),
            KEY by_store (store_id, id)
        ) $utf8 COMMENT 'what people say to each other about a text'");
    }
};
