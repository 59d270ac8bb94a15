<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        foreach (['drafts', 'address_changes'] as $table) {
            DB::statement(
                "ALTER TABLE $table ADD approved_by BIGINT UNSIGNED NULL COMMENT 'who approved it as it stands; empty again when it changes', ADD approved_at DATETIME NULL",
            );
        }
    }
};
