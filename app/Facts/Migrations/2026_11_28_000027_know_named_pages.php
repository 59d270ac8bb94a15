<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Pages that an import names, where it speaks for these and no others. */
    public function up(): void
    {
        DB::statement(
            'CREATE TABLE fact_pages (import_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, PRIMARY KEY (import_id, page_id))',
        );
    }
};
