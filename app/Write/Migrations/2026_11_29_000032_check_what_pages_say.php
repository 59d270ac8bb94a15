<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $bits = array_map(
            static fn (
                string $column,
            ): string => "MODIFY $column INT UNSIGNED NOT NULL COMMENT 'bits of Orchard\\\\Core\\\\Wording\\\\Check'",
            ['title_checks', 'description_checks', 'any_checks'],
        );
        DB::statement(
            'ALTER TABLE write_rows '.
                implode(', ', $bits).
                ",
            ADD title_near BINARY(8) NULL COMMENT 'Orchard\\\\Core\\\\Wording\\\\NearWording',
            ADD description_near BINARY(8) NULL,
            ADD near_off TINYINT UNSIGNED NOT NULL DEFAULT 0
                COMMENT 'bits of fields of which near duplicates are not told, or let pass',
            ADD KEY by_title_near (store_id, title_near, market_id),
            ADD KEY by_description_near (store_id, description_near, market_id)",
        );
        DB::statement("CREATE TABLE write_check_rules (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL COMMENT '0: all markets without rules of their own',
            kind TINYINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            checks_off INT UNSIGNED NOT NULL COMMENT 'bits of Orchard\\\\Core\\\\Wording\\\\Check',
            forbidden TEXT NOT NULL COMMENT 'a word or phrase a line',
            required TEXT NOT NULL COMMENT 'a phrase a line',
            PRIMARY KEY (store_id, market_id, kind, field)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci");
        DB::statement("CREATE TABLE write_words (
            store_id BIGINT UNSIGNED NOT NULL,
            word VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL COMMENT 'in small letters',
            by_hand TINYINT NOT NULL COMMENT '1 where a person said so, 0 where names and facts have it',
            user_id BIGINT UNSIGNED NULL,
            learned_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, word)
        ) COMMENT 'words that are right in this store, whatever dictionaries say'");
        DB::statement("CREATE TABLE write_waivers (
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            check_bit INT UNSIGNED NOT NULL COMMENT 'Orchard\\\\Core\\\\Wording\\\\Check',
            store_id BIGINT UNSIGNED NOT NULL,
            reason VARCHAR(200) NOT NULL,
            user_id BIGINT UNSIGNED NULL,
            waived_at DATETIME NOT NULL,
            PRIMARY KEY (resource_id, field, check_bit),
            KEY by_store (store_id, resource_id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci COMMENT 'faults of pages that somebody let pass'");
    }
};
