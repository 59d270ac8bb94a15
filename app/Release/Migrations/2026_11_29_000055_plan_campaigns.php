<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE release_campaigns (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            name VARCHAR(80) NOT NULL,
            starts_at DATETIME NOT NULL COMMENT 'UTC',
            ends_at DATETIME NOT NULL COMMENT 'UTC',
            state TINYINT UNSIGNED NOT NULL COMMENT 'App\\\\Release\\\\Campaigns\\\\CampaignState',
            note VARCHAR(300) NULL,
            approved_by BIGINT UNSIGNED NULL,
            approved_at DATETIME NULL,
            event_id BIGINT UNSIGNED NULL COMMENT 'of the calendar',
            start_release BIGINT UNSIGNED NULL,
            end_release BIGINT UNSIGNED NULL,
            user_id BIGINT UNSIGNED NULL,
            made_at DATETIME NOT NULL,
            KEY by_store (store_id, id),
            KEY by_time (state, starts_at)
        ) $utf8 COMMENT 'texts with a start and an end'");
        DB::statement("CREATE TABLE release_campaign_texts (
            campaign_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            value TEXT NOT NULL,
            PRIMARY KEY (campaign_id, resource_id, field)
        ) $utf8");
    }
};
