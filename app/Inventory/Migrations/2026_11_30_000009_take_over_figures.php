<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What steps reckon of pages stands in the inventory's list, as it is known by now. */
    public function up(): void
    {
        DB::statement("ALTER TABLE page_index
            ADD upside DECIMAL(12, 2) UNSIGNED NOT NULL DEFAULT 0 COMMENT 'in four weeks: money, or clicks where no sales are known',
            ADD has_lead TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'whether it has a lead term',
            ADD draft TINYINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'highest rank of the drafts of what shows under it (DraftState); 0 for none',
            ADD tangle INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'pages of its set of duplicates; 0 where it is in none',
            ADD KEY by_upside (store_id, upside, page_id)");
        foreach (
            [
                'weigh_scores' => 'UPDATE page_index i JOIN weigh_scores s ON s.page_id = i.page_id
                    SET i.upside = GREATEST(0, ROUND(s.upside, 2))',
                'page_terms' => 'UPDATE page_index i JOIN page_terms t ON t.page_id = i.page_id AND t.place = 0
                    SET i.has_lead = 1',
                'drafts' => "UPDATE page_index i JOIN resources r ON r.page_id = i.page_id JOIN (SELECT resource_id,
                    MAX(FIELD(state, 'open', 'ready', 'sending', 'refused', 'clash')) AS state FROM drafts
                    GROUP BY resource_id) d ON d.resource_id = r.id SET i.draft = d.state",
                'untangle_tangles' => 'UPDATE page_index i JOIN untangle_pages u ON u.store_id = i.store_id
                    AND u.page_id = i.page_id JOIN untangle_tangles t ON t.store_id = u.store_id
                    AND t.tangle_id = u.tangle_id SET i.tangle = t.pages',
            ] as $table => $sql
        ) {
            Schema::hasTable($table) && DB::update($sql);
        }
    }
};
