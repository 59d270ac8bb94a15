<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** By which recipe a text was made that has become live: results are told by recipe. */
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE history ADD recipe_id BIGINT UNSIGNED NULL COMMENT 'of what is live: the recipe that made it'",
        );
    }
};
