<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** The newest facts of a store page by page, without walking past those of every other store. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('ALTER TABLE page_facts DROP KEY store_id, ADD KEY newest (store_id, to_crawl, page_id)');
    }
};
