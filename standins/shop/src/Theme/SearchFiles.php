<?php

declare(strict_types=1);

namespace Tindrel\Theme;

use Tindrel\Answer;
use Tindrel\Shop;

/**
 * What the shop has for search engines alone: robots.txt and its sitemaps.
 */
final class SearchFiles
{
    private const SITEMAP_SIZE = 5000;

    private readonly Layout $layout;

    public function __construct(private readonly Shop $shop, private readonly string $origin)
    {
        $this->layout = new Layout($shop, $origin);
    }

    public function robots(): Answer
    {
        return Answer::plain(
            (string) ($this->shop->row("SELECT body FROM files WHERE target = '/robots.txt'")['body'] ??
                "User-agent: *\nDisallow: /find\nDisallow: /basket\nDisallow: /office/\nAllow: /range\n\nSitemap: {$this->origin}/sitemap.xml\n"),
            'text/plain; charset=utf-8',
        );
    }

    public function sitemapIndex(): Answer
    {
        $files = '';
        foreach (['product', 'collection', 'article', 'page'] as $kind) {
            $count = (int) ($this->shop->row('SELECT COUNT(*) AS n FROM resources WHERE kind = ?', [$kind])['n'] ?? 0);
            for ($i = 1; $i <= max(1, (int) ceil($count / self::SITEMAP_SIZE)); $i++) {
                $files .= "<sitemap><loc>{$this->origin}/sitemap-$kind-$i.xml</loc></sitemap>\n";
            }
        }

        return Answer::plain(
            "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<sitemapindex xmlns=\"http://www.sitemaps.org/schemas/sitemap/0.9\">\n$files</sitemapindex>\n",
            'application/xml',
        );
    }

    public function sitemap(string $kind, int $file): Answer
    {
        $rows =
            $file < 1
                ? []
                : $this->shop->rows(
                    'SELECT slug FROM resources WHERE kind = ? ORDER BY number LIMIT '.
                        self::SITEMAP_SIZE.
                        ' OFFSET '.
                        ($file - 1) * self::SITEMAP_SIZE,
                    [$kind],
                );
        if ($rows === []) {
            return $this->layout->missing();
        }
        $urls = '';
        foreach ($rows as $row) {
            $urls .= '<url><loc>'.$this->origin.Shop::pathOf($kind, (string) $row['slug'])."</loc></url>\n";
        }

        return Answer::plain(
            "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<urlset xmlns=\"http://www.sitemaps.org/schemas/sitemap/0.9\">\n$urls</urlset>\n",
            'application/xml',
        );
    }
}
