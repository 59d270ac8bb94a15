<?php

declare(strict_types=1);

namespace App\Stores\Kinds;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;

/**
 * Rules that would tell the kind of pages which no rule tells yet: by the structured types that most pages of a folder
 * carry, else by the folder's own name.
 */
final class KindSuggestions
{
    /** Pages that are looked at. */
    private const SAMPLE = 5000;

    /** Share of a folder's pages that have to agree. */
    private const AGREE = 0.8;

    private const TYPES = [
        'Product' => PageKind::Product,
        'ProductGroup' => PageKind::Product,
        'og:product' => PageKind::Product,
        'CollectionPage' => PageKind::Collection,
        'ItemList' => PageKind::Collection,
        'OfferCatalog' => PageKind::Collection,
        'Article' => PageKind::Article,
        'BlogPosting' => PageKind::Article,
        'NewsArticle' => PageKind::Article,
        'og:article' => PageKind::Article,
        'AboutPage' => PageKind::Plain,
        'ContactPage' => PageKind::Plain,
        'FAQPage' => PageKind::Plain,
        'SearchResultsPage' => PageKind::Search,
        'CheckoutPage' => PageKind::Account,
    ];

    private const NAMES = [
        'search' => PageKind::Search,
        'find' => PageKind::Search,
        'suche' => PageKind::Search,
        'recherche' => PageKind::Search,
        'buscar' => PageKind::Search,
        'cart' => PageKind::Account,
        'basket' => PageKind::Account,
        'account' => PageKind::Account,
        'login' => PageKind::Account,
        'checkout' => PageKind::Account,
        'wishlist' => PageKind::Account,
        'warenkorb' => PageKind::Account,
        'konto' => PageKind::Account,
        'panier' => PageKind::Account,
        'blog' => PageKind::Article,
        'journal' => PageKind::Article,
        'magazine' => PageKind::Article,
        'magazin' => PageKind::Article,
        'news' => PageKind::Article,
        'guides' => PageKind::Article,
        'products' => PageKind::Product,
        'product' => PageKind::Product,
        'produkte' => PageKind::Product,
        'p' => PageKind::Product,
        'collections' => PageKind::Collection,
        'category' => PageKind::Collection,
        'categories' => PageKind::Collection,
        'kategorie' => PageKind::Collection,
        'c' => PageKind::Collection,
        'about' => PageKind::Plain,
        'contact' => PageKind::Plain,
        'faq' => PageKind::Plain,
        'help' => PageKind::Plain,
        'terms' => PageKind::Plain,
        'privacy' => PageKind::Plain,
        'shipping' => PageKind::Plain,
        'returns' => PageKind::Plain,
        'imprint' => PageKind::Plain,
        'impressum' => PageKind::Plain,
    ];

    /** What a page of somebody else is, as the folders of its path are called; null where they tell nothing. */
    public static function byPath(string $url): ?PageKind
    {
        $path = trim((string) parse_url($url, PHP_URL_PATH), '/');
        if ($path === '') {
            return parse_url($url, PHP_URL_HOST) === null ? null : PageKind::Home;
        }
        $found = null;
        // The last folder that tells something: a product within a collection is a product.
        foreach (array_slice(explode('/', strtolower($path)), 0, 6) as $folder) {
            $found = self::NAMES[$folder] ?? $found;
        }

        return $found;
    }

    /** @return list<array{rule: KindRule, pages: int, why: string}> the one that tells the most pages first */
    public static function of(Store $store): array
    {
        $folders = [];
        foreach (
            Rows::all(
                'SELECT i.address, f.types FROM page_index i JOIN page_facts f ON f.page_id = i.page_id
                    AND f.to_crawl = 0 WHERE i.store_id = ? AND i.kind = ? AND i.status = 200 ORDER BY i.page_id
                    LIMIT '.self::SAMPLE,
                [$store->id, PageKind::Other->value],
            ) as $row
        ) {
            $path = explode('?', $row->text('address'), 2)[0];
            $first = explode('/', $path)[1] ?? '';
            if ($first === '') {
                continue;
            }
            $folder = substr_count($path, '/') > 1 ? "/$first/" : "/$first";
            $folders[$folder]['pages'] = ($folders[$folder]['pages'] ?? 0) + 1;
            foreach ((array) json_decode($row->text('types'), true) as $type) {
                $kind = is_string($type) ? self::TYPES[$type] ?? null : null;
                if ($kind !== null) {
                    $folders[$folder]['kinds'][$kind->value] = ($folders[$folder]['kinds'][$kind->value] ?? 0) + 1;

                    break;
                }
            }
        }
        $found = [];
        foreach ($folders as $folder => $seen) {
            $kinds = $seen['kinds'] ?? [];
            arsort($kinds);
            $best = array_key_first($kinds);
            $named = self::NAMES[trim(strtolower((string) $folder), '/')] ?? null;
            [$kind, $why] = match (true) {
                $best !== null && $kinds[$best] >= self::AGREE * $seen['pages'] => [
                    PageKind::from($best),
                    "{$kinds[$best]} of {$seen['pages']} say so in their structured data",
                ],
                $named !== null => [$named, 'the folder is called so'],
                default => [null, ''],
            };
            if ($kind !== null) {
                $found[] = [
                    'rule' => new KindRule(
                        'path',
                        str_ends_with((string) $folder, '/') ? 'begins' : 'is',
                        (string) $folder,
                        $kind,
                    ),
                    'pages' => $seen['pages'],
                    'why' => $why,
                ];
            }
        }
        usort(
            $found,
            static fn (array $a, array $b): int => [$b['pages'], $a['rule']->value] <=> [$a['pages'], $b['rule']->value],
        );

        return array_slice($found, 0, 20);
    }
}
