<?php

declare(strict_types=1);

namespace Tests\Shops;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Web\Site;

/**
 * A made-up shop whose links, headings and images are known: menus in nav, header or a plain list, lists turned by
 * parameter or path, pages linked by nofollow, from pages kept out of search, by redirects or not at all. What is true
 * of each page is worked out here from the plan of its links, by relaxing every link until nothing changes.
 */
final class LinkedShop
{
    private const MENUS = ['nav', 'header', 'list', 'footer'];

    private const PARTS = ['?p=%d', '/part/%d', '?leaf=%d', '/%d'];

    private const REL = ['nofollow', 'ugc', 'sponsored noopener', 'NoFollow'];

    /**
     * @var array<string, array{title: string, head: string, body: string, links: list<array{string, string, string}>}>
     *     by path: links are target, words, rel
     */
    private array $pages = [];

    /** @var array<string, string> */
    private array $redirects = [];

    /** @var array<string, true> pages whose links count for nothing */
    private array $shut = [];

    /** @var list<array{string, string}> words by target of the menu */
    private array $menu = [];

    /** @var list<string> pages that the sitemap lists */
    private array $listed = [];

    /** @var array<string, string> why nothing leads there, by path */
    public array $orphans = [];

    /** @var array<string, list<string>> findings by path, of headings and images */
    public array $faults = [];

    /** @var array<string, true> pages that search engines may not list */
    public array $closed = [];

    public readonly string $menuTag;

    private readonly string $part;

    private readonly Randomizer $chance;

    /** @param  int  $size  of its lists, times the usual */
    public function __construct(int $seed, private readonly int $size = 1)
    {
        $this->chance = new Randomizer(new Mt19937($seed * 7919));
        $this->menuTag = self::MENUS[$seed % 4];
        $this->part = self::PARTS[intdiv($seed, 4) % 4];
        $this->grow();
    }

    /** @param  ?Site  $site  one that shows the shop already, and is to show it as it is now */
    public function site(?Site $site = null): Site
    {
        $site ??= new Site();
        foreach ($this->pages as $path => $page) {
            $site->page($path, str_replace('SITE', $site->url, $this->html($path, $page)));
        }
        foreach ($this->redirects as $path => $to) {
            $site->redirect($path, $to);
        }
        $urls = array_map(static fn (string $path): string => "<url><loc>$site->url$path</loc></url>", $this->listed);
        $site
            ->page(
                '/map.xml',
                '<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">'.implode('', $urls).'</urlset>',
                headers: [['Content-Type', 'application/xml']],
            )
            ->page(
                '/robots.txt',
                "User-agent: *\nAllow: /\nSitemap: $site->url/map.xml\n",
                headers: [['Content-Type', 'text/plain']],
            );

        return $site;
    }

    /** @return array<string, ?int> clicks from home by followed links, of every page; null where none leads there */
    public function depths(): array
    {
        $depth = ['/' => 0];
        do {
            $changed = false;
            foreach ($this->counted() as [$from, $to]) {
                if (isset($depth[$from]) && $depth[$from] + 1 < ($depth[$to] ?? PHP_INT_MAX)) {
                    [$depth[$to], $changed] = [$depth[$from] + 1, true];
                }
            }
            foreach ($this->redirects as $from => $to) {
                if (isset($depth[$from]) && $depth[$from] < ($depth[$to] ?? PHP_INT_MAX)) {
                    [$depth[$to], $changed] = [$depth[$from], true];
                }
            }
        } while ($changed);
        $all = [];
        foreach (array_keys($this->pages) as $path) {
            $all[$path] = $depth[$path] ?? null;
        }

        return $all;
    }

    /** @return array<string, int> pages whose own text leads to a page by a followed link */
    public function linksIn(): array
    {
        $in = array_fill_keys(array_keys($this->pages), []);
        foreach ($this->pages as $from => $page) {
            // Breadcrumbs in the text lead home.
            $crumbs = str_contains($page['body'], 'href="/"') ? [['/', 'Home', '']] : [];
            foreach (
                [...$page['links'], ...$crumbs, ...$this->menuTag === 'list' ? $this->menuLinks() : []] as [$to, , $rel]
            ) {
                $rel === '' &&
                    $to !== $from &&
                    ! isset($this->shut[$from]) &&
                    isset($in[$to]) &&
                    ($in[$to][$from] = true);
            }
        }

        return array_map(count(...), $in);
    }

    /** Puts a link into the text of a page, as an editor would. */
    public function link(string $from, string $to, string $words): void
    {
        $this->pages[$from]['links'][] = [$to, $words, ''];
    }

