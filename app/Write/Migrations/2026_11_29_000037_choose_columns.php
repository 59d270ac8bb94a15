<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("CREATE TABLE write_desk_views (
            store_id BIGINT UNSIGNED NOT NULL,
            user_id BIGINT UNSIGNED NOT NULL,
            figures VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL
                COMMENT 'names in their order, parted by commas',
            width SMALLINT UNSIGNED NOT NULL COMMENT 'pixels of the text column where titles stand alone',
            PRIMARY KEY (store_id, user_id)
        ) COMMENT 'which columns each person wants on the desk'");
    }
};
