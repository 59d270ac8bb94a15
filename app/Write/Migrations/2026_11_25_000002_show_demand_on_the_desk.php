<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Rows carry the clicks and impressions of their pages, so that the texts that are seen most come first. */
    public function up(): void
    {
        $filters = 'title_checks, description_checks, any_checks, drafted, state';
        DB::unprepared("
        ALTER TABLE write_rows ADD clicks INT UNSIGNED NOT NULL DEFAULT 0, ADD impressions INT UNSIGNED NOT NULL DEFAULT 0,
            ADD KEY by_seen (store_id, impressions, resource_id, name_key, $filters), ADD KEY by_kind_seen (store_id, kind, impressions, resource_id, name_key, $filters);
        ");
    }
};
