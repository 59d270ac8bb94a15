<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE write_row_texts (
            store_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            texts VARBINARY(8000) NOT NULL COMMENT 'name, title, description as they will be shown, in small letters',
            PRIMARY KEY (store_id, resource_id)
        ) COMMENT 'what the desk finds by'");
        DB::insert("INSERT INTO write_row_texts (resource_id, store_id, texts)
            SELECT r.id, r.store_id, LEFT(LOWER(CONCAT_WS('\\n', r.name, COALESCE(t.draft_shown, t.shown, ''),
                COALESCE(d.draft_shown, d.shown, ''))), 2000) FROM write_rows w JOIN resources r ON r.id = w.resource_id
                LEFT JOIN resource_texts t ON t.resource_id = r.id AND t.field = 1
                LEFT JOIN resource_texts d ON d.resource_id = r.id AND d.field = 2");
    }
};
