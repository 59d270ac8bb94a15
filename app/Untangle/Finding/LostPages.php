<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Changes\AddressField;
use App\Inventory\KeptDetails;
use App\Inventory\PageAddress;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\Shingles;
use Orchard\Core\Duplicates\Words;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;

/**
 * Addresses that answer with an error and are still asked for: by searchers, by links from elsewhere, by links of the
 * shop. For each the page that took its place (by what people or files say, by its stock number), or one that is like
 * it, by its old text first and then by its name; where none is like it, a person decides; where nobody asks for it, it
 * stays gone. The home page is never proposed: it is like no product.
 */
final class LostPages
{
    /** Share of the words of its name and address that a page must have to be like it. */
    private const LIKE = 0.5;

    /** Part of a page's own runs of words that an old text must hold, and pages by name that are looked at for it. */
    private const SAYS_THE_SAME = 0.6;

    private const NEAR = 20;

    /** Weight of a word that no page has; of one that a tenth of the pages have it is 2.4. */
    private const UNKNOWN = 1.0;

    public static function rebuild(WorkRun $run, Inventory $inventory, Identities $identities): void
    {
        $store = $inventory->store;
        $gone = array_filter(
            $inventory->pages,
            static fn (SeenPage $page): bool => in_array($page->status, [404, 410], true),
        );
        $moved = DB::table('successions')->where('store_id', $store->id)->pluck('to_page', 'from_page')->all();
        $replaced = self::replacements($store);
        $sameNumber = self::sameNumber($store->id);
        $names = self::names($gone);
        $texts = DB::table('lost_texts')
            ->where('store_id', $store->id)
            ->pluck('text', 'page_id')
            ->map(Typed::text(...))
            ->all();
        $index = self::index($inventory);
        $redirected = array_fill_keys(
            Bulk::ids(
                Rows::all('SELECT page_id FROM address_states WHERE store_id = ? AND field = ?', [
                    $store->id,
                    AddressField::Redirect->value,
                ]),
                'page_id',
            ),
            true,
        );
        $rows = [];
        foreach ($gone as $page) {
            if (isset($redirected[$page->id])) {
                continue;
            }
            $backlinks = $inventory->backlinks($page->id);
            $successor = $moved[$page->id] ?? ($replaced[$page->id] ?? ($sameNumber[$page->id] ?? null));
            $successor =
                $successor !== null && ($inventory->pages[Typed::int($successor)] ?? null)?->status === 200
                    ? Typed::int($successor)
                    : null;
            $isWanted = $page->clicks > 0 || $backlinks > 0;
            [$like, $likeness, $byText] =
                $successor === null && $isWanted
                    ? self::likest($page, $names[$page->id] ?? '', $texts[$page->id] ?? '', $index, $identities)
                    : [null, 0.0, false];
            [$target, $plan, $why] = match (true) {
                $successor !== null => [
                    $successor,
                    'redirect',
                    new Reason(
                        match (true) {
                            isset($moved[$page->id]) => LostReason::Moved,
                            isset($replaced[$page->id]) => LostReason::Replaced,
                            default => LostReason::SameNumber,
                        },
                    ),
                ],
                $like !== null && $byText => [
                    $like,
                    'like',
                    new Reason(LostReason::OldText, [(int) round(100 * $likeness)]),
                ],
                $like !== null && $likeness >= self::LIKE => [
                    $like,
                    'like',
                    new Reason(LostReason::Name, [(int) round(100 * $likeness)]),
                ],
                $isWanted => [0, 'ask', new Reason(LostReason::NothingLike)],
                default => [0, 'gone', new Reason($page->linksIn > 0 ? LostReason::OnlyLinks : LostReason::Nobody)],
            };
            $rows[] = [
                $store->id,
                $page->id,
                $page->status,
                $page->clicks,
                $backlinks,
                $page->linksIn,
                $target,
                (int) round(1000 * $likeness),
                Reason::pack([$why]),
                $plan,
            ];
            $run->beat();
        }
        $run->fenced(static function () use ($rows, $store): void {
            DB::delete('DELETE FROM untangle_lost WHERE store_id = ?', [$store->id]);
            Bulk::write(
                'untangle_lost',
                [
                    'store_id', 'page_id', 'status', 'clicks', 'backlinks', 'links_in', 'target_page', 'likeness',
                    'why', 'plan',
                ],
                $rows,
            );
        });
    }

