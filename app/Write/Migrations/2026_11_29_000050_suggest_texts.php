<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE write_sources (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            name VARCHAR(60) NOT NULL,
            url VARCHAR(400) NOT NULL COMMENT 'below which chat/completions is asked',
            model VARCHAR(100) NOT NULL,
            secret TEXT NOT NULL COMMENT 'the key, encrypted',
            price_in DECIMAL(10,4) NOT NULL COMMENT 'for a million tokens that are sent',
            price_out DECIMAL(10,4) NOT NULL COMMENT 'for a million tokens that come back',
            currency CHAR(3) NOT NULL,
            made_at DATETIME NOT NULL,
            UNIQUE by_name (store_id, name)
        ) $utf8 COMMENT 'services that write texts; the one that ships has no row and the number 0'");
        DB::statement("CREATE TABLE write_wishes (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            source_id BIGINT UNSIGNED NOT NULL COMMENT '0 for the writer that ships',
            source VARCHAR(60) NOT NULL COMMENT 'its name as it was then',
            field TINYINT UNSIGNED NOT NULL,
            style TEXT NOT NULL COMMENT 'tone, length, words to use and to avoid, as JSON',
            facts TEXT NOT NULL COMMENT 'names of the facts that are sent, as JSON',
            scope VARCHAR(200) NOT NULL COMMENT 'which pages, in words',
            pages INT UNSIGNED NOT NULL,
            foreseen_in INT UNSIGNED NOT NULL COMMENT 'tokens',
            foreseen_out INT UNSIGNED NOT NULL,
            told_in INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'tokens that were counted',
            told_out INT UNSIGNED NOT NULL DEFAULT 0,
            price_in DECIMAL(10,4) NOT NULL COMMENT 'as it was then',
            price_out DECIMAL(10,4) NOT NULL,
            currency CHAR(3) NOT NULL,
            user_id BIGINT UNSIGNED NULL,
            made_at DATETIME NOT NULL,
            KEY by_store (store_id, id)
        ) $utf8 COMMENT 'what wording sources were asked for'");
        DB::statement("CREATE TABLE write_wish_pages (
            wish_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            place INT UNSIGNED NOT NULL,
            state TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'App\\\\Write\\\\Suggestions\\\\PageState',
            note VARCHAR(300) NULL,
            PRIMARY KEY (wish_id, resource_id),
            KEY by_state (wish_id, state, place)
        ) $utf8");
        DB::statement("CREATE TABLE write_suggestions (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            wish_id BIGINT UNSIGNED NOT NULL,
            source_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            place TINYINT UNSIGNED NOT NULL COMMENT '1 is the best of its page',
            text TEXT NOT NULL,
            pixels SMALLINT UNSIGNED NOT NULL COMMENT 'of what would be shown',
            checks INT UNSIGNED NOT NULL COMMENT 'bits of Orchard\\\\Core\\\\Wording\\\\Check',
            doubts TEXT NOT NULL COMMENT 'claims that no fact of the page makes, as JSON; [] for none',
            state TINYINT UNSIGNED NOT NULL COMMENT 'App\\\\Write\\\\Suggestions\\\\SuggestionState',
            decided_by BIGINT UNSIGNED NULL,
            decided_at DATETIME NULL,
            UNIQUE by_wish (wish_id, resource_id, place),
            KEY by_source (store_id, source_id, state),
            KEY by_text (resource_id, field, state)
        ) $utf8");
    }
};