    public function enterMenu(string $to, string $words): void
    {
        $this->menu[] = [$to, $words];
    }

    public function isInMenu(string $path): bool
    {
        return $this->menuTag !== 'list' &&
            in_array($path, array_column($this->menu, 0), true) &&
            ! isset($this->shut[$path]);
    }

    /** @return array<string, string> */
    public function redirects(): array
    {
        return $this->redirects;
    }

    /**
     * @return iterable<array{string, string, string}> every link that counts: from, to, and whether in the text or a
     *     menu
     */
    public function counted(): iterable
    {
        foreach ($this->pages as $from => $page) {
            if (! isset($this->shut[$from])) {
                $crumbs = str_contains($page['body'], 'href="/"') ? [['/', 'Home', '']] : [];
                foreach ([...$page['links'], ...$crumbs] as [$to, , $rel]) {
                    if ($rel === '' && $to !== $from) {
                        yield [$from, $to, 'text'];
                    }
                }
                foreach ($this->menu as [$to]) {
                    if ($to !== $from) {
                        yield [$from, $to, $this->menuTag === 'list' ? 'text' : 'menu'];
                    }
                }
            }
        }
    }

    /** @return list<array{string, string, string}> */
    private function menuLinks(): array
    {
        return array_map(static fn (array $one): array => [$one[0], $one[1], ''], $this->menu);
    }

    private function grow(): void
    {
        $this->add('/', 'The barn', '');
        $products = [];
        for ($c = 0, $collections = $this->size * $this->chance->getInt(3, 5); $c < $collections; $c++) {
            $list = "/kinds/kind-$c";
            $this->add($list, "Kind $c", $this->fault($list, "Kind $c"));
            $c < 3 ? ($this->menu[] = [$list, "Kind $c"]) : $this->link('/kinds/kind-0', $list, "Kind $c");
            $own = [];
            for ($p = 0, $many = $this->size * $this->chance->getInt(4, 9); $p < $many; $p++) {
                $path = "/things/thing-$c-$p";
                $this->add($path, "Thing $c $p", $this->fault($path, "Thing $c $p"));
                $own[] = $path;
            }
            $this->parts($list, $own);
            array_push($products, ...$own);
        }
        for ($a = 0; $a < 4; $a++) {
            $path = "/notes/note-$a";
            $this->add($path, "Note $a", $this->fault($path, "Note $a"));
            $this->link($a === 0 ? '/' : '/notes/note-'.($a - 1), $path, "Note $a");
            $this->link($path, $products[$this->chance->getInt(0, count($products) - 1)], 'see it');
        }
        $this->hide($products);
    }

    /** @param  list<string>  $products */
    private function parts(string $list, array $products): void
    {
        foreach (array_chunk($products, 3) as $nth => $some) {
            $path = $nth === 0 ? $list : $list.sprintf($this->part, $nth + 1);
            if ($nth > 0) {
                $this->add($path, "Part of $list ".($nth + 1), '<h1>Part '.($nth + 1)." of $list</h1>");
                $before = $nth === 1 ? $list : $list.sprintf($this->part, $nth);
                $this->link($before, $path, 'more');
            }
            foreach ($some as $product) {
                $this->link($path, $product, basename($product));
            }
        }
    }

    /**
     * Pages that nothing leads to, one for each reason and sometimes two. @param  list<string>  $products
     *
     * @param  array<array-key, mixed>  $products
     */
    private function hide(array $products): void
    {
        $alone = function (string $name, string $why): string {
            $path = "/things/$name";
            $this->add($path, ucfirst($name), '<h1>'.ucfirst($name).'</h1>');
            $this->orphans[$path] = $why;

            return $path;
        };
        for ($n = 0, $many = $this->chance->getInt(1, 2); $n < $many; $n++) {
            $never = $alone("never-$n", 'never');
            $this->listed[] = $never;
            $this->link($never, $alone("behind-$n", 'orphans'), 'further');
            $from = $products[$this->chance->getInt(0, count($products) - 1)];
            $this->pages[$from]['links'][] = [
                $alone("marked-$n", 'nofollow'),
                'marked',
                self::REL[$this->chance->getInt(0, 3)],
            ];
            $shut = "/shut-$n";
            $this->add(
                $shut,
                "Shut $n",
                "<h1>Shut $n</h1>",
                '<meta name="robots" content="'.['noindex', 'noindex, follow'][$n].'">',
            );
            $this->shut[$shut] = $this->closed[$shut] = true;
            $this->link('/', $shut, 'shut');
            $this->link($shut, $alone("closed-$n", 'closed'), 'closed');
            $mute = "/mute-$n";
            $this->add($mute, "Mute $n", "<h1>Mute $n</h1>", '<meta name="robots" content="nofollow">');
            $this->shut[$mute] = true;
            $this->link('/', $mute, 'mute');
            $this->link($mute, $alone("muted-$n", 'nofollow'), 'muted');
        }
        $this->redirects['/old-way'] = $alone('moved', 'redirects');
        $this->listed[] = '/old-way';
        // A redirect that is linked costs no click and makes no orphan.
        $this->add('/things/by-way', 'By way', '<h1>By way</h1>');
        $this->redirects['/short-cut'] = '/things/by-way';
        $this->link('/', '/short-cut', 'short');
    }

