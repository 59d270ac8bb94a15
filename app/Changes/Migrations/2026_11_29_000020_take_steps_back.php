<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("CREATE TABLE text_steps (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            user_id BIGINT UNSIGNED NOT NULL,
            action VARCHAR(12) CHARACTER
            SET ascii COLLATE ascii_bin NOT NULL COMMENT 'App\\\\Changes\\\\Editing\\\\EditAction',
            texts INT UNSIGNED NOT NULL COMMENT '0 while it is under way',
            state TINYINT UNSIGNED NOT NULL COMMENT '1 done, 2 taken back',
            made_at DATETIME NOT NULL,
            KEY by_person (store_id, user_id, state, id)
        ) $utf8 COMMENT 'what people did to texts and can take back'");
        DB::statement("CREATE TABLE text_step_rows (
            step_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            before_draft MEDIUMTEXT NULL COMMENT 'the draft as it was, as JSON; NULL where there was none',
            after_draft MEDIUMTEXT NULL COMMENT 'the draft as the step left it; NULL where it took it away',
            PRIMARY KEY (step_id, resource_id, field)
        ) $utf8");
    }
};
