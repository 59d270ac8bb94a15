<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("ALTER TABLE calendar_events ADD is_freeze TINYINT NOT NULL DEFAULT 0
            COMMENT 'nothing is released on these days'");
    }
};
