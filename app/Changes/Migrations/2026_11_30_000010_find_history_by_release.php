<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What a release made live is read when its result is judged. */
    public function up(): void
    {
        DB::statement('ALTER TABLE history ADD KEY by_release (store_id, release_id, event, created_at)');
    }
};
