<?php

declare(strict_types=1);

use App\Platform\House\HousePlan;
use Tests\Arch\Writes;

/** @return Generator<string, string> sources by path below app/, without migrations */
function ownSources(): Generator
{
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator(app_path(), FilesystemIterator::SKIP_DOTS)) as $file
    ) {
        $path = substr($file->getPathname(), strlen(app_path()) + 1);
        if ($file->getExtension() === 'php' && str_contains($path, '/') && ! str_contains($path, '/Migrations/')) {
            yield $path => (string) file_get_contents($file->getPathname());
        }
    }
}

it('gives every table one owner, and knows no table that is not there', function (): void {
    $plan = HousePlan::read();
    $tables = HousePlan::tables();
    expect(array_values(array_filter($tables, static fn (string $table): bool => $plan->owner($table) === null)))
        ->toBe([])
        ->and(count($tables))
        ->toBeGreaterThan(80);
    $named = array_merge(...array_column(require app_path('house.php'), 'tables'));
    expect(array_values(array_diff($named, $tables)))->toBe([])->and($named)->toBe(array_values(array_unique($named)));
});

it('writes each table in its own room alone', function (): void {
    $plan = HousePlan::read();
    $foreign = $unknown = [];
    $seen = 0;
    foreach (ownSources() as $path => $source) {
        $room = explode('/', $path)[0];
        foreach (Writes::of($source) as $table) {
            if ($table === '?') {
                $unknown[] = $path;
            } elseif ($plan->owner($table) !== null) {
                $seen++;
                $plan->owner($table) === $room || ($foreign[] = "$path writes $table of {$plan->owner($table)}");
            }
        }
    }
    expect($foreign)->toBe([])->and($seen)->toBeGreaterThan(120);
    // Tables that are named while it runs: each place was looked at, and names tables of its own room only; but for the
    // deleting of a whole store, which takes the rows of all rooms with it (StoreTables).
    sort($unknown);
    expect($unknown)->toBe([
        'Facts/FactBook.php',
        'Facts/Lists/ListBook.php',
        'Facts/Partitions.php',
        'Inventory/Index/IndexRebuild.php',
        // Called by migrations, each for tables of its own room.
        'Platform/Database/ColumnComments.php',
        'Platform/Database/ForeignKeys.php',
        'Stores/Leaving/DeleteWork.php',
        'Weigh/Numbers/SumTables.php',
        'Weigh/Weighing/ScoreWork.php',
    ]);
});

it('ties and comments tables in migrations of their own room alone', function (): void {
    $plan = HousePlan::read();
    $foreign = [];
    $seen = 0;
    foreach (
        [
            ...glob(app_path('*/Migrations/*_tie_rows_of_*')) ?: [],
            ...glob(app_path('*/Migrations/*_tell_units_of_*')) ?: [],
        ] as $path
    ) {
        preg_match_all("~ForeignKeys::tie\\('(\w+)'|'([a-z]\w*)\.\w+'~", (string) file_get_contents($path), $found);
        foreach (array_filter([...$found[1], ...$found[2]]) as $table) {
            $seen++;
            $plan->owner($table) === basename(dirname($path, 2)) || ($foreign[] = "$path: $table");
        }
    }
    expect($foreign)->toBe([])->and($seen)->toBeGreaterThan(300);
});