    /** A heading and an image, right or wrong in one way. @return string HTML of the body */
    private function fault(string $path, string $name): string
    {
        $image =
            '<img src="/pictures/'.basename($path).'.jpg" alt="'.$name.' on a table" width="400" height="300">';
        [$found, $html] = match ($this->chance->getInt(0, 15)) {
            0 => [['no-h1'], "<div class=\"page-title\">$name</div>$image"],
            1 => [['no-h1'], "<p>$name</p>$image"],
            2 => [
                ['no-h1'],
                "<ol class=\"breadcrumbs\"><li><a href=\"/\">Home</a></li><li><h1>$name</h1></li></ol>$image",
            ],
            3 => [['empty-h1'], "<h1> </h1>$image"],
            4 => [['several-h1'], "<h1>$name</h1><p>well</p><h1>More of $name</h1>$image"],
            5 => [['level-skipped'], "<h1>$name</h1><h2>Use</h2><h4>Care</h4>$image"],
            6 => [['no-alt'], "<h1>$name</h1>".str_replace(" alt=\"$name on a table\"", '', $image)],
            7 => [[], "<h1>$name</h1><img src=\"/count.gif\" width=\"1\" height=\"1\">$image"],
            8 => [
                ['long-alt'],
                "<h1>$name</h1>".
                str_replace(
                    'on a table',
                    'on a long oak table in the light room above the yard, with the window open and the first snow of the year lying on the wall outside',
                    $image,
                ),
            ],
            9 => [
                ['stuffed-alt'],
                "<h1>$name</h1>".str_replace('on a table', 'cheap pottery, pottery shop, best pottery', $image),
            ],
            10 => [[], "<h1><img src=\"/logo.png\" alt=\"$name\"></h1>$image"],
            11 => [[], "<h2>Before</h2><h1>$name</h1><h2>Use</h2><h3>Care</h3><h2>Size</h2>$image"],
            default => [[], "<h1>$name</h1>$image"],
        };
        $this->faults[$path] = $found;

        return $html;
    }

    private function add(string $path, string $title, string $body, string $head = ''): void
    {
        $this->pages[$path] = [
            'title' => $title,
            'head' => $head,
            'body' => $body === '' ? "<h1>$title</h1>" : $body,
            'links' => [],
        ];
    }

    /** @param  array{title: string, head: string, body: string, links: list<array{string, string, string}>}  $page */
    private function html(string $path, array $page): string
    {
        $anchor = static fn (array $link): string => '<a href="'.
            htmlspecialchars($link[0]).
            '"'.
            ($link[2] === '' ? '' : " rel=\"$link[2]\"").
            ">$link[1]</a>";
        $menu = '<ul><li>'.implode('</li><li>', array_map($anchor, $this->menuLinks())).'</li></ul>';
        [$above, $below] = match ($this->menuTag) {
            'nav' => ["<nav>$menu</nav>", ''],
            'header' => ["<header><p>The barn</p>$menu</header>", ''],
            'footer' => ['', "<footer>$menu</footer>"],
            default => [$menu, ''],
        };
        $links = implode(
            ' ',
            array_map(static fn (array $link): string => '<p>'.$anchor($link).'</p>', $page['links']),
        );
        $type = str_starts_with($path, '/things/')
            ? 'Product'
            : (str_starts_with($path, '/kinds/')
                ? 'CollectionPage'
                : (str_starts_with($path, '/notes/')
                    ? 'Article'
                    : 'WebPage'));
        $data =
            '<script type="application/ld+json">'.
            json_encode(['@context' => 'https://schema.org', '@type' => $type, 'name' => $page['title']]).
            '</script>';

        return "<!doctype html><html lang=\"en\"><head><title>{$page['title']} – the barn</title>{$page['head']}<link rel=\"canonical\" href=\"SITE$path\">$data</head><body>$above<main>{$page['body']}<p>{$page['title']} stands here on its own and says so in words of its own.</p>$links</main>$below</body></html>";
    }
}
