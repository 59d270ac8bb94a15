<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared('
        CREATE TABLE gather_renders (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, rendered_at DATETIME NOT NULL, raw MEDIUMTEXT NULL, shown MEDIUMTEXT NULL, differs TINYINT NOT NULL, problem VARCHAR(255) NULL, KEY (store_id, differs)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        CREATE TABLE gather_image_sizes (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, sizes MEDIUMTEXT NOT NULL, weighed_at DATETIME NOT NULL
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        ALTER TABLE gather_causes ADD folder VARCHAR(190) NULL;
        ');
    }
};
