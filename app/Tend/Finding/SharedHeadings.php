<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Closure;
use Illuminate\Support\Facades\DB;

/** The same H1 on several pages of one market: a banner where they are many, twins where they are few. */
final readonly class SharedHeadings implements StoreFinder
{
    /** Pages from which a shared heading is a banner of the theme, and a cause of its own. */
    private const BANNER = 8;

    public function __construct(private Store $store)
    {
    }

    public static function types(): array
    {
        return [FindingType::SharedH1];
    }

    public function find(Closure $beat): iterable
    {
        DB::statement('DROP TEMPORARY TABLE IF EXISTS shared_h1');
        DB::statement(
            'CREATE TEMPORARY TABLE shared_h1 (page_id BIGINT UNSIGNED PRIMARY KEY, kind TINYINT UNSIGNED,
                mark BINARY(16), KEY (mark)) AS SELECT i.page_id, i.kind, UNHEX(MD5(CONCAT(i.market_id, " ",
                LOWER(TRIM(JSON_VALUE(f.h1s, "$[0]")))))) AS mark FROM page_index i JOIN page_facts f
                ON f.page_id = i.page_id AND f.to_crawl = 0 WHERE i.store_id = ? AND i.indexable = 1 AND i.h1s > 0
                AND JSON_VALUE(f.h1s, "$[0]") <> ""',
            [$this->store->id],
        );
        $groups = Rows::all(
            'SELECT HEX(mark) AS mark FROM shared_h1 GROUP BY shared_h1.mark HAVING COUNT(*) > 1 ORDER BY 1',
        );
        foreach ($groups as $group) {
            yield from $this->group($group->text('mark'));
        }
        DB::statement('DROP TEMPORARY TABLE IF EXISTS shared_h1');
    }

    /**
     * Addresses of one thing - with parameters, or of one product under several paths - count once: what is the same
     * page is Untangle's.
     *
     * @return iterable<Found>
     */
    private function group(string $mark): iterable
    {
        $members = Rows::all(
            'SELECT h.page_id, h.kind, t.is_part, SUBSTRING_INDEX(p.url, "?", 1) AS bare, p.url, p.resource_id,
                o.number, JSON_VALUE(f.h1s, "$[0]") AS heading FROM shared_h1 h JOIN pages p ON p.id = h.page_id
                JOIN page_facts f ON f.page_id = h.page_id AND f.to_crawl = 0
                LEFT JOIN tend_pages t ON t.store_id = ? AND t.page_id = h.page_id
                LEFT JOIN page_products o ON o.page_id = h.page_id WHERE h.mark = UNHEX(?)
                ORDER BY LENGTH(p.url), h.page_id',
            [$this->store->id, $mark],
        );
        $things = $first = [];
        foreach ($members as $member) {
            $thing = (string) ($member->number ?: $member->resource_id ?: $member->bare);
            $things[$thing] ??= $member->int('page_id');
            $first[$thing][] = $member->int('page_id');
        }
        $isBanner = count($things) >= self::BANNER;
        $pages = array_values($things);
        foreach ($members as $member) {
            $thing = (string) ($member->number ?: $member->resource_id ?: $member->bare);
            $isCopy = $things[$thing] !== $member->int('page_id');
            if (! $isCopy && count($things) === 1) {
                continue;
            }
            $kind = $member->int('kind');
            $heading = mb_substr($member->text('heading'), 0, 120);
            yield new Found(
                FindingType::SharedH1,
                $member->int('page_id'),
                match (true) {
                    $isCopy => ['why' => 'copies', 'kind' => $kind],
                    $isBanner => ['why' => 'banner', 'heading' => $heading],
                    default => ['why' => 'twins', 'kind' => $kind],
                },
                ['heading' => $heading, 'pages' => $isCopy ? count($first[$thing]) : count($things)],
                1,
                $isCopy ? $things[$thing] : $pages[$pages[0] === $member->int('page_id') ? 1 : 0],
            );
        }
    }
}
