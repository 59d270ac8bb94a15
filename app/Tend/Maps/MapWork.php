<?php

declare(strict_types=1);

namespace App\Tend\Maps;

use App\Changes\AddressField;
use App\Inventory\KeptDetails;
use App\Inventory\LastRead;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Tend\Reach\Role;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Sitemaps\SitemapEntry;

/**
 * Makes a store's sitemaps: one row of files for each kind of page and market, so that the index state of each can be
 * read apart. Only pages that answer, may be indexed and stay: none that is a part of another, none that is to be
 * redirected, canonicalised elsewhere or kept out.
 */
final class MapWork implements LongWork
{
    private const PORTION = 500;

    /** Kinds that share a file. */
    private const FILES = [
        'pages' => [PageKind::Home, PageKind::Plain, PageKind::Other],
        'collections' => [PageKind::Collection],
        'products' => [PageKind::Product],
        'articles' => [PageKind::Article],
    ];

    /** Pixels from which on an image is more than a mark. */
    private const SMALLEST_IMAGE = 120;

    public static function sort(): string
    {
        return 'tend.maps';
    }

    public static function title(): string
    {
        return 'making sitemaps';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        SiteMaps::token($store);
        $markets = Markets::of($store)->all();
        $parts = [];
        foreach ($markets as $market) {
            foreach (array_keys(self::FILES) as $name) {
                $parts[] = [$market, $name];
            }
        }
        $done = $run->number('done');
        $days = LastRead::days($store);
        foreach (array_slice($parts, $done) as [$market, $name]) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $stem =
                count($markets) > 1
                    ? 'sitemap-'.strtolower($market->country)."-{$market->id}-$name"
                    : "sitemap-$name";
            $this->make($store, new MapFiles($run, $market, self::FILES[$name], $stem), $days);
            $run->beat(['done' => ++$done, 'phase' => $name], force: true);
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
        $run->fenced(fn () => self::close($store));

        return SliceEnd::done();
    }

    /** @param  array<int, string>  $days  of crawls */
    private function make(Store $store, MapFiles $files, array $days): void
    {
        $list = Bulk::list(array_map(static fn (PageKind $kind): int => $kind->value, $files->kinds));
        $hasHints = $store->options()->sitemapHints === 1;
        $today = $store->today();
        $decisive = AddressField::LAST_DECISIVE;
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                "SELECT t.page_id, t.kind, t.role, p.url, p.first_crawl, i.changed_crawl, d.details, d.headers,
                    x.is_listed FROM
                    tend_pages t
                    JOIN pages p ON p.id = t.page_id JOIN page_index i ON i.page_id = t.page_id
                    LEFT JOIN page_details d ON d.page_id = t.page_id
                    LEFT JOIN resources r ON r.id = p.resource_id AND r.gone = 0
                    LEFT JOIN (SELECT page_id, MAX(is_listed) AS is_listed FROM index_rows WHERE store_id = ?
                    AND is_current = 1 GROUP BY page_id) x ON x.page_id = t.page_id
                    WHERE t.store_id = ? AND t.market_id = ? AND t.kind IN ($list) AND t.indexable = 1
                        AND t.is_part = 0
                    AND i.indexable = 1 AND (r.id IS NULL OR r.page_id IS NULL OR r.page_id = t.page_id)
                    AND NOT EXISTS (SELECT 1 FROM address_changes a WHERE a.store_id = t.store_id
                    AND a.page_id = t.page_id AND a.field <= $decisive AND a.state IN ('ready', 'sending'))
                    AND t.page_id > ? ORDER BY t.page_id LIMIT ".self::PORTION,
                [$store->id, $store->id, $files->market->id, $after],
            );
            if ($rows === []) {
                $files->close();

                return;
            }
            foreach ($rows as $row) {
                $details = KeptDetails::unpack($row->details);
                $changed = self::changed($row, $days);
                $files->add(
                    new SitemapEntry(
                        $row->text('url'),
                        $changed,
                        self::images($details),
                        self::versions($details, $row->text('url')),
                        $hasHints ? SitemapEntry::frequencyOf($changed, $today) : null,
                        $hasHints ? self::priority($row->int('kind'), $row->int('role')) : null,
                    ),
                    $row->intOrNull('is_listed') === 1,
                );
            }
            $files->beat();
        }
    }

    /**
     * The day of a page's last true change: what the shop says of it, else the crawl that found it changed. A page that
     * never changed since it was first read tells nothing.
     *
     * @param  array<int, string>  $days
     */
    private static function changed(Row $row, array $days): ?string
    {
        $headers = (array) json_decode($row->text('headers'), true);
        $said = is_string($headers['last-modified'] ?? null) ? strtotime($headers['last-modified']) : false;
        $seen =
            $row->int('changed_crawl') > $row->int('first_crawl') ? $days[$row->int('changed_crawl')] ?? null : null;
        $told = $said !== false && $said > 0 && $said <= time() ? gmdate('Y-m-d', $said) : null;

        return max($told, $seen);
    }

    /** Priority beside the store's other pages: half is what the protocol takes for a page of which nothing is said. */
    private static function priority(int $kind, int $role): float
    {
        return match (true) {
            $kind === PageKind::Home->value => 1.0,
            $role !== Role::Any->value => 0.8,
            default => 0.5,
        };
    }

    /**
     * @param  array<string, mixed>  $details
     * @return list<string>
     */
    private static function images(array $details): array
    {
        $images = [];
        foreach ((array) ($details['images'] ?? []) as $image) {
            $src = is_array($image) && is_string($image['src'] ?? null) ? $image['src'] : '';
            $width = is_array($image) ? Typed::int($image['width'] ?? 0) : 0;
            if (preg_match('~^https?://~', $src) === 1 && ($width === 0 || $width >= self::SMALLEST_IMAGE)) {
                $images[] = $src;
            }
        }

        return $images;
    }

    /**
     * @param  array<string, mixed>  $details
     * @return array<string, string> URL by code, where the page itself is among them
     */
    private static function versions(array $details, string $own): array
    {
        $versions = [];
        foreach ((array) ($details['hreflangs'] ?? []) as $one) {
            if (is_array($one) && is_string($one['code'] ?? null) && is_string($one['url'] ?? null)) {
                $versions[$one['code']] = $one['url'];
            }
        }

        return count($versions) > 1 && in_array($own, $versions, true) ? $versions : [];
    }

    private static function close(Store $store): void
    {
        $out = Rows::sole(
            'SELECT COALESCE(SUM(i.indexable = 0), 0) AS not_indexable, COALESCE(SUM(i.indexable = 1 AND t.is_part =
                1), 0)
                AS parts FROM page_index i LEFT JOIN tend_pages t ON t.store_id = i.store_id
                AND t.page_id = i.page_id
                WHERE i.store_id = ?',
            [$store->id],
        );
        $urls = (int) DB::table('tend_maps')->where('store_id', $store->id)->sum('urls');
        $rest = (int) DB::table('page_index')->where('store_id', $store->id)->count() - $urls;
        DB::table('tend_map_states')
            ->where('store_id', $store->id)
            ->update([
                'made_at' => now(),
                'urls' => $urls,
                'left_out' => json_encode(
                    [
                        'not_indexable' => $out->int('not_indexable'),
                        'parts' => $out->int('parts'),
                        'others' => max(0, $rest - $out->int('not_indexable') - $out->int('parts')),
                    ],
                    JSON_THROW_ON_ERROR,
                ),
            ]);
    }
}
