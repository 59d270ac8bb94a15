<?php

declare(strict_types=1);

use Orchard\Core\Markup\Entities;
use Orchard\Core\Markup\Gallery;
use Orchard\Core\Markup\ImageView;
use Orchard\Core\Markup\InsecureParts;
use Orchard\Core\Markup\Intro;
use Orchard\Core\Markup\Link;
use Orchard\Core\Markup\MainImage;
use Orchard\Core\Markup\MainText;
use Orchard\Core\Markup\Microdata;
use Orchard\Core\Markup\NotFoundText;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\Markup\RegionMemory;
use Orchard\Core\Markup\Xhtml;
use Orchard\Core\Url\PageUrl;

// What is read of pages, kept as it was when it was looked at: documents that hold one of everything, and each element
// of HTML in each kind of place. Whether that is right is what other tests hold, and a browser.

function keptAt(string $path = '/shop/page'): PageUrl
{
    return PageUrl::parse('https://shop.example'.$path) ?? throw new LogicException($path);
}

/** @return array<string, mixed> all that is read of a page, without digests */
function allFacts(PageFacts $facts): array
{
    $all = get_object_vars($facts);
    $all['links'] = array_map(
        static fn (Link $link): string => "$link->target [$link->anchor] ".
            Link::relInWords($link->rel).
            " {$link->region->name}",
        $facts->links,
    );
    $all['details'] = $facts->details === null ? null : json_decode($facts->details->toJson(), true);
    $all['text'] = $facts->details?->text->lines();
    $all['without alt'] = $facts->details?->imagesWithoutAlt();

    return $all;
}

function asJson(mixed $value): string
{
    return json_encode(
        $value,
        JSON_PRETTY_PRINT |
            JSON_UNESCAPED_SLASHES |
            JSON_UNESCAPED_UNICODE |
            JSON_THROW_ON_ERROR |
            JSON_INVALID_UTF8_SUBSTITUTE,
    );
}

it('keeps what is read of a page', function (string $file): void {
    $html = (string) file_get_contents(__DIR__."/documents/$file");
    str_ends_with($file, '.xhtml') && ($html = Xhtml::toHtml($html));
    $facts = PageReader::read($html, keptAt());
    $memory = new RegionMemory();
    PageReader::read($html, keptAt('/shop/before'), $memory);
    // What was remembered of navigation and footers is what is read.
    expect(allFacts(PageReader::read($html, keptAt(), $memory)))->toEqual(allFacts($facts));
    $details = $facts->details;
    $images = $details->images ?? [];
    $names = [...$facts->h1s, (string) $facts->title];
    expect(
        asJson([
            ...allFacts($facts),
            'microdata' => Microdata::types($html),
            'insecure' => InsecureParts::of($html, keptAt(), keptAt()),
            'main image' => MainImage::of($images, $details->social ?? [], $details->structured ?? [], $names),
            'gallery' => Gallery::of($images, $details->social ?? [], $details->structured ?? [], $names),
            'intro' => Intro::of($details->text->text ?? '', $facts->h1s),
            'not found' => NotFoundText::isSaid($facts->title, $facts->h1s, $facts->words, false),
        ]),
    )->toMatchSnapshot();
})->with(['product.html', 'broken.html', 'listing.xhtml', 'insecure.html', 'gone.html']);