it('reads what a source writes, in whatever way it is put', function (string $code, array $tables): void {
    expect(Writes::of("<?php\n$code"))->toBe($tables);
})->with([
    ['DB::table(\'drafts\')->where(\'id\', 1)->update([\'a\' => 1]);', ['drafts']],
    ['DB::table(\'drafts as d\')->where(\'id\', fn ($q) => $q->from(\'x\')->delete())->get();', []],
    [
        'DB::update(\'UPDATE resources r JOIN resource_texts t ON t.resource_id = r.id SET r.market_id = ?, t.market_id = ? WHERE r.page_id = 1\');',
        ['resources', 'resource_texts'],
    ],
    [
        'DB::update("UPDATE pages p JOIN gather_frontier f ON f.page_id = p.id SET p.seen_crawl = ? WHERE f.crawl_id = {$this->crawl}");',
        ['pages'],
    ],
    [
        'DB::delete(\'DELETE s FROM title_suffixes s JOIN markets m ON m.id = s.market_id WHERE m.store_id = ?\');',
        ['title_suffixes'],
    ],
    ['DB::insert("INSERT IGNORE INTO lost_texts (page_id) SELECT page_id FROM page_details");', ['lost_texts']],
    ['Bulk::write(\'page_index\', [\'a\'], $rows);', ['page_index']],
    ['Bulk::over(\'page_index\', [\'a\'], $rows);', ['page_index']],
    ['Bulk::upsert(\'page_index\', [\'a\'], $rows, \'a = 1\');', ['page_index']],
    ['DB::delete("DELETE FROM {$this->facts->rows()} WHERE 1");', ['?']],
    ['foreach ($tables as $table) { DB::table($table)->where(\'a\', 1)->delete(); }', ['?']],
    ["Bulk::write(\n    'page_index',\n    ['a'],\n    \$rows,\n);", ['page_index']],
    ["DB::table('drafts')\n    ->where('id', 1)\n    ->update(['a' => 1]);", ['drafts']],
    ['$market->update([\'name\' => \'x\']);', ['markets']],
    ['DB::select(\'SELECT * FROM drafts ORDER BY id\');', []],
    [
        'DB::insert(\'INSERT INTO page_weeks (a) SELECT 1 ON DUPLICATE KEY UPDATE clicks = VALUES(clicks)\');',
        ['page_weeks'],
    ],
]);

it('lets each room know the rooms below it only, and a step no other step', function (): void {
    $plan = HousePlan::read();
    $wrong = [];
    foreach (ownSources() as $path => $source) {
        $room = explode('/', $path)[0];
        preg_match_all('/(?<![\w\\\\])\\\\?App\\\\([A-Z]\w+)\\\\/', $source, $found);
        foreach (array_unique($found[1]) as $other) {
            $other === $room ||
                in_array($other, $plan->knows($room), true) ||
                $room === 'Demo' ||
                ($wrong[] = "$path uses $other");
        }
    }
    foreach (
        new RecursiveIteratorIterator(
            new RecursiveDirectoryIterator(resource_path('views'), FilesystemIterator::SKIP_DOTS),
        ) as $file
    ) {
        $room = ucfirst(explode('/', substr($file->getPathname(), strlen(resource_path('views')) + 1))[0]);
        preg_match_all('/App\\\\([A-Z]\w+)\\\\/', (string) file_get_contents($file->getPathname()), $found);
        foreach (in_array($room, $plan->rooms(), true) ? array_unique($found[1]) : [] as $other) {
            $other === $room || $plan->isStep($other) === false || ($wrong[] = $file->getFilename()." uses $other");
        }
    }
    expect($wrong)->toBe([]);
});

it('has no two folders that use each other, but a folder and what stands in it', function (): void {
    $uses = [];
    foreach (ownSources() as $path => $source) {
        preg_match_all('/^use App\\\\([\w\\\\]+)\\\\\w+;/m', $source, $found);
        foreach ($found[1] as $space) {
            $uses[dirname($path)][str_replace('\\', '/', $space)] = true;
        }
    }
    $circles = [];
    foreach ($uses as $here => $others) {
        foreach (array_keys($others) as $there) {
            if ($here < $there && isset($uses[$there][$here]) && ! str_starts_with($there, "$here/")) {
                $circles[] = "$here and $there";
            }
        }
    }
    expect($circles)->toBe([])->and(count($uses))->toBeGreaterThan(50);
});

it('has no circle among the kernels', function (): void {
    $plan = HousePlan::read();
    $below = [];
    foreach ($plan->rooms() as $room) {
        $plan->isStep($room) || expect(array_diff($plan->knows($room), $below))->toBe([]);
        $below[] = $room;
    }
});

it('shows the house plan in the overview as it is', function (): void {
    expect((string) file_get_contents(base_path('docs/overview.md')))->toContain(HousePlan::read()->markdown());
});
