<?php

declare(strict_types=1);

namespace Tests\Shops;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Web\Site;

/**
 * A made-up shop in one of thirteen layouts that the other one has not: languages whose alternates stand on copies,
 * kinds under odd folders, archives and filters with one hit, pages that say with 200 that they are not there, products
 * that moved with their stock number. What is true of its pages stands beside them.
 */
final class LaidOutShop
{
    /** Name of the layout, and what it has. */
    public const LAYOUTS = [
        'folders, three languages, alternates on copies' => [
            'languages' => 3,
            'item' => '/i/%s',
            'list' => '/l/%s',
            'copies' => ['collection', 'variant', 'index'],
            'data' => 'json',
        ],
        'flat addresses, two languages, alternates on copies' => [
            'languages' => 2,
            'item' => '/%s',
            'list' => '/all-%s',
            'copies' => ['variant', 'tracking'],
            'data' => 'json',
        ],
        'collection paths without canonicals' => [
            'languages' => 1,
            'item' => '/buy/%s.html',
            'list' => '/themes/%s/',
            'copies' => ['collection'],
            'canonicals' => 'none',
            'data' => 'json',
        ],
        'paging in the path, last parts with one product' => [
            'languages' => 1,
            'item' => '/goods/%s',
            'list' => '/kinds/%s',
            'paging' => '/part/%d',
            'per' => 5,
            'copies' => ['variant'],
            'data' => 'json',
        ],
        'paging by number alone, filters with one hit' => [
            'languages' => 1,
            'item' => '/g/%s',
            'list' => '/k/%s',
            'paging' => '/%d',
            'per' => 6,
            'filter' => '?tone=%s',
            'copies' => ['tracking'],
            'data' => 'json',
        ],
        'filters in the path' => [
            'languages' => 1,
            'item' => '/thing-%s',
            'list' => '/things/%s',
            'filter' => '/tone-%s',
            'paging' => '?leaf=%d',
            'per' => 7,
            'copies' => ['collection'],
            'data' => 'json',
        ],
        'lists whose sort is another address' => [
            'languages' => 1,
            'item' => '/p-%s',
            'list' => '/c-%s',
            'sorts' => ['price', 'name'],
            'paging' => '?s=%d',
            'per' => 8,
            'copies' => ['index'],
            'data' => 'json',
        ],
        'microdata and no numbers in addresses' => [
            'languages' => 2,
            'item' => '/shop/x/%s',
            'list' => '/shop/y/%s',
            'copies' => ['collection', 'tracking'],
            'data' => 'micro',
        ],
        'og types alone' => [
            'languages' => 1,
            'item' => '/o/%s',
            'list' => '/r/%s',
            'copies' => ['variant', 'index'],
            'data' => 'og',
            'paging' => '?p=%d',
            'per' => 5,
        ],
        'not found with 200' => [
            'languages' => 1,
            'item' => '/w/%s',
            'list' => '/v/%s',
            'copies' => ['variant'],
            'data' => 'json',
            'missing' => 6,
        ],
        'products that moved with their number' => [
            'languages' => 1,
            'item' => '/n/%s',
            'list' => '/m/%s',
            'copies' => ['collection'],
            'data' => 'json',
            'moved' => 6,
        ],
        'nothing says what is what' => [
            'languages' => 1,
            'item' => '/z/%s',
            'list' => '/y/%s',
            'paging' => '/part/%d',
            'per' => 5,
            'filter' => '?tone=%s',
            'copies' => ['variant', 'tracking'],
            'data' => 'none',
            'related' => true,
        ],
        'two languages, canonicals wrong here and there' => [
            'languages' => 2,
            'item' => '/q/%s',
            'list' => '/t/%s',
            'copies' => ['collection', 'variant', 'tracking'],
            'data' => 'json',
            'canonicals' => 'some',
            'filter' => '?hue=%s',
        ],
    ];

    /**
     * The one layout of which the shop says nothing: no kinds, no numbers, and other products beside each text each
     * time.
     */
    public const UNSAID = 'nothing says what is what';

