<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("ALTER TABLE write_recipes
            ADD pages TEXT NOT NULL DEFAULT '{}' COMMENT 'which pages of its kind, as App\\\\Write\\\\Recipes\\\\RecipePages',
            ADD place INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'of several for one page the lowest writes',
            ADD version INT UNSIGNED NOT NULL DEFAULT 1,
            ADD approved_version INT UNSIGNED NULL COMMENT 'the version that writes by itself when facts change',
            ADD newest_resource BIGINT UNSIGNED NOT NULL DEFAULT 0
                COMMENT 'the newest resource when it was approved; those that came later are written, too'");
        DB::update('UPDATE write_recipes SET place = id');
        DB::statement("CREATE TABLE write_recipe_versions (
            recipe_id BIGINT UNSIGNED NOT NULL,
            number INT UNSIGNED NOT NULL,
            kind TINYINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            parts JSON NOT NULL COMMENT 'rows of Orchard\\\\Core\\\\Wording\\\\Recipes\\\\RecipeRows',
            pages TEXT NOT NULL,
            user_id BIGINT UNSIGNED NULL,
            made_at DATETIME NOT NULL,
            approved_by BIGINT UNSIGNED NULL,
            approved_at DATETIME NULL,
            PRIMARY KEY (recipe_id, number)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci COMMENT 'what a recipe was, each time that it was changed'");
        DB::insert(
            "INSERT INTO write_recipe_versions (recipe_id, number, kind, field, parts, pages, user_id, made_at)
                SELECT id, 1, kind, field, parts, '{}', user_id, updated_at FROM write_recipes",
        );
        DB::statement("CREATE TABLE write_recipe_exceptions (
            recipe_id BIGINT UNSIGNED NOT NULL,
            resource_id BIGINT UNSIGNED NOT NULL,
            user_id BIGINT UNSIGNED NULL,
            set_at DATETIME NOT NULL,
            PRIMARY KEY (recipe_id, resource_id)
        ) COMMENT 'pages that a recipe leaves alone, because somebody said so'");
        DB::statement("CREATE TABLE write_recipe_texts (
            resource_id BIGINT UNSIGNED NOT NULL,
            field TINYINT UNSIGNED NOT NULL,
            recipe_id BIGINT UNSIGNED NOT NULL,
            version INT UNSIGNED NOT NULL,
            made_at DATETIME NOT NULL,
            PRIMARY KEY (resource_id, field),
            KEY by_recipe (recipe_id, resource_id)
        ) COMMENT 'which version of which recipe last wrote a text'");
        DB::statement("ALTER TABLE write_recipe_runs
            ADD version INT UNSIGNED NOT NULL DEFAULT 1,
            ADD pages TEXT NOT NULL DEFAULT '{}',
            ADD follows TINYINT NOT NULL DEFAULT 0 COMMENT '1 where an approved recipe ran by itself',
            ADD ended_at DATETIME NULL,
            ADD KEY by_recipe (recipe_id, id)");
        DB::statement("ALTER TABLE write_recipe_rows
            ADD market_id BIGINT UNSIGNED NOT NULL DEFAULT 0,
            ADD digest BINARY(16) NULL COMMENT 'App\\\\Catalogue\\\\TextDigest of what would be shown',
            ADD repeated TINYINT NOT NULL DEFAULT 0 COMMENT '1 where another page shows or would show the same',
            ADD KEY by_digest (run_id, market_id, digest),
            ADD KEY by_repeated (run_id, repeated, resource_id)");
    }
};
