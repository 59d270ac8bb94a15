<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\Url\PageUrl;

/**
 * Lists narrowed by a filter: which of them deserve to stand by themselves. One is promoted when it has demand, enough
 * in stock, clearly fewer products than the wider list, a plain link and words of its own; one that no longer has them
 * stays promoted for four weeks.
 */
final class Facets
{
    /** Impressions of thirteen weeks that are demand. */
    public const DEMAND = 100;

    public const IN_STOCK = 8;

    /** Share of the wider list's products beyond which it is the same list. */
    public const SHARE = 0.8;

    /** Words of its own. */
    public const WORDS = 20;

    /** Days for which one that fails stays as it was. */
    public const DELAY = 28;

    /** @param  array<string, ParameterEffect>  $effects */
    public static function rebuild(
        WorkRun $run,
        Inventory $inventory,
        Identities $identities,
        array $effects,
        Parameters $parameters,
    ): void {
        $store = $inventory->store;
        $before = Rows::of(
            DB::table('untangle_facets')
                ->where('store_id', $store->id)
                ->get(['page_id', 'state', 'since']),
        )->keyBy('page_id');
        $selling = array_fill_keys(
            Bulk::ids(
                Rows::all(
                    'SELECT page_id FROM page_index WHERE store_id = ? AND life IN ('.
                        LifeState::Selling->value.
                        ','.
                        LifeState::Unknown->value.
                        ')',
                    [$store->id],
                ),
                'page_id',
            ),
            true,
        );
        $rows = [];
        foreach ($inventory->pages as $page) {
            $parent = self::parentOf($page, $effects, $parameters);
            if ($parent === null || ! isset($inventory->pages[$parent])) {
                continue;
            }
            [$own, $wider] = [$identities->of($page->id), $identities->of($parent)];
            $items = array_unique($own->items);
            $inStock = count(array_filter($items, static fn (int $item): bool => isset($selling[$item])));
            $all = count(array_unique($wider->items));
            $hasText = $own->h1 !== $wider->h1 && count(array_diff($own->words, $wider->words)) >= self::WORDS;
            $deserves =
                $page->impressions >= self::DEMAND &&
                $inStock >= self::IN_STOCK &&
                count($items) < self::SHARE * $all &&
                $page->linksIn > 0 &&
                $hasText;
            $was = $before[$page->id] ?? null;
            $today = now()->toDateString();
            [$state, $since] = match (true) {
                $deserves => ['promoted', $was?->state === 'promoted' ? $was->since : $today],
                $was?->state === 'promoted' => ['falling', $today],
                $was?->state === 'falling' && $was->since > now()->subDays(self::DELAY)->toDateString() => [
                    'falling',
                    $was->since,
                ],
                default => ['kept', $was?->state === 'kept' ? $was->since : $today],
            };
            $rows[] = [
                $store->id,
                $page->id,
                $parent,
                count($items),
                $all,
                $inStock,
                $page->impressions,
                $page->linksIn > 0 ? 1 : 0,
                $hasText ? 1 : 0,
                $state,
                (string) $since,
            ];
            $run->beat();
        }
        $run->fenced(static function () use ($rows, $store): void {
            DB::delete('DELETE FROM untangle_facets WHERE store_id = ?', [$store->id]);
            Bulk::write(
                'untangle_facets',
                [
                    'store_id', 'page_id', 'parent_page', 'products', 'of_products', 'in_stock', 'demand', 'has_link',
                    'has_text', 'state', 'since',
                ],
                $rows,
            );
        });
    }

    /** @param  array<string, ParameterEffect>  $effects */
    private static function parentOf(SeenPage $page, array $effects, Parameters $parameters): ?int
    {
        $url = $page->status === 200 ? PageUrl::parse($page->url) : null;
        if ($url === null) {
            return null;
        }
        $bare = $url;
        foreach (AddressForm::parameters($url) as [$name]) {
            if (
                ($effects[AddressForm::scopeOf($url)." $name"] ?? null) === ParameterEffect::Narrows &&
                $bare !== null
            ) {
                $bare = AddressForm::without($bare, $name);
            }
        }

        return $bare === null || $bare->text() === $url->text() || $parameters->find($url) === null
            ? null
            : $parameters->find($bare);
    }
}
