<?php

declare(strict_types=1);

namespace Tindrel\Theme;

use Tindrel\Answer;
use Tindrel\Shop;

/**
 * The shop's journal, with the calendar in which crawlers lose themselves.
 */
final class Journal
{
    private readonly Layout $layout;

    public function __construct(private readonly Shop $shop, private readonly string $origin)
    {
        $this->layout = new Layout($shop, $origin);
    }

    public function journal(int $leaf): Answer
    {
        $count = (int) ($this->shop->row("SELECT COUNT(*) AS n FROM resources WHERE kind = 'article'")['n'] ?? 0);
        $leaves = max(1, (int) ceil($count / 12));
        if ($leaf > $leaves) {
            return $this->layout->missing();
        }
        $list = '';
        foreach (
            $this->shop->rows(
                "SELECT slug, name, description FROM resources WHERE kind = 'article' ORDER BY number LIMIT 12 OFFSET ".
                    ($leaf - 1) * 12,
            ) as $row
        ) {
            $list .=
                '<article><h2><a href="'.
                Shop::pathOf('article', (string) $row['slug']).
                '">'.
                e((string) $row['name']).
                '</a></h2><p>'.
                e((string) $row['description']).
                '</p></article>';
        }
        $paging = '';
        for ($i = 1; $i <= $leaves; $i++) {
            $paging .= ' <a href="/journal'.($i > 1 ? '?leaf='.$i : '').'">'.$i.'</a>';
        }

        return $this->layout->fixed(
            'Journal'.($leaf > 1 ? ', leaf '.$leaf : ''),
            '<h1>Journal</h1>'.
                $list.
                '<p class="paging">Leaf'.
                $paging.
                '</p><p><a href="/journal/almanac/2019/01">The almanac of light</a></p>',
            '/journal'.($leaf > 1 ? '?leaf='.$leaf : ''),
        );
    }

    /** The crawl trap: a calendar in which every month leads to the next, up to a bound. */
    public function almanac(int $year, int $month): Answer
    {
        $at = ($year - 2019) * 12 + $month;
        $months = (int) ($this->shop->resource('home', 'home')['facts']['almanac'] ?? 0);
        if ($month < 1 || $month > 12 || $at < 1 || $at > $months) {
            return $this->layout->missing();
        }
        $path = static fn (int $n): string => sprintf(
            '/journal/almanac/%d/%02d',
            2019 + intdiv($n - 1, 12),
            (($n - 1) % 12) + 1,
        );
        $links =
            ($at > 1 ? '<a href="'.$path($at - 1).'">the month before</a> ' : '').
            ($at < $months ? '<a href="'.$path($at + 1).'">the month after</a>' : '');

        return $this->layout->fixed(
            "Almanac of light: month $month of $year",
            "<h1>Month $month of $year</h1><p>Hours of daylight and when to light the lamps.</p><p>$links</p>",
            $path($at),
        );
    }

    public function article(string $slug): Answer
    {
        $article = $this->shop->resource('article', $slug);
        if ($article === null) {
            return $this->layout->missing();
        }
        $text = '';
        foreach (explode("\n\n", $article['body']) as $paragraph) {
            $text .= '<p>'.e($paragraph).'</p>';
        }
        $links = '';
        foreach ($article['facts']['links'] as $i => $path) {
            $links .=
                '<li><a href="'.
                e($path).
                '"'.
                ($i === 2 ? ' rel="nofollow"' : '').
                '>'.
                e(ucfirst(str_replace('-', ' ', basename($path)))).
                '</a></li>';
        }
        $main =
            '<p class="crumbs"><a href="/">Home</a> / <a href="/journal">Journal</a></p><article>'.
            Layout::heading($article, 'name').
            $text.
            '<h2>Seen here</h2><ul>'.
            $links.
            '</ul></article>';
        $own = Shop::pathOf('article', $slug);
        $headers = $article['facts']['link_header'] ? ['Link' => "<{$this->origin}$own>; rel=\"canonical\""] : [];
        $answer = $this->layout->page(
            $article,
            $main,
            $headers === [] ? $own : null,
            fallback: mb_strimwidth($article['body'], 0, 155, '…'),
            headers: $headers,
            ogType: 'article',
        );
        if ($article['facts']['latin1']) {
            return new Answer(
                200,
                (string) mb_convert_encoding(
                    str_replace('<meta charset="utf-8">', '', $answer->body),
                    'ISO-8859-1',
                    'UTF-8',
                ),
                ['Content-Type' => 'text/html; charset=iso-8859-1'] + $answer->headers,
            );
        }

        return $answer;
    }
}
