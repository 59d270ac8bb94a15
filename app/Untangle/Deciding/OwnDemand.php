<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use App\Facts\FactTable;
use App\Facts\Grain;
use App\Facts\GrainDays;
use App\Facts\NumberWindow;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Words;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;

/**
 * Whether a variant is searched for by itself. Search engines book the clicks of a folded variant on its product, so
 * its own clicks say nothing: its words must stand in the queries that the product is seen for, or in searches of known
 * volume together with the product's name.
 */
final class OwnDemand
{
    /** Impressions of thirteen weeks, or searches a month, that are demand. */
    private const ENOUGH = 50;

    /**
     * @var array<int, list<array{string, list<string>, int}>> text, words and impressions of the queries of a product,
     *     the most seen first
     */
    private array $queries = [];

    /** @var ?list<GrainDays> */
    private ?array $parts = null;

    public function __construct(private readonly Store $store)
    {
    }

    /**
     * By what a variant is searched for by itself; null where it is not.
     *
     * @param  int  $tangle  of the variant and its product
     * @param  callable(): list<int>  $pages  of the tangle: whichever of a product's addresses is found
     */
    public function of(PageUrl $variant, PageUrl $product, int $tangle, callable $pages): ?Reason
    {
        $theirs = array_column(AddressForm::parameters($product), 1, 0);
        $words = [];
        foreach (AddressForm::parameters($variant) as [$name, $value]) {
            if (($theirs[$name] ?? null) !== $value) {
                array_push($words, ...Words::of(str_replace(['-', '_'], ' ', $value)));
            }
        }
        if ($words === []) {
            return null;
        }
        $found = array_values(
            array_filter(
                $this->queriesOf($tangle, $pages),
                static fn (array $query): bool => array_diff($words, $query[1]) === [],
            ),
        );
        $seen = array_sum(array_column($found, 2));
        if ($seen >= self::ENOUGH) {
            return new Reason(ActionReason::SearchedFor, [$found[0][0], count($found) - 1, $seen]);
        }
        $name = array_slice(Words::of(str_replace('-', ' ', basename($product->path))), 0, 2);
        $best = null;
        foreach (
            $name === []
                ? []
                : Rows::all(
                    'SELECT phrase, volume FROM keyword_rows WHERE store_id = ? AND is_current = 1 AND volume >= ?
                        AND phrase LIKE ? ORDER BY volume DESC, phrase LIMIT 50',
                    [$this->store->id, self::ENOUGH, '%'.addcslashes($name[0], '%_\\').'%'],
                ) as $row
        ) {
            $best ??= array_diff([...$words, ...$name], Words::of($row->text('phrase'))) === [] ? $row : null;
        }

        return $best === null
            ? null
            : new Reason(ActionReason::Searched, [$best->text('phrase'), $best->int('volume')]);
    }

    /**
     * @param  callable(): list<int>  $pages
     * @return list<array{string, list<string>, int}>
     */
    private function queriesOf(int $tangle, callable $pages): array
    {
        if (count($this->queries) > 500) {
            $this->queries = [];
        }

        return $this->queries[$tangle] ??= $this->read($pages());
    }

    /**
     * @param  list<int>  $pages
     * @return list<array{string, list<string>, int}>
     */
    private function read(array $pages): array
    {
        $window = NumberWindow::of($this->store);
        if ($window === null || $pages === []) {
            return [];
        }
        $asked = Grain::PAGE | Grain::QUERY;
        $queries = [];
        foreach (
            $this->parts ??= $window->isPeriod
                ? GrainDays::ofPeriod($this->store->id, FactTable::Search, $window, $asked)
                : GrainDays::of($this->store->id, FactTable::Search, [$window->firstDay, $window->lastDay], $asked) as $part
        ) {
            foreach (
                Rows::all(
                    'SELECT q.text, SUM(r.impressions) AS n FROM search_rows r JOIN search_queries q
                        ON q.id = r.query_id WHERE r.page_id IN ('.
                        Bulk::list($pages).
                        ") AND {$part->condition()} GROUP BY q.id, q.text",
                ) as $row
            ) {
                $queries[$row->text('text')] = ($queries[$row->text('text')] ?? 0) + $row->int('n');
            }
        }
        arsort($queries);

        return array_map(
            static fn (int|string $text, int $n): array => [(string) $text, Words::of((string) $text), $n],
            array_keys($queries),
            $queries,
        );
    }
}
