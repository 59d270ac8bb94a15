<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Words;
use Orchard\Core\Url\PageUrl;

/**
 * Whether a variant is searched for by itself. Search engines book the clicks of a folded variant on its product, so its own clicks say
 * nothing: its words must stand in the queries that the product is seen for, or in searches of known volume together with the product's name.
 */
final class OwnDemand
{
    /** Impressions of thirteen weeks, or searches a month, that are demand. */
    private const ENOUGH = 50;

    /** @var array<int, list<array{list<string>, int}>> words and impressions of the queries of a product */
    private array $queries = [];

    public function __construct(private readonly Store $store)
    {
    }

    public function has(PageUrl $variant, PageUrl $product, int $productPage): bool
    {
        return $this->of($variant, $product, $productPage) >= self::ENOUGH;
    }

    /** Impressions of the product's queries that have the variant's words, or the volume of searches for both, whichever is more. */
    public function of(PageUrl $variant, PageUrl $product, int $productPage): int
    {
        $theirs = array_column(AddressForm::parameters($product), 1, 0);
        $words = [];
        foreach (AddressForm::parameters($variant) as [$name, $value]) {
            if (($theirs[$name] ?? null) !== $value) {
                array_push($words, ...Words::of(str_replace(['-', '_'], ' ', $value)));
            }
        }
        if ($words === []) {
            return 0;
        }
        $seen = 0;
        foreach ($this->queriesOf($productPage) as [$query, $impressions]) {
            $seen += array_diff($words, $query) === [] ? $impressions : 0;
        }
        $name = array_slice(Words::of(str_replace('-', ' ', basename($product->path))), 0, 2);
        $volume = 0;
        foreach ($name === [] ? [] : DB::select('SELECT phrase, volume FROM keyword_rows WHERE store_id = ? AND is_current = 1 AND volume >= ? AND phrase LIKE ? LIMIT 50', [$this->store->id, self::ENOUGH, '%'.addcslashes($name[0], '%_\\').'%']) as $row) {
            $volume = array_diff([...$words, ...$name], Words::of((string) $row->phrase)) === [] ? max($volume, (int) $row->volume) : $volume;
        }

        return max($seen, $volume);
    }

    /** @return list<array{list<string>, int}> */
    private function queriesOf(int $page): array
    {
        if (count($this->queries) > 500) {
            $this->queries = [];
        }

        return $this->queries[$page] ??= array_values(array_map(static fn (object $row): array => [Words::of((string) $row->text), (int) $row->impressions], DB::select('SELECT q.text, SUM(r.impressions) AS impressions FROM search_rows r JOIN search_queries q ON q.id = r.query_id WHERE r.store_id = ? AND r.page_id = ? AND r.query_id > 0 AND r.day >= UTC_DATE() - INTERVAL 100 DAY GROUP BY q.id, q.text', [$this->store->id, $page])));
    }
}
