<?php

declare(strict_types=1);

namespace App\Changes\Addresses;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Origin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Url\Slug;
use stdClass;

/**
 * Slugs that are not as they should be, what would be better, and changing them: always with a redirect, never lightly
 * on a page that ranks.
 */
final class SlugAdvice
{
    /** Clicks of thirteen weeks from which a page is guarded. */
    public const GUARDED_CLICKS = 10;

    /** Mean position, and impressions, from which a page ranks well. */
    private const RANKS_WELL = 10.0;

    private const IMPRESSIONS = 100;

    /** Addresses that are looked at together. */
    private const PORTION = 1000;

    /**
     * @return array{rows: list<stdClass>, next: ?int} resources whose slug has faults, with a proposal; those of a page
     *     that ranks are guarded
     */
    public static function list(Store $store, int $after, int $limit, bool $all): array
    {
        // Faults are told by the slug alone, so that addresses are read in portions until there are enough of them.
        $faulty = [];
        $last = $after;
        $isEnd = false;
        for ($portions = 0; count($faulty) < $limit && ! $isEnd && $portions < 20; $portions++) {
            $resources = DB::select(
                'SELECT id, url FROM resources WHERE store_id = ? AND gone = 0 AND id > ? ORDER BY id LIMIT '.
                    self::PORTION,
                [$store->id, $last],
            );
            foreach ($resources as $row) {
                $slug = self::slugOf((string) $row->url);
                $faults = $slug === '' ? [] : Slug::faults($slug);
                $last = (int) $row->id;
                if ($slug !== '' && ($all || $faults !== [])) {
                    $faulty[$last] = $faults;
                }
                if (count($faulty) >= $limit) {
                    break;
                }
            }
            $isEnd = $resources === [];
        }
        $rows =
            $faulty === []
                ? []
                : DB::select(
                    'SELECT r.id, r.name, r.url, r.page_id, r.kind, COALESCE(i.clicks, 0) AS clicks,
                        COALESCE(i.impressions, 0) AS impressions, COALESCE(i.position_milli, 0) AS position_milli,
                        c.value AS planned, c.state AS planned_state
            FROM resources r LEFT JOIN page_index i ON i.page_id = r.page_id LEFT JOIN address_changes c
            ON c.page_id = r.page_id AND c.field = ? WHERE r.id IN ('.
                        Bulk::list(array_keys($faulty)).
                        ') ORDER BY r.id',
                    [AddressField::Slug->value],
                );
        foreach ($rows as $row) {
            $row->slug = self::slugOf((string) $row->url);
            $row->faults = $faulty[(int) $row->id];
            $row->proposal = self::free(
                $store,
                $row,
                Slug::propose(
                    (string) preg_replace('/\s*\((?:copy|kopie|copie|copia)\s*\d*\)\s*$/i', '', (string) $row->name),
                ),
            );
            $row->guard = self::guardOf($row);
        }

        return ['rows' => array_values($rows), 'next' => $isEnd ? null : $last];
    }

    /** Why a page is guarded, in words; null where it is not. */
    public static function guardOf(stdClass $row): ?string
    {
        $position = (int) $row->position_milli / 1000;

        return match (true) {
            (int) $row->clicks >= self::GUARDED_CLICKS => number_format((int) $row->clicks).
                ' clicks in thirteen weeks',
            $position > 0 && $position <= self::RANKS_WELL && (int) $row->impressions >= self::IMPRESSIONS => 'stands at position '.
                number_format($position, 1).
                ', '.
                number_format((int) $row->impressions).
                ' impressions',
            default => null,
        };
    }

    /**
     * Puts a new slug down, ready for a release; its redirect comes with it.
     *
     * @throws InvalidArgumentException when it is no good slug, is taken, or the page is guarded and nobody confirmed
     */
    public static function change(Store $store, int $resource, string $slug, bool $confirmed, ?int $userId): void
    {
        $row =
            Rows::one(
                'SELECT r.id, r.name, r.url, r.page_id, r.kind, COALESCE(i.clicks, 0) AS clicks,
                    COALESCE(i.impressions, 0) AS impressions, COALESCE(i.position_milli, 0) AS position_milli
                    FROM resources r LEFT JOIN page_index i ON i.page_id = r.page_id WHERE r.store_id = ?
                    AND r.id = ?
                    AND r.gone = 0',
                [$store->id, $resource],
            ) ?? throw new InvalidArgumentException('The shop has no such page any more.');
        $was = self::slugOf((string) $row->url);
        $slug = trim($slug);
        $faults = Slug::faults($slug);
        $guard = self::guardOf($row);
        match (true) {
            $row->page_id === null => throw new InvalidArgumentException(
                'Its page is not known yet: crawl the shop first.',
            ),
            $was === '' => throw new InvalidArgumentException('The home page has no slug.'),
            $slug === '' || preg_match('/^[a-z0-9]+(-[a-z0-9]+)*$/', $slug) !== 1 => throw new InvalidArgumentException(
                'A slug is small letters, digits and single hyphens.',
            ),
            $faults !== [] => throw new InvalidArgumentException("“{$slug}” ".implode(', ', $faults).'.'),
            $slug === $was => throw new InvalidArgumentException('That is its slug already.'),
            self::isTaken($store, $row, $slug) => throw new InvalidArgumentException(
                "“{$slug}” is taken by another page.",
            ),
            $guard !== null && ! $confirmed => throw new InvalidArgumentException(
                "{$row->name} ranks: $guard. Confirm a second time that its address shall change.",
            ),
            default => app(AddressChanges::class)->put(
                $store,
                [
                    [
                        'page' => (int) $row->page_id,
                        'field' => AddressField::Slug,
                        'value' => $slug,
                        'why' => "slug was $was",
                        'base' => $was,
                    ],
                ],
                Origin::Hand,
                $userId,
            ),
        };
    }

    private static function free(Store $store, stdClass $row, string $slug): string
    {
        return $slug === '' || $slug === $row->slug
            ? $slug
            : Slug::free(
                $slug,
                static fn (string $one): bool => $one !== $row->slug && self::isTaken($store, $row, $one),
            );
    }

    private static function isTaken(Store $store, stdClass $row, string $slug): bool
    {
        $url = PageUrl::parse((string) $row->url);
        $new = $url === null ? null : $url->resolve((string) preg_replace('~[^/]*$~', '', $url->path).$slug);

        return $new === null ||
            Rows::one(
                'SELECT 1 AS n FROM pages p JOIN page_index i ON i.page_id = p.id WHERE p.store_id = ?
                    AND p.digest = ?
                    AND i.status = 200',
                [$store->id, $new->digest()],
            ) !== null ||
            Rows::one(
                'SELECT 1 AS n FROM address_changes WHERE store_id = ? AND field = ? AND value = ? AND page_id <> ?',
                [$store->id, AddressField::Slug->value, $slug, (int) $row->page_id],
            ) !== null;
    }

    /** The last part of an address; empty for the home page. */
    public static function slugOf(string $url): string
    {
        return preg_match('~^[a-z]+://[^/?#]+/(?:[^?#]*/)?([^/?#]+)/?(?:[?#]|$)~', $url, $found) === 1
            ? rawurldecode($found[1])
            : '';
    }
}
