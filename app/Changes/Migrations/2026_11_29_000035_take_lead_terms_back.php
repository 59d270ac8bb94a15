<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE text_step_terms (
            step_id BIGINT UNSIGNED NOT NULL,
            page_id BIGINT UNSIGNED NOT NULL,
            before_term VARCHAR(190) NOT NULL COMMENT 'empty where there was none',
            after_term VARCHAR(190) NOT NULL,
            PRIMARY KEY (step_id, page_id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin COMMENT 'lead terms that a step changed'");
    }
};
