<?php

declare(strict_types=1);

namespace App\Write\Trials;

use App\Changes\Editing\DraftWriter;
use App\Changes\Spells\SpellCause;
use App\Changes\Spells\Spells;
use App\Changes\Trials\NewTrial;
use App\Changes\Trials\Trials;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Write\Recipes\RecipeFacts;
use App\Write\Recipes\RecipePage;
use App\Write\Recipes\RecipeRow;
use App\Write\Recipes\RecipeTargets;
use App\Write\Recipes\StoredRecipe;
use App\Write\WrittenPage;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Outcome\TrialGroups;
use Orchard\Core\Outcome\TrialPage;
use Orchard\Core\Text\Ruler;

/** Chooses the pages of a trial, writes what each wording makes of them, and parts them into groups that are alike. */
final class TrialPlan
{
    /** Pages of one trial; more would not be told apart any better within a request's time. */
    public const MOST_PAGES = 4000;

    private const CHUNK = 500;

    public function __construct(
        private readonly RecipeFacts $facts,
        private readonly Ruler $ruler,
        private readonly Trials $trials,
    ) {
    }

    /**
     * @return array{trial: int, pages: int, left: int} left: pages that could not take part
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function plan(Store $store, TrialWish $wish, ?int $userId): array
    {
        [$recipes, $withNow] = [$wish->recipes, $wish->withNow];
        $first = $recipes[0] ?? throw new InvalidArgumentException('A trial compares recipes; make them first.');
        foreach ($recipes as $recipe) {
            if ($recipe->field !== $first->field || $recipe->pages->kind !== $first->pages->kind) {
                throw new InvalidArgumentException('The wordings of a trial are for one kind of page and one text.');
            }
        }
        $count = count($recipes) + ($withNow ? 1 : 0);
        [$texts, $left] = $this->texts($store, $recipes, $wish->only);
        if (count($texts) < 2 * $count) {
            throw new InvalidArgumentException(
                count($texts) === 0
                    ? 'No page can take part: each wording has to fit and to differ from what is shown, and no '.
                        'person, '.
                        'draft or other trial may have the text.'
                    : 'Only '.count($texts).' pages can take part; two for each group are the least.',
            );
        }
        $clicks = self::clicks($store, array_values(array_filter(array_column($texts, 'page'))));
        $pages = array_map(
            static fn (array $text): TrialPage => new TrialPage(
                $text['resource'],
                $first->pages->kind->value,
                (float) ($clicks[$text['page'] ?? 0][0] ?? 0),
                (float) ($clicks[$text['page'] ?? 0][1] ?? 0),
            ),
            $texts,
        );
        $groups = TrialGroups::part($pages, $count, $wish->seed);
        $named = array_map(
            static fn (StoredRecipe $one): array => ['name' => $one->name, 'recipe' => $one->id],
            $recipes,
        );
        $withNow && array_unshift($named, ['name' => 'as it is', 'recipe' => null]);
        $rows = [];
        foreach ($texts as $nth => $text) {
            $group = $groups->groups[$text['resource']];
            $wording = $withNow ? $group - 1 : $group;
            $rows[] = [
                'resource' => $text['resource'],
                'page' => $text['page'],
                'group' => $group,
                'value' => $wording < 0 ? null : $text['values'][$wording],
                'clicks' => (int) $pages[$nth]->clicks,
                'before' => (int) $pages[$nth]->before,
            ];
        }
        $planned = new NewTrial(
            $wish->name,
            $first->field,
            $wish->weeks,
            $named,
            $rows,
            $groups->imbalance(),
            $wish->seed,
        );
        $trial = $this->trials->plan($store, $planned, $userId);

        return ['trial' => $trial, 'pages' => count($rows), 'left' => $left];
    }

    /**
     * @param  non-empty-list<StoredRecipe>  $recipes
     * @param  ?list<int>  $only
     * @return array{list<array{resource: int, page: ?int, values: list<string>}>, int} pages for which every wording
     *     makes a text that fits and is new; and how many were left out
     */
    private function texts(Store $store, array $recipes, ?array $only): array
    {
        $field = $recipes[0]->field;
        $targets = RecipeTargets::of($store, $field);
        $asked = array_merge(...array_map(static fn (StoredRecipe $one): array => $one->recipe->facts(), $recipes));
        $texts = [];
        $after = $left = 0;
        while (($rows = self::rows($store, $recipes[0], $after, $only)) !== []) {
            $after = end($rows)->id;
            $facts = $this->facts->of(
                $store,
                array_map(static fn (RecipeRow $row): WrittenPage => $row->page(), $rows),
                $asked,
            );
            $held = Spells::now(SpellCause::Trial, array_column($rows, 'id'));
            foreach ($rows as $row) {
                $page = RecipePage::from($row, $facts[$row->id]);
                $target = $targets->for($page->marketId, $page->kind->value);
                $values = [];
                $isFree =
                    $row->draft === null &&
                    ! isset($held["$row->id {$field->value}"]) &&
                    DraftWriter::recipeMay(null, $page->origin, null);
                foreach ($isFree ? $recipes : [] as $recipe) {
                    $made = $recipe->recipe->compose($page->facts, $target, $this->ruler);
                    if ($made->text !== '' && $made->fits && $made->text !== $row->stored) {
                        $values[] = $made->text;
                    }
                }
                if (count($values) === count($recipes) && count(array_unique($values)) === count($values)) {
                    $texts[] = [
                        'resource' => $row->id,
                        'page' => $row->pageId === 0 ? null : $row->pageId,
                        'values' => $values,
                    ];
                } else {
                    $left++;
                }
            }
            if (count($texts) > self::MOST_PAGES) {
                throw new InvalidArgumentException(
                    'More than '.number_format(self::MOST_PAGES).' pages could take part. Choose a list of pages.',
                );
            }
        }

        return [$texts, $left];
    }

