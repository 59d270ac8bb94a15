<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Inventory\PageSource;
use App\Inventory\WhyNot;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Orchard\Core\LinkGraph\CanonicalCase;
use Orchard\Core\LinkGraph\RedirectPath;
use Orchard\Core\Url\PageUrl;

/** The whole inventory in memory, as far as graphs need it: about half a kilobyte a page. */
final class Inventory
{
    /** @var array<int, SeenPage> */
    public array $pages = [];

    /** @var array<string, int> page by the digest of its URL */
    private array $byDigest = [];

    private ?RedirectPath $redirects = null;

    /** @var array<int, int> backlinks that are followed, by page */
    private array $backlinks = [];

    /** @var array<int, int> the page that the search engine kept, by page */
    private array $chosen = [];

    public function __construct(public readonly Store $store)
    {
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT i.page_id, p.url, p.digest, i.market_id, i.kind, i.status, i.why_not, i.depth, i.links_in,
                    i.clicks, i.impressions, i.sources, f.redirect_url, f.canonicals, f.canonical_header, f.strays
                FROM page_index i JOIN pages p ON p.id = i.page_id LEFT JOIN page_facts f ON f.page_id = i.page_id
                AND f.to_crawl = 0 WHERE i.store_id = ? AND i.page_id > ? ORDER BY i.page_id LIMIT 5000',
                [$store->id, $after],
            );
            foreach ($rows as $row) {
                /** @var list<string> $tags */
                $tags = (array) json_decode((string) ($row->canonicals ?? '[]'), true);
                $strays = (array) json_decode((string) ($row->strays ?? '[]'), true);
                $this->byDigest[$row->text('digest')] = $row->int('page_id');
                $this->pages[$row->int('page_id')] = new SeenPage(
                    $row->int('page_id'),
                    $row->text('url'),
                    $row->text('digest'),
                    $row->int('market_id'),
                    $row->int('kind'),
                    $row->int('status') === 200 && $row->redirect_url !== null ? 302 : $row->int('status'),
                    WhyNot::from($row->int('why_not')),
                    $row->int('depth') === 65535 ? null : $row->int('depth'),
                    $row->int('links_in'),
                    $row->int('clicks'),
                    $row->int('impressions'),
                    ($row->int('sources') & PageSource::Sitemap->value) !== 0,
                    $row->textOrNull('redirect_url'),
                    $tags,
                    $row->textOrNull('canonical_header'),
                    Typed::int($strays['canonical'] ?? 0),
                );
            }
            if ($rows === []) {
                break;
            }
        }
        foreach (
            Rows::all(
                'SELECT page_id, COUNT(*) AS n FROM backlink_rows WHERE store_id = ? AND is_current = 1
                    AND followed = 1 GROUP BY page_id',
                [$store->id],
            ) as $row
        ) {
            $this->backlinks[$row->int('page_id')] = $row->int('n');
        }
        foreach (
            Rows::all(
                "SELECT page_id, kept_url FROM index_rows WHERE store_id = ? AND is_current = 1 AND kept_url <> ''",
                [$store->id],
            ) as $row
        ) {
            $kept = $this->find($row->text('kept_url'));
            if ($kept !== null) {
                $this->chosen[$row->int('page_id')] = $kept;
            }
        }
    }

    public function find(?string $url): ?int
    {
        $parsed = $url === null ? null : PageUrl::parse($url);

        return $parsed === null ? null : $this->byDigest[$parsed->digest()] ?? null;
    }

    public function backlinks(int $page): int
    {
        return $this->backlinks[$page] ?? 0;
    }

    public function chosen(int $page): ?int
    {
        return $this->chosen[$page] ?? null;
    }

    /** The URL that a page declares; null where it declares none that can be read. */
    public function declared(SeenPage $page): ?string
    {
        return CanonicalCase::declared($page->tags, $page->header);
    }

    /**
     * Where the redirects of a page end; null where it does not redirect, or they end at nothing known, or go round.
     */
    public function endOf(int $page): ?int
    {
        $url = $this->pages[$page]->url;
        $this->redirects ??= new RedirectPath(
            array_filter(
                array_column(
                    array_map(static fn (SeenPage $one): array => [$one->url, $one->redirect], $this->pages),
                    1,
                    0,
                ),
                is_string(...),
            ),
        );
        $end = $this->redirects->end($url);
        $found = $end === '' || $end === $url ? null : $this->find($end);

        return $found !== null && isset($this->pages[$found]) ? $found : null;
    }

    /**
     * The page that a redirect acts as: where it ends, unless that is the home page, which is like no page that has
     * moved.
     */
    public function actsAs(int $page): ?int
    {
        $end = $this->endOf($page);
        $isHome = $end !== null && $this->pages[$end]->kind === PageKind::Home->value;

        return $end === null ||
            $this->pages[$end]->status !== 200 ||
            ($isHome && trim((string) parse_url($this->pages[$page]->url, PHP_URL_PATH), '/') !== '')
            ? null
            : $end;
    }
}
