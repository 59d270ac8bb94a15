<?php

declare(strict_types=1);

namespace Tindrel\Theme;

use Tindrel\Answer;
use Tindrel\Shop;

/** Escapes a text for HTML. */
function e(string $text): string
{
    return htmlspecialchars($text, ENT_QUOTES | ENT_HTML5, 'UTF-8');
}

/**
 * What stands around every page: head, navigation, footer.
 *
 * @phpstan-import-type Stored from Shop
 */
final class Layout
{
    public function __construct(private readonly Shop $shop, private readonly string $origin)
    {
    }

    /**
     * @param  Stored  $resource
     * @param  ?string  $canonical  path of the page's own address; a canonical set on the resource wins; "-" is none at
     *     all
     * @param  ?string  $fallback  description where none is stored
     * @param  bool  $titled  whether the template falls back to the name where no title is stored
     * @param  array<string, string>  $headers
     * @param  ?array<string, mixed>  $ld
     */
    public function page(
        array $resource,
        string $main,
        ?string $canonical,
        bool $suffix = true,
        ?string $fallback = null,
        array $headers = [],
        ?array $ld = null,
        string $ogType = 'website',
        string $beforeMeta = '',
        bool $titled = true,
    ): Answer {
        $title = $resource['title'] !== '' ? $resource['title'] : ($titled ? $resource['name'] : '');
        $title = $title === '' ? '' : $title.($suffix ? ' – '.Shop::NAME : '');
        $description = $resource['description'] !== '' ? $resource['description'] : (string) $fallback;
        if ($resource['canonical'] !== '') {
            $canonical = $resource['canonical'] === '-' ? null : $resource['canonical'];
        }
        $head =
            ($title === '' ? '' : '<title>'.e($title).'</title>').
            $beforeMeta.
            ($description === '' ? '' : '<meta name="description" content="'.e($description).'">').
            ($resource['robots'] === '' ? '' : '<meta name="robots" content="'.e($resource['robots']).'">').
            ($canonical === null
                ? ''
                : '<link rel="canonical" href="'.
                    e(str_starts_with($canonical, '/') ? $this->origin.$canonical : $canonical).
                    '">').
            '<meta property="og:type" content="'.
            $ogType.
            '"><meta property="og:title" content="'.
            e($resource['social_title'] !== '' ? $resource['social_title'] : $resource['name']).
            '">'.
            ($resource['social_description'] === ''
                ? ''
                : '<meta property="og:description" content="'.e($resource['social_description']).'">').
            ($resource['social_image'] === ''
                ? ''
                : '<meta property="og:image" content="'.e($resource['social_image']).'">').
            self::structuredData($resource, $ld);

        return new Answer(
            200,
            $this->frame($head, $main.self::relatedLinks($resource)),
            ['Content-Type' => 'text/html; charset=utf-8'] + $headers,
        );
    }

    /**
     * What was put in by hand stands in the place of what the theme makes.
     *
     * @param  Stored  $resource
     * @param  ?array<string, mixed>  $ld
     */
    private static function structuredData(array $resource, ?array $ld): string
    {
        $ld = ($resource['structured_data'] ?? '') === '' ? $ld : json_decode($resource['structured_data'], true);

        return $ld === null
            ? ''
            : '<script type="application/ld+json">'.
                    json_encode(
                        $ld,
                        JSON_HEX_TAG | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
                    ).
                    '</script>';
    }

    /** @param  Stored  $resource */
    private static function relatedLinks(array $resource): string
    {
        $links = '';
        /** @var list<array{url?: string, text?: string}> $related as the office took them */
        $related = (array) json_decode($resource['related_links'], true);
        foreach ($related as $link) {
            $links .= '<li><a href="'.e($link['url'] ?? '').'">'.e($link['text'] ?? '').'</a></li>';
        }

        return $links === '' ? '' : '<section class="related"><h2>See also</h2><ul>'.$links.'</ul></section>';
    }

