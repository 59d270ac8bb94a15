<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement('ALTER TABLE untangle_pairs ADD is_declared TINYINT NOT NULL DEFAULT 0 AFTER is_version');
    }
};
