<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Structured data, lists of links and a whole robots.txt are longer than an address. */
    public function up(): void
    {
        DB::unprepared("
        ALTER TABLE address_changes
            MODIFY value MEDIUMTEXT NOT NULL COMMENT 'what the shop is to hold; 200,000 bytes at most',
            MODIFY base_value MEDIUMTEXT NOT NULL COMMENT 'what the shop held';
        ALTER TABLE address_states MODIFY value MEDIUMTEXT NOT NULL, MODIFY shown MEDIUMTEXT NULL,
            MODIFY drifted MEDIUMTEXT NULL;
        ALTER TABLE history MODIFY before_value MEDIUMTEXT NULL, MODIFY after_value MEDIUMTEXT NULL;
        ");
    }
};