    public function missing(): Answer
    {
        return new Answer(
            404,
            $this->fixed(
                'Not found',
                '<h1>Not found</h1><p>There is no such page. <a href="/range">See every range</a>.</p>',
                null,
                robots: 'noindex',
            )->body,
        );
    }

    /** A page that is no resource: its texts are the theme's own. */
    public function fixed(string $title, string $main, ?string $canonical, string $robots = ''): Answer
    {
        return new Answer(
            200,
            $this->frame(
                '<title>'.
                    e($title).
                    ' – '.
                    Shop::NAME.
                    '</title>'.
                    ($robots === '' ? '' : '<meta name="robots" content="'.$robots.'">').
                    ($canonical === null ? '' : '<link rel="canonical" href="'.e($this->origin.$canonical).'">'),
                $main,
            ),
        );
    }

    /** @param  Stored  $resource */
    public static function heading(array $resource, string $how): string
    {
        $text = e($resource['h1'] !== '' ? $resource['h1'] : $resource['name']);
        if ($resource['h1'] !== '') {
            return "<h1>$text</h1>";
        }

        return match ($how) {
            'none' => '<p class="as-heading">'.$text.'</p>',
            'twice' => "<h1>$text</h1><h1>$text</h1>",
            default => "<h1>$text</h1>",
        };
    }

    private function frame(string $head, string $main): string
    {
        [$menu, $about] = $this->furniture();

        return '<!DOCTYPE html>'.
            "\n".
            '<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">'.
            $head.
            '<link rel="stylesheet" href="/look/tindrel.css"></head><body>'.
            Icons::sprite().
            '<header><a class="mark" href="/">Tindrel</a><nav aria-label="Ranges"><span class="word" tabindex="0">Lamps</span><div class="menu">'.
            $menu.
            '</div><a href="/range">All ranges</a><a href="/journal">Journal</a></nav>'.
            '<p class="own"><a href="/find" rel="nofollow">Find</a> <a href="/basket" rel="nofollow">Basket</a></p></header><main>'.
            $main.
            '</main><footer><nav aria-label="About">'.
            $about.
            '<a href="/sale">Sale</a><a href="/all-lamps">Lamps A to Z</a><a href="/round">Rewards</a></nav>'.
            '<form class="letter" action="/about/contact" method="get"><label for="letter">Letters from the workshop</label><input id="letter" name="mail" type="email"><button>Send me one a month</button></form><p>Tindrel, lamps with a maker’s name.</p></footer></body></html>'.
            "\n";
    }

    /** @return array{string, string} the menu of ranges, in columns, and the links of the footer */
    private function furniture(): array
    {
        static $made = [];
        if (isset($made[$this->shop->dir])) {
            return $made[$this->shop->dir];
        }
        $menu = '';
        foreach (
            $this->shop->rows(
                "SELECT slug, name, facts FROM resources WHERE kind = 'collection' ORDER BY number LIMIT 48",
            ) as $i => $row
        ) {
            if (Shop::factsOf($row['facts'])['hidden']) {
                continue;
            }
            $menu .=
                ($i % 12 === 0 ? ($i === 0 ? '<div class="column">' : '</div><div class="column">') : '').
                '<a class="range" href="'.
                Shop::pathOf('collection', (string) $row['slug']).
                '"><svg class="icon" width="20" height="20" aria-hidden="true" focusable="false"><use href="#i-'.
                $i % 8 .
                '"></use></svg><span class="name">'.
                e((string) $row['name']).
                '</span> <span class="hint">chosen by hand, sent in two days</span></a>';
        }
        $menu .= $menu === '' ? '' : '</div>';
        $about = '';
        foreach (
            $this->shop->rows(
                "SELECT slug, name FROM resources WHERE kind = 'page' AND slug <> 'trade' ORDER BY number",
            ) as $row
        ) {
            $about .=
                '<a href="'.Shop::pathOf('page', (string) $row['slug']).'">'.e((string) $row['name']).'</a>';
        }

        return $made[$this->shop->dir] = [$menu, $about];
    }
}
