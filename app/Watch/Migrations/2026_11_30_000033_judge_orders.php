<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared("
        ALTER TABLE watch_changes
            ADD orders_came DOUBLE NULL COMMENT 'of its pages in the judged weeks; null where they cannot be judged',
            ADD orders_expected DOUBLE NULL COMMENT 'orders that would have come',
            ADD orders_low DOUBLE NULL COMMENT 'of the range of the difference, 9 times in 10',
            ADD orders_high DOUBLE NULL,
            ADD orders_chance DOUBLE NULL COMMENT 'how likely chance alone does as much';
        UPDATE watch_changes SET fields = (fields & 127) | ((fields & 65408) << 1) WHERE fields < 32768;
        UPDATE watch_pages SET fields = (fields & 127) | ((fields & 65408) << 1) WHERE fields < 32768;
        ");
    }
};