it('keeps how each element parts a text, in each kind of place', function (): void {
    // HTML Standard, section 4 and 16.2 (elements that are obsolete), and a name that is none.
    $names = explode(
        ' ',
        'a abbr acronym address applet area article aside audio b base basefont bdi bdo bgsound big '.
            'blink blockquote body br button canvas caption center cite code col colgroup data datalist dd del details dfn '.
            'dialog dir div dl dt em embed fieldset figcaption figure font footer form frame frameset h1 h2 h3 h4 h5 h6 '.
            'head header hgroup hr html i iframe img input ins kbd label legend li link listing main map mark marquee math '.
            'menu meta meter multicol nav nobr noembed noframes noscript object ol optgroup option output p param picture '.
            'plaintext pre progress q rb rp rt rtc ruby s samp script search section select slot small source spacer span '.
            'strike strong style sub summary sup svg table tbody td template textarea tfoot th thead time title tr track '.
            'tt u ul var video wbr xmp x-own',
    );
    $told = [];
    foreach ($names as $name) {
        $read = array_map(
            static function (string $html): string {
                $facts = PageReader::read("<!doctype html><title>t</title>$html", keptAt());

                return json_encode(
                    [
                        implode('/', $facts->details?->text->lines() ?? []),
                        $facts->title,
                        $facts->h1s,
                        count($facts->links),
                        $facts->words,
                    ],
                    JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
                );
            },
            [
                "<body><main>a<$name>b</$name>c</main>",
                "<body><main><table><tr><td>a<$name>b</$name>c</table>d<a href=/x>x</a></main>",
                "<body><main><svg><$name>b</$name><text>c</text></svg>d</main>",
                "<head><$name></$name><title>second</title><meta name=robots content=noindex></head><body>a<h1>b</h1>",
                "<body><p>a<h1>b<$name>c</$name>d</h1>e",
                "<body>a<$name/>b<a href=/x>c<$name>d</a>e",
            ],
        );
        $told[] = "$name: ".implode(' ', $read);
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps how references to characters are read', function (): void {
    $given = explode(
        ' ',
        '&amp; &AMP; &AMP &ampx &lt &lt; &lt= &ltx &copy &copy; &copyright &notin; &notit; &not '.
            '&hellip; &hellip &nbsp;x &#65; &#65 &#x41; &#X41 &#65x &#; &#x; &#0; &#128; &#x80; &#150; &#159; &#xD800; '.
            '&#x10FFFF; &#x110000; &#99999999999; &#xFFFE; &; & && &amp;amp; &CounterClockwiseContourIntegral; &fjlig; '.
            '&AElig &szlig; &Auml &euro; &euro &NotEqualTilde; &bne; &frac12 &para &parallel; &sect &sub &sube; &x;',
    );
    $told = array_map(
        static fn (string $one): string => "$one = ".
            Entities::decode($one).
            ' = '.
            Entities::decode($one, true).
            ' = '.
            Entities::decode("?a=1{$one}b", true),
        $given,
    );
    expect(asJson($told))->toMatchSnapshot();
});

it('keeps the words for views of a thing, and by which words of file names they are known', function (): void {
    $tokens =
        'front frontal vorne vorn vorderseite frontansicht face devant frente back rear hinten rückseite '.
        'rueckseite dos arrière arriere detrás detras side profile seite seitlich seitenansicht côté cote profil lado '.
        'lateral top above overhead oben draufsicht dessus arriba bottom underside below unten unterseite dessous abajo '.
        'detail details closeup close macro nahaufnahme détail détails detalle room interior lifestyle ambience ambient '.
        'scene insitu raum ambiente milieu wohnraum ambiance situation packaging package box verpackung karton '.
        'emballage embalaje caja size sizes dimension dimensions measurements maße masse abmessungen medidas '.
        'dimensiones drawing sketch zeichnung skizze dessin dibujo lamp x';
    $told = array_map(
        static fn (string $token): string => "$token: ".(ImageView::ofToken($token)->value ?? '-'),
        explode(' ', $tokens),
    );
    foreach (['en', 'de', 'fr', 'es', 'it'] as $language) {
        foreach (ImageView::cases() as $view) {
            $told[] = "$language {$view->value}: ".$view->words($language);
        }
        $told[] = "$language: ".ImageView::numbered(2, $language);
    }
    foreach (['/i/pember-lamp_600x600.jpg', '/i/Pember%20Lamp-2@2x.webp?v=3', '/x/a_b-c.d.png', '', '/'] as $src) {
        $told[] = "$src: ".implode(',', Gallery::tokens($src)).' '.MainImage::bareName($src);
    }
    $some = ['/i/a.jpg', '/i/a.jpg?v=2', '/cdn/600/i/a.jpg', '/i/a_600x600.webp', '/j/a-large.jpg', '/i/b.jpg', ''];
    foreach ($some as $one) {
        $told[] =
            "$one: ".implode(' ', array_map(static fn (string $two): int => MainImage::likeness($one, $two), $some));
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps how XML is written as HTML, and the marks of lines', function (): void {
    $names = explode(
        ' ',
        'area base br col embed hr img input link meta source track wbr IMG p div x:y a param script',
    );
    $told = array_map(static fn (string $name): string => Xhtml::toHtml("<$name a=\"/>\" b='<'/>t<$name/>"), $names);
    array_push(
        $told,
        ...array_map(Xhtml::toHtml(...), [
            '<?xml version="1.0"?><p/>', " \n<?xml a?> <p/>", 'a<?xml b?><p/>', '<!-- <p/> --><p/>',
            '<![CDATA[<p/> & "x"]]><p/>', '<p a=1/>', '<p', '</p/>', '<1/>', "<p\n/>",
        ]),
    );
    foreach (
        ['', 'one', "one two\nthree\n\none two", str_repeat('word ', 300)."\n".str_repeat('word ', 70_000)] as $raw
    ) {
        $text = MainText::of($raw);
        $told[] =
            $text->words().
            ' '.
            count($text->lines()).
            ' '.
            implode(
                ' ',
                array_map(
                    static fn (string $mark, int $words): string => bin2hex($mark).":$words",
                    ...(static function () use ($text): array {
                        $marks = $words = [];
                        foreach (MainText::marksOf($text->marks()) as $mark => $count) {
                            $marks[] = (string) $mark;
                            $words[] = $count;
                        }

                        return [$marks, $words];
                    })(),
                ),
            );
    }
    $told[] = json_encode(iterator_to_array(MainText::marksOf('short')));
    expect(implode("\n", $told))->toMatchSnapshot();
});
