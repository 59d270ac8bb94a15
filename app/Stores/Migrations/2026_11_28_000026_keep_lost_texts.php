<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * Main text of pages that are gone, as it was when they last answered: by it their product is known again
     * elsewhere.
     */
    public function up(): void
    {
        DB::statement(
            'CREATE TABLE lost_texts (page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, text MEDIUMBLOB NOT NULL, KEY (store_id))',
        );
    }
};
