<?php

declare(strict_types=1);

/**
 * A recipe over 100,000 pages: until the first part of its preview can be seen, until all counts are exact, until all
 * drafts are made and taken back again; beside rendering the same texts in core alone.
 */

use App\Platform\Database\Records;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Kinds\PageKind;
use App\Write\Recipes\RecipeBook;
use App\Write\Recipes\RecipeFacts;
use App\Write\Recipes\RecipePages;
use App\Write\Recipes\RecipeRuns;
use App\Write\Recipes\RecipeTargets;
use App\Write\Recipes\RecipeWish;
use App\Write\WrittenPage;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Recipes\Notation;
use Orchard\Core\Wording\TextField;

/** @var App\Stores\Models\Store $store */
$store = require __DIR__.'/wide.php';
if (! DB::table('write_rows')->where('store_id', $store->id)->exists()) {
    exit("Run `bin/orchard bench desk` first: it makes the texts of the pages.\n");
}
$finishes = ['aged brass', 'matt black', 'chalk white', 'opal glass', 'natural oak', 'copper', ''];
foreach ($finishes as $nth => $finish) {
    DB::update(
        "UPDATE resources SET attributes = JSON_OBJECT('finish', ?, 'price', CONCAT(20 + id % 300, '.50'))
            WHERE store_id = ? AND id % 7 = ?",
        [$finish, $store->id, $nth],
    );
}
DB::table('drafts')->where('store_id', $store->id)->delete();
DB::table('resource_texts')
    ->where('store_id', $store->id)
    ->update(['draft_shown' => null, 'draft_digest' => null]);
DB::table('resources')
    ->where('store_id', $store->id)
    ->update(['kind' => PageKind::Product->value]);
$recipe = Notation::read('#name[9: in #(finish, small)][8:, from #(price, whole)][7: for halls and stairs]');
$book = app(RecipeBook::class);
$id = $book->save(
    $store,
    $book->named($store, 'Bench')?->id,
    new RecipeWish('Bench', new RecipePages(PageKind::Product), TextField::Title, $recipe),
    null,
);
$known = $book->find($store, $id) ?? throw new LogicException('The recipe was not kept.');
$n = DB::table('resources')->where('store_id', $store->id)->count();
$size = number_format($n).' pages';
$since = static fn (int|float $from): float => (hrtime(true) - $from) / 1e9;
$ruler = app(Ruler::class);
$target = RecipeTargets::of($store, TextField::Title);

// The same texts by core alone, of facts that are in memory already.
$seconds = $texts = 0;
for ($after = 0; ;) {
    $rows = Records::select(
        WrittenPage::class,
        'SELECT id, page_id, name, attributes, market_id, kind FROM resources WHERE store_id = ? AND id > ?
            ORDER BY id LIMIT 5000',
        [$store->id, $after],
    );
    if ($rows === []) {
        break;
    }
    $after = end($rows)->id;
    $facts = app(RecipeFacts::class)->of($store, $rows, $recipe->facts());
    $from = hrtime(true);
    foreach ($rows as $row) {
        $recipe->compose($facts[$row->id], $target->for($row->marketId, $row->kind), $ruler);
        $texts++;
    }
    $seconds += $since($from);
}
result('rendered in core alone', $size, $seconds, 's', null);
$work = app(WorkDesk::class);
$ran = static function (int $id, string $what, ?callable $first = null) use ($work, $since, $size, $seconds): void {
    $from = hrtime(true);
    $isFirst = true;
    while (
        DB::table('work')
            ->where('id', $id)
            ->whereIn('state', ['waiting', 'running'])
            ->exists()
    ) {
        $work->slice($id);
        if ($isFirst && $first !== null) {
            $first();
        }
        $isFirst = false;
    }
    $took = $since($from);
    result($what, $size, $took, 's', null);
    told(
        sprintf(
            '%s: %.2f times rendering alone; %s',
            $what,
            $took / $seconds,
            Typed::text(DB::table('work')->where('id', $id)->value('state')),
        ),
    );
};
$begun = app(RecipeRuns::class)->preview($store, $known, null, null);
$from = hrtime(true);
$preview = new App\Write\Recipes\RecipePreview(
    $store,
    App\Write\Recipes\RunState::from(
        App\Platform\Database\Rows::maybe(
            DB::table('write_recipe_runs as n')
                ->join('write_recipes as r', 'r.id', '=', 'n.recipe_id')
                ->where('n.id', $begun['run'])
                ->first(['n.*', 'r.name', 'r.place', 'r.approved_version', 'r.newest_resource']),
        ) ?? throw new LogicException('No run.'),
    ),
    app(RecipeFacts::class),
    $ruler,
);
$preview->after(0);
result('first part of the preview', '500 pages', $since($from) * 1000, 'ms', null);
$ran($begun['work'], 'preview with exact counts');
foreach (
    DB::select(
        'SELECT outcome, COUNT(*) AS n, SUM(repeated) AS twice FROM write_recipe_rows WHERE run_id = ?
        GROUP BY outcome',
        [$begun['run']],
    ) as $row
) {
    told("$row->outcome: $row->n, of them duplicates: $row->twice");
}
$ran(app(RecipeRuns::class)->apply($store, $begun['run'], null), 'drafts made');
$ran(app(RecipeRuns::class)->takeBack($store, $begun['run'], null), 'drafts taken back');
told('Drafts left: '.DB::table('drafts')->where('store_id', $store->id)->count());
DB::table('write_recipe_rows')->where('run_id', $begun['run'])->delete();
