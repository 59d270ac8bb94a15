<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** The texts whose pages could earn most come first. */
    public function up(): void
    {
        $filters = 'title_checks, description_checks, any_checks, drafted, state';
        DB::statement("ALTER TABLE write_rows
            ADD upside INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'of all its pages, in the store’s currency, rounded',
            ADD KEY by_upside (store_id, upside, resource_id, name_key, $filters),
            ADD KEY by_kind_upside (store_id, kind, upside, resource_id, name_key, $filters)");
        // Until the next weighing they stand as the last one left them.
        if (DB::getSchemaBuilder()->hasTable('weigh_scores')) {
            DB::statement('UPDATE write_rows w JOIN (SELECT p.resource_id, SUM(s.upside) AS upside FROM weigh_scores s
                JOIN pages p ON p.id = s.page_id WHERE p.resource_id IS NOT NULL GROUP BY p.resource_id) n
                ON n.resource_id = w.resource_id SET w.upside = ROUND(n.upside)');
        }
    }
};
