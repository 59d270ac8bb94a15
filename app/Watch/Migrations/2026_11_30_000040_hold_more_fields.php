<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** A change may be of more than sixteen fields by now; each has its bit (ChangeBook::bit). */
    public function up(): void
    {
        foreach (['watch_changes', 'watch_pages'] as $table) {
            DB::statement("ALTER TABLE $table MODIFY fields INT UNSIGNED NOT NULL DEFAULT 0
                COMMENT 'bits of App\\\\Watch\\\\Changed\\\\ChangeBook::bit'");
        }
    }
};
