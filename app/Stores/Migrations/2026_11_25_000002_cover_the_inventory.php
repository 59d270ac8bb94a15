<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * Numbers are counted when the list is made, not when it is shown; every filter is answered from the index it is
     * ordered by.
     */
    public function up(): void
    {
        DB::unprepared('
        CREATE TABLE page_counts (
            store_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, status SMALLINT UNSIGNED NOT NULL, indexable TINYINT UNSIGNED NOT NULL, pages INT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, kind, status, indexable)
        );
        INSERT INTO page_counts SELECT store_id, kind, status, indexable, COUNT(*) FROM page_index GROUP BY store_id, kind, status, indexable;
        ALTER TABLE page_index DROP KEY counts, DROP KEY by_address, DROP KEY by_depth, DROP KEY by_links, DROP KEY by_words, DROP KEY by_kind, DROP KEY by_kind_links, DROP KEY by_kind_depth, DROP KEY by_kind_words,
            ADD KEY by_address (store_id, address, page_id, kind, status, indexable), ADD KEY by_depth (store_id, depth, page_id, kind, status, indexable, address),
            ADD KEY by_links (store_id, links_in, page_id, kind, status, indexable, address), ADD KEY by_words (store_id, words, page_id, kind, status, indexable, address),
            ADD KEY by_kind (store_id, kind, address, page_id, status, indexable), ADD KEY by_kind_links (store_id, kind, links_in, page_id, status, indexable),
            ADD KEY by_kind_depth (store_id, kind, depth, page_id, status, indexable), ADD KEY by_kind_words (store_id, kind, words, page_id, status, indexable);
        ');
    }
};
