<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "CREATE TABLE weigh_lots (
                store_id BIGINT UNSIGNED NOT NULL,
                market_id BIGINT UNSIGNED NOT NULL COMMENT '0: all markets, where their sums add up',
                place TINYINT UNSIGNED NOT NULL COMMENT '1 is the largest',
                collection_id BIGINT UNSIGNED NOT NULL COMMENT 'page whose products these are; 0: pages of one kind',
                kind TINYINT UNSIGNED NOT NULL, pages INT UNSIGNED NOT NULL,
                upside DOUBLE NOT NULL COMMENT 'in 28 days, in the unit of the market', low DOUBLE NOT NULL,
                high DOUBLE NOT NULL,
                wording DOUBLE NOT NULL, lift DOUBLE NOT NULL, impressions BIGINT UNSIGNED NOT NULL,
                ratio DOUBLE NOT NULL COMMENT 'clicks by those expected, weighted by these',
                position DOUBLE NOT NULL COMMENT 'average, by impressions',
                PRIMARY KEY (store_id, market_id, place)
            )",
        );
        DB::statement(
            'CREATE TABLE weigh_lot_pages (
                store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, place TINYINT UNSIGNED NOT NULL,
                page_id BIGINT UNSIGNED NOT NULL, upside DOUBLE NOT NULL,
                PRIMARY KEY (store_id, market_id, place, page_id)
            )',
        );
        DB::statement(
            "CREATE TABLE weigh_collection_pages (
                store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL COMMENT 'a product',
                collection_id BIGINT UNSIGNED NOT NULL COMMENT 'page whose main content links to it, or to a URL whose canonical it is',
                PRIMARY KEY (store_id, page_id, collection_id)
            )",
        );
        // Sums by collection and seasons are made of it: they are made anew with the next weighing.
        DB::table('weigh_states')->update(['links' => '']);
    }

    public function down(): void
    {
        DB::statement('DROP TABLE weigh_collection_pages, weigh_lot_pages, weigh_lots');
    }
};
