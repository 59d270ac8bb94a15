<?php

declare(strict_types=1);

namespace App\Inventory\Terms;

use App\Inventory\Events\TermsChanged;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;

/** The search terms that pages are written for: one lead term for a page, and up to 25 that support it. */
final class PageTerms
{
    /** Supporting terms of one page. */
    public const MOST = 25;

    /** Characters of one term. */
    public const LONGEST = 190;

    /** As it is kept: in lower case, with single spaces, cut where it is too long. */
    public static function tidy(string $term): string
    {
        $plain = mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', mb_scrub($term))));

        return trim(mb_substr($plain, 0, self::LONGEST));
    }

    /**
     * Sets lead terms. A term that had been the lead of a page gives way; one that supported it moves up.
     *
     * @param  array<int, string>  $terms  by page of this store; '' takes the lead term away
     * @return list<int> pages whose lead term is another now
     */
    public static function lead(Store $store, array $terms, TermOrigin $origin, ?int $userId): array
    {
        $row = self::rows($store, $origin, $userId);
        $changed = [];
        foreach (array_chunk($terms, 500, preserve_keys: true) as $some) {
            $own = self::ofStore($store, array_keys($some));
            array_push(
                $changed,
                ...DB::transaction(static function () use ($some, $own, $origin, $row): array {
                    $known = self::lock(array_values($own));
                    $rows = $gone = $changed = [];
                    foreach ($own as $page) {
                        $term = self::tidy($some[$page]);
                        $now = $known[$page][0] ?? null;
                        if ($term === ($now['term'] ?? '')) {
                            // What a person says once more is a person's word from now on.
                            $now !== null &&
                                $now['origin'] !== $origin &&
                                $origin !== TermOrigin::Proposed &&
                                ($rows[] = $row($page, 0, $term));
                        } elseif ($origin === TermOrigin::Proposed && $now !== null && $now['origin'] !== $origin) {
                            continue;
                        } else {
                            $changed[] = $page;
                            if ($term === '') {
                                $gone[] = $page;
                            } else {
                                $rows[] = $row($page, 0, $term);
                            }
                        }
                    }
                    $gone === [] || DB::table('page_terms')->whereIn('page_id', $gone)->where('place', 0)->delete();
                    Bulk::write('page_terms', self::COLUMNS, $rows, 'REPLACE');

                    return $changed;
                }, 3),
            );
        }

        $changed === [] || TermsChanged::dispatch($store->id, $changed);

        return $changed;
    }

    /**
     * Makes lead terms somebody's word, so that no proposal takes them away, or proposals again.
     *
     * @param  list<int>  $pages
     * @return list<int> pages whose lead term is of another origin now
     */
    public static function claim(Store $store, array $pages, TermOrigin $origin, ?int $userId): array
    {
        $row = self::rows($store, $origin, $userId);
        $changed = [];
        foreach (array_chunk($pages, 500) as $some) {
            $rows = DB::transaction(static function () use ($store, $some, $origin, $row): array {
                $rows = [];
                foreach (self::lock(self::ofStore($store, $some)) as $page => $terms) {
                    if (isset($terms[0]) && $terms[0]['origin'] !== $origin) {
                        $rows[] = $row($page, 0, $terms[0]['term']);
                    }
                }
                Bulk::write('page_terms', self::COLUMNS, $rows, 'REPLACE');

                return array_column($rows, 0);
            }, 3);
            array_push($changed, ...array_map(intval(...), $rows));
        }
        $changed === [] || TermsChanged::dispatch($store->id, $changed);

        return $changed;
    }

