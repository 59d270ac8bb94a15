<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Links that the shop's editors should put into texts. */
    public function up(): void
    {
        DB::statement("CREATE TABLE tend_links (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            from_page BIGINT UNSIGNED NOT NULL,
            to_page BIGINT UNSIGNED NOT NULL,
            reason TINYINT UNSIGNED NOT NULL COMMENT 'see LinkReason',
            state TINYINT UNSIGNED NOT NULL COMMENT '1 proposed, 2 on the list, 3 seen live, 4 left',
            anchor VARCHAR(190) NOT NULL,
            sentence VARCHAR(500) NOT NULL COMMENT 'where it fits; empty for the end of the text',
            relevance DOUBLE NOT NULL,
            worth DOUBLE NOT NULL DEFAULT 0 COMMENT 'of the page that it leads to',
            depth_now SMALLINT UNSIGNED NOT NULL DEFAULT 0,
            depth_then SMALLINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'with all links of the list and all proposed ones',
            weight_now INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'share of the internal link weight, thousand millionths',
            weight_then INT UNSIGNED NOT NULL DEFAULT 0,
            run BIGINT UNSIGNED NOT NULL COMMENT 'work that proposed it last',
            user_id BIGINT UNSIGNED NULL COMMENT 'who put it on the list or left it',
            said_at DATETIME NULL,
            seen_at DATETIME NULL,
            UNIQUE (store_id, from_page, to_page),
            KEY by_worth (store_id, state, worth, id),
            KEY (store_id, to_page)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci");
    }
};
