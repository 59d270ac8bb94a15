<?php

declare(strict_types=1);

namespace Tests\Shops;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * A made-up shop whose tangles are known: by seed another layout of addresses, another language, other rates of
 * trouble.
 *
 * Pages are HTML; what is true of them is kept apart and never shown to what is tested.
 */
final class TangledShop
{
    public const HOST = 'https://shop.example';

    /** Seeds that the rules were written against, and seeds that were looked at once, afterwards. */
    public const DEVELOPMENT = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20];

    public const KEPT_BACK = [
        101, 102, 103, 104, 105, 106, 107, 108, 109, 110, 111, 112, 113, 114, 115, 116, 117, 118, 119, 120,
    ];

    private const LANGUAGES = [
        'en' => [
            'things' => ['chair', 'table', 'bench', 'shelf', 'stool', 'desk'],
            'makers' => ['Norwick', 'Pellin', 'Orvane', 'Tasker'],
            'colours' => ['red', 'blue', 'black', 'white', 'green'],
            'towns' => ['Marfield', 'Ostwick', 'Penrule', 'Larnbury', 'Tewsham'],
            'names' => [
                'Aldo', 'Brea', 'Corin', 'Dessa', 'Ewan', 'Fenna', 'Garvin', 'Hollis', 'Ines', 'Jorun', 'Kelda',
                'Lorne', 'Mavis', 'Nerys', 'Odell', 'Petra', 'Quill', 'Rowan', 'Sable', 'Tamsin', 'Ulric', 'Vesna',
                'Wyatt', 'Yara',
            ],
            'words' => 'the of and with a made by hand from solid timber that grows slowly in our valley every piece is sanded oiled and checked before it leaves the workshop so it lasts for years you may use it indoors or on a covered porch clean with soft cloth water never harsh soap parts are joined without screws legs can be taken off which helps when moving house our carpenters sign each one under the seat it takes weeks to dry then days to shape and hours to finish wood smells of resin at first later honey people say it fits small rooms well because lines are narrow yet strong delivery takes about ten working days we pack in paper straw no foam returned goods find new homes quickly ask us anything',
            'shown' => 'Shown in %s.',
            'buy' => 'Buy online',
            'all' => 'All',
            'page' => 'page',
            'guide' => 'How to care for your',
            'shop_in' => 'Our workshop in',
        ],
        'de' => [
            'things' => ['Stuhl', 'Tisch', 'Bank', 'Regal', 'Hocker', 'Schrank'],
            'makers' => ['Nordwiek', 'Pellhof', 'Orvan', 'Tasch'],
            'colours' => ['rot', 'blau', 'schwarz', 'weiß', 'grün'],
            'towns' => ['Marfeld', 'Ostwik', 'Penrohl', 'Larnburg', 'Teushagen'],
            'names' => [
                'Aldo', 'Brea', 'Korin', 'Dessa', 'Ewald', 'Fenja', 'Garwin', 'Holle', 'Ines', 'Jorun', 'Kelda',
                'Lorne', 'Mavi', 'Neris', 'Odell', 'Petra', 'Quendel', 'Rowan', 'Sabel', 'Tamsin', 'Ulrik', 'Vesna',
                'Wiete', 'Yara',
            ],
            'words' => 'der die das aus massivem Holz von Hand gefertigt wächst langsam in unserem Tal jedes Stück wird geschliffen geölt und geprüft bevor es die Werkstatt verlässt damit es Jahre hält man kann es drinnen oder auf einer überdachten Veranda nutzen mit weichem Tuch Wasser nie scharfer Seife reinigen Teile sind ohne Schrauben verbunden Beine lassen sich abnehmen was beim Umzug hilft unsere Tischler signieren jedes unter dem Sitz es braucht Wochen zum Trocknen dann Tage zum Formen und Stunden zum Abschluss es riecht zuerst nach Harz später nach Honig Leute sagen es passt gut in kleine Räume weil Linien schmal doch stark sind Lieferung dauert etwa zehn Werktage wir packen in Papier Stroh kein Schaum fragen Sie uns gern',
            'shown' => 'Gezeigt in %s.',
            'buy' => 'Online kaufen',
            'all' => 'Alle',
            'page' => 'Seite',
            'guide' => 'So pflegen Sie Ihren',
            'shop_in' => 'Unsere Werkstatt in',
        ],
        'fr' => [
            'things' => ['chaise', 'table', 'banc', 'étagère', 'tabouret', 'bureau'],
            'makers' => ['Norvic', 'Pelline', 'Orvane', 'Tasquier'],
            'colours' => ['rouge', 'bleu', 'noir', 'blanc', 'vert'],
            'towns' => ['Marchamp', 'Ostevic', 'Penrul', 'Larnbourg', 'Teuville'],
            'names' => [
                'Aldo', 'Bréa', 'Corin', 'Dessa', 'Évan', 'Fenna', 'Garvin', 'Hollis', 'Inès', 'Jorun', 'Kelda',
                'Lorne', 'Mavis', 'Nérys', 'Odell', 'Pétra', 'Quille', 'Rowan', 'Sable', 'Tamsin', 'Ulric', 'Vesna',
                'Wyatt', 'Yara',
            ],
            'words' => 'le la les de du des et avec un fait à main en bois massif qui pousse lentement dans notre vallée chaque pièce est poncée huilée puis contrôlée avant de quitter atelier pour durer des années on peut utiliser dedans ou sous un porche couvert nettoyer avec chiffon doux eau jamais savon dur les parties sont assemblées sans vis pieds se démontent ce qui aide quand on déménage nos menuisiers signent chacune sous assise il faut semaines pour sécher puis jours pour former et heures pour finir bois sent résine au début plus tard miel gens disent que cela va bien dans petites chambres car lignes étroites mais fortes livraison prend dix jours nous emballons papier paille sans mousse demandez nous',
            'shown' => 'Présenté en %s.',
            'buy' => 'Acheter en ligne',
            'all' => 'Tout',
            'page' => 'page',
            'guide' => 'Entretenir votre',
            'shop_in' => 'Notre atelier à',
        ],
    ];

    /**
     * @var array<string, array{status: int, html: string, location: ?string, kind: string, sitemap: bool, clicks: int}>
     *     by URL
     */
    public array $pages = [];

    /**
     * @var array<string, string> the page that each URL is in truth: URLs with one value are one page; those that are
     *     nobody's like are not in it
     */
    public array $truth = [];

    /** @var array<string, string> keeper by what a page is in truth */
    public array $keepers = [];

    /** @var array<string, string> verdict of the declared canonical by URL, where the maker knows it */
    public array $verdicts = [];

    /** @var array<string, string> effect by "scope name" */
    public array $effects = [];

    /** @var array<string, int> */
    private array $rates;

    private readonly Randomizer $chance;

    /** @var array<string, mixed> */
    private readonly array $tongue;

    private readonly string $language;

    private readonly int $layout;

    private readonly bool $slash;

    /** Whether products say their stock number in structured data. */
    private readonly bool $tellsNumbers;

    /** Whether all lists have the same H1. */
    private readonly bool $hasBanner;

    /** @var list<array<string, mixed>> */
    private array $others = [];

    /** @var list<string> names of parameters: order, filter, variant, part, tracking, silent */
    private readonly array $names;

    public function __construct(public readonly int $seed)
    {
        $this->chance = new Randomizer(new Mt19937($seed * 7919));
        $this->language = array_keys(self::LANGUAGES)[$this->chance->getInt(0, 2)];
        $this->tongue = self::LANGUAGES[$this->language];
        $this->layout = $this->chance->getInt(0, 3);
        $this->slash = $this->chance->getInt(0, 3) === 0 && $this->layout < 2;
        $this->names = [
            $this->pick(['order', 'sort', 'sortby', 'o']),
            $this->pick(['colour', 'filter', 'f_color', 'c']),
            $this->pick(['variant', 'v', 'finish', 'opt']),
            $this->pick(['page', 'p', 'leaf', 'seite']),
            $this->pick(['utm_source', 'gclid', 'fbclid', 'utm_campaign']),
            $this->pick(['ref', 'from', 'view', 'src']),
        ];
        $this->tellsNumbers = $this->chance->getInt(0, 3) > 0;
        $this->hasBanner = $this->chance->getInt(0, 3) === 0;
        foreach (
            [
                'twins' => [3, 12],
                'clones' => [2, 8],
                'letters' => [3, 15],
                'paths' => [10, 60],
                'silent' => [5, 30],
                'wrong' => [5, 25],
                'families' => [20, 60],
            ] as $rate => [$low, $high]
        ) {
            $this->rates[$rate] = $this->chance->getInt($low, $high);
        }
        $this->grow();
    }

    private function grow(): void
    {
        $categories = array_slice($this->tongue['things'], 0, $this->chance->getInt(4, 6));
        $byCategory = [];
        $number = 100;
        foreach ($categories as $c => $thing) {
            // What all products of a category say: distinct products share nearly all words.
            $shared = $this->text($this->chance->getInt(60, 110));
            $count = $this->chance->getInt(10, 34);
            for ($i = 0; $i < $count; $i++) {
                $isFamily = $i > 0 && $this->hits('families');
                $base = $isFamily
                    ? $byCategory[$c][array_key_last($byCategory[$c])]['base']
                    : $this->pick($this->tongue['names']).
                        ' '.
                        chr(65 + $this->chance->getInt(0, 25)).
                        $this->chance->getInt(1, 9);
                $own = $isFamily
                    ? $byCategory[$c][array_key_last($byCategory[$c])]['own']
                    : $this->text($this->chance->getInt(12, 50));
                $width = 30 + 10 * $this->chance->getInt(0, 9);
                $taken = array_column(
                    array_filter($byCategory[$c] ?? [], static fn (array $p): bool => $p['base'] === $base),
                    'width',
                );
                if (in_array($width, $taken, true)) {
                    continue;
                }
                $byCategory[$c][] = [
                    'number' => 'N'.++$number,
                    'base' => $base,
                    'width' => $width,
                    'thing' => $thing,
                    'name' => ucfirst("$thing $base $width cm"),
                    'text' => $shared,
                    'own' => $own,
                    'maker' => $this->pick($this->tongue['makers']),
                    'price' => $this->chance->getInt(20, 900),
                    'category' => $c,
                    'colours' => array_slice(
                        $this->chance->shuffleArray($this->tongue['colours']),
                        0,
                        $this->chance->getInt(2, 4),
                    ),
                    'slug' => $this->slug("$thing $base $width"),
                ];
            }
        }
        $this->others = array_merge(...$byCategory);
        foreach ($byCategory as $products) {
            foreach ($products as $product) {
                $this->product($product, $this->slug($categories[$product['category']]));
            }
        }
        foreach ($categories as $c => $thing) {
            $this->category($thing, $byCategory[$c]);
        }
        $this->articles($categories);
        $this->towns();
        $this->page(
            $this->url('/'),
            'home',
            ucfirst($this->tongue['things'][0]).' & more',
            'Welcome',
            $this->text(80),
            canonical: '-',
        );
        $this->verdicts[$this->url('/')] = 'absent on a keeper';
        // Whoever names a page that names another has made a chain of it.
        foreach ($this->verdicts as $url => $verdict) {
            $keeper = $this->keepers[$this->truth[$url] ?? ''] ?? '';
            if (
                $verdict === 'to keeper' &&
                in_array($this->verdicts[$keeper] ?? '', ['unreachable', 'redirected', 'foreign'], true)
            ) {
                $this->verdicts[$url] = 'chain';
            }
        }
    }

    /** @param  array<string, mixed>  $product */
    private function product(array $product, string $category): void
    {
        $own = $this->productUrl($product['slug'], $product['number'], $category, 0);
        $truth = 'product '.$product['number'];
        $this->keepers[$truth] = $own;
        $this->show($product, $own, $truth, $own, true);
        foreach ($product['colours'] as $i => $colour) {
            if ($i > 0) {
                $url = $this->with($own, $this->names[2], $this->slug($colour));
                $this->show($product, $url, $truth, $own, false, shown: $colour);
                $this->effects[$this->scope($url).' '.$this->names[2]] = 'variant';
            }
        }
        if ($this->layout !== 2 && $this->hits('paths')) {
            $this->show(
                $product,
                $this->productUrl($product['slug'], $product['number'], $category, 1),
                $truth,
                $own,
                false,
            );
        }
        if ($this->hits('letters')) {
            $this->show($product, $this->written($own), $truth, $own, false);
        }
        foreach ([4, 5] as $n) {
            if ($this->hits('silent')) {
                $url = $this->with($own, $this->names[$n], $n === 4 ? 'news' : $this->pick(['list', 'home', 'mail']));
                $this->show($product, $url, $truth, $own, false);
                $this->effects[$this->scope($url).' '.$this->names[$n]] = $n === 4 ? 'tracks' : 'nothing';
            }
        }
        // Without a stock number nothing but title and H1 says that it is the same thing.
        if ($this->hits('twins')) {
            // The same thing once more, at an address of its own, with one word in seven changed.
            $url = $this->productUrl(
                $product['slug'].'-'.$this->pick(['new', 'special', 'offer']),
                $product['number'],
                $category,
                0,
                twin: true,
            );
            $this->show(
                ['text' => $this->changed($product['text']), 'own' => $this->changed($product['own'])] + $product,
                $url,
                $truth,
                $own,
                false,
            );
        }
        if ($this->hits('clones')) {
            $copy =
                [
                    'number' => $product['number'].'-2',
                    'name' => $product['name'].' (copy)',
                    'slug' => $product['slug'].'-copy',
                ] + $product;
            $url = $this->productUrl($copy['slug'], $copy['number'], $category, 0);
            $this->keepers['product '.$copy['number']] = $url;
            $this->show($copy, $url, 'product '.$copy['number'], $url, true);
        }
        if ($this->hits('letters')) {
            $this->show($product, $this->url('/print/'.$product['slug'].$this->end()), $truth, $own, false);
        }
        if ($this->hits('letters')) {
            $this->show($product, $this->with($own, 'sid', bin2hex($this->chance->getBytes(8))), $truth, $own, false);
        }
        if ($this->hits('letters')) {
            $old = $this->productUrl($product['slug'].'-old', $product['number'].'o', $category, 0);
            $this->pages[$old] = [
                'status' => 301,
                'html' => '',
                'location' => $own,
                'kind' => 'product',
                'sitemap' => false,
                'clicks' => 0,
            ];
            $this->truth[$old] = $truth;
            $this->verdicts[$old] = 'not needed';
        }
    }

    /** @param  array<string, mixed>  $product */
    private function show(
        array $product,
        string $url,
        string $truth,
        string $keeper,
        bool $isKeeper,
        string $shown = '',
    ): void {
        if (isset($this->pages[$url])) {
            return;
        }
        $links = '';
        foreach ($product['colours'] as $colour) {
            $links .=
                '<a href="'.
                htmlspecialchars($this->with($keeper, $this->names[2], $this->slug($colour))).
                '">'.
                $colour.
                '</a> ';
        }
        $main =
            '<h1>'.
            $product['name'].
            '</h1><p>€ '.
            $product['price'].
            '.00</p>'.
            ($shown === '' ? '' : '<p>'.sprintf($this->tongue['shown'], $shown).'</p>').
            "<p>$links</p><p>{$product['text']}</p><p>{$product['own']}</p><table><tr><th>W</th><td>{$product['width']} cm</td></tr></table><p>".
            ucfirst($product['maker']).
            '</p>'.
            $this->flicker();
        $ld = ! $this->tellsNumbers
            ? []
            : [
                '@context' => 'https://schema.org',
                '@type' => 'Product',
                'name' => $product['name'],
                'sku' => $product['number'],
                'brand' => ['@type' => 'Brand', 'name' => $product['maker']],
                'offers' => [
                    '@type' => 'Offer',
                    'price' => $product['price'],
                    'priceCurrency' => 'EUR',
                    'availability' => 'https://schema.org/InStock',
                ],
            ];
        $this->truth[$url] = $truth;
        [$canonical, $verdict] = $this->declare($url, $keeper, $isKeeper);
        $title = $product['name'].' | '.$this->tongue['buy'];
        $this->page(
            $url,
            'product',
            $title,
            '',
            '',
            $main,
            $ld,
            $canonical,
            sitemap: $isKeeper,
            clicks: $isKeeper ? $this->chance->getInt(5, 80) : $this->chance->getInt(0, 4),
        );
        $this->verdicts[$url] = $verdict;
    }

    /** What changes from page to page and from day to day: how many look, what else is shown. */
    private function flicker(): string
    {
        $related = '';
        for ($i = 0; $i < 4; $i++) {
            $other = $this->pick($this->others);
            $related .=
                '<li><a href="'.
                htmlspecialchars($this->productUrl($other['slug'], $other['number'], 'all', 0)).
                '">'.
                $other['name'].
                '</a> <span>€ '.
                $other['price'].
                '.00</span></li>';
        }

        return '<p>'.
            $this->chance->getInt(2, 40).
            ' '.
            $this->tongue['all'].
            '</p><p>4.'.
            $this->chance->getInt(0, 9).
            ' / 5</p><ul>'.
            $related.
            '</ul>';
    }

    /** @return array{string, string} what is declared ("-" for nothing), and what that is worth */
    private function declare(string $url, string $keeper, bool $isKeeper): array
    {
        if (! $this->hits('wrong')) {
            return [$keeper, $isKeeper ? 'to self' : 'to keeper'];
        }

        return match ($this->chance->getInt(0, 6)) {
            0 => ['-', $isKeeper ? 'absent on a keeper' : 'absent on a duplicate'],
            1 => [$this->url('/gone/'.$this->slug($url)), 'unreachable'],
            2 => [$this->moved($keeper), 'redirected'],
            3 => ['https://elsewhere.example/x', 'foreign'],
            4 => ['body', 'outside the head'],
            5 => ["$keeper|".$this->url('/'), 'several'],
            default => $isKeeper ? [$keeper, 'to self'] : [$url, 'to itself, not the keeper'],
        };
    }

    private function moved(string $to): string
    {
        $from = $this->url('/moved/'.substr(md5($to), 0, 8));
        $this->pages[$from] ??= [
            'status' => 301,
            'html' => '',
            'location' => $to,
            'kind' => 'other',
            'sitemap' => false,
            'clicks' => 0,
        ];
        $this->truth[$from] = $this->truth[$to] ?? array_search($to, $this->keepers, true) ?: "moved $from";
        $this->verdicts[$from] = 'not needed';

        return $from;
    }

    /** @param  list<array<string, mixed>>  $products */
    private function category(string $thing, array $products): void
    {
        $own = $this->categoryUrl($this->slug($thing));
        $truth = "category $thing";
        $this->keepers[$truth] = $own;
        $name = $this->tongue['all'].' '.$thing;
        $intro = $this->text(25);
        $per = 12;
        $card = fn (array $product): string => '<li><a href="'.
            htmlspecialchars($this->keepers['product '.$product['number']]).
            '">'.
            $product['name'].
            '</a> € '.
            $product['price'].
            '.00</li>';
        $list = fn (array $some, int $part): string => '<h1>'.
            ($this->hasBanner ? $this->tongue['all'] : $name).
            "</h1><p>$intro</p><ul>".
            implode('', array_map($card, array_slice($some, ($part - 1) * $per, $per))).
            '</ul>';
        $parts = (int) ceil(count($products) / $per);
        $add = function (
            string $url,
            string $html,
            string $truth,
            string $canonical,
            string $verdict,
            bool $sitemap = false,
        ) use ($name): void {
            $this->truth[$url] = $truth;
            $this->verdicts[$url] = $verdict;
            $this->page($url, 'collection', "$name | Shop", '', '', $html, [], $canonical, $sitemap, $sitemap ? 40 : 1);
        };
        $add($own, $list($products, 1), $truth, $own, 'to self', true);
        for ($part = 2; $part <= $parts; $part++) {
            $url = $this->with($own, $this->names[3], (string) $part);
            $wrong = $this->hits('wrong');
            $this->keepers["$truth $part"] = $url;
            $add($url, $list($products, $part), "$truth $part", $wrong ? $own : $url, $wrong ? 'paging' : 'to self');
            $this->effects[$this->scope($url).' '.$this->names[3]] = 'part';
        }
        foreach (['price', 'name', 'new'] as $order) {
            $sorted = $products;
            usort(
                $sorted,
                static fn (array $a, array $b): int => match ($order) {
                    'price' => $a['price'] <=> $b['price'],
                    'name' => $a['name'] <=> $b['name'],
                    default => $b['number'] <=> $a['number'],
                },
            );
            $url = $this->with($own, $this->names[0], $order);
            $this->effects[$this->scope($url).' '.$this->names[0]] = 'reorders';
            $wrong = $this->hits('wrong');
            $add(
                $url,
                $list($sorted, 1),
                $truth,
                $wrong ? $url : $own,
                $wrong ? 'to itself, not the keeper' : 'to keeper',
            );
        }
        foreach (array_slice($this->tongue['colours'], 0, 3) as $colour) {
            $some = array_values(
                array_filter(
                    $products,
                    static fn (array $product): bool => in_array($colour, $product['colours'], true),
                ),
            );
            if (count($some) > 2 && count($some) < count($products)) {
                $url = $this->with($own, $this->names[1], $this->slug($colour));
                $this->keepers["$truth $colour"] = $url;
                $this->effects[$this->scope($url).' '.$this->names[1]] = 'narrows';
                $add($url, $list($some, 1), "$truth $colour", $own, 'to the wider list');
            }
        }
    }

    /** @param  list<string>  $categories */
    private function articles(array $categories): void
    {
        for ($i = 0; $i < 14; $i++) {
            $subject = $this->tongue['names'][$i].' '.$categories[$i % count($categories)];
            $text = $this->text($this->chance->getInt(120, 260));
            $url = $this->url('/journal/'.$this->slug($subject).$this->end());
            $truth = "article $i";
            $this->keepers[$truth] = $url;
            $this->truth[$url] = $truth;
            $this->verdicts[$url] = 'to self';
            $this->page(
                $url,
                'article',
                $this->tongue['guide']." $subject",
                $this->tongue['guide']." $subject",
                $text,
                canonical: $url,
                sitemap: true,
                clicks: 20,
            );
            if ($i % 3 === 0) {
                $twin = $this->url(
                    '/archive/'.$this->slug($subject).'-'.$this->chance->getInt(100, 999).$this->end(),
                );
                $this->truth[$twin] = $truth;
                $this->verdicts[$twin] = 'to itself, not the keeper';
                $this->page(
                    $twin,
                    'article',
                    $this->tongue['guide']." $subject",
                    $this->tongue['guide']." $subject",
                    $this->changed($text, 30),
                    canonical: $twin,
                    clicks: 1,
                );
            }
        }
    }

    /** Pages of one template that differ in a place alone: distinct. */
    private function towns(): void
    {
        $text = $this->text(90);
        foreach ($this->tongue['towns'] as $town) {
            $url = $this->url('/workshops/'.$this->slug($town).$this->end());
            $this->keepers["town $town"] = $url;
            $this->truth[$url] = "town $town";
            $this->verdicts[$url] = 'to self';
            $this->page(
                $url,
                'plain',
                $this->tongue['shop_in']." $town",
                $this->tongue['shop_in']." $town",
                "$town. $text $town!",
                canonical: $url,
                sitemap: true,
                clicks: 9,
            );
        }
    }

    /** @param  array<string, mixed>  $ld */
    private function page(
        string $url,
        string $kind,
        string $title,
        string $h1,
        string $text,
        string $main = '',
        array $ld = [],
        string $canonical = '-',
        bool $sitemap = false,
        int $clicks = 0,
    ): void {
        $tags = '';
        foreach ($canonical === '-' || $canonical === 'body' ? [] : explode('|', $canonical) as $href) {
            $tags .= '<link rel="canonical" href="'.htmlspecialchars($href).'">';
        }
        $frame = '<p>'.$this->tongue['buy'].' &amp; '.$this->tongue['all'].'</p>';
        $html =
            '<!doctype html><html lang="'.
            $this->language.
            '"><head><title>'.
            htmlspecialchars($title).
            '</title>'.
            $tags.
            ($ld === [] ? '' : '<script type="application/ld+json">'.json_encode($ld).'</script>').
            '</head><body><nav><a href="/">Home</a></nav><main>'.
            $frame.
            ($canonical === 'body' ? '<link rel="canonical" href="'.htmlspecialchars($url).'">' : '').
            ($main !== ''
                ? $main
                : '<h1>'.htmlspecialchars($h1).'</h1><p>'.str_replace('. ', '.</p><p>', $text).'</p>').
            '</main><footer>'.
            $this->tongue['shop_in'].
            '</footer></body></html>';
        $this->pages[$url] = [
            'status' => 200,
            'html' => $html,
            'location' => null,
            'kind' => $kind,
            'sitemap' => $sitemap,
            'clicks' => $clicks,
        ];
    }

    private function productUrl(string $slug, string $number, string $category, int $path, bool $twin = false): string
    {
        return $this->url(
            match ($this->layout) {
                0 => $path === 0 ? "/item/$slug" : "/$category/$slug",
                1 => $path === 0 ? "/shop/$category/$slug" : "/sale/$slug",
                2 => '/item.php?id='.substr(md5($twin ? "$number twin" : $number), 0, 6),
                default => $path === 0 ? "/$slug.html" : "/$category/$slug.html",
            }.($this->layout < 2 && $this->slash ? '/' : ''),
        );
    }

    private function categoryUrl(string $slug): string
    {
        return $this->url(
            match ($this->layout) {
                0, 1 => "/range/$slug".($this->slash ? '/' : ''),
                2 => "/list.php?cat=$slug",
                default => "/range/$slug.html",
            },
        );
    }

    private function end(): string
    {
        return $this->layout === 3 ? '.html' : ($this->slash ? '/' : '');
    }

    /** The same address in another writing that the shop's server takes as well. */
    private function written(string $url): string
    {
        $path = (string) parse_url($url, PHP_URL_PATH);
        $query = (string) parse_url($url, PHP_URL_QUERY);
        $written = match ($this->chance->getInt(0, 3)) {
            0 => str_ends_with($path, '/') ? rtrim($path, '/') : "$path/",
            1 => ucwords($path, '/-'),
            2 => strtoupper($path),
            default => str_ends_with($path, '/') ? $path.'index.html' : "$path//",
        };

        return self::HOST.$written.($query === '' ? '' : "?$query");
    }

    private function url(string $path): string
    {
        return self::HOST.$path;
    }

    private function with(string $url, string $name, string $value): string
    {
        return $url.(str_contains($url, '?') ? '&' : '?').$name.'='.$value;
    }

    private function scope(string $url): string
    {
        $segments = explode('/', trim((string) parse_url($url, PHP_URL_PATH), '/'));

        return count($segments) > 1
            ? "/{$segments[0]}/"
            : (str_ends_with($segments[0], '.php')
                ? "/{$segments[0]}"
                : '/');
    }

    private function slug(string $text): string
    {
        return trim(
            (string) preg_replace('/[^a-z0-9]+/', '-', strtolower((string) iconv('UTF-8', 'ASCII//TRANSLIT', $text))),
            '-',
        );
    }

    private function hits(string $rate): bool
    {
        return $this->chance->getInt(0, 99) < $this->rates[$rate];
    }

    private function text(int $words): string
    {
        $pool = explode(' ', $this->tongue['words']);
        $text = '';
        for ($i = 0; $i < $words; $i++) {
            $text .=
                ($i === 0 ? '' : ' ').$pool[$this->chance->getInt(0, count($pool) - 1)].($i % 14 === 13 ? '.' : '');
        }

        return ucfirst($text).'.';
    }

    /** One word in so many replaced by another. */
    private function changed(string $text, int $every = 7): string
    {
        $pool = explode(' ', $this->tongue['words']);
        $words = explode(' ', $text);
        foreach ($words as $i => $word) {
            if ($this->chance->getInt(1, $every) === 1 && ! str_contains($word, '.')) {
                $words[$i] = $pool[$this->chance->getInt(0, count($pool) - 1)];
            }
        }

        return implode(' ', $words);
    }

    /**
     * @template T
     *
     * @param  list<T>  $from
     * @return T
     */
    private function pick(array $from): mixed
    {
        return $from[$this->chance->getInt(0, count($from) - 1)];
    }
}