    /**
     * Takes terms away that support a page, since they lead another now; those that people or files named stay.
     *
     * @param  list<string>  $terms
     */
    public static function unsupport(Store $store, array $terms): void
    {
        foreach (array_chunk($terms, 500) as $some) {
            DB::table('page_terms')
                ->where('store_id', $store->id)
                ->where('place', '>', 0)
                ->where('origin', TermOrigin::Proposed->value)
                ->whereIn('term', $some)
                ->delete();
        }
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array{string, TermOrigin}> lead terms with who named them, by page
     */
    public static function claims(array $pages): array
    {
        $claims = [];
        foreach (
            $pages === []
                ? []
                : Rows::all(
                    'SELECT page_id, term, origin FROM page_terms WHERE place = 0 AND page_id IN ('.
                        Bulk::list($pages).
                        ')',
                ) as $row
        ) {
            $claims[$row->int('page_id')] = [$row->text('term'), TermOrigin::from($row->text('origin'))];
        }

        return $claims;
    }

    /**
     * Sets the supporting terms of pages, in their order; a lead term is not repeated among them. A proposal leaves
     * pages
     * alone whose terms a person or a file named.
     *
     * @param  array<int, list<string>>  $terms  by page; the first 25 that differ count
     */
    public static function supportMany(Store $store, array $terms, TermOrigin $origin, ?int $userId = null): void
    {
        $row = self::rows($store, $origin, $userId);
        foreach (array_chunk($terms, 500, preserve_keys: true) as $some) {
            $own = self::ofStore($store, array_keys($some));
            DB::transaction(static function () use ($some, $own, $origin, $row): void {
                $known = self::lock($own);
                $rows = $pages = [];
                foreach ($own as $page) {
                    if ($origin === TermOrigin::Proposed && ($known[$page][1]['origin'] ?? $origin) !== $origin) {
                        continue;
                    }
                    $pages[] = $page;
                    $unlike = ['', $known[$page][0]['term'] ?? ''];
                    $tidy = array_values(array_diff(array_unique(array_map(self::tidy(...), $some[$page])), $unlike));
                    foreach (array_slice($tidy, 0, self::MOST) as $nth => $term) {
                        $rows[] = $row($page, $nth + 1, $term);
                    }
                }
                DB::table('page_terms')->whereIn('page_id', $pages)->where('place', '>', 0)->delete();
                Bulk::write('page_terms', self::COLUMNS, $rows);
            }, 3);
        }
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, string> lead terms by page; pages without one are left out
     */
    public static function leads(array $pages): array
    {
        return array_map(static fn (array $terms): string => $terms[0], self::of($pages, leadOnly: true));
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array<int, string>> terms by page and place; 0 is the lead term
     */
    public static function of(array $pages, bool $leadOnly = false): array
    {
        if ($pages === []) {
            return [];
        }
        $terms = [];
        $where = $leadOnly ? ' AND place = 0' : '';
        $list = Bulk::list($pages);
        foreach (
            Rows::all(
                "SELECT page_id, place, term FROM page_terms WHERE page_id IN ($list)$where ORDER BY page_id, place",
            ) as $row
        ) {
            $terms[$row->int('page_id')][$row->int('place')] = $row->text('term');
        }

        return $terms;
    }

    private const COLUMNS = ['page_id', 'place', 'store_id', 'term', 'origin', 'user_id', 'set_at'];

    /** @return Closure(int, int, string): list<int|string|null> rows by page, place and term */
    private static function rows(Store $store, TermOrigin $origin, ?int $userId): Closure
    {
        $now = now()->format('Y-m-d H:i:s');

        return static fn (
            int $page,
            int $place,
            string $term,
        ): array => [$page, $place, $store->id, $term, $origin->value, $userId, $now];
    }

    /**
     * @param  list<int>  $pages
     * @return list<int> those of this store, in the order of their numbers
     */
    private static function ofStore(Store $store, array $pages): array
    {
        $list = Bulk::list($pages);

        return Bulk::ids(
            Rows::all("SELECT id FROM pages WHERE store_id = ? AND id IN ($list) ORDER BY id", [$store->id]),
            'id',
        );
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array<int, array{term: string, origin: TermOrigin}>> by page and place; their pages are locked
     */
    private static function lock(array $pages): array
    {
        if ($pages === []) {
            return [];
        }
        $list = Bulk::list($pages);
        Rows::all("SELECT id FROM pages WHERE id IN ($list) ORDER BY id FOR UPDATE");
        $terms = [];
        foreach (
            Rows::all("SELECT page_id, place, term, origin FROM page_terms WHERE page_id IN ($list) LOCK IN SHARE MODE") as $row
        ) {
            $terms[$row->int('page_id')][$row->int('place')] = [
                'term' => $row->text('term'),
                'origin' => TermOrigin::from($row->text('origin')),
            ];
        }

        return $terms;
    }
}
