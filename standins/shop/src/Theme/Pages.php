<?php

declare(strict_types=1);

namespace Tindrel\Theme;

use Tindrel\Answer;
use Tindrel\Shop;

/**
 * The shop's pages, as its theme shows them.
 */
final class Pages
{
    private const PER_LEAF = 24;

    private readonly Layout $layout;

    public function __construct(private readonly Shop $shop, private readonly string $origin)
    {
        $this->layout = new Layout($shop, $origin);
    }

    public function home(): Answer
    {
        $home = $this->shop->resource('home', 'home');
        if ($home === null) {
            return $this->layout->missing();
        }
        $best = $this->shop->rows(
            "SELECT p.* FROM resources p WHERE kind = 'product' AND EXISTS (SELECT 1 FROM shelf WHERE product = p.id)
                ORDER BY number LIMIT 12",
        );
        $main =
            '<section class="hero">'.
            Layout::heading($home, 'name').
            '<p>'.
            e($home['body']).
            '</p><p><a class="button" href="/range">See every range</a></p></section>'.
            '<h2>Chosen this week</h2>'.
            Parts::grid(array_map(Shop::unpack(...), $best), null);

        return $this->layout->page($home, $main, '/', suffix: false);
    }

    /** @param  array<string, string>  $asked */
    public function product(string $slug, ?string $under, array $asked): Answer
    {
        $product = $this->shop->resource('product', $slug);
        $collection = $under === null ? null : $this->shop->resource('collection', $under);
        if (
            $product === null ||
            ($under !== null &&
                ($collection === null ||
                    $this->shop->row('SELECT 1 FROM shelf WHERE collection = ? AND product = ?', [
                        $collection['id'],
                        $product['id'],
                    ]) === null))
        ) {
            return $this->layout->missing();
        }
        $facts = $product['facts'];
        $finish = $asked['finish'] ?? null;
        $variant =
            $finish !== null && in_array($finish, array_map(Parts::handle(...), $facts['finishes']), true)
                ? $finish
                : null;
        $crumbs = '<a href="/">Home</a> / ';
        $collection ??= ($row = $this->shop->row(
            'SELECT c.* FROM shelf s JOIN resources c ON c.id = s.collection WHERE s.product = ? ORDER BY c.number
                LIMIT 1',
            [$product['id']],
        ))
            ? Shop::unpack($row)
            : null;
        if ($collection !== null) {
            $crumbs .=
                '<a href="'.
                Shop::pathOf('collection', $collection['slug']).
                '">'.
                e($collection['name']).
                '</a> / ';
        }
        $swatches = '';
        foreach (array_slice($facts['finishes'], 0, $facts['linked_finishes']) as $name) {
            $swatches .=
                '<a class="swatch" href="'.
                Shop::pathOf('product', $slug).
                '?finish='.
                Parts::handle($name).
                '">'.
                e($name).
                '</a> ';
        }
        $pictures = '';
        $alts = array_column((array) json_decode($product['image_alts'] ?? '', true), 'alt', 'image');
        foreach ($product['images'] as $image) {
            $image['alt'] = $alts[$image['src']] ?? $image['alt'];
            $pictures .=
                '<img src="'.
                e($image['src']).
                '"'.
                ($image['alt'] === '' ? '' : ' alt="'.e($image['alt']).'"').
                ' width="360" height="360">';
        }
        $rows = '';
        foreach (
            [
                'Maker' => $facts['maker'],
                'Made of' => $facts['material'],
                'Sizes' => implode(', ', $facts['sizes']),
                'Socket' => $facts['socket'],
                'Light' => $facts['kelvin'].' K',
                'For the' => $facts['room'],
            ] as $label => $value
        ) {
            $rows .= '<tr><th>'.$label.'</th><td>'.e($value).'</td></tr>';
        }
        $near = $this->shop->rows(
            'SELECT p.* FROM shelf s JOIN resources p ON p.id = s.product WHERE s.collection = ? AND s.product <> ?
                ORDER BY (s.place + ?) % 17, s.place LIMIT 8',
            [$collection['id'] ?? '', $product['id'], $product['number']],
        );
        $main =
            '<p class="crumbs">'.
            $crumbs.
            e($product['name']).
            '</p><div class="product"><div class="pictures">'.
            $pictures.
            '</div><div>'.
            Layout::heading($product, $facts['h1']).
            '<p class="price">€ '.
            number_format($facts['price'], 2).
            '</p><p>'.
            ($facts['in_stock'] ? 'In stock, sent within two days.' : 'Out of stock at the moment.').
            '</p>'.
            ($variant === null ? '' : '<p>Shown in '.e(str_replace('-', ' ', $variant)).'.</p>').
            '<p class="finishes">'.
            $swatches.
            '</p><div class="text"><p>'.
            nl2br(e($product['body'])).
            '</p></div><table>'.
            $rows.
            '</table>'.
            '<form action="/basket" method="get"><button name="add" value="'.
            e($product['id']).
            '">Into the basket</button></form></div></div>'.
            Parts::voices($product).
            ($near === [] ? '' : '<h2>Others like it</h2>'.Parts::grid(array_map(Shop::unpack(...), $near), null));
        $ld = [
            '@context' => 'https://schema.org',
            '@type' => 'Product',
            'name' => $product['name'],
            'sku' => $product['id'],
            'brand' => ['@type' => 'Brand', 'name' => $facts['maker']],
            'offers' => [
                '@type' => 'Offer',
                'price' => $facts['price'],
                'priceCurrency' => 'EUR',
                'availability' => 'https://schema.org/'.($facts['in_stock'] ? 'InStock' : 'OutOfStock'),
            ],
        ];
        $first = $facts['pixel_in_head'] ? '<img src="/pictures/pixel.svg" width="1" height="1">' : '';

        return $this->layout->page(
            $product,
            $main,
            Shop::pathOf('product', $slug),
            fallback: mb_strimwidth($product['body'], 0, 155, '…'),
            ld: $ld,
            ogType: 'product',
            beforeMeta: $first,
        );
    }

