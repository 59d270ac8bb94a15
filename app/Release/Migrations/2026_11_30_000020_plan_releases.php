<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE release_plans (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            name VARCHAR(120) NOT NULL,
            sends_at DATETIME NOT NULL COMMENT 'UTC',
            part TINYINT UNSIGNED NOT NULL COMMENT 'hundredths of what is in it that go',
            after_plan BIGINT UNSIGNED NULL COMMENT 'the plan of the first part, of which this is the rest',
            state TINYINT UNSIGNED NOT NULL COMMENT 'App\\\\Release\\\\Planning\\\\PlanState',
            note VARCHAR(400) NULL,
            release_id BIGINT UNSIGNED NULL,
            user_id BIGINT UNSIGNED NULL,
            made_at DATETIME NOT NULL,
            KEY by_store (store_id, state, sends_at),
            KEY by_time (state, sends_at)
        ) $utf8 COMMENT 'releases that go by themselves at an hour'");
        DB::statement("CREATE TABLE release_plan_changes (
            plan_id BIGINT UNSIGNED NOT NULL,
            is_address TINYINT(1) NOT NULL COMMENT '0 a draft, 1 a change of an address',
            change_id BIGINT UNSIGNED NOT NULL,
            seen INT UNSIGNED NOT NULL COMMENT 'revision of the draft, or CRC-32 of the value of an address',
            PRIMARY KEY (plan_id, is_address, change_id)
        ) $utf8 COMMENT 'what was looked at when a release was planned'");
        DB::statement('ALTER TABLE release_batches ADD note VARCHAR(1000) NULL');
    }
};
