<?php

declare(strict_types=1);

/**
 * The writing desk over 100,000 pages: opening, the order of all rows, rows by number, filters, saving and taking back,
 * as server time beside an empty signed-in page, with the plans of what is asked.
 */

use App\Changes\Editing\Author;
use App\Changes\Editing\DraftWriter;
use App\Changes\Editing\EditAction;
use App\Changes\Editing\EditSteps;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Platform\Typed;
use App\Write\Desk\DeskFilter;
use App\Write\Desk\DeskList;
use App\Write\Desk\RowRebuild;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** @var App\Stores\Models\Store $store */
$store = require __DIR__.'/wide.php';
if (! DB::table('resources')->where('store_id', $store->id)->exists()) {
    told('Making a text of each page once …');
    DB::insert(
        "INSERT INTO resources (store_id, market_id, external_id, kind, name, url, page_id, version, attributes,
            synced_at)
            SELECT p.store_id, p.market_id, p.id, IF(i.kind BETWEEN 2 AND 5, i.kind, 3),
                CONCAT(ELT(1 + p.id % 7, 'Arched', 'Brass', 'Calder', 'Dome', 'Elswick', 'Fluted', 'Globe'), ' lamp ',
                p.id),
                p.url, p.id, '1', '{}', UTC_TIMESTAMP()
            FROM pages p JOIN page_index i ON i.page_id = p.id WHERE p.store_id = ?",
        [$store->id],
    );
    DB::update('UPDATE pages p JOIN resources r ON r.page_id = p.id SET p.resource_id = r.id WHERE p.store_id = ?', [
        $store->id,
    ]);
    foreach (
        [
            1 => "CONCAT(r.name, IF(r.id % 5 = 0, ' in brass with a linen shade for hall and stairs', ''))",
            2 => "CONCAT(r.name, ' by a small maker, of turned oak and brass, sent in two days.')",
        ] as $field => $text
    ) {
        DB::insert(
            "INSERT INTO resource_texts (resource_id, field, store_id, market_id, stored, shown, shown_digest)
                SELECT r.id, $field, r.store_id, r.market_id, $text, $text, UNHEX(MD5(LOWER($text)))
                FROM resources r WHERE r.store_id = ?",
            [$store->id],
        );
    }
}
$from = hrtime(true);
app(RowRebuild::class)->all($store, static fn () => null);
$size = number_format(DB::table('write_rows')->where('store_id', $store->id)->count()).' rows';
result('all rows of the desk made anew', $size, (hrtime(true) - $from) / 1e9, 's', null);
$screen = new BenchScreen($store);
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
$ids = DB::table('write_rows')
    ->where('store_id', $store->id)
    ->orderBy('upside')
    ->skip(40000)
    ->limit(60)
    ->pluck('resource_id');
$behind = app(DeskList::class)->order($store, DeskFilter::of([], 'upside'), 80_000)['next'];
foreach (
    [
        'desk' => '/write',
        'desk, products' => '/write?kind=product',
        'order of the first 20,000 rows by upside' => '/write/order',
        'order of the last 20,000 rows by upside' => '/write/order?after='.$behind,
        'order by name' => '/write/order?sort=name',
        'order by impressions' => '/write/order?sort=seen',
        'order of titles that are cut off' => '/write/order?check=wide&field=title',
        'order of drafts' => '/write/order?state=changed',
        'order of what is found by name' => '/write/order?q=calder',
        'sixty rows from the middle' => '/write/rows?ids='.$ids->implode(','),
        'counts (fragment)' => '/write/counts',
        'counts of products (fragment)' => '/write/counts?kind=product',
    ] as $name => $path
) {
    result($name, $size, $screen->median("/s/{$store->slug}$path"), 'ms', $empty);
}
$user = Typed::int(DB::table('users')->where('email', 'bench@tindrel.example')->value('id'));
$writer = app(DraftWriter::class);
$steps = app(EditSteps::class);
/** @var list<int> $all */
$all = DB::table('write_rows')
    ->where('store_id', $store->id)
    ->orderBy('resource_id')
    ->limit(1000)
    ->pluck('resource_id')
    ->all();
$timed = static function (callable $do): float {
    $from = hrtime(true);
    $do();

    return (hrtime(true) - $from) / 1e6;
};
foreach ([1, 60, 1000] as $n) {
    $times = ['saving' => [], 'taking back' => []];
    for ($i = 0; $i < 7; $i++) {
        $times['saving'][] = $timed(static function () use ($store, $user, $writer, $steps, $all, $n, $i): void {
            $step = $steps->begin($store, $user, EditAction::Pasted);
            $writer->save(
                $store,
                array_map(
                    static fn (int $id): TextEdit => new TextEdit($id, TextField::Title, "Text $i of the lamp $id", 0),
                    array_slice($all, 0, $n),
                ),
                new Author(Origin::Hand, $user, stepId: $step),
            );
            $steps->end($store, $user, $step);
        });
        $times['taking back'][] = $timed(static fn () => $steps->undo($store, $user));
    }
    foreach ($times as $what => $list) {
        sort($list);
        result("$what $n texts", $size, $list[3], 'ms', null);
    }
}
foreach (
    [
        'upside DESC, resource_id DESC' => '',
        'name_key, resource_id' => ' AND kind = 3 AND any_checks & 4',
    ] as $order => $where
) {
    $plan = DB::select(
        "EXPLAIN SELECT resource_id FROM write_rows WHERE store_id = {$store->id}$where ORDER BY $order",
    );
    told("plan by $order$where: ".json_encode($plan));
}
