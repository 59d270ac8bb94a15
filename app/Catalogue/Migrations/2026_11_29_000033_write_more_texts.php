<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * H1 and what is shown where somebody shares a page are texts as well; what the shop holds of them comes with the
     * next
     * crawl.
     */
    public function up(): void
    {
        foreach ([4, 8, 16, 32] as $field) {
            DB::insert(
                "INSERT IGNORE INTO resource_texts (resource_id, field, store_id, market_id, stored)
                    SELECT id, ?, store_id, market_id, '' FROM resources",
                [$field],
            );
        }
    }
};
