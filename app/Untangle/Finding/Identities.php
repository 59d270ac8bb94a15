<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Inventory\KeptDetails;
use App\Inventory\WhyNot;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\Identity;
use Orchard\Core\Duplicates\MinHash;
use Orchard\Core\Duplicates\OwnLines;
use Orchard\Core\Duplicates\PageMarks;
use Orchard\Core\Duplicates\TellingWords;
use Orchard\Core\Url\PageUrl;

/** What searchers get at each page of a store, read from its facts once and kept until they change. */
final class Identities
{
    private const PORTION = 400;

    /**
     * Pages by whose lines the frame of a kind is learned; taken by digest, so that the sample is the same every time.
     */
    private const SAMPLE = 3000;

    /** Identities kept in memory. */
    private const MEMORY = 2500;

    /** @var array<int, Identity> */
    private array $known = [];

    private ?OwnLines $lines = null;

    private ?bool $knowsProducts = null;

    private readonly MinHash $hash;

    public function __construct(private readonly Store $store, private readonly TellingWords $telling)
    {
        $this->hash = new MinHash();
    }

    /**
     * Pages that show something to searchers, whether they may be listed or not; pages kept out on purpose and pages
     * that are none are left out.
     */
    public static function shown(): string
    {
        return 'i.status = 200 AND i.why_not NOT IN ('.
            implode(',', [
                WhyNot::NotHtml->value,
                WhyNot::LooksMissing->value,
                WhyNot::NotFetched->value,
                WhyNot::NoAnswer->value,
            ]).
            ') AND i.kind NOT IN ('.
            implode(',', [PageKind::Search->value, PageKind::Account->value]).
            ')';
    }