    private const WORDS = [
        'en' => 'we turn it on the wheel from clay that is dug behind the house then it dries for a week in the shade of the barn before the kiln takes it the glaze is mixed each morning and no two mornings are alike so the rim may run a little darker where the flame came near keep it from frost and wash it by hand with warm water the foot is ground flat that it stands still on any table',
        'de' => 'wir drehen es auf der Scheibe aus Ton der hinter dem Haus gegraben wird dann trocknet es eine Woche im Schatten der Scheune bevor der Ofen es nimmt die Glasur wird jeden Morgen gemischt und kein Morgen gleicht dem anderen darum läuft der Rand etwas dunkler wo die Flamme nahe kam vor Frost schützen und von Hand mit warmem Wasser spülen der Fuß ist plan geschliffen damit es auf jedem Tisch still steht',
        'fr' => 'nous le tournons sur le tour avec une argile tirée derrière la maison puis il sèche une semaine dans ombre de la grange avant que le four le prenne émail est mélangé chaque matin et deux matins ne se ressemblent pas ainsi le bord peut couler plus sombre où la flamme est venue gardez du gel et lavez à la main avec eau tiède le pied est poncé plat pour tenir sur toute table',
    ];

    private const THINGS = [
        'jug' => ['en' => 'Jug', 'de' => 'Krug', 'fr' => 'Cruche'],
        'bowl' => ['en' => 'Bowl', 'de' => 'Schale', 'fr' => 'Bol'],
        'plate' => ['en' => 'Plate', 'de' => 'Teller', 'fr' => 'Assiette'],
    ];

    private const NAMES = [
        'Alba', 'Bruma', 'Ceniza', 'Dorro', 'Esparo', 'Fumo', 'Grava', 'Hiedra', 'Isco', 'Jara', 'Kelpo', 'Losa',
        'Musgo', 'Niebla',
    ];

    private const TONES = ['moss', 'ash', 'rust', 'sand'];

    /** @var array<string, string> HTML by path and query */
    public array $pages = [];

    /** @var array<string, string> where addresses redirect */
    public array $redirects = [];

    /**
     * @var array<string, string> the page that each address is in truth; of those that are none of ours to judge
     *     nothing
     */
    public array $truth = [];

    /** @var array<string, string> keeper by what a page is in truth */
    public array $keepers = [];

    /** @var array<string, string> sort of tangle by what a page is in truth: product or list */
    public array $sorts = [];

    /** @var array<string, string> verdict by address, where it is known */
    public array $verdicts = [];

    /** @var list<string> addresses that are not there, though they answer 200 */
    public array $missing = [];

    /** @var array<string, string> where the product of an address that is gone is now */
    public array $moved = [];

    /** @var array<string, string> names of addresses that an overview alone links to, by address */
    private array $deep = [];

    /** @var list<array{string, string}> slug and name of all products */
    private array $all = [];

    private readonly Randomizer $chance;

    /** @var array<string, mixed> */
    private readonly array $layout;

    /** @var list<string> */
    private readonly array $languages;

    public function __construct(string $layout, int $seed)
    {
        $this->layout = self::LAYOUTS[$layout] + [
            'paging' => '?leaf=%d',
            'per' => 6,
            'filter' => null,
            'sorts' => [],
            'canonicals' => 'right',
            'missing' => 0,
            'moved' => 0,
            'related' => false,
        ];
        $this->chance = new Randomizer(new Mt19937($seed * 104_729 + crc32($layout)));
        $this->languages = array_slice(['en', 'de', 'fr'], 0, (int) $this->layout['languages']);
        $this->grow();
    }

    public function site(): Site
    {
        $site = new Site();
        foreach ($this->pages as $path => $html) {
            $site->page($path, str_replace('SITE', $site->url, $html));
        }
        foreach ($this->redirects as $path => $to) {
            $site->redirect($path, $to);
        }

        return $site;
    }

