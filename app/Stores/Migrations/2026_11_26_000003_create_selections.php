<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::unprepared("
        CREATE TABLE page_selections (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, user_id BIGINT UNSIGNED NULL, name VARCHAR(120) NOT NULL, pages INT UNSIGNED NOT NULL, created_at DATETIME NOT NULL,
            KEY (store_id, id)
        ) $utf8;
        CREATE TABLE selected_pages (
            selection_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, PRIMARY KEY (selection_id, page_id)
        );
        CREATE TABLE saved_views (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, user_id BIGINT UNSIGNED NOT NULL, screen VARCHAR(20) NOT NULL, name VARCHAR(80) NOT NULL, query VARCHAR(2000) NOT NULL,
            is_shared TINYINT NOT NULL DEFAULT 0, UNIQUE (store_id, screen, user_id, name)
        ) $utf8;
        ");
    }
};
