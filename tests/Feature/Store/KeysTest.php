<?php

declare(strict_types=1);

use App\Access\Role;
use App\Stores\Leaving\StoreTables;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\DB;

/** Children without a foreign key, and why. */
const UNTIED = [
    // Written by the hundred thousand, from what a crawl or a file told; the key of each row would be looked up once
    // more.
    'gather_sitemaps',
    'gather_frontier',
    'gather_patterns',
    'gather_changes',
    'gather_image_sizes',
    'page_answers',
    'block_links',
    'resource_texts',
    'fact_pages',
    'resting_search',
    'resting_sales',
    'write_recipe_rows',
    'write_recipe_texts',
    'watch_weeks',
    'weigh_range_rows',
];

/** @return array<string, string> what happens to the child's rows, by table, column and parent */
function foreignKeys(): array
{
    $keys = [];
    foreach (
        DB::select('SELECT k.TABLE_NAME AS child, k.COLUMN_NAME AS of, k.REFERENCED_TABLE_NAME AS parent, r.DELETE_RULE
            AS rule FROM information_schema.KEY_COLUMN_USAGE k JOIN information_schema.REFERENTIAL_CONSTRAINTS r
            ON r.CONSTRAINT_SCHEMA = k.CONSTRAINT_SCHEMA AND r.CONSTRAINT_NAME = k.CONSTRAINT_NAME
            WHERE k.TABLE_SCHEMA = DATABASE() AND k.REFERENCED_TABLE_NAME IS NOT NULL') as $key
    ) {
        $keys["$key->child $key->of $key->parent"] = (string) $key->rule;
    }

    return $keys;
}

it('ties every child that is not written in bulk to its parent, so that none is left alone', function (): void {
    $keys = foreignKeys();
    $children = app(StoreTables::class)->children();
    expect(count($children))->toBeGreaterThan(20);
    foreach ($children as $table => ['column' => $column, 'parent' => $parent]) {
        in_array($table, UNTIED, true)
            ? expect($keys)->not->toHaveKey("$table $column $parent")
            : expect($keys["$table $column $parent"] ?? 'none')->toBe('CASCADE', "$table.$column");
    }
    expect(array_diff(UNTIED, array_keys($children)))->toBe([]);
});

it('keeps no row of a person or a store that is not there', function (): void {
    $store = weighableStore();
    $owner = member($store, Role::Owner);
    expect(
        fn () => DB::table('memberships')->insert([
            'user_id' => $owner->id,
            'store_id' => 4_000_000_000,
            'role' => 'owner',
        ]),
    )->toThrow(QueryException::class);
    DB::table('users')->where('id', $owner->id)->delete();
    expect(DB::table('memberships')->where('user_id', $owner->id)->count())
        ->toBe(0)
        ->and(DB::table('stores')->where('id', $store->id)->count())
        ->toBe(1);
});