    /**
     * Reads the next portion of pages.
     *
     * @return ?array{int, list<list<int|string|Bytes|null>>} the last page read, and rows to be written; null after the
     *     last
     */
    public function read(int $after): ?array
    {
        $rows = Rows::all(
            'SELECT p.id, p.url, i.market_id, i.kind, f.title, f.h1s, f.language, d.text, d.product, pp.number, k.mark
            FROM page_index i JOIN pages p ON p.id = i.page_id JOIN page_facts f ON f.page_id = i.page_id
            AND f.to_crawl = 0 LEFT JOIN page_details d ON d.page_id = i.page_id LEFT JOIN page_products pp
            ON pp.page_id = i.page_id LEFT JOIN untangle_identities k ON k.store_id = i.store_id
            AND k.page_id = i.page_id
            WHERE i.store_id = ? AND i.page_id > ? AND '.
                self::shown().
                ' ORDER BY i.page_id LIMIT '.
                self::PORTION,
            [$this->store->id, $after],
        );
        if ($rows === []) {
            return null;
        }
        $links = [];
        foreach (
            Rows::all(
                'SELECT l.from_page, l.to_page, l.anchor, i.kind FROM links l LEFT JOIN page_index i
                    ON i.store_id = l.store_id AND i.page_id = l.to_page WHERE l.store_id = ? AND l.from_page IN ('.
                    Bulk::list(Bulk::ids($rows, 'id')).
                    ') ORDER BY l.from_page, l.place',
                [$this->store->id],
            ) as $link
        ) {
            $links[$link->int('from_page')][] = $link;
        }
        $lines = $this->lines();
        $write = [];
        foreach ($rows as $row) {
            $identity = self::identity($row, $links[$row->int('id')] ?? [], $lines, $this->knowsProducts());
            $packed = self::pack($identity);
            $mark = md5($packed, true);
            if ($mark !== $row->mark) {
                $marks = PageMarks::of($identity, $this->hash);
                $bytes = static fn (string $value): ?Bytes => $value === '' ? null : new Bytes($value);
                $write[] = [
                    $this->store->id,
                    $row->int('id'),
                    new Bytes($mark),
                    new Bytes((string) gzdeflate($packed, 1)),
                    $bytes($marks->identity),
                    $bytes($marks->called),
                    $bytes($marks->items),
                    $marks->number,
                    new Bytes($marks->signature),
                ];
            }
        }

        return [$rows[count($rows) - 1]->int('id'), $write];
    }

    /** @param  list<list<int|string|Bytes|null>>  $rows */
    public static function write(array $rows): void
    {
        Bulk::write(
            'untangle_identities',
            ['store_id', 'page_id', 'mark', 'identity', 'same', 'called', 'items', 'number', 'signature'],
            $rows,
            'REPLACE',
        );
    }

    /** Pages that are shown no more have no identity. */
    public function forgetGone(): void
    {
        DB::delete(
            'DELETE k FROM untangle_identities k LEFT JOIN page_index i ON i.store_id = k.store_id
                AND i.page_id = k.page_id AND '.
                self::shown().
                ' WHERE k.store_id = ? AND i.page_id IS NULL',
            [$this->store->id],
        );
    }

    /**
     * @param  bool  $withSignatures  needed for finding near twins alone; half a kilobyte a page
     * @return \Generator<PageMarks> of all pages, in the order of their numbers
     */
    public function marks(bool $withSignatures): \Generator
    {
        $signature = $withSignatures ? 'k.signature' : "'' AS signature";
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT k.page_id, p.url, p.digest, k.same, k.called, k.items, k.number, '.
                    $signature.
                    ' FROM untangle_identities k JOIN pages p ON p.id = k.page_id WHERE k.store_id = ?
                        AND k.page_id > ? ORDER BY k.page_id LIMIT 5000',
                [$this->store->id, $after],
            );
            foreach ($rows as $row) {
                $url = PageUrl::parse($row->text('url'));
                if ($url !== null) {
                    yield new PageMarks(
                        $row->int('page_id'),
                        $url,
                        $row->text('digest'),
                        $row->text('same'),
                        $row->text('called'),
                        $row->text('number'),
                        $row->text('items'),
                        $row->text('signature'),
                    );
                }
            }
            if ($rows === []) {
                return;
            }
        }
    }

    public function of(int $page): Identity
    {
        if (! isset($this->known[$page])) {
            $this->load([$page]);
        }

        return $this->known[$page] ?? throw new \LogicException("Page $page shows nothing.");
    }

    /** The identity of a page, where it was loaded and shows anything. */
    public function knownOf(int $page): ?Identity
    {
        return $this->known[$page] ?? null;
    }

    /** @param  list<int>  $pages */
    public function load(array $pages): void
    {
        $pages = array_values(array_unique(array_filter($pages, fn (int $page): bool => ! isset($this->known[$page]))));
        if (count($this->known) + count($pages) > self::MEMORY) {
            $this->known = [];
        }
        foreach (array_chunk($pages, 500) as $chunk) {
            foreach (
                Rows::all(
                    'SELECT page_id, identity FROM untangle_identities WHERE store_id = ? AND page_id IN ('.
                        Bulk::list($chunk).
                        ')',
                    [$this->store->id],
                ) as $row
            ) {
                $this->known[$row->int('page_id')] = self::unpack(
                    $row->int('page_id'),
                    (string) gzinflate($row->text('identity'), 20_000_000),
                );
            }
        }
    }

    /** Whether the shop says of any page that it shows a product or an article. */
    private function knowsProducts(): bool
    {
        return $this->knowsProducts ??= DB::table('page_index')
            ->where('store_id', $this->store->id)
            ->whereIn('kind', [PageKind::Product->value, PageKind::Article->value])
            ->exists();
    }

    private function lines(): OwnLines
    {
        if ($this->lines === null) {
            $this->lines = new OwnLines($this->telling);
            foreach (
                Rows::all(
                    'SELECT i.kind, f.h1s, p.url, d.text FROM pages p JOIN page_index i ON i.store_id = p.store_id
                        AND i.page_id = p.id JOIN page_facts f ON f.page_id = p.id AND f.to_crawl = 0
                        JOIN page_details d ON d.page_id = p.id WHERE p.store_id = ? AND '.
                        self::shown().
                        ' ORDER BY p.digest LIMIT '.
                        self::SAMPLE,
                    [$this->store->id],
                ) as $row
            ) {
                $h1s = (array) json_decode($row->text('h1s'), true);
                $this->lines->see(
                    $row->text('kind'),
                    is_string($h1s[0] ?? null) ? $h1s[0] : $row->text('url'),
                    explode("\n", KeptDetails::textOf($row->text)),
                );
            }
            $this->lines->learn();
        }

        return $this->lines;
    }

    /** @param  list<Row>  $links  those of the main content, in their order */
    private static function identity(Row $row, array $links, OwnLines $lines, bool $knowsProducts): Identity
    {
        $kind = PageKind::from($row->int('kind'));
        $product = is_string($row->product) ? (array) json_decode($row->product, true) : [];
        $isProduct =
            $kind === PageKind::Product ||
            ($product !== [] && in_array($kind, [PageKind::Other, PageKind::Plain], true));
        $url = PageUrl::parse($row->text('url')) ?? throw new \LogicException("{$row->url} is no address.");
        $anchors = $items = $others = [];
        foreach ($links as $link) {
            if ($link->int('to_page') !== $row->int('id')) {
                $anchors[] = $link->text('anchor');
                $knowsProducts || $kind !== PageKind::Other || ($others[$link->int('to_page')] = $link->int('to_page'));
                in_array($link->int('kind'), [PageKind::Product->value, PageKind::Article->value], true) &&
                    ($items[] = $link->int('to_page'));
            }
        }
        ksort($others);
        $h1s = (array) json_decode($row->text('h1s'), true);
        $number =
            (string) ($row->number ?? '') !== ''
                ? $row->text('number')
                : (is_string($product['number'] ?? null)
                    ? $product['number']
                    : '');
        $text = KeptDetails::textOf($row->text);
        // An article may show products and is no list of them.
        $items = $isProduct || in_array($kind, [PageKind::Article, PageKind::Plain], true) ? [] : $items;

        return new Identity(
            $row->int('id'),
            $url,
            $row->int('market_id'),
            strtolower($row->text('language')),
            $isProduct,
            $row->text('title'),
            is_string($h1s[0] ?? null) ? $h1s[0] : '',
            $isProduct ? $number : '',
            $isProduct && is_string($product['name'] ?? null) ? $product['name'] : '',
            $text === ''
                ? []
                : $lines->of(
                    $row->text('kind'),
                    explode("\n", $text),
                    $anchors,
                    is_string($h1s[0] ?? null) ? $h1s[0] : '',
                ),
            $items,
            $kind === PageKind::Collection,
            array_values($others),
        );
    }

    private static function pack(Identity $page): string
    {
        return json_encode(
            [
                $page->url->text(),
                $page->market,
                $page->language,
                $page->isProduct,
                $page->title,
                $page->h1,
                $page->number,
                $page->name,
                $page->lines,
                $page->items,
                $page->isListKind,
                $page->links,
            ],
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
        );
    }

    private static function unpack(int $page, string $packed): Identity
    {
        /**
         * @var array{string, int, string, bool, string, string, string, string, list<string>, list<int>, bool,
         *     11?: list<int>} $kept
         */
        $kept = json_decode($packed, true, 8, JSON_THROW_ON_ERROR);
        $url = PageUrl::parse($kept[0]) ?? throw new \LogicException("$kept[0] is no address.");

        return new Identity(
            $page,
            $url,
            $kept[1],
            $kept[2],
            $kept[3],
            $kept[4],
            $kept[5],
            $kept[6],
            $kept[7],
            $kept[8],
            $kept[9],
            $kept[10],
            $kept[11] ?? [],
        );
    }
}
