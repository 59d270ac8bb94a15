<?php

declare(strict_types=1);

namespace Fennmoor;

/** What visitors see. The theme sets quotation marks, cuts teasers and adds the shop's name. */
final readonly class Storefront
{
    public function __construct(private Kiln $kiln, private string $origin)
    {
    }

    public function reply(string $path): Reply
    {
        $move = $this->kiln->row('SELECT new FROM moves WHERE old = ?', [$path]);
        if ($move !== null) {
            return new Reply(301, '', ['Location' => $this->origin.$move['new']]);
        }
        if ($path === '/') {
            return $this->page(
                '/',
                Kiln::NAME,
                '',
                Kiln::NAME,
                'Pots from the edge of the fen.',
                $this->departmentLinks(),
                isHome: true,
            );
        }
        if ($path === '/robots.txt') {
            return new Reply(200, "User-agent: *\nDisallow: /backend/\nSitemap: $this->origin/sitemap.xml\n", [
                'Content-Type' => 'text/plain',
            ]);
        }
        if ($path === '/sitemap.xml') {
            return $this->sitemap();
        }
        if (preg_match('~^/shop/([a-z]+)$~', $path, $found) === 1) {
            return $this->department($found[1]);
        }
        if (preg_match('~^/([a-z]+)/(\d+)-([a-z0-9-]+)\.html$~', $path, $found) === 1) {
            return $this->ware($found[1], (int) $found[2], $found[3]);
        }
        $leaf = $this->kiln->row('SELECT * FROM leaves WHERE path = ?', [$path]);

        return $leaf === null
            ? Reply::html('<!doctype html><title>Nothing here</title><h1>Nothing here</h1>', 404)
            : $this->page(
                $path,
                (string) ($leaf['title'] ?: $leaf['name']),
                (string) $leaf['teaser'],
                (string) $leaf['name'],
                (string) $leaf['story'],
                type: str_starts_with($path, '/story') ? 'Article' : '',
            );
    }

    private function ware(string $department, int $no, string $slug): Reply
    {
        $ware = $this->kiln->row('SELECT * FROM wares WHERE no = ?', [$no]);
        if ($ware === null || $ware['department'] !== $department || $ware['slug'] !== $slug) {
            return Reply::html('<!doctype html><title>Nothing here</title><h1>Nothing here</h1>', 404);
        }
        $path = Backend::pathOf($ware);
        $json = json_encode(
            [
                '@context' => 'https://schema.org',
                '@type' => 'Product',
                'sku' => (string) $ware['no'],
                'name' => $ware['name'],
                'brand' => ['@type' => 'Brand', 'name' => $ware['maker']],
                'offers' => [
                    '@type' => 'Offer',
                    'price' => number_format((float) $ware['price'], 2, '.', ''),
                    'priceCurrency' => 'GBP',
                    'availability' => 'https://schema.org/'.($ware['stock'] > 0 ? 'InStock' : 'OutOfStock'),
                ],
            ],
            JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_HEX_TAG,
        );

        return $this->page(
            $path,
            (string) ($ware['headline'] ?: $ware['name']),
            (string) $ware['teaser'],
            (string) $ware['name'],
            (string) $ware['story'],
            "<p>£ {$ware['price']}</p><a href=\"$path?glaze=all\">All glazes</a> <a ".
                "href=\"/shop/$department\">More</a>".
                '<script type="application/ld+json">'.
                $json.
                '</script>',
            canonical: (string) $ware['canonical_to'] ?: $path,
        );
    }

    private function department(string $code): Reply
    {
        $row = $this->kiln->row('SELECT * FROM departments WHERE code = ?', [$code]);
        if ($row === null) {
            return Reply::html('<!doctype html><title>Nothing here</title><h1>Nothing here</h1>', 404);
        }
        $links = '';
        foreach ($this->kiln->rows('SELECT * FROM wares WHERE department = ? ORDER BY no', [$code]) as $ware) {
            $links .=
                '<li><a href="'.
                Backend::pathOf($ware).
                '">'.
                self::e((string) $ware['name']).
                "</a> £ {$ware['price']}</li>";
        }

        return $this->page(
            "/shop/$code",
            (string) ($row['t'] ?: $row['label']),
            (string) $row['d'],
            (string) $row['label'],
            (string) $row['intro'],
            "<ul>$links</ul>",
            suffix: ' – By shelf – '.Kiln::NAME,
        );
    }

    private function page(
        string $path,
        string $title,
        string $teaser,
        string $h1,
        string $text,
        string $more = '',
        bool $isHome = false,
        string $type = '',
        string $canonical = '',
        string $suffix = ' · '.Kiln::NAME,
    ): Reply {
        $title = self::typeset($title).($isHome ? '' : $suffix);
        $teaser = self::typeset((string) preg_replace('/\s+/', ' ', $teaser));
        if (mb_strlen($teaser) > 155) {
            $teaser = rtrim(mb_substr($teaser, 0, 152)).'…';
        }
        $canonical = $canonical === '' ? $path : $canonical;

        return Reply::html(
            '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>'.
                self::e($title).
                '</title>'.
                ($teaser === '' ? '' : '<meta name="description" content="'.self::e($teaser).'">').
                '<link rel="canonical" href="'.
                self::e(str_starts_with($canonical, '/') ? $this->origin.$canonical : $canonical).
                '">'.
                ($type === 'Article'
                    ? '<script type="application/ld+json">'.
                        '{"@context":"https://schema.org","@type":"Article","headline":"'.
                        self::e($h1).
                        '"}</script>'
                    : '').
                '</head><body><nav><a href="/">Home</a> '.
                $this->departmentLinks().
                ' <a href="/story/first-firing.html">The first firing</a> <a href="/story/why-ash.html">Why '.
                'ash</a> <a href="/help/delivery.html">Delivery</a> <a href="/help/care.html">Care</a></nav>'.
                '<main><h1>'.
                self::e($h1).
                '</h1><p>'.
                nl2br(self::e($text)).
                "</p>$more</main></body></html>",
        );
    }

    private function departmentLinks(): string
    {
        $links = '';
        foreach ($this->kiln->rows('SELECT code, label FROM departments ORDER BY place') as $row) {
            $links .= "<a href=\"/shop/{$row['code']}\">".self::e((string) $row['label']).'</a> ';
        }

        return $links;
    }

    private function sitemap(): Reply
    {
        $urls = array_map(
            static fn (array $row): string => "/shop/{$row['code']}",
            $this->kiln->rows('SELECT code FROM departments'),
        );
        foreach ($this->kiln->rows('SELECT * FROM wares ORDER BY no') as $ware) {
            $urls[] = Backend::pathOf($ware);
        }

        return new Reply(
            200,
            '<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">'.
                implode('', array_map(fn (string $path): string => "<url><loc>$this->origin$path</loc></url>", $urls)).
                '</urlset>',
            ['Content-Type' => 'application/xml'],
        );
    }

    private static function typeset(string $text): string
    {
        $text = (string) preg_replace('/"([^"]*)"/', '“$1”', str_replace('...', '…', $text));

        return str_replace("'", '’', $text);
    }

    private static function e(string $text): string
    {
        return htmlspecialchars($text, ENT_QUOTES | ENT_HTML5);
    }
}
