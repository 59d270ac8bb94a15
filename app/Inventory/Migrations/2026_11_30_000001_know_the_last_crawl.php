<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * Whether the newest facts come from a whole crawl is a fact of the inventory: what no link reaches hangs on it.
     */
    public function up(): void
    {
        DB::statement("CREATE TABLE inventory_reads (
            store_id BIGINT UNSIGNED PRIMARY KEY,
            crawl BIGINT UNSIGNED NOT NULL,
            is_complete TINYINT UNSIGNED NOT NULL,
            read_at DATETIME NOT NULL
        ) COMMENT 'the newest crawl that brought the inventory up to date'");
        DB::statement("INSERT INTO inventory_reads SELECT store_id, id, state = 'complete', COALESCE(ended_at,
        started_at,
            NOW()) FROM gather_crawls WHERE id IN (SELECT MAX(id) FROM gather_crawls WHERE state IN ('complete',
            'incomplete') GROUP BY store_id)");
    }
};
