<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE memberships ADD seen_at DATETIME NULL COMMENT 'UTC; when this person looked at the store last',
                ADD before_at DATETIME NULL COMMENT 'UTC; the end of the visit before the one that goes on'",
        );
        DB::statement(
            "ALTER TABLE users ADD adds_stores TINYINT NOT NULL DEFAULT 0 COMMENT 'may add stores without owning one: invited to the server, not to a store'",
        );
        DB::statement(
            "ALTER TABLE access_invitations MODIFY store_id BIGINT UNSIGNED NULL COMMENT 'NULL: to the server, to add a store of one''s own'",
        );
    }

    public function down(): void
    {
        DB::statement('ALTER TABLE memberships DROP seen_at, DROP before_at');
        DB::statement('ALTER TABLE users DROP adds_stores');
        DB::statement('DELETE FROM access_invitations WHERE store_id IS NULL');
        DB::statement('ALTER TABLE access_invitations MODIFY store_id BIGINT UNSIGNED NOT NULL');
    }
};
