<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Every page tells how many pages are in draft. */
    public function up(): void
    {
        DB::statement('ALTER TABLE write_rows ADD KEY by_state (store_id, state)');
    }
};