    /**
     * @return array<int, int> the page that shows the product of a page that is gone, by its number in the same market,
     *     by page
     */
    private static function sameNumber(int $store): array
    {
        $shown = [];
        foreach (
            Rows::all(
                "SELECT g.page_id, MIN(n.page_id) AS now FROM page_products g JOIN page_index gi
                    ON gi.page_id = g.page_id AND gi.status IN (404, 410)
            JOIN page_products n ON n.store_id = g.store_id AND n.number = g.number AND n.page_id <> g.page_id
            JOIN page_index ni ON ni.page_id = n.page_id AND ni.status = 200 AND ni.market_id = gi.market_id
            AND ni.indexable = 1
            WHERE g.store_id = ? AND g.number <> '' GROUP BY g.page_id",
                [$store],
            ) as $row
        ) {
            $shown[$row->int('page_id')] = $row->int('now');
        }

        return $shown;
    }

    /**
     * @return array<int, int> the page of the product that replaces the product of a page, told by its number or its
     *     address, by page
     */
    private static function replacements(Store $of): array
    {
        $store = $of->id;
        $replaced = self::replacedByAddress($of);
        foreach (
            Rows::all(
                "SELECT g.page_id, n.page_id AS by_page FROM (SELECT page_id, replaced_by FROM page_products
                    WHERE store_id = ? AND replaced_by <> '' UNION SELECT page_id, replaced_by FROM product_rows
                    WHERE store_id = ? AND is_current = 1 AND replaced_by <> '' AND page_id IS NOT NULL UNION
                    SELECT page_id, replaced_by FROM lives_by_hand WHERE store_id = ? AND replaced_by <> '') g
            JOIN page_products n ON n.store_id = ? AND n.number = g.replaced_by AND n.page_id <> g.page_id",
                [$store, $store, $store, $store],
            ) as $row
        ) {
            $replaced[$row->int('page_id')] = $row->int('by_page');
        }

