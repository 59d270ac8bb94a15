<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What the code asked every shop for until now, as a mapping. */
    private const BEFORE = '{"mapping": 1, "name": "Tindrel, the stand-in shop", "sign_in": {"by": "bearer"}, "rate": {"per_second": 50, "burst": 40}, "lists": [{"name": "resources", "kind": {"at": "/kind", "values": {"home": "home", "product": "product", "collection": "collection", "article": "article", "page": "page"}}, "list": {"path": "/resources?limit=250"}, "items": "/items", "paging": {"by": "cursor", "name": "after", "next": "/next"}, "fields": {"id": "/id", "path": "/path", "slug": "/slug", "name": "/name", "version": "/version", "title": "/title", "description": "/description", "h1": "/h1", "social_title": "/social_title", "social_description": "/social_description", "canonical": "/canonical", "robots": "/robots"}, "attributes": "/attributes", "read": {"request": {"path": "/resources/{id}"}}, "write": {"request": {"method": "PATCH", "path": "/resources/{id}", "headers": {"If-Match": "\\"{version}\\""}}, "put": {"title": "/title", "description": "/description", "h1": "/h1", "social_title": "/social_title", "social_description": "/social_description", "slug": "/slug"}, "item": ""}}], "addresses": {"read": {"request": {"path": "/addresses?target={target}"}}, "fields": {"version": "/version", "canonical": "/canonical", "robots": "/robots", "redirect": "/redirect"}, "write": {"request": {"method": "PATCH", "path": "/addresses?target={target}", "headers": {"If-Match": "\\"{version}\\""}}, "put": {"canonical": "/canonical", "robots": "/robots", "redirect": "/redirect"}}}, "hits": {"list": {"path": "/hits"}, "items": "/items", "target": "/target", "count": "/hits", "last": "/last_hit"}}';

    public function up(): void
    {
        DB::statement(
            "ALTER TABLE connections ADD mapping MEDIUMTEXT NULL COMMENT 'JSON: how the shop is asked and written (docs/connect.md)', ADD mapping_draft MEDIUMTEXT NULL COMMENT 'the same while it is being put together', ADD trial TEXT NULL COMMENT 'JSON: a text that a trial is changing, until it is put back'",
        );
        DB::table('connections')
            ->where('sort', 'shop')
            ->update(['mapping' => self::BEFORE]);
        // Numbers of shops are told apart by case, and may be longer than our stand-in's.
        DB::statement(
            "ALTER TABLE resources MODIFY external_id VARCHAR(190) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, MODIFY version VARCHAR(255) NOT NULL, ADD number VARCHAR(80) NOT NULL DEFAULT '' COMMENT 'by which people and files name it, such as a stock number', ADD from_page TINYINT NOT NULL DEFAULT 0 COMMENT '1 where it was made from its page, since no shop is connected', ADD KEY by_number (store_id, number)",
        );
    }
};