    private function grow(): void
    {
        $products = [];
        foreach (array_keys(self::THINGS) as $thing) {
            // The last part of each list shows one product.
            $per = (int) $this->layout['per'];
            $names = array_slice(
                $this->chance->shuffleArray(self::NAMES),
                0,
                $per * intdiv($this->chance->getInt(11, 13) - 1, $per) + 1,
            );
            foreach ($names as $i => $name) {
                $this->all[] = [strtolower("$name-$thing"), self::THINGS[$thing]['en']." $name"];
                $products[$thing][] = [
                    'number' => strtoupper(substr($thing, 0, 1)).(100 + $i),
                    'name' => $name,
                    'slug' => strtolower("$name-$thing"),
                    'thing' => $thing,
                    'tone' => $i === 0 ? 'rust' : ($i === 1 ? 'sand' : self::TONES[$i % 2]),
                    'own' => $this->text(45),
                    'price' => $this->chance->getInt(9, 90),
                ];
            }
        }
        $links = [];
        foreach ($this->languages as $language) {
            foreach ($products as $thing => $ofThing) {
                $this->lists($language, $thing, $ofThing, $links);
                foreach ($ofThing as $product) {
                    $this->product($language, $product);
                }
            }
        }
        for ($i = 0; $i < $this->layout['missing']; $i++) {
            $path = sprintf($this->layout['item'], 'lost-'.$this->chance->getInt(1000, 9999)."-$i");
            $this->pages[$path] = $this->html(
                'en',
                'Our pottery',
                $i % 2 === 0 ? 'Page not found' : 'Oops',
                '<p>'.
                    ($i % 2 === 0
                        ? 'The page that you look for cannot be found.'
                        : 'Sorry, this page does not exist or was moved.').
                    '</p><p><a href="/">Home</a></p>',
                '',
            );
            $this->missing[] = $path;
            $this->deep[$path] = 'old';
        }
        $list = static fn (array $links): string => '<ul>'.
            implode(
                '',
                array_map(
                    static fn (string $to, string $text): string => '<li><a href="'.
                        htmlspecialchars($to).
                        "\">$text</a></li>",
                    array_keys($links),
                    $links,
                ),
            ).
            '</ul>';
        $this->pages['/overview'] = $this->html(
            'en',
            'Everything at a glance',
            'Overview',
            $list($this->deep),
            '<link rel="canonical" href="SITE/overview">',
        );
        $links['/overview'] = 'Overview';
        $this->pages['/'] = $this->html(
            'en',
            'Our pottery',
            'Our pottery',
            '<p>'.$this->tongue('en', $this->text(70)).'</p>'.$list($links),
            '<link rel="canonical" href="SITE/">',
        );
    }

