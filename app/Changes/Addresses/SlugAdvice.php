<?php

declare(strict_types=1);

namespace App\Changes\Addresses;

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Url\Slug;

/**
 * Slugs that are not as they should be, what would be better, and changing them: always with a redirect, never lightly
 * on a page that ranks.
 */
final class SlugAdvice
{
    /** Addresses that are looked at together. */
    private const PORTION = 1000;

    /**
     * @return array{rows: list<SlugProposal>, next: ?int} resources whose slug has faults; those of a page that ranks
     *     are  guarded
     */
    public static function list(Store $store, int $after, int $limit, bool $all): array
    {
        // Faults are told by the slug alone, so that addresses are read in portions until there are enough of them.
        $faulty = [];
        $last = $after;
        $isEnd = false;
        for ($portions = 0; count($faulty) < $limit && ! $isEnd && $portions < 20; $portions++) {
            $resources = Rows::all(
                'SELECT id, url FROM resources WHERE store_id = ? AND gone = 0 AND id > ? ORDER BY id LIMIT '.
                    self::PORTION,
                [$store->id, $last],
            );
            foreach ($resources as $row) {
                $slug = self::slugOf($row->text('url'));
                $faults = $slug === '' ? [] : Slug::faults($slug);
                $last = $row->int('id');
                if ($slug !== '' && ($all || $faults !== [])) {
                    $faulty[$last] = $faults;
                }
                if (count($faulty) >= $limit) {
                    break;
                }
            }
            $isEnd = $resources === [];
        }
        $pages = $faulty === [] ? [] : SlugPage::all(Bulk::list(array_keys($faulty)));
        $planned = PlannedAddress::all(
            array_values(array_filter(array_map(static fn (SlugPage $page): ?int => $page->pageId, $pages))),
            AddressField::Slug,
        );
        $rows = array_map(
            static fn (SlugPage $page): SlugProposal => new SlugProposal(
                $page,
                $faulty[$page->id],
                self::free($store, $page, Slug::propose(self::nameOfNoCopy($page->name))),
                $planned[$page->pageId] ?? null,
            ),
            $pages,
        );

        return ['rows' => $rows, 'next' => $isEnd ? null : $last];
    }

    /** A name without the mark that shops put behind the names of copied products. */
    private static function nameOfNoCopy(string $name): string
    {
        return (string) preg_replace('/\s*\((?:copy|kopie|copie|copia)\s*\d*\)\s*$/i', '', $name);
    }

    /**
     * Puts a new slug down, ready for a release; its redirect comes with it.
     *
     * @throws InvalidArgumentException when it is no good slug, is taken, or the page is guarded and nobody confirmed
     */
    public static function change(Store $store, int $resource, string $slug, bool $confirmed, ?int $userId): void
    {
        $page =
            SlugPage::of($store, $resource) ??
            throw new InvalidArgumentException('The shop has no such page any more.');
        $was = $page->slug();
        $slug = trim($slug);
        $faults = Slug::faults($slug);
        $guard = $page->guard();
        match (true) {
            $page->pageId === null => throw new InvalidArgumentException(
                'Its page is not known yet: crawl the shop first.',
            ),
            $was === '' => throw new InvalidArgumentException('The home page has no slug.'),
            $slug === '' || preg_match('/^[a-z0-9]+(-[a-z0-9]+)*$/', $slug) !== 1 => throw new InvalidArgumentException(
                'A slug is small letters, digits and single hyphens.',
            ),
            $faults !== [] => throw new InvalidArgumentException("“{$slug}” ".implode(', ', $faults).'.'),
            $slug === $was => throw new InvalidArgumentException('That is its slug already.'),
            self::isTaken($store, $page, $slug) => throw new InvalidArgumentException(
                "“{$slug}” is taken by another page.",
            ),
            $guard !== null && ! $confirmed => throw new InvalidArgumentException(
                "{$page->name} ranks: $guard. Confirm a second time that its address shall change.",
            ),
            default => app(AddressChanges::class)->put(
                $store,
                [
                    [
                        'page' => $page->pageId,
                        'field' => AddressField::Slug,
                        'value' => $slug,
                        'why' => "slug was $was",
                        'base' => $was,
                    ],
                ],
                new Author(Origin::Hand, $userId),
            ),
        };
    }

    private static function free(Store $store, SlugPage $page, string $slug): string
    {
        return $slug === '' || $slug === $page->slug()
            ? $slug
            : Slug::free(
                $slug,
                static fn (string $one): bool => $one !== $page->slug() && self::isTaken($store, $page, $one),
            );
    }

    private static function isTaken(Store $store, SlugPage $page, string $slug): bool
    {
        $url = PageUrl::parse($page->url);
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
                [$store->id, AddressField::Slug->value, $slug, (int) $page->pageId],
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
