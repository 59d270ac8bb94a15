<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Tracked terms by day and by week, and groups. No foreign keys: months and groups are written anew in bulk. */
    public function up(): void
    {
        // Rows of older runs are taken away once a run, and a scan does that as well.
        DB::statement('ALTER TABLE match_pairs DROP KEY by_run');
        DB::statement('ALTER TABLE match_terms DROP KEY by_run, DROP KEY by_volume, ADD KEY by_volume (store_id, market_id, excluded,
            volume,            id, difficulty, lead_page, served)');
        DB::statement("ALTER TABLE match_said ADD KEY by_tracked (store_id, market_id, tracked),
            ADD COLUMN plan_kind TINYINT UNSIGNED NULL COMMENT 'kind of the planned page' AFTER plan_name,
            ADD COLUMN plan_url VARCHAR(700) NOT NULL DEFAULT '' COMMENT 'address that the planned page shall have'
                AFTER plan_kind,
            ADD COLUMN plan_page BIGINT UNSIGNED NULL COMMENT 'the planned page' AFTER plan_url,
            ADD KEY by_plan (store_id, plan_page)");

        DB::statement("CREATE TABLE match_results (
            store_id BIGINT UNSIGNED NOT NULL,
            run BIGINT UNSIGNED NOT NULL COMMENT 'work that made it',
            market_id BIGINT UNSIGNED NOT NULL,
            term_digest BINARY(16) NOT NULL,
            url_digest BINARY(16) NOT NULL COMMENT 'of a page of a rival',
            url VARCHAR(700) NOT NULL,
            kind TINYINT UNSIGNED NULL COMMENT 'as its path tells',
            position_milli INT UNSIGNED NOT NULL COMMENT '0 where no list tells it',
            PRIMARY KEY (store_id, run, market_id, term_digest, url_digest)
        ) COMMENT 'pages of rivals that are seen for a term'");
        DB::statement("CREATE TABLE match_groups (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            head_id BIGINT UNSIGNED NOT NULL COMMENT 'of match_terms',
            worth DOUBLE NOT NULL COMMENT 'of all its terms, when it was counted',
            PRIMARY KEY (store_id, market_id, head_id),
            KEY by_worth (store_id, market_id, worth, head_id)
        ) COMMENT 'groups of two terms and more, in their order'");
        DB::statement("CREATE TABLE match_days (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'of the term, as in match_terms',
            day DATE NOT NULL,
            clicks INT UNSIGNED NOT NULL,
            impressions INT UNSIGNED NOT NULL,
            position_sum BIGINT UNSIGNED NOT NULL COMMENT 'thousandths of a position by impression',
            page_id BIGINT UNSIGNED NOT NULL COMMENT 'the page that is shown most; 0 where rows name no page',
            PRIMARY KEY (store_id, market_id, digest, day)
        ) COMMENT 'tracked terms by day; a day without a row is a day on which the term was not seen'");
        DB::statement("CREATE TABLE match_weeks (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            week DATE NOT NULL COMMENT 'its Monday',
            band TINYINT UNSIGNED NOT NULL COMMENT 'PositionBand',
            digest BINARY(16) NOT NULL,
            position_milli INT UNSIGNED NOT NULL,
            impressions INT UNSIGNED NOT NULL,
            clicks INT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, market_id, digest, week)
        ) COMMENT 'tracked terms by week'");
        DB::statement("CREATE TABLE match_tracked (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL,
            clicks INT UNSIGNED NOT NULL COMMENT 'in the last 28 days that are told',
            impressions INT UNSIGNED NOT NULL,
            position_milli INT UNSIGNED NOT NULL COMMENT '0 where it was not seen in them',
            before_milli INT UNSIGNED NOT NULL COMMENT 'in the 28 days before',
            page_id BIGINT UNSIGNED NOT NULL COMMENT 'the page that was shown most; 0 for none',
            seen_on DATE NULL COMMENT 'the last day on which it was seen',
            bands VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '' COMMENT 'a PositionBand for each
                week back from bands_to; 0 where it was not seen',
            bands_to DATE NULL COMMENT 'a Monday',
            PRIMARY KEY (store_id, market_id, digest)
        ) COMMENT 'tracked terms as they stand'");
    }
};
