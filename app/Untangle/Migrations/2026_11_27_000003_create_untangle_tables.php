<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::unprepared("
        CREATE TABLE untangle_identities (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, mark BINARY(16) NOT NULL, identity MEDIUMBLOB NOT NULL,
            same BINARY(16) NULL, called BINARY(16) NULL, items BINARY(16) NULL, number VARCHAR(120) NOT NULL, signature VARBINARY(504) NOT NULL,
            PRIMARY KEY (store_id, page_id)
        ) $utf8;
        CREATE TABLE untangle_pairs (
            store_id BIGINT UNSIGNED NOT NULL, a BIGINT UNSIGNED NOT NULL, b BIGINT UNSIGNED NOT NULL, is_version TINYINT NOT NULL DEFAULT 0,
            kinship VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NULL, likeness SMALLINT UNSIGNED NOT NULL DEFAULT 0, sureness SMALLINT UNSIGNED NOT NULL DEFAULT 0, reason VARCHAR(255) NOT NULL DEFAULT '', differs TINYINT NOT NULL DEFAULT 0,
            PRIMARY KEY (store_id, a, b)
        ) $utf8;
        CREATE TABLE untangle_parameters (
            store_id BIGINT UNSIGNED NOT NULL, scope VARCHAR(120) NOT NULL, name VARCHAR(120) NOT NULL, pages INT UNSIGNED NOT NULL DEFAULT 0,
            effect VARCHAR(10) NULL, pairs INT UNSIGNED NOT NULL, bases INT UNSIGNED NOT NULL, certainty SMALLINT UNSIGNED NOT NULL, is_sure TINYINT NOT NULL, is_likely TINYINT NOT NULL, counts JSON NOT NULL, examples JSON NOT NULL, counter JSON NULL,
            said VARCHAR(10) NULL, said_by BIGINT UNSIGNED NULL, said_at DATETIME NULL,
            PRIMARY KEY (store_id, scope, name)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin;
        CREATE TABLE untangle_pages (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, tangle_id BIGINT UNSIGNED NOT NULL DEFAULT 0, keeper_page BIGINT UNSIGNED NOT NULL DEFAULT 0, cause_id BIGINT UNSIGNED NOT NULL DEFAULT 0,
            kinship VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '', likeness SMALLINT UNSIGNED NOT NULL DEFAULT 0, sureness SMALLINT UNSIGNED NOT NULL DEFAULT 0, reason VARCHAR(255) NOT NULL DEFAULT '',
            declared VARCHAR(2048) NOT NULL DEFAULT '', declared_page BIGINT UNSIGNED NOT NULL DEFAULT 0, verdict VARCHAR(30) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, notes VARCHAR(190) NOT NULL DEFAULT '',
            action VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, why VARCHAR(255) NOT NULL DEFAULT '', is_safe TINYINT NOT NULL DEFAULT 0, chosen_page BIGINT UNSIGNED NOT NULL DEFAULT 0, clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, page_id), KEY by_tangle (store_id, tangle_id, page_id), KEY by_cause (store_id, cause_id, clicks, page_id), KEY by_verdict (store_id, verdict, clicks, page_id), KEY by_declared (store_id, declared_page), KEY by_chosen (store_id, chosen_page, clicks)
        ) $utf8;
        CREATE TABLE untangle_tangles (
            store_id BIGINT UNSIGNED NOT NULL, tangle_id BIGINT UNSIGNED NOT NULL, keeper_page BIGINT UNSIGNED NOT NULL, pages INT UNSIGNED NOT NULL, clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL,
            to_do INT UNSIGNED NOT NULL DEFAULT 0, is_safe TINYINT NOT NULL DEFAULT 0, lead_points SMALLINT NOT NULL DEFAULT 0, points JSON NOT NULL, reasons VARCHAR(500) NOT NULL,
            PRIMARY KEY (store_id, tangle_id), KEY by_clicks (store_id, clicks, tangle_id), KEY by_keeper (store_id, keeper_page)
        ) $utf8;
        CREATE TABLE untangle_causes (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, name VARCHAR(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
            sort VARCHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, urls INT UNSIGNED NOT NULL DEFAULT 0, to_do INT UNSIGNED NOT NULL DEFAULT 0, tangles INT UNSIGNED NOT NULL DEFAULT 0, clicks INT UNSIGNED NOT NULL DEFAULT 0, impressions INT UNSIGNED NOT NULL DEFAULT 0,
            exceptions INT UNSIGNED NOT NULL DEFAULT 0, sureness SMALLINT UNSIGNED NOT NULL DEFAULT 0, is_safe TINYINT NOT NULL DEFAULT 0, action VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT 'leave', example_page BIGINT UNSIGNED NOT NULL DEFAULT 0,
            decision VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NULL, decided_by BIGINT UNSIGNED NULL, decided_at DATETIME NULL,
            UNIQUE (store_id, name(190))
        ) $utf8;
        CREATE TABLE untangle_rules (
            store_id BIGINT UNSIGNED NOT NULL, name VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, choice VARCHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, user_id BIGINT UNSIGNED NULL, set_at DATETIME NOT NULL, PRIMARY KEY (store_id, name)
        );
        CREATE TABLE untangle_decisions (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, sort VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, value VARCHAR(20) NOT NULL, user_id BIGINT UNSIGNED NULL, set_at DATETIME NOT NULL, PRIMARY KEY (store_id, page_id, sort)
        );
        CREATE TABLE untangle_versions (
            store_id BIGINT UNSIGNED NOT NULL, place INT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, other_url VARCHAR(2048) NOT NULL, code VARCHAR(35) NOT NULL, fault VARCHAR(40) NOT NULL, clicks INT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, place), KEY (store_id, fault, clicks)
        ) $utf8;
        CREATE TABLE untangle_facets (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, parent_page BIGINT UNSIGNED NOT NULL, products INT UNSIGNED NOT NULL, of_products INT UNSIGNED NOT NULL, in_stock INT UNSIGNED NOT NULL, demand INT UNSIGNED NOT NULL, has_link TINYINT NOT NULL, has_text TINYINT NOT NULL,
            state VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, since DATE NOT NULL, PRIMARY KEY (store_id, page_id), KEY (store_id, state, demand)
        );
        CREATE TABLE untangle_redirects (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, digest BINARY(16) NOT NULL, from_url VARCHAR(2048) NOT NULL, to_url VARCHAR(2048) NOT NULL, status SMALLINT UNSIGNED NOT NULL,
            origin VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, is_live TINYINT NOT NULL DEFAULT 0, fault VARCHAR(400) NULL, hits INT UNSIGNED NOT NULL DEFAULT 0, last_hit DATE NULL, user_id BIGINT UNSIGNED NULL, created_at DATETIME NOT NULL,
            UNIQUE (store_id, digest), KEY (store_id, origin, id), KEY by_hits (store_id, hits, id)
        ) $utf8;
        CREATE TABLE untangle_lost (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, status SMALLINT UNSIGNED NOT NULL, clicks INT UNSIGNED NOT NULL, backlinks INT UNSIGNED NOT NULL, links_in INT UNSIGNED NOT NULL, target_page BIGINT UNSIGNED NOT NULL DEFAULT 0, likeness SMALLINT UNSIGNED NOT NULL DEFAULT 0, why VARCHAR(255) NOT NULL, plan VARCHAR(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
            PRIMARY KEY (store_id, page_id), KEY (store_id, plan, clicks)
        ) $utf8;
        CREATE TABLE untangle_told (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, purpose VARCHAR(8) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, why VARCHAR(190) NOT NULL, created_at DATETIME NOT NULL, sent_at DATETIME NULL, answer VARCHAR(190) NULL,
            UNIQUE (store_id, page_id, purpose), KEY (store_id, sent_at, id)
        ) $utf8;
        CREATE TABLE untangle_states (
            store_id BIGINT UNSIGNED PRIMARY KEY, found_at DATETIME NOT NULL, pages INT UNSIGNED NOT NULL, candidates BIGINT UNSIGNED NOT NULL, judged BIGINT UNSIGNED NOT NULL, totals JSON NOT NULL
        );
        ");
    }
};
