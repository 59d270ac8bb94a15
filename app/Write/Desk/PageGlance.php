<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Changes\LastTouched;
use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Database\Records;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Write\Recipes\RecipeFacts;
use App\Write\WrittenPage;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\LeadTerm;

/** What one looks at while writing for one page: its terms with their numbers, its facts, what results show of it. */
final class PageGlance
{
    /** Queries that a page is seen for, beside the terms that it has. */
    private const MOST_QUERIES = 15;

    public function __construct(private readonly SeenQueries $seen, private readonly RecipeFacts $facts)
    {
    }

    /** @return ?array<string, mixed> null where the store has no such resource */
    public function of(Store $store, int $resource): ?array
    {
        $row = Rows::one(
            'SELECT r.id, r.page_id, r.market_id, r.kind, r.name, r.url, r.attributes,
                COALESCE(t.draft_shown, t.shown) AS title, COALESCE(d.draft_shown, d.shown) AS description,
                t.shown AS title_now FROM resources r
                LEFT JOIN resource_texts t ON t.resource_id = r.id AND t.field = 1
                LEFT JOIN resource_texts d ON d.resource_id = r.id AND d.field = 2
                WHERE r.store_id = ? AND r.id = ?',
            [$store->id, $resource],
        );
        if ($row === null) {
            return null;
        }
        $page = $row->int('page_id');
        $facts = $this->facts->of($store, Records::of(WrittenPage::class, [$row]), [
            'maker',
            'price',
            'collection',
            'products',
        ])[$row->int('id')];
        unset($facts['name'], $facts['brand'], $facts['lead'], $facts['year'], $facts['season'], $facts['market']);

        return [
            'name' => $row->text('name'),
            'url' => $row->text('url'),
            'terms' => $this->terms($store, $page, $row->text('title'), $row->text('description')),
            'facts' => array_filter($facts, static fn (string $value): bool => trim($value) !== ''),
            'written' => self::writtenBy($row->int('id')),
            'touched' => LastTouched::ofPages($page === 0 ? [] : [$page])[$page] ?? null,
            'inResults' => $this->inResults($page, $row->text('title_now')),
        ];
    }

    /**
     * @return list<array{term: string, role: string, volume: ?int, difficulty: ?float, position: ?float,
     *     impressions: ?int, clicks: ?int, inTitle: bool, inDescription: bool}> role: lead, support or seen
     */
    private function terms(Store $store, int $page, string $title, string $description): array
    {
        $own = $page === 0 ? [] : PageTerms::of([$page])[$page] ?? [];
        $seen = [];
        foreach ($page === 0 ? [] : $this->seen->of($store, [$page], self::MOST_QUERIES)[$page] ?? [] as $query) {
            $seen[mb_strtolower($query->text)] = $query;
        }
        $names = array_values(array_unique([...array_values($own), ...array_map(strval(...), array_keys($seen))]));
        $known =
            $names === []
                ? []
                : Rows::of(
                    DB::table('keyword_rows')
                        ->where('store_id', $store->id)
                        ->where('is_current', 1)
                        ->whereIn('phrase', $names)
                        ->groupBy('phrase')
                        ->selectRaw('phrase, MAX(volume) AS volume, MAX(difficulty) AS difficulty')
                        ->get(),
                )
                    ->keyBy(static fn (Row $one): string => mb_strtolower($one->text('phrase')))
                    ->all();

        return array_map(
            static fn (string $term): array => [
                'term' => $term,
                'role' => ($own[0] ?? null) === $term ? 'lead' : (in_array($term, $own, true) ? 'support' : 'seen'),
                'volume' => isset($known[$term]->volume) ? $known[$term]->int('volume') : null,
                'difficulty' => isset($known[$term]->difficulty) ? $known[$term]->number('difficulty') : null,
                'position' => isset($seen[$term]) ? $seen[$term]->position : null,
                'impressions' => isset($seen[$term]) ? $seen[$term]->impressions : null,
                'clicks' => isset($seen[$term]) ? $seen[$term]->clicks : null,
                'inTitle' => LeadTerm::standsIn($title, $term),
                'inDescription' => LeadTerm::standsIn($description, $term),
            ],
            $names,
        );
    }

    /**
     * @return list<RecipeMark>
     */
    private static function writtenBy(int $resource): array
    {
        return Records::of(
            RecipeMark::class,
            Rows::of(
                DB::table('write_recipe_texts as t')
                    ->join('write_recipes as r', 'r.id', '=', 't.recipe_id')
                    ->where('t.resource_id', $resource)
                    ->orderBy('t.field')
                    ->get(['t.field', 'r.name', 't.version', 't.made_at']),
            ),
        );
    }

    /** The title that results show, where a file tells one that is not the page's own. */
    private function inResults(int $page, string $title): ?string
    {
        $shown =
            $page === 0
                ? null
                : DB::table('index_rows')
                    ->where('page_id', $page)
                    ->where('is_current', 1)
                    ->where('shown_title', '<>', '')
                    ->orderByDesc('import_id')
                    ->value('shown_title');

        return is_string($shown) && mb_strtolower(trim($shown)) !== mb_strtolower(trim($title)) ? $shown : null;
    }
}