    /**
     * @param  ?list<int>  $only
     * @return list<RecipeRow>
     */
    private static function rows(Store $store, StoredRecipe $recipe, int $after, ?array $only): array
    {
        $field = $recipe->field->value;

        return $only === []
            ? []
            : Records::select(
                RecipeRow::class,
                'SELECT r.id, r.page_id, r.name, r.attributes, r.market_id, r.kind, t.stored, t.origin,
                    d.value AS draft, d.origin AS draft_origin, d.state FROM resources r
                    JOIN resource_texts t ON t.resource_id = r.id AND t.field = ?
                    LEFT JOIN drafts d ON d.resource_id = r.id AND d.field = ?
                    WHERE r.store_id = ? AND r.kind = ? AND r.gone = 0 AND r.from_page <> 3 AND r.id > ?'.
                    ($only === null ? '' : ' AND r.id IN ('.Bulk::list($only).')').
                    ' ORDER BY r.id LIMIT '.
                    self::CHUNK,
                [$field, $field, $store->id, $recipe->pages->kind->value, $after],
            );
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array{int, int}> clicks of the last four weeks that were told, and of the four before, by page
     */
    private static function clicks(Store $store, array $pages): array
    {
        $last = DB::table('page_weeks')->where('store_id', $store->id)->max('week');
        if (! is_string($last)) {
            return [];
        }
        $since = (new DateTimeImmutable($last))->modify('-3 weeks')->format('Y-m-d');
        $before = (new DateTimeImmutable($last))->modify('-7 weeks')->format('Y-m-d');
        $clicks = [];
        foreach (array_chunk($pages, 2000) as $some) {
            foreach (
                Rows::all(
                    'SELECT page_id, SUM(IF(week >= ?, clicks, 0)) AS now, SUM(IF(week < ?, clicks, 0)) AS before_that
                        FROM page_weeks WHERE store_id = ? AND page_id IN ('.
                        Bulk::list($some).
                        ') AND week >= ? GROUP BY page_id',
                    [$since, $since, $store->id, $before],
                ) as $row
            ) {
                $clicks[$row->int('page_id')] = [$row->int('now'), $row->int('before_that')];
            }
        }

        return $clicks;
    }
}
