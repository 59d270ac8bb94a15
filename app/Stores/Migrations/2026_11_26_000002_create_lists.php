<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What files tell besides rows of days: one row a thing and import; of several imports the newest is current. */
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        $head =
            'store_id BIGINT UNSIGNED NOT NULL, mark BINARY(16) NOT NULL, import_id BIGINT UNSIGNED NOT NULL, is_current TINYINT NOT NULL DEFAULT 0';
        $tail = "PRIMARY KEY (store_id, mark, import_id), KEY (import_id)) $utf8";
        DB::unprepared("
        CREATE TABLE product_rows ($head,
            page_id BIGINT UNSIGNED NULL, number VARCHAR(80) NOT NULL, name VARCHAR(400) NOT NULL, price DECIMAL(12,2) NULL, currency CHAR(3) NOT NULL, stock INT NULL, maker VARCHAR(120) NOT NULL, rating DECIMAL(3,2) NULL, reviews INT UNSIGNED NULL,
            life TINYINT UNSIGNED NOT NULL, back_on DATE NULL, replaced_by VARCHAR(80) NOT NULL, attributes TEXT NOT NULL, KEY (page_id, is_current), $tail;
        CREATE TABLE keyword_rows ($head,
            phrase VARCHAR(500) NOT NULL, country CHAR(2) NOT NULL, volume INT UNSIGNED NULL, difficulty DECIMAL(5,2) NULL, topic VARCHAR(120) NOT NULL, holders VARCHAR(190) NOT NULL, KEY by_volume (store_id, is_current, volume), KEY by_phrase (store_id, phrase(60)), $tail;
        CREATE TABLE rival_rows ($head,
            phrase VARCHAR(500) NOT NULL, rival_url VARCHAR(2048) NOT NULL, rival_host VARCHAR(255) NOT NULL, position DECIMAL(6,2) NULL, traffic INT UNSIGNED NULL, $tail;
        CREATE TABLE backlink_rows ($head,
            page_id BIGINT UNSIGNED NOT NULL, source_url VARCHAR(2048) NOT NULL, source_host VARCHAR(255) NOT NULL, anchor VARCHAR(500) NOT NULL, followed TINYINT NOT NULL, placement VARCHAR(60) NOT NULL, KEY (page_id, is_current), $tail;
        CREATE TABLE index_rows ($head,
            page_id BIGINT UNSIGNED NOT NULL, is_listed TINYINT NULL, reason VARCHAR(190) NOT NULL, kept_url VARCHAR(2048) NOT NULL, shown_title VARCHAR(500) NOT NULL, fetched_on DATE NULL, KEY (page_id, is_current), $tail;
        CREATE TABLE crawler_rows ($head,
            page_id BIGINT UNSIGNED NOT NULL, day DATE NOT NULL, crawler VARCHAR(60) NOT NULL, status SMALLINT UNSIGNED NOT NULL, fetches INT UNSIGNED NOT NULL, KEY (page_id, is_current, day), $tail;
        CREATE TABLE listed_rows ($head,
            page_id BIGINT UNSIGNED NOT NULL, name VARCHAR(190) NOT NULL, attributes TEXT NOT NULL, KEY (page_id, is_current), $tail;
        CREATE TABLE page_products (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, number VARCHAR(80) NOT NULL, life TINYINT UNSIGNED NOT NULL, origin TINYINT UNSIGNED NOT NULL, back_on DATE NULL, replaced_by VARCHAR(80) NOT NULL,
            price DECIMAL(12,2) NULL, currency CHAR(3) NOT NULL, stock INT NULL, maker VARCHAR(120) NOT NULL, rating DECIMAL(3,2) NULL, reviews INT UNSIGNED NULL, KEY (store_id, life), KEY by_number (store_id, number)
        ) $utf8;
        CREATE TABLE lives_by_hand (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, life TINYINT UNSIGNED NOT NULL, back_on DATE NULL, replaced_by VARCHAR(80) NOT NULL, user_id BIGINT UNSIGNED NULL, set_at DATETIME NOT NULL, KEY (store_id)
        ) $utf8;
        CREATE TABLE successions (
            store_id BIGINT UNSIGNED NOT NULL, from_page BIGINT UNSIGNED NOT NULL, to_page BIGINT UNSIGNED NOT NULL, origin TINYINT UNSIGNED NOT NULL, since DATETIME NOT NULL, PRIMARY KEY (from_page), KEY (to_page), KEY (store_id)
        );
        ");
    }
};
