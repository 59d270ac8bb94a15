<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What replaces a product is told by its number or by its address. */
    public function up(): void
    {
        foreach (['product_rows', 'page_products', 'lives_by_hand'] as $table) {
            DB::statement("ALTER TABLE $table MODIFY replaced_by VARCHAR(500) NOT NULL DEFAULT ''");
        }
    }
};