        return $replaced;
    }

    /** @return array<int, int> */
    private static function replacedByAddress(Store $store): array
    {
        $addresses = new PageAddress($store);
        $wanted = [];
        foreach (
            Rows::all(
                "SELECT page_id, replaced_by FROM page_products WHERE store_id = ? AND replaced_by LIKE '%/%' UNION
                    SELECT page_id, replaced_by FROM product_rows WHERE store_id = ? AND is_current = 1
                    AND replaced_by LIKE '%/%' AND page_id IS NOT NULL UNION SELECT page_id, replaced_by
                    FROM lives_by_hand WHERE store_id = ? AND replaced_by LIKE '%/%'",
                [$store->id, $store->id, $store->id],
            ) as $row
        ) {
            $url = $addresses->urlOf($row->text('replaced_by'));
            $url === null || ($wanted[$row->int('page_id')] = PageUrl::digestOf($url));
        }
        $ids = [];
        foreach (array_chunk(array_values(array_unique($wanted)), 1000) as $digests) {
            $ids += DB::table('pages')
                ->where('store_id', $store->id)
                ->whereIn('digest', $digests)
                ->pluck('id', 'digest')
                ->all();
        }

        return array_filter(array_map(static fn (string $digest): int => Typed::int($ids[$digest] ?? 0), $wanted));
    }

    /**
     * What pages were called when they last answered.
     *
     * @param  array<int, SeenPage>  $gone
     * @return array<int, string>
     */
    private static function names(array $gone): array
    {
        $names = [];
        foreach (array_chunk(array_keys($gone), 2000) as $chunk) {
            foreach (
                Rows::all(
                    'SELECT page_id, title, h1s FROM page_facts WHERE page_id IN ('.
                        Bulk::list($chunk).
                        ') AND status = 200 ORDER BY page_id, to_crawl',
                    [],
                ) as $row
            ) {
                $h1s = (array) json_decode($row->text('h1s'), true);
                $names[$row->int('page_id')] = is_string($h1s[0] ?? null) ? $h1s[0] : $row->text('title');
            }
        }

        return $names;
    }

    /**
     * @return array{array<string, list<int>>, array<int, int>, array<int, int>} pages by word, number of words by page,
     *     market by page
     */
    private static function index(Inventory $inventory): array
    {
        $byWord = $counts = $markets = [];
        foreach (
            Rows::all(
                'SELECT i.page_id, p.url, f.h1s, i.market_id FROM page_index i JOIN pages p ON p.id = i.page_id
                    JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0 WHERE i.store_id = ?
                    AND i.indexable = 1 AND i.depth <> 0',
                [$inventory->store->id],
            ) as $row
        ) {
            $h1s = (array) json_decode($row->text('h1s'), true);
            $words = self::words(is_string($h1s[0] ?? null) ? $h1s[0] : '', $row->text('url'));
            $counts[$row->int('page_id')] = count($words);
            $markets[$row->int('page_id')] = $row->int('market_id');
            foreach ($words as $word) {
                $byWord[$word][] = $row->int('page_id');
            }
        }

        return [$byWord, $counts, $markets];
    }

    /**
     * @param  array{array<string, list<int>>, array<int, int>, array<int, int>}  $index
     * @return array{?int, float, bool} the page that says what this one said, else that whose name is most like, rare
     *     words weighing more; how much of its own words it has; and whether that is by text
     */
    private static function likest(
        SeenPage $page,
        string $name,
        string $text,
        array $index,
        Identities $identities,
    ): array {
        [$byWord, $counts, $markets] = $index;
        $words = self::words($name, $page->url);
        $all = max(1, count($counts));
        $weights = $scores = [];
        foreach ($words as $word) {
            $on = $byWord[$word] ?? [];
            // A word that no page has tells apart from all alike.
            $weights[$word] = $on === [] ? self::UNKNOWN : log(1 + $all / count($on));
            if (count($on) > 0.2 * $all + 50) {
                continue;
            }
            foreach ($on as $other) {
                if ($other !== $page->id && $markets[$other] === $page->market) {
                    $scores[$other] = ($scores[$other] ?? 0.0) + $weights[$word];
                }
            }
        }
        if ($scores === []) {
            return [null, 0.0, false];
        }
        $byText = self::likestText($text, $scores, $identities);
        if ($byText !== null) {
            return [...$byText, true];
        }
        $total = array_sum($weights);
        $best = null;
        foreach ($scores as $other => $score) {
            // What the other says besides makes it less like.
            $likeness = $score / ($total + 0.2 * max(0, $counts[$other] - count($words)));
            if ($best === null || $likeness > $best[1] || ($likeness === $best[1] && $other < $best[0])) {
                $best = [$other, $likeness];
            }
        }

        return [$best[0], min(1.0, $best[1]), false];
    }

    /**
     * Of the pages whose names share most with it the one whose own text stood on the page that is gone.
     *
     * @param  array<int, float>  $scores  by page
     * @return ?array{int, float} null where none says what it said
     */
    private static function likestText(string $text, array $scores, Identities $identities): ?array
    {
        $old = $text === '' ? [] : Shingles::of(Words::of(KeptDetails::textOf($text)));
        arsort($scores);
        $near = array_slice(array_keys($scores), 0, self::NEAR);
        $identities->load($near);
        $best = null;
        foreach ($old === [] ? [] : $near as $other) {
            $identity = $identities->knownOf($other);
            if ($identity === null || ! $identity->saysEnough()) {
                continue;
            }
            $own = Shingles::of($identity->words);
            $part = count(array_intersect_key($own, $old)) / count($own);
            if ($part >= self::SAYS_THE_SAME && ($best === null || $part > $best[1])) {
                $best = [$other, $part];
            }
        }

        return $best;
    }

    /** @return list<string> */
    private static function words(string $name, string $url): array
    {
        $path = PageUrl::parse($url)->path ?? '';

        return array_values(
            array_unique(
                array_filter(
                    [
                        ...Words::of($name),
                        ...Words::of(str_replace(['-', '_', '/', '.html'], ' ', rawurldecode(basename($path)))),
                    ],
                    static fn (string $word): bool => mb_strlen($word) > 2,
                ),
            ),
        );
    }
}
