<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE text_trials (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            name VARCHAR(80) NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            weeks TINYINT UNSIGNED NOT NULL COMMENT 'that it lasts once its texts are live',
            state TINYINT UNSIGNED NOT NULL COMMENT 'App\\\\Changes\\\\Trials\\\\TrialState',
            seed INT UNSIGNED NOT NULL COMMENT 'by which chance dealt the pages out',
            imbalance VARCHAR(200) NOT NULL COMMENT 'of the groups, as JSON',
            begun_at DATETIME NULL COMMENT 'since then nobody changes its texts',
            starts_at DATETIME NULL COMMENT 'when its texts were live',
            ends_at DATETIME NULL,
            note VARCHAR(300) NULL,
            user_id BIGINT UNSIGNED NULL,
            made_at DATETIME NOT NULL,
            KEY by_store (store_id, id),
            KEY by_state (state, ends_at)
        ) $utf8 COMMENT 'wordings that are compared over alike pages'");
        DB::statement("CREATE TABLE text_trial_groups (
            trial_id BIGINT UNSIGNED NOT NULL,
            number TINYINT UNSIGNED NOT NULL COMMENT 'from 0',
            name VARCHAR(120) NOT NULL,
            recipe_id BIGINT UNSIGNED NULL COMMENT 'NULL where the texts stay as they are',
            PRIMARY KEY (trial_id, number)
        ) $utf8");
        DB::statement("CREATE TABLE text_trial_pages (
            trial_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NULL,
            number TINYINT UNSIGNED NOT NULL COMMENT 'of the group',
            value TEXT NULL COMMENT 'what is to be shown; NULL where it stays as it is',
            clicks INT UNSIGNED NOT NULL COMMENT 'of the four weeks before',
            clicks_before INT UNSIGNED NOT NULL COMMENT 'of the four weeks before those',
            PRIMARY KEY (trial_id, resource_id),
            KEY by_group (trial_id, number)
        ) $utf8");
    }
};
