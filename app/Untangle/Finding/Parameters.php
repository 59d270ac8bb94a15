<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\ParameterStudies;
use Orchard\Core\Url\PageUrl;

/** What each parameter of a shop does: learned at every finding, and what the owner says of it, which holds. */
final class Parameters
{
    /** @var array<string, int> page by its address with parameters in order */
    private array $byAddress = [];

    public function __construct(private readonly Store $store)
    {
    }

    /** Learns anew and keeps what was learned; what people said stays. */
    public function study(WorkRun $run, Identities $identities, Judge $judge): void
    {
        $asking = [];
        $counts = [];
        foreach (self::pages($this->store) as $page => $url) {
            $this->byAddress[self::key($url)] ??= $page;
            if ($url->query !== null && $url->query !== '') {
                $asking[$page] = $url;
                foreach (array_unique(array_column(AddressForm::parameters($url), 0)) as $name) {
                    $counts[AddressForm::scopeOf($url)." $name"] =
                        ($counts[AddressForm::scopeOf($url)." $name"] ?? 0) + 1;
                }
            }
        }
        uasort($asking, static fn (PageUrl $a, PageUrl $b): int => strcmp($a->digest(), $b->digest()));
        $studies = (new ParameterStudies(
            Knowledge::form($this->store, []),
            $identities->of(...),
            static fn (int $a, int $b) => $judge->judge($identities->of(min($a, $b)), $identities->of(max($a, $b))),
        ))->study($asking, $this->find(...), static fn () => $run->beat());
        $rows = [];
        foreach ($studies as $key => $study) {
            if (mb_strlen($study->scope) <= 120 && mb_strlen($study->name) <= 120) {
                $json = static fn (mixed $value): string => json_encode(
                    $value,
                    JSON_UNESCAPED_UNICODE |
                        JSON_UNESCAPED_SLASHES |
                        JSON_THROW_ON_ERROR |
                        JSON_INVALID_UTF8_SUBSTITUTE,
                );
                $rows[] = [
                    $this->store->id,
                    $study->scope,
                    $study->name,
                    $counts[$key] ?? 0,
                    $study->effect()?->value,
                    $study->pairs(),
                    $study->bases(),
                    (int) round(1000 * $study->certainty()),
                    $study->isSure() ? 1 : 0,
                    $study->isLikely() ? 1 : 0,
                    $json((object) $study->counts()),
                    $json((object) $study->examples()),
                    $study->counterExample() === null ? null : $json($study->counterExample()),
                ];
            }
        }
        $columns = [
            'pages', 'effect', 'pairs', 'bases', 'certainty', 'is_sure', 'is_likely', 'counts', 'examples', 'counter',
        ];
        $run->fenced(function () use ($rows, $columns): void {
            DB::update(
                'UPDATE untangle_parameters SET pages = 0, effect = NULL, pairs = 0, bases = 0, certainty = 0,
                    is_sure = 0, is_likely = 0 WHERE store_id = ?',
                [$this->store->id],
            );
            Bulk::upsert(
                'untangle_parameters',
                ['store_id', 'scope', 'name', ...$columns],
                $rows,
                implode(', ', array_map(static fn (string $column): string => "$column = VALUES($column)", $columns)),
            );
            DB::delete('DELETE FROM untangle_parameters WHERE store_id = ? AND pages = 0 AND said IS NULL', [
                $this->store->id,
            ]);
        });
    }

    /** The page at an address, whatever the order of its parameters. */
    public function find(PageUrl $url): ?int
    {
        if ($this->byAddress === []) {
            foreach (self::pages($this->store) as $page => $known) {
                $this->byAddress[self::key($known)] ??= $page;
            }
        }

        return $this->byAddress[self::key($url)] ?? null;
    }

    /** @return \Generator<int, PageUrl> pages that show something, those with the least digest first */
    private static function pages(Store $store): \Generator
    {
        foreach (
            Rows::all(
                'SELECT k.page_id, p.url FROM untangle_identities k JOIN pages p ON p.id = k.page_id
                    WHERE k.store_id = ? ORDER BY p.digest',
                [$store->id],
            ) as $row
        ) {
            $url = PageUrl::parse($row->text('url'));
            if ($url !== null) {
                yield $row->int('page_id') => $url;
            }
        }
    }

    private static function key(PageUrl $url): string
    {
        $query = $url->query === null || $url->query === '' ? [] : explode('&', $url->query);
        sort($query);

        return md5($url->scheme.$url->authority.$url->path.'?'.implode('&', $query), true);
    }
}
