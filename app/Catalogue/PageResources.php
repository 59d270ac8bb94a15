<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Catalogue\Events\ResourcesConnected;
use App\Connectors\Shop\Mapping\ItemList;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Inventory\KeptDetails;
use App\Inventory\PageBook;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\ShownText;
use Orchard\Core\Wording\TextField;
use Orchard\Core\Wording\TitleSuffix;

/**
 * Makes resources from pages, so that a shop without an API can be written for: one for each page of a kind that
 * people write for, that is shown in search and that no resource of the shop's own shows under. Its stored texts are
 * the page's own without what the theme adds.
 */
final readonly class PageResources
{
    private const CHUNK = 2000;

    /** Titles by which it is learned what the theme adds. */
    private const SAMPLE = 2000;

    public const WRITTEN = [
        PageKind::Home,
        PageKind::Collection,
        PageKind::Product,
        PageKind::Article,
        PageKind::Plain,
    ];

    /** @param  list<PageKind>  $kinds  that the shop's API does not tell of; all of WRITTEN where none is connected */
    public function __construct(private Store $store, private array $kinds)
    {
    }

    /**
     * Kinds of pages that the shop's API does not tell of.
     *
     * @return list<PageKind>
     */
    public static function unmapped(?ShopMapping $mapping): array
    {
        return array_values(
            array_filter(
                self::WRITTEN,
                static fn (PageKind $kind): bool => $mapping === null ||
                    array_filter(
                        $mapping->lists,
                        static fn (ItemList $list): bool => $list->holds(ResourceBook::word($kind)),
                    ) === [],
            ),
        );
    }

    public function work(WorkRun $run): void
    {
        $run->fenced(fn () => PlannedResources::meet($this->store));
        if ($this->kinds !== []) {
            $suffixes = $this->suffixes();
            $after = 0;
            while (($rows = $this->pages($after)) !== []) {
                $run->fenced(fn () => $this->write($rows, $suffixes));
                $after = end($rows)->int('page_id');
                $run->beat();
            }
        }
        $run->fenced(fn () => $this->endOthers());
    }

    /** @return list<Row> */
    private function pages(int $after): array
    {
        return array_values(
            Rows::all(
                "SELECT i.page_id, p.url, i.market_id, i.kind, f.title, f.description, f.h1s, x.number, x.maker,
                    x.price, x.currency, k.details, k.text, t.stored AS title_stored, d.stored AS description_stored
                FROM page_index i JOIN pages p ON p.id = i.page_id JOIN page_facts f ON f.page_id = i.page_id
                AND f.to_crawl = 0
                LEFT JOIN page_products x ON x.page_id = i.page_id
                LEFT JOIN page_details k ON k.page_id = i.page_id
                LEFT JOIN resources own ON own.store_id = i.store_id AND own.page_id = i.page_id AND own.from_page IN
                (1, 2)
                LEFT JOIN resource_texts t ON t.resource_id = own.id AND t.field = 1
                LEFT JOIN resource_texts d ON d.resource_id = own.id AND d.field = 2
                LEFT JOIN resources r ON r.page_id = i.page_id AND r.from_page = 0 AND r.gone = 0
                WHERE i.store_id = ? AND i.page_id > ? AND i.indexable = 1 AND i.status = 200
                AND i.kind IN ({$this->kindList()}) AND r.id IS NULL
                ORDER BY i.page_id LIMIT ".self::CHUNK,
                [$this->store->id, $after],
            ),
        );
    }

    /**
     * @param  list<Row>  $rows
     * @param  array<string, string>  $suffixes  by "market kind"
     */
    private function write(array $rows, array $suffixes): void
    {
        $resources = [];
        foreach ($rows as $row) {
            $suffix = $suffixes["$row->market_id $row->kind"] ?? '';
            $resources[] = [
                $this->store->id,
                $row->int('market_id'),
                self::idOf($row->int('page_id')),
                $row->int('kind'),
                self::name($row, $suffix),
                $row->text('url'),
                $row->int('page_id'),
                '',
                json_encode((object) self::attributes($row), JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
                $row->text('number'),
                1,
                now()->format('Y-m-d H:i:s'),
            ];
        }
        $names = array_map(static fn (Row $row): string => self::idOf($row->int('page_id')), $rows);
        $planned = PlannedResources::named($this->store, $names);
        // What a file told of it is better than what its page shows.
        Bulk::upsert(
            'resources',
            [
                'store_id', 'market_id', 'external_id', 'kind', 'name', 'url', 'page_id', 'version', 'attributes',
                'number', 'from_page', 'synced_at',
            ],
            $resources,
            'market_id = VALUES(market_id), kind = VALUES(kind), name = IF(from_page = '.
                '2, name, VALUES(name)), url = VALUES(url), page_id = VALUES(page_id), attributes = '.
                "VALUES(attributes), number = IF(VALUES(number) = '', number, VALUES(number)), synced_at = ".
                'VALUES(synced_at), gone = 0, from_page = IF(from_page = 3, 1, from_page)',
        );
        $ids = Rows::of(
            DB::table('resources')
                ->where('store_id', $this->store->id)
                ->whereIn('external_id', $names)
                ->get(['id', 'page_id', 'market_id', 'from_page']),
        )->keyBy('page_id');
        $texts = $showing = [];
        foreach ($rows as $row) {
            $resource = $ids[$row->int('page_id')] ?? null;
            if ($resource === null) {
                continue;
            }
            $showing[$row->int('page_id')] = $resource->int('id');
            if ($resource->int('from_page') !== 1) {
                continue;
            }
            $details = KeptDetails::unpack($row->details);
            $title = TitleSuffix::without($row->text('title'), $suffixes["$row->market_id $row->kind"] ?? '');
            $shows = PageTexts::of(
                new ShownPage(
                    $row->text('url'),
                    $title,
                    trim($row->text('description')),
                    $row->h1s,
                    $details,
                    KeptDetails::textOf($row->text),
                ),
            );
            $stored = [
                TextField::Title->value => $row->title_stored,
                TextField::Description->value => $row->description_stored,
            ];
            foreach ($shows as $field => $shown) {
                $known = $stored[$field] ?? null;
                $texts[] = [
                    $resource->int('id'),
                    $field,
                    $this->store->id,
                    $resource->int('market_id'),
                    // Where the theme only set another quotation mark, the text is the one that was given to it.
                    is_string($known) && ShownText::is($shown, $known) ? $known : $shown,
                ];
            }
        }
        Texts::storeMany($texts);
        (new PageBook($this->store))->showEach($showing);
        // What was written for a page before it was there stands on what it shows now.
        $planned === [] || ResourcesConnected::dispatch($this->store->id, $planned);
    }

    /** Those whose page is gone, kept out of search or another kind now, or is the shop's own by now. */
    private function endOthers(): void
    {
        DB::update(
            "UPDATE resources r LEFT JOIN page_index i ON i.page_id = r.page_id AND i.indexable = 1
            AND i.status = 200 AND i.kind IN ({$this->kindList()})
            SET r.gone = IF(i.page_id IS NULL, 1, 0) WHERE r.store_id = ? AND r.from_page IN (1, 2)
            AND r.gone <> IF(i.page_id IS NULL, 1, 0)",
            [$this->store->id],
        );
    }

    /**
     * What the theme adds to titles, by "market kind": as it is known, else as the titles themselves tell.
     *
     * @return array<string, string>
     */
    private function suffixes(): array
    {
        $known = TitleSuffixes::of($this->store);
        $found = [];
        foreach (
            Rows::all(
                'SELECT market_id, kind FROM page_index WHERE store_id = ? AND indexable = 1 AND kind IN '.
                    "({$this->kindList()}) GROUP BY market_id, kind",
                [$this->store->id],
            ) as $group
        ) {
            $key = "$group->market_id $group->kind";
            if (
                $known->isKnown($group->int('market_id'), $group->int('kind')) &&
                ($suffix = $known->suffix($group->int('market_id'), $group->int('kind'))) !== ''
            ) {
                $found[$key] = $suffix;

                continue;
            }
            $titles = Rows::all(
                'SELECT f.title FROM page_index i JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0 '.
                    'WHERE i.store_id = ? AND i.market_id = ? AND i.kind = ? AND i.indexable = 1 AND f.title <> '.
                    "'' LIMIT ".
                    self::SAMPLE,
                [$this->store->id, $group->market_id, $group->kind],
            );
            $found[$key] = TitleSuffix::ofShown(
                array_values(array_map(static fn (Row $row): string => $row->text('title'), $titles)),
            );
        }
        // A kind with few pages, such as the only home page, has what the others of its market have in common.
        foreach (array_keys($found) as $key) {
            if ($found[$key] === '') {
                $found[$key] = self::usual($found, (string) strstr($key, ' ', true));
            }
        }

        return $found;
    }

    /** @param  array<string, string>  $found */
    private static function usual(array $found, string $market): string
    {
        $of = array_filter(
            $found,
            static fn (string $suffix, string $key): bool => $suffix !== '' && str_starts_with($key, "$market "),
            ARRAY_FILTER_USE_BOTH,
        );
        usort($of, static fn (string $a, string $b): int => strlen($a) <=> strlen($b));

        return $of[0] ?? '';
    }

    private static function idOf(int $page): string
    {
        return "page:$page";
    }

    private static function name(Row $row, string $suffix): string
    {
        $h1s = json_decode($row->text('h1s'), true);
        $h1 = is_array($h1s) && is_string($h1s[0] ?? null) ? trim($h1s[0]) : '';
        $title = TitleSuffix::without($row->text('title'), $suffix);

        return mb_substr(
            $h1 !== '' && mb_strlen($h1) <= 200 ? $h1 : ($title !== '' ? $title : $row->text('url')),
            0,
            400,
        );
    }

    /** @return array<string, string> */
    private static function attributes(Row $row): array
    {
        return array_filter(
            [
                'maker' => $row->text('maker'),
                'price' => $row->price === null ? '' : number_format($row->number('price'), 2, '.', ''),
                'currency' => $row->text('currency'),
                'number' => $row->text('number'),
            ],
            static fn (string $value): bool => $value !== '',
        );
    }

    private function kindList(): string
    {
        return $this->kinds === []
            ? '0'
            : implode(',', array_map(static fn (PageKind $kind): int => $kind->value, $this->kinds));
    }
}
