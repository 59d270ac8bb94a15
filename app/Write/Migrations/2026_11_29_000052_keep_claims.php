<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE write_claims (
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            store_id BIGINT UNSIGNED NOT NULL,
            digest BINARY(16) NOT NULL COMMENT 'of the text as it would be shown; zeros where it is empty',
            doubts TEXT NOT NULL COMMENT 'claims that no fact of the page makes, as JSON',
            doubtful TINYINT UNSIGNED NOT NULL COMMENT 'whether there are any',
            judged_at DATETIME NOT NULL,
            PRIMARY KEY (resource_id, field),
            KEY by_doubt (store_id, doubtful)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci COMMENT 'drafts, held against the facts of their pages'");
        DB::statement("CREATE TABLE write_present (
            store_id BIGINT UNSIGNED NOT NULL,
            user_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            seen_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, user_id)
        ) CHARACTER SET ascii COMMENT 'which text each person has the focus on, a few seconds long'");
    }
};
