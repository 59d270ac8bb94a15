<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** No foreign keys: terms are written anew by each matching, and known again by their digest. */
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE match_roads (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'of the term',
            term VARCHAR(190) NOT NULL,
            rival_url VARCHAR(700) NOT NULL,
            rival_backlinks INT UNSIGNED NOT NULL COMMENT 'followed, in the content of other sites, each site once',
            rival_internal INT UNSIGNED NOT NULL COMMENT 'followed, in the content of its own site',
            own_backlinks INT UNSIGNED NULL COMMENT 'NULL where the lists of the store tell them',
            user_id BIGINT UNSIGNED NULL,
            made_at DATETIME NOT NULL,
            UNIQUE by_term (store_id, market_id, digest)
        ) $utf8 COMMENT 'how far it is to a rival page, in links'");
        DB::statement("CREATE TABLE match_road_steps (
            road_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'of a weaker term on the way',
            place SMALLINT UNSIGNED NOT NULL,
            term VARCHAR(190) NOT NULL,
            reached_on DATE NULL COMMENT 'when it was first seen among the first ten',
            PRIMARY KEY (road_id, digest)
        ) $utf8 COMMENT 'weaker terms that are won first'");
    }
};