    /** @param  array<string, string>  $asked */
    public function collection(string $slug, array $asked): Answer
    {
        $collection = $this->shop->resource('collection', $slug);
        if ($collection === null) {
            return $this->layout->missing();
        }
        $facts = $collection['facts'];
        $own = Shop::pathOf('collection', $slug);
        $rows = array_map(
            Shop::unpack(...),
            $this->shop->rows(
                'SELECT p.* FROM shelf s JOIN resources p ON p.id = s.product WHERE s.collection = ? ORDER BY s.place',
                [$collection['id']],
            ),
        );
        $finishes = [];
        foreach ($rows as $row) {
            foreach ($row['facts']['finishes'] as $finish) {
                $finishes[Parts::handle($finish)] = $finish;
            }
        }
        ksort($finishes);
        $finishes = array_slice($finishes, 0, 4);
        $finish = isset($finishes[$asked['finish'] ?? '']) ? $asked['finish'] : null;
        if ($finish !== null) {
            $rows = array_values(
                array_filter(
                    $rows,
                    static fn (array $row): bool => in_array($finishes[$finish], $row['facts']['finishes'], true),
                ),
            );
        }
        $order = in_array($asked['order'] ?? '', ['price-up', 'price-down', 'name'], true) ? $asked['order'] : null;
        usort(
            $rows,
            static fn (array $a, array $b): int => match ($order) {
                'price-up' => $a['facts']['price'] <=> $b['facts']['price'] ?: $a['number'] <=> $b['number'],
                'price-down' => $b['facts']['price'] <=> $a['facts']['price'] ?: $a['number'] <=> $b['number'],
                'name' => $a['name'] <=> $b['name'] ?: $a['number'] <=> $b['number'],
                default => 0,
            },
        );
        $leaves = max(1, (int) ceil(count($rows) / self::PER_LEAF));
        $leaf = (int) ($asked['leaf'] ?? 1);
        if ($leaf < 1 || $leaf > $leaves) {
            return $this->layout->missing();
        }
        $link = static fn (array $with): string => e(
            $own.(($query = http_build_query(array_filter($with))) === '' ? '' : '?'.$query),
        );
        $tools = '<p class="tools">Order: ';
        foreach (
            ['price-up' => 'price, low first', 'price-down' => 'price, high first', 'name' => 'name'] as $key => $label
        ) {
            $tools .= '<a href="'.$link(['order' => $key]).'">'.$label.'</a> ';
        }
        $tools .= '· Only: ';
        foreach ($finishes as $key => $label) {
            $tools .= '<a href="'.$link(['finish' => $key]).'">'.e($label).'</a> ';
        }
        $paging = '';
        for ($i = 1; $leaves > 1 && $i <= $leaves; $i++) {
            $paging .=
                $i === $leaf
                    ? " <b>$i</b>"
                    : ' <a href="'.
                        $link(['finish' => $finish, 'order' => $order, 'leaf' => $i > 1 ? $i : null]).
                        '">'.
                        $i.
                        '</a>';
        }
        $shown = array_slice($rows, ($leaf - 1) * self::PER_LEAF, self::PER_LEAF);
        $main =
            '<p class="crumbs"><a href="/">Home</a> / <a href="/range">Ranges</a> / '.
            e($collection['name']).
            '</p>'.
            ($facts['heading'] === 'banner' && $collection['h1'] === ''
                ? '<h1 class="banner">Light for every room</h1><h2>'.e($collection['name']).'</h2>'
                : Layout::heading($collection, $facts['heading'])).
            '<p class="intro">'.
            e($collection['body']).
            '</p>'.
            $tools.
            '</p>'.
            Parts::grid($shown, $slug).
            ($paging === '' ? '' : '<p class="paging">Leaf'.$paging.'</p>');
        $canonical = $own;
        if ($leaf > 1 && ! $facts['paging_to_first']) {
            $canonical =
                $own.'?'.http_build_query(array_filter(['finish' => $finish, 'order' => $order, 'leaf' => $leaf]));
        } elseif (($finish !== null || $order !== null) && $facts['params_to_self']) {
            $canonical = $own.'?'.http_build_query(array_filter(['finish' => $finish, 'order' => $order]));
        }
        $headers = $finish !== null && $order !== null ? ['X-Robots-Tag' => 'noindex'] : [];

        return $this->layout->page($collection, $main, $canonical, headers: $headers, titled: ! $facts['landing']);
    }

