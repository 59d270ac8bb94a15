<?php

declare(strict_types=1);

namespace App\Tend\Known;

use App\Inventory\PageMark;
use App\Inventory\PageSource;
use App\Inventory\WhyNot;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Tend\Maps\SiteMaps;
use App\Tend\Robots\RobotsBook;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Robots\RobotsTxt;

/**
 * What is to be done once for a store so that search engines know it; each is ticked off by what was seen, not by hand.
 */
final class OnceChecks
{
    /** @return list<array{words: string, isDone: bool, told: string, route: string}> */
    public static function of(Store $store): array
    {
        $live = RobotsBook::live($store);
        $body = $live->body ?? '';
        $maps = preg_match_all('/^\s*sitemap\s*:\s*(\S+)/im', $body, $found) > 0 ? $found[1] : [];
        $home = Rows::maybe(
            DB::table('page_index')
                ->join('pages', 'pages.id', '=', 'page_index.page_id')
                ->where('page_index.store_id', $store->id)
                ->where('pages.digest', $store->baseUrl()->digest())
                ->first(['why_not', 'page_index.canonical']),
        );
        $isOpen = $live === null || RobotsTxt::fromAnswer($live->status, $body, '*')->allows('/');
        $proofs = Proofs::of($store);
        $seen = array_filter($proofs, static fn (Proof $proof): bool => $proof->seenAt !== null);
        $told = DB::table('tend_submissions')->where('store_id', $store->id)->max('told_on');
        $exists = static fn (string $table): bool => DB::table($table)->where('store_id', $store->id)->exists();
        $learned = (array) json_decode(
            Typed::text(DB::table('tend_states')->where('store_id', $store->id)->value('seen')),
            true,
        );
        $isHttps = str_starts_with($store->base_url, 'https://');

        return [
            self::check(
                'The home page may be listed',
                (int) ($home->why_not ?? -1) === WhyNot::Indexable->value,
                $home === null ? 'not crawled yet' : WhyNot::from($home->int('why_not'))->words(),
                'gather',
            ),
            self::check('The shop is served over https', $isHttps, $isHttps ? '' : $store->base_url, 'gather'),
            self::check(
                'robots.txt answers and lets crawlers in',
                $live !== null && $isOpen && $live->status < 500,
                $live === null ? 'not looked at yet' : 'status '.$live->status,
                'tend.robots',
            ),
            self::check('robots.txt names a sitemap', $maps !== [], $maps[0] ?? '', 'tend.robots'),
            self::check('There is a sitemap', SiteMaps::files($store) !== [] || self::hasOwn($store), '', 'tend.maps'),
            self::check(
                'Whose the store is, is proved and seen live',
                $seen !== [],
                count($proofs) > count($seen) ? count($proofs) - count($seen).' not seen live' : '',
                'tend.known',
            ),
            self::check(
                'A sitemap was told to a search engine',
                $told !== null,
                $told === null ? '' : Typed::text($told),
                'tend.known',
            ),
            self::check(
                'What is not there says so with 404',
                ($learned['says_found'] ?? null) === false,
                ($learned['says_found'] ?? false) === true ? 'some pages say 200 and are not there' : '',
                'gather',
            ),
            self::check('Search numbers are brought in', $exists('search_queries'), '', 'gather.files'),
            self::check('The index state is brought in', $exists('index_rows'), '', 'gather.files'),
            ...count(Markets::of($store)->all()) > 1
                ? [
                    self::check(
                        'Pages name their versions in other languages',
                        ($learned['versions'] ?? false) === true,
                        '',
                        'untangle.versions',
                    ),
                ]
                : [],
        ];
    }

    /** @return array{words: string, isDone: bool, told: string, route: string} */
    private static function check(string $words, bool $isDone, string $told, string $route): array
    {
        return ['words' => $words, 'isDone' => $isDone, 'told' => $told, 'route' => $route];
    }

    private static function hasOwn(Store $store): bool
    {
        return Rows::one('SELECT 1 AS n FROM page_counts WHERE store_id = ? AND sources & ? LIMIT 1', [
            $store->id,
            PageSource::Sitemap->value,
        ]) !== null;
    }

    /**
     * What only all pages together tell; learned when they are looked through and not when it is shown.
     *
     * @return array{says_found: bool, versions: bool} whether pages that are gone say 200, versions are named
     */
    public static function learn(Store $store): array
    {
        $any = static fn (string $where, int ...$values): bool => Rows::one(
            "SELECT 1 AS n FROM page_index WHERE store_id = ? AND $where LIMIT 1",
            [$store->id, ...$values],
        ) !== null;

        return [
            'says_found' => $any('marks & ?', PageMark::LooksMissing->value),
            'versions' => $any('hreflangs > 0'),
        ];
    }
}
