<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * Terms, their variants and the pages that could go for them. None of these tables has foreign keys: all but what
     * people say is made anew in bulk with each run.
     */
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE match_forms (
            store_id BIGINT UNSIGNED NOT NULL,
            run BIGINT UNSIGNED NOT NULL COMMENT 'work that made it',
            market_id BIGINT UNSIGNED NOT NULL,
            term_digest BINARY(16) NOT NULL COMMENT 'MD5 of the key under which variants meet',
            digest BINARY(16) NOT NULL COMMENT 'MD5 of the text',
            text VARCHAR(190) NOT NULL,
            volume INT UNSIGNED NULL COMMENT 'searches a month, by research',
            difficulty DECIMAL(5,2) NULL,
            results VARCHAR(190) NOT NULL COMMENT 'kinds of pages that hold the first results, as a file tells',
            clicks INT UNSIGNED NOT NULL,
            impressions INT UNSIGNED NOT NULL,
            position_sum BIGINT UNSIGNED NOT NULL COMMENT 'thousandths of a position by impression',
            origins TINYINT UNSIGNED NOT NULL COMMENT 'bits: 1 research, 2 search rows, 4 rivals, 8 people',
            PRIMARY KEY (store_id, run, market_id, term_digest, digest)
        ) $utf8 COMMENT 'each phrase as it is searched'");
        DB::statement("CREATE TABLE match_seen (
            store_id BIGINT UNSIGNED NOT NULL,
            run BIGINT UNSIGNED NOT NULL COMMENT 'work that made it',
            market_id BIGINT UNSIGNED NOT NULL,
            term_digest BINARY(16) NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL,
            clicks INT UNSIGNED NOT NULL,
            impressions INT UNSIGNED NOT NULL,
            position_sum BIGINT UNSIGNED NOT NULL COMMENT 'thousandths of a position by impression',
            PRIMARY KEY (store_id, run, market_id, term_digest, page_id)
        ) COMMENT 'the pages that are seen for a term'");
        DB::statement("CREATE TABLE match_queries (
            store_id BIGINT UNSIGNED NOT NULL,
            run BIGINT UNSIGNED NOT NULL COMMENT 'work that made it',
            market_id BIGINT UNSIGNED NOT NULL,
            term_digest BINARY(16) NOT NULL,
            query_id BIGINT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, run, market_id, term_digest, query_id)
        ) COMMENT 'the queries of the search rows that are a term'");
        DB::statement("CREATE TABLE match_terms (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'MD5 of the key under which variants meet',
            term VARCHAR(190) NOT NULL COMMENT 'the variant that is searched most',
            forms SMALLINT UNSIGNED NOT NULL COMMENT 'variants',
            volume INT UNSIGNED NULL COMMENT 'searches a month; variants that a source counts together count once',
            difficulty DECIMAL(5,2) NULL,
            results VARCHAR(190) NOT NULL,
            clicks INT UNSIGNED NOT NULL,
            impressions INT UNSIGNED NOT NULL,
            position_milli INT UNSIGNED NOT NULL COMMENT '0 where no page is seen',
            origins TINYINT UNSIGNED NOT NULL COMMENT 'bits: 1 research, 2 search rows, 4 rivals, 8 people',
            run BIGINT UNSIGNED NOT NULL,
            asked TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT '1 collection, 2 product, 3 article, 4 store, 5 maker',
            strength FLOAT NOT NULL DEFAULT 0 COMMENT '0 to 1',
            because VARCHAR(400) NOT NULL DEFAULT '',
            head_id BIGINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'the head term of its group',
            page_id BIGINT UNSIGNED NULL COMMENT 'the page that is seen for it most',
            lead_page BIGINT UNSIGNED NULL COMMENT 'the page whose lead term it is',
            support_page BIGINT UNSIGNED NULL COMMENT 'the page that it supports',
            worth DOUBLE NOT NULL DEFAULT 0 COMMENT 'what its best page could earn with it in four weeks',
            potential DOUBLE NOT NULL DEFAULT 0 COMMENT 'what a page made for it could earn in four weeks',
            products SMALLINT UNSIGNED NULL COMMENT 'products in stock that have all its words; null where the store
                has none',
            served TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT '0 no page, 1 a page, 2 not stocked, 3 a page is
                planned, 4 left without a page',
            locked TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT '1 where a person or a file gave it to its page',
            rivals TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT '1 where pages take turns and nobody decided',
            excluded TINYINT UNSIGNED NOT NULL DEFAULT 0,
            tracked TINYINT UNSIGNED NOT NULL DEFAULT 0,
            UNIQUE (store_id, market_id, digest),
            KEY by_worth (store_id, market_id, excluded, worth, id),
            KEY by_volume (store_id, market_id, excluded, volume, id),
            KEY by_served (store_id, market_id, excluded, served, potential, id),
            KEY by_locked (store_id, market_id, locked, worth, id),
            KEY by_asked (store_id, market_id, excluded, asked, worth, id),
            KEY by_rivals (store_id, market_id, rivals, worth, id),
            KEY by_tracked (store_id, tracked, id),
            KEY by_head (store_id, head_id, worth, id),
            KEY by_group (store_id, market_id, excluded, head_id, worth, lead_page),
            KEY by_lead (store_id, lead_page),
            KEY by_support (store_id, support_page),
            KEY by_run (store_id, run),
            FULLTEXT KEY by_words (term)
        ) $utf8");
        DB::statement("CREATE TABLE match_pairs (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            term_id BIGINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL,
            run BIGINT UNSIGNED NOT NULL,
            worth DOUBLE NOT NULL COMMENT 'what the page could earn with the term in four weeks',
            relevance FLOAT NOT NULL COMMENT '0 to 1',
            asked FLOAT NOT NULL COMMENT '0 to 1: how well its kind answers what the term asks for',
            fitting SMALLINT UNSIGNED NOT NULL COMMENT 'products in stock that satisfy the term',
            stocked SMALLINT UNSIGNED NOT NULL COMMENT 'products in stock of the page',
            clicks INT UNSIGNED NOT NULL,
            impressions INT UNSIGNED NOT NULL,
            position_milli INT UNSIGNED NOT NULL COMMENT '0 where the page is not seen for it',
            PRIMARY KEY (term_id, page_id),
            KEY by_page (page_id, worth, term_id),
            KEY by_market (store_id, market_id, page_id, term_id, worth),
            KEY by_run (store_id, run)
        ) COMMENT 'pages that could go for a term'");
        DB::statement("CREATE TABLE match_said (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'of the term, as in match_terms',
            term VARCHAR(190) NOT NULL,
            asked TINYINT UNSIGNED NULL,
            head VARBINARY(190) NULL COMMENT 'its group, as somebody put it',
            excluded TINYINT UNSIGNED NOT NULL DEFAULT 0,
            tracked TINYINT UNSIGNED NOT NULL DEFAULT 0,
            added TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'whether somebody added the term',
            note VARCHAR(500) NOT NULL DEFAULT '',
            tags VARCHAR(190) NOT NULL DEFAULT '' COMMENT 'parted by commas',
            plan VARCHAR(7) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '' COMMENT 'planned: a page is to be
                made; left: none on purpose',
            plan_name VARCHAR(190) NOT NULL DEFAULT '' COMMENT 'what the planned page is to be called',
            reason VARCHAR(500) NOT NULL DEFAULT '' COMMENT 'why it is left without a page',
            review_on DATE NULL,
            user_id BIGINT UNSIGNED NULL,
            said_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, market_id, digest)
        ) $utf8 COMMENT 'what people said of terms; no run takes it away'");
        DB::statement("CREATE TABLE match_rivalries (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            term_id BIGINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL COMMENT 'the one that is shown more',
            rival_id BIGINT UNSIGNED NOT NULL,
            run BIGINT UNSIGNED NOT NULL,
            impressions INT UNSIGNED NOT NULL,
            rival_impressions INT UNSIGNED NOT NULL,
            clicks INT UNSIGNED NOT NULL,
            rival_clicks INT UNSIGNED NOT NULL,
            position_milli INT UNSIGNED NOT NULL,
            rival_position_milli INT UNSIGNED NOT NULL,
            turns FLOAT NOT NULL COMMENT '0 side by side, 1 never on one day',
            switches SMALLINT UNSIGNED NOT NULL COMMENT 'days on which the other one is shown more',
            lost_clicks FLOAT NOT NULL COMMENT 'in four weeks',
            takes_turns TINYINT UNSIGNED NOT NULL,
            worth DOUBLE NOT NULL COMMENT 'of the term',
            PRIMARY KEY (term_id, page_id, rival_id),
            KEY by_worth (store_id, market_id, takes_turns, worth, term_id),
            KEY by_run (store_id, run)
        ) COMMENT 'two pages for one term'");
        DB::statement("CREATE TABLE match_decisions (
            store_id BIGINT UNSIGNED NOT NULL,
            market_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'of the term',
            page_id BIGINT UNSIGNED NOT NULL COMMENT 'the lower number of both pages',
            rival_id BIGINT UNSIGNED NOT NULL,
            decision VARCHAR(8) CHARACTER SET ascii COLLATE ascii_bin NOT NULL COMMENT 'main, merge, fold or leave',
            main_page BIGINT UNSIGNED NULL,
            reason VARCHAR(500) NOT NULL,
            review_on DATE NULL,
            user_id BIGINT UNSIGNED NULL,
            decided_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, market_id, digest, page_id, rival_id)
        ) $utf8 COMMENT 'what is to become of two pages for one term; no run takes it away'");
        DB::statement("CREATE TABLE match_states (
            market_id BIGINT UNSIGNED PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            run BIGINT UNSIGNED NOT NULL,
            matched_at DATETIME NOT NULL,
            terms INT UNSIGNED NOT NULL,
            pages INT UNSIGNED NOT NULL COMMENT 'that can be matched',
            leads INT UNSIGNED NOT NULL COMMENT 'pages with a lead term',
            total DOUBLE NOT NULL COMMENT 'what all lead terms are worth together',
            gap DOUBLE NOT NULL COMMENT 'by how much the best matching could be worth more',
            reach_middle FLOAT NOT NULL COMMENT 'difficulty of an even chance',
            reach_spread FLOAT NOT NULL,
            reach_terms INT UNSIGNED NOT NULL COMMENT 'that told it; 0 where it is assumed',
            money TINYINT UNSIGNED NOT NULL COMMENT '1 where worth is money, 0 where it is clicks',
            KEY (store_id)
        )");
        DB::statement("CREATE TABLE match_steps (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            user_id BIGINT UNSIGNED NOT NULL,
            label VARCHAR(120) NOT NULL,
            state TINYINT UNSIGNED NOT NULL COMMENT '1 done, 2 taken back',
            before_json MEDIUMTEXT NOT NULL,
            after_json MEDIUMTEXT NOT NULL,
            made_at DATETIME NOT NULL,
            KEY (store_id, user_id, state, id)
        ) $utf8 COMMENT 'what each person did to terms, to be taken back'");
    }
};
