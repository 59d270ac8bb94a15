<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE page_terms (
            page_id BIGINT UNSIGNED NOT NULL,
            place TINYINT UNSIGNED NOT NULL COMMENT '0 the lead term, 1 to 25 supporting ones in their order',
            store_id BIGINT UNSIGNED NOT NULL,
            term VARCHAR(190) NOT NULL,
            origin VARCHAR(8) CHARACTER
            SET ascii COLLATE ascii_bin NOT NULL COMMENT 'App\\\\Inventory\\\\Terms\\\\TermOrigin',
            user_id BIGINT UNSIGNED NULL,
            set_at DATETIME NOT NULL,
            PRIMARY KEY (page_id, place),
            KEY by_term (store_id, term(60)),
            KEY by_page (store_id, place, page_id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin COMMENT 'the search terms that pages are written for'");
    }
};
