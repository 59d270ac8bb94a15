<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What one hand has done to many texts is one line. */
    public function up(): void
    {
        DB::statement("ALTER TABLE drifts
            ADD cause VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT ''
            COMMENT 'Orchard\\\\Core\\\\Wording\\\\TextShift, in words', ADD KEY by_cause (store_id, field, cause)");
    }
};
