<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Which products make up which collection is a fact of the pages, which more than one step reads. */
    public function up(): void
    {
        DB::statement('RENAME TABLE weigh_collection_pages TO collection_pages');
        DB::statement('ALTER TABLE collection_pages ADD KEY by_collection (store_id, collection_id, page_id)');
    }
};
