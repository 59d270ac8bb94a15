<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/**
 * Collections that no rule tells and no structured data, known by the shop's own make-up: pages whose main content
 * leads to products more than to anything else, and what narrows or continues such a list (a parameter behind its
 * address, a part or a filter in its path), however few products that shows. Which pages are products the shop says of
 * itself; folder names say nothing.
 */
final readonly class LearnedKinds
{
    /** Products from which a page that leads to little else is a list. */
    private const FEWEST = 3;

    /** Part of the links of its main content that lead to products. */
    private const MOSTLY = 0.6;

    private const CHUNK = 2000;

    public function __construct(private Store $store)
    {
    }

    public function learn(WorkRun $run): void
    {
        $lists = $open = [];
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT i.page_id, p.url, COUNT(DISTINCT l.to_page) AS links, COUNT(DISTINCT IF(t.kind = ?,
                    l.to_page,
                    NULL)) AS products
                FROM (SELECT page_id FROM page_index WHERE store_id = ? AND kind = ? AND status = 200
                AND page_id > ?
                ORDER BY page_id LIMIT '.
                    self::CHUNK.
                    ') i JOIN pages p ON p.id = i.page_id LEFT JOIN links l ON l.store_id = p.store_id
                        AND l.from_page = i.page_id AND l.to_page <> i.page_id LEFT JOIN page_index t
                        ON t.store_id = p.store_id AND t.page_id = l.to_page
                GROUP BY i.page_id, p.url ORDER BY i.page_id',
                [PageKind::Product->value, $this->store->id, PageKind::Other->value, $after],
            );
            foreach ($rows as $row) {
                if (
                    $row->int('products') >= self::FEWEST &&
                    $row->int('products') >= self::MOSTLY * $row->int('links')
                ) {
                    $lists[$row->text('url')] = $row->int('page_id');
                } elseif ($row->int('products') > 0) {
                    $open[$row->text('url')] = $row->int('page_id');
                }
            }
            $run->beat();
            if ($rows === []) {
                break;
            }
        }
        $known =
            $open === []
                ? []
                : array_fill_keys(
                    array_map(
                        static fn (Row $row): string => $row->text('url'),
                        Rows::all(
                            'SELECT p.url FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ?
                                AND i.kind = ?',
                            [$this->store->id, PageKind::Collection->value],
                        ),
                    ),
                    true,
                );
        foreach ($open as $url => $page) {
            foreach (self::wider((string) $url) as $wider) {
                if (isset($lists[$wider]) || isset($known[$wider])) {
                    $lists[(string) $url] = $page;
                }
            }
        }
        foreach (array_chunk(array_values($lists), self::CHUNK) as $pages) {
            $run->fenced(
                static fn (): int => DB::update(
                    'UPDATE page_index SET kind = ? WHERE page_id IN ('.Bulk::list($pages).')',
                    [PageKind::Collection->value],
                ),
            );
        }
    }

    /**
     * @return list<string> addresses of the lists that an address may narrow or continue: without its parameters, its
     *     last segment, its last two
     */
    private static function wider(string $address): array
    {
        $url = PageUrl::parse($address);
        if ($url === null) {
            return [];
        }
        $wider = $url->query === null ? [] : [$url->path];
        $segments = explode('/', rtrim($url->path, '/'));
        foreach ([1, 2] as $fewer) {
            $path = implode('/', array_slice($segments, 0, -$fewer));
            if (count($segments) - $fewer >= 2) {
                array_push($wider, $path, "$path/");
            }
        }

        return array_values(
            array_filter(
                array_map(
                    static fn (string $path): ?string => PageUrl::parse(
                        "{$url->scheme}://{$url->authority}$path",
                    )?->text(),
                    $wider,
                ),
            ),
        );
    }
}
