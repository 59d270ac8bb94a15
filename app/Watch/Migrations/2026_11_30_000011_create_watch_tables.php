<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE watch_changes (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            source TINYINT UNSIGNED NOT NULL COMMENT 'App\\\\Watch\\\\Changed\\\\ChangeSource',
            source_id BIGINT UNSIGNED NOT NULL COMMENT 'release or trial; 0 for what was made elsewhere',
            part TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'group of a trial',
            name VARCHAR(160) NOT NULL,
            note VARCHAR(300) NULL,
            first_day DATE NOT NULL COMMENT 'on which the first page was changed, in the time of the store',
            day DATE NOT NULL COMMENT 'by which nine tenths of the pages were',
            pages INT UNSIGNED NOT NULL,
            fields SMALLINT UNSIGNED NOT NULL COMMENT 'bits: which fields were changed; 0 where nobody knows',
            user_id BIGINT UNSIGNED NULL,
            created_at DATETIME NOT NULL,
            judged_at DATETIME NULL,
            judged_of VARCHAR(80) NULL COMMENT 'stamp of the numbers by which it was judged',
            verdict TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'Orchard\\\\Core\\\\Outcome\\\\Verdict',
            why_open TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'App\\\\Watch\\\\Judging\\\\WhyOpen',
            ready_on DATE NULL COMMENT 'when it can be told',
            fetched_on DATE NULL COMMENT 'by when its pages were fetched again',
            fetch_told TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT '1 where access logs tell it, 0 where it is assumed',
            weeks TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'whole weeks afterwards by which it is judged',
            weeks_told TINYINT UNSIGNED NOT NULL DEFAULT 0,
            before_from DATE NULL,
            alone INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'pages left alone, against which it is judged',
            promised DECIMAL(14,2) NULL COMMENT 'in 28 days, on the day it went out; NULL where nothing was promised',
            promised_clicks DOUBLE NULL,
            decided TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'App\\\\Watch\\\\Changed\\\\Decision',
            decided_by BIGINT UNSIGNED NULL,
            decided_at DATETIME NULL,
            UNIQUE by_source (store_id, source, source_id, part, id),
            KEY by_day (store_id, first_day, id)
        ) $utf8 COMMENT 'changes whose results are judged'");
        DB::statement(
            'CREATE TABLE watch_pages (
            change_id BIGINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL,
            store_id BIGINT UNSIGNED NOT NULL,
            live_on DATE NOT NULL,
            undone_on DATE NULL,
            fields SMALLINT UNSIGNED NOT NULL,
            origin VARCHAR(10) NOT NULL,
            kind TINYINT UNSIGNED NOT NULL DEFAULT 0,
            part SMALLINT UNSIGNED NOT NULL DEFAULT 0 COMMENT \'number of its group; 0 where it is left out\',
            left_out TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT \'App\\Watch\\Judging\\LeftOut\',
            clicks_before INT UNSIGNED NOT NULL DEFAULT 0 COMMENT \'of as many weeks\',
            impressions_before INT UNSIGNED NOT NULL DEFAULT 0,
            places_before BIGINT UNSIGNED NOT NULL DEFAULT 0 COMMENT \'1000 x position x impressions\',
            orders_before INT UNSIGNED NOT NULL DEFAULT 0,
            revenue_before DECIMAL(14,2) NOT NULL DEFAULT 0,
            clicks INT UNSIGNED NOT NULL DEFAULT 0,
            impressions INT UNSIGNED NOT NULL DEFAULT 0,
            places BIGINT UNSIGNED NOT NULL DEFAULT 0,
            orders INT UNSIGNED NOT NULL DEFAULT 0,
            revenue DECIMAL(14,2) NOT NULL DEFAULT 0,
            expected DOUBLE NOT NULL DEFAULT 0 COMMENT \'clicks that would have come\',
            gain DOUBLE NOT NULL DEFAULT 0,
            promised DECIMAL(14,2) NULL,
            promised_clicks DOUBLE NULL,
            PRIMARY KEY (change_id, page_id),
            KEY by_page (page_id),
            KEY by_gain (change_id, gain)
        ) '.
                $utf8.
                " COMMENT 'pages of such changes'",
        );
        DB::statement("CREATE TABLE watch_results (
            change_id BIGINT UNSIGNED NOT NULL,
            part SMALLINT UNSIGNED NOT NULL COMMENT '0 all its pages, 1 pages that share their queries, from 2 groups',
            store_id BIGINT UNSIGNED NOT NULL,
            name VARCHAR(120) NOT NULL,
            pages INT UNSIGNED NOT NULL,
            came DOUBLE NOT NULL COMMENT 'clicks',
            expected DOUBLE NOT NULL,
            error DOUBLE NOT NULL,
            low DOUBLE NOT NULL COMMENT 'of the gain in clicks, 9 times in 10 at least so much',
            high DOUBLE NOT NULL,
            chance DOUBLE NOT NULL COMMENT 'that it was nothing',
            smallest DOUBLE NOT NULL COMMENT 'effect that would be told 4 times in 5, as a share',
            verdict TINYINT UNSIGNED NOT NULL,
            click_value DOUBLE NULL COMMENT 'revenue of a click; NULL where no sales are known or currencies differ',
            currency CHAR(3) NULL,
            clicks_before DOUBLE NOT NULL DEFAULT 0,
            impressions_before DOUBLE NOT NULL DEFAULT 0,
            places_before DOUBLE NOT NULL DEFAULT 0,
            orders_before DOUBLE NOT NULL DEFAULT 0,
            revenue_before DECIMAL(14,2) NOT NULL DEFAULT 0,
            impressions DOUBLE NOT NULL DEFAULT 0,
            places DOUBLE NOT NULL DEFAULT 0,
            orders DOUBLE NOT NULL DEFAULT 0,
            revenue DECIMAL(14,2) NOT NULL DEFAULT 0,
            promised DECIMAL(14,2) NULL,
            promised_clicks DOUBLE NULL,
            PRIMARY KEY (change_id, part),
            KEY by_store (store_id, part)
        ) $utf8 COMMENT 'what came of them'");
        DB::statement("CREATE TABLE watch_weeks (
            change_id BIGINT UNSIGNED NOT NULL,
            week DATE NOT NULL COMMENT 'its Monday',
            came DOUBLE NOT NULL,
            expected DOUBLE NOT NULL,
            is_after TINYINT UNSIGNED NOT NULL COMMENT '1 where it is judged by',
            PRIMARY KEY (change_id, week)
        ) $utf8 COMMENT 'clicks of their pages by week, and as pages left alone went'");
        DB::statement("CREATE TABLE watch_promises (
            store_id BIGINT UNSIGNED NOT NULL,
            release_id BIGINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL,
            promised DOUBLE NOT NULL COMMENT 'revenue in 28 days by its wording, or clicks where no sales are known',
            promised_clicks DOUBLE NOT NULL,
            PRIMARY KEY (release_id, page_id),
            KEY (store_id)
        ) $utf8 COMMENT 'what was promised of a page on the day its release went out'");
        DB::statement("CREATE TABLE watch_links (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            token_hash BINARY(32) NOT NULL,
            from_day DATE NOT NULL,
            to_day DATE NOT NULL,
            expires_at DATETIME NOT NULL,
            user_id BIGINT UNSIGNED NULL,
            created_at DATETIME NOT NULL,
            UNIQUE (token_hash),
            KEY (store_id)
        ) $utf8 COMMENT 'links by which somebody without an account reads a report'");
    }
};
