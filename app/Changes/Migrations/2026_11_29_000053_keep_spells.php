<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE text_spells (
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            cause TINYINT UNSIGNED NOT NULL COMMENT 'App\\\\Changes\\\\Spells\\\\SpellCause',
            by_id BIGINT UNSIGNED NOT NULL COMMENT 'the campaign or the trial',
            store_id BIGINT UNSIGNED NOT NULL,
            from_at DATETIME NOT NULL,
            to_at DATETIME NOT NULL,
            PRIMARY KEY (resource_id, field, cause, by_id),
            KEY by_cause (store_id, cause, by_id),
            KEY by_time (store_id, to_at)
        ) $utf8 COMMENT 'times in which a text belongs to a campaign or a trial; kept afterwards, for results leave them out'");
    }
};