    /** @param  array<string, mixed>  $product */
    private function product(string $language, array $product): void
    {
        $own = $this->address($language, 'item', $product['slug']);
        $truth = "$language {$product['number']}";
        $this->keepers[$truth] = $own;
        $this->sorts[$truth] = 'product';
        $name = self::THINGS[$product['thing']][$language].' '.$product['name'];
        $head = fn (string $canonical): string => $canonical.$this->alternates('item', $product['slug']);
        $show = function (string $path, string $canonical, string $verdict, string $more = '') use (
            $language,
            $product,
            $name,
            $truth,
            $head,
        ): void {
            $this->truth[$path] = $truth;
            $this->verdicts[$path] = $verdict;
            [$data, $attributes] = $this->data($product, $name);
            $this->pages[$path] = $this->html(
                $language,
                "$name – pottery",
                $name,
                "<p>€ {$product['price']}.00</p>$more<p>{$this->tongue(
                    $language,
                    $product['own'],
                )}</p><table><tr><th>No.</th><td>{$product['number']}</td></tr></table>".$this->related($language),
                $head($canonical).$data,
                $attributes,
            );
        };
        $clean = '<link rel="canonical" href="SITE'.$own.'">';
        $isWrong = $this->layout['canonicals'] === 'some' && $this->chance->getInt(0, 9) === 0;
        $show(
            $own,
            $this->layout['canonicals'] === 'none' ? '' : $clean,
            $this->layout['canonicals'] === 'none' ? 'absent on a keeper' : 'to self',
        );
        foreach ($this->layout['copies'] as $copy) {
            $path = match ($copy) {
                'collection' => $this->address($language, 'list', $product['thing'].'s').
                    (str_ends_with($own, '.html') ? '' : '/').
                    $product['slug'].
                    (str_ends_with($own, '.html') ? '.html' : ''),
                'variant' => "$own?tint=".$product['tone'],
                'tracking' => "$own?utm_source=post",
                default => rtrim($own, '/').'/index.html',
            };
            $more = $copy === 'variant' ? '<p>'.ucfirst($product['tone']).'.</p>' : '';
            $canonical =
                $this->layout['canonicals'] === 'none'
                    ? ''
                    : ($isWrong && $copy !== 'variant'
                        ? '<link rel="canonical" href="SITE'.$path.'">'
                        : $clean);
            $show(
                $path,
                $canonical,
                match (true) {
                    $canonical === '' => 'absent on a duplicate',
                    $canonical === $clean => 'to keeper',
                    default => 'to itself, not the keeper',
                },
                $more,
            );
            $this->deep[$path] = "$name $copy";
        }
        if (
            $this->layout['moved'] > 0 &&
            $product['number'][1] === '1' &&
            (int) $product['number'][3] < $this->layout['moved']
        ) {
            $this->moved[$own] = $own.'-new';
        }
    }

    /**
     * @param  list<array<string, mixed>>  $products
     * @param  array<string, string>  $links
     */
    private function lists(string $language, string $thing, array $products, array &$links): void
    {
        $own = $this->address($language, 'list', "{$thing}s");
        $name = self::THINGS[$thing][$language].'s';
        $intro = $this->tongue($language, $this->text(22));
        $card = fn (array $product): string => '<li class="card"><a href="'.
            $this->address($language, 'item', $product['slug']).
            '">'.
            self::THINGS[$thing][$language].
            ' '.
            $product['name'].
            "</a> <span>€ {$product['price']}.00</span></li>";
        $add = function (string $path, string $truth, array $some, string $canonical, string $verdict) use (
            $language,
            $name,
            $intro,
            $card,
            $thing,
        ): void {
            $this->truth[$path] = "$language $truth";
            $this->keepers["$language $truth"] ??= $path;
            $this->sorts["$language $truth"] = 'list';
            $this->verdicts[$path] = $verdict;
            $this->pages[$path] = $this->html(
                $language,
                "$name – pottery",
                $name,
                "<p>$intro</p><ul>".implode('', array_map($card, $some)).'</ul>',
                ($canonical === '' ? '' : '<link rel="canonical" href="SITE'.$canonical.'">').
                    $this->alternates('list', "{$thing}s"),
            );
        };
        $per = (int) $this->layout['per'];
        $isNone = $this->layout['canonicals'] === 'none';
        $add(
            $own,
            "list $thing",
            array_slice($products, 0, $per),
            $isNone ? '' : $own,
            $isNone ? 'absent on a keeper' : 'to self',
        );
        $links[$own] = $name;
        for ($part = 2; ($part - 1) * $per < count($products); $part++) {
            $path = rtrim($own, '/').sprintf($this->layout['paging'], $part);
            $add(
                $path,
                "list $thing part $part",
                array_slice($products, ($part - 1) * $per, $per),
                $isNone ? '' : $path,
                $isNone ? '' : 'to self',
            );
            $links[$path] = "$name $part";
        }
        // The list once more: under a parameter that tracks, as the first part of itself, as its index file.
        foreach (['?utm_medium=post', sprintf($this->layout['paging'], 1), '/index.html'] as $nth => $more) {
            if ($this->chance->getInt(0, 2) === 0) {
                continue;
            }
            $path = rtrim($own, '/').$more;
            $isSelf = $nth === 1 && $this->layout['canonicals'] === 'some';
            $add(
                $path,
                "list $thing",
                array_slice($products, 0, $per),
                $isNone ? '' : ($isSelf ? $path : $own),
                $isNone ? 'absent on a duplicate' : ($isSelf ? 'to itself, not the keeper' : 'to keeper'),
            );
            $this->deep[$path] = "$name $nth";
        }
        foreach ($this->layout['filter'] === null ? [] : self::TONES as $tone) {
            $some = array_values(
                array_filter($products, static fn (array $product): bool => $product['tone'] === $tone),
            );
            $path = rtrim($own, '/').sprintf(sure($this->layout['filter']), $tone);
            $add($path, "list $thing $tone", $some, $own, 'to the wider list');
            $links[$path] = "$name $tone";
        }
        foreach ($this->layout['sorts'] as $sort) {
            $first = array_slice($products, 0, $per);
            usort($first, static fn (array $a, array $b): int => $a[$sort] <=> $b[$sort]);
            $path = "$own-by-$sort";
            $add($path, "list $thing", $first, $own, 'to keeper');
            $links[$path] = "$name by $sort";
        }
    }

    private function address(string $language, string $sort, string $slug): string
    {
        $form = $this->layout[$sort];
        assert(is_string($form));

        return ($language === 'en' ? '' : "/$language").sprintf($form, $slug);
    }

    /** What else is shown, another choice each time. */
    private function related(string $language): string
    {
        if (! $this->layout['related'] || $this->all === []) {
            return '';
        }
        $links = '';
        for ($i = 0; $i < 4; $i++) {
            [$slug, $name] = $this->all[$this->chance->getInt(0, count($this->all) - 1)];
            $links .= '<li><a href="'.$this->address($language, 'item', $slug)."\">$name</a></li>";
        }

        return "<ul>$links</ul>";
    }

    /** The theme prints the canonical page's alternates on whatever shows it. */
    private function alternates(string $sort, string $slug): string
    {
        $tags = '';
        foreach (count($this->languages) > 1 ? $this->languages : [] as $language) {
            $tags .= "<link rel=\"alternate\" hreflang=\"$language\" href=\"SITE{$this->address(
                $language,
                $sort,
                $slug,
            )}\">";
        }

        return $tags === ''
            ? ''
            : $tags.
                    '<link rel="alternate" hreflang="x-default" href="SITE'.
                    $this->address('en', $sort, $slug).
                    '">';
    }

    /**
     * @param  array<string, mixed>  $product
     * @return array{string, string} tags for the head, attributes for the main part
     */
    private function data(array $product, string $name): array
    {
        return match ($this->layout['data']) {
            'json' => [
                '<script type="application/ld+json">'.
                json_encode([
                    '@context' => 'https://schema.org',
                    '@type' => 'Product',
                    'name' => $name,
                    'sku' => $product['number'],
                    'offers' => [
                        '@type' => 'Offer',
                        'price' => $product['price'],
                        'priceCurrency' => 'EUR',
                        'availability' => 'https://schema.org/InStock',
                    ],
                ]).
                '</script>',
                '',
            ],
            'none' => ['', ''],
            'micro' => [
                '<meta property="og:type" content="product">',
                ' itemscope itemtype="https://schema.org/Product"',
            ],
            default => ['<meta property="og:type" content="product">', ''],
        };
    }

    private function html(
        string $language,
        string $title,
        string $h1,
        string $main,
        string $head,
        string $attributes = '',
    ): string {
        return "<!doctype html><html lang=\"$language\"><head><meta charset=\"utf-8\"><title>$title</title>$head</head><body><header><a href=\"/\">Pottery</a></header><main$attributes><h1>$h1</h1>$main</main><footer><p>Made by hand since 1951</p></footer></body></html>";
    }

    /** The same words in another language: drawn by the same places. */
    private function tongue(string $language, string $text): string
    {
        $pool = explode(' ', self::WORDS[$language]);

        return implode(
            ' ',
            array_map(static fn (string $place): string => $pool[(int) $place % count($pool)], explode(' ', $text)),
        ).'.';
    }

    /** Places of words, to be put into any language. */
    private function text(int $words): string
    {
        return implode(' ', array_map(fn (): string => (string) $this->chance->getInt(0, 69), range(1, $words)));
    }
}