    public function ranges(): Answer
    {
        $list = '';
        foreach (
            $this->shop->rows("SELECT slug, name, facts FROM resources WHERE kind = 'collection' ORDER BY number") as $row
        ) {
            $list .= Shop::factsOf($row['facts'])['hidden']
                ? ''
                : '<li><a href="'.
                    Shop::pathOf('collection', (string) $row['slug']).
                    '">'.
                    e((string) $row['name']).
                    '</a></li>';
        }

        return $this->layout->fixed('All ranges', '<h1>All ranges</h1><ul class="ranges">'.$list.'</ul>', '/range');
    }

    public function plain(string $slug): Answer
    {
        $page = $this->shop->resource('page', $slug);

        return $page === null
            ? $this->layout->missing()
            : $this->layout->page(
                $page,
                Layout::heading($page, 'name').'<p>'.e($page['body']).'</p>',
                Shop::pathOf('page', $slug),
                titled: ! $page['facts']['untitled'],
            );
    }

    public function find(string $words): Answer
    {
        $words = mb_substr(trim($words), 0, 80);
        $found =
            $words === ''
                ? []
                : $this->shop->rows(
                    "SELECT * FROM resources WHERE kind = 'product' AND name LIKE ? ESCAPE '\\' ORDER BY number
                        LIMIT 24",
                    ['%'.addcslashes($words, '%_\\').'%'],
                );

        return $this->layout->fixed(
            'Find',
            '<h1>Find</h1><form action="/find"><input name="q" aria-label="Words" value="'.
                e($words).
                '"><button>Find</button></form>'.
                ($found === [] ? '<p>Nothing found.</p>' : Parts::grid(array_map(Shop::unpack(...), $found), null)),
            '/find',
            robots: 'noindex',
        );
    }

    public function basket(): Answer
    {
        return $this->layout->fixed(
            'Basket',
            '<h1>Basket</h1><p>Your basket is empty.</p>',
            '/basket',
            robots: 'noindex',
        );
    }

    public function picture(string $name): Answer
    {
        return Answer::plain(Picture::draw($name), 'image/svg+xml');
    }
}
